import type { MigrationInterface, QueryRunner } from 'typeorm';

const MOVED =
  'INSERT INTO bank_movement (document_id, bank_account_id, amount, held, base_amount, fee, fee_base, is_said)';

/**
 * Bank accounts of the company are kept in a currency of their own; what a document moved on one stands in one table, in the currency of the document,
 * of the account and in base currency.
 */
export class BankAccountsInTheirCurrency1844000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE bank_account ADD COLUMN currency varchar(3) NULL AFTER name');
    await runner.query('UPDATE bank_account SET currency = (SELECT currency FROM company WHERE id = 1)');
    await runner.query('ALTER TABLE bank_account MODIFY COLUMN currency varchar(3) NOT NULL');
    await runner.query('ALTER TABLE journal_line ADD COLUMN bank_account_id bigint NULL, ADD COLUMN held bigint NULL');
    await runner.query('CREATE INDEX journal_line_by_bank ON journal_line (bank_account_id, date, amount, held)');
    await runner.query('ALTER TABLE period_accrual ADD COLUMN bank_account_id bigint NULL');
    await runner.query('ALTER TABLE bank_file ADD COLUMN bank_account_id bigint NULL');
    await runner.query(
      `CREATE TABLE bank_movement (document_id bigint NOT NULL, bank_account_id bigint NULL, amount bigint NOT NULL, held bigint NOT NULL, base_amount bigint NOT NULL,
         fee bigint NOT NULL, fee_base bigint NOT NULL, is_said tinyint NOT NULL DEFAULT 0, PRIMARY KEY (document_id)) ENGINE=InnoDB`,
    );
    await runner.query(
      `${MOVED} SELECT document_id, NULL, amount, base_amount, base_amount, fee, fee, took IS NOT NULL FROM payment WHERE prepayment_id IS NULL`,
    );
    await runner.query(
      `${MOVED} SELECT document_id, NULL, amount, base_amount + tax_base, base_amount + tax_base, 0, 0, 0 FROM prepayment`,
    );
    await runner.query(`${MOVED} SELECT document_id, NULL, -amount, -got, -got, 0, 0, 0 FROM prepayment_refund`);
    await runner.query(
      `${MOVED} SELECT l.document_id, NULL, -SUM(l.received), -SUM(l.payable), -SUM(l.payable), 0, 0, 0 FROM credit_line l JOIN document d ON d.id = l.document_id
         WHERE d.kind = 'claim-closing' GROUP BY l.document_id HAVING SUM(l.received) <> 0`,
    );
    await runner.query('ALTER TABLE payment DROP COLUMN took, DROP COLUMN fee');
    await runner.query('ALTER TABLE prepayment_refund DROP COLUMN got');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE prepayment_refund ADD COLUMN got bigint NOT NULL DEFAULT 0');
    await runner.query(
      'UPDATE prepayment_refund r JOIN bank_movement m ON m.document_id = r.document_id SET r.got = -m.base_amount',
    );
    await runner.query('ALTER TABLE payment ADD COLUMN took bigint NULL, ADD COLUMN fee bigint NOT NULL DEFAULT 0');
    await runner.query(
      'UPDATE payment p JOIN bank_movement m ON m.document_id = p.document_id SET p.fee = m.fee_base, p.took = IF(m.is_said = 1, m.base_amount + m.fee_base, NULL)',
    );
    await runner.query('DROP TABLE bank_movement');
    await runner.query('ALTER TABLE bank_file DROP COLUMN bank_account_id');
    await runner.query('ALTER TABLE period_accrual DROP COLUMN bank_account_id');
    await runner.query('DROP INDEX journal_line_by_bank ON journal_line');
    await runner.query('ALTER TABLE journal_line DROP COLUMN held, DROP COLUMN bank_account_id');
    await runner.query('ALTER TABLE bank_account DROP COLUMN currency');
  }
}
