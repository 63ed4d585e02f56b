import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Goods received not invoiced in three accounts, discounts by the day, what the bank took and kept, tax that is withheld, prepayments for an order and the goods that came in at their rate. */
export class Paying1812000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE payment ADD COLUMN took bigint NULL, ADD COLUMN fee bigint NOT NULL DEFAULT 0');
    await runner.query('ALTER TABLE payment_line ADD COLUMN withheld bigint NOT NULL DEFAULT 0');
    await runner.query("ALTER TABLE return_line ADD COLUMN reason varchar(200) NOT NULL DEFAULT ''");
    await runner.query(
      'ALTER TABLE prepayment ADD COLUMN order_id bigint NULL, ADD INDEX prepayment_by_order (order_id)',
    );
    await runner.query(
      `CREATE TABLE receipt_prepaid (document_id bigint NOT NULL, line_no int NOT NULL, prepayment_id bigint NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL,
        INDEX receipt_prepaid_by_prepayment (prepayment_id), PRIMARY KEY (document_id, line_no, prepayment_id)) ENGINE=InnoDB`,
    );
    await runner.query('ALTER TABLE document ADD COLUMN discount_day date NULL, ADD COLUMN discount bigint NULL');
    for (const [posting, number, name] of NEW_ACCOUNTS) {
      await runner.query(
        'INSERT INTO account (number, name) SELECT ?, ? FROM company WHERE NOT EXISTS (SELECT 1 FROM account WHERE number = ?)',
        [number, name, number],
      );
      await runner.query(
        'INSERT INTO posting_account (posting, account_id) SELECT ?, a.id FROM account a JOIN company c WHERE a.number = ?',
        [posting, number],
      );
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DELETE FROM posting_account WHERE posting IN (?)', [NEW_ACCOUNTS.map(([posting]) => posting)]);
    await runner.query('ALTER TABLE document DROP COLUMN discount_day, DROP COLUMN discount');
    await runner.query('DROP TABLE receipt_prepaid');
    await runner.query('DROP INDEX prepayment_by_order ON prepayment');
    await runner.query('ALTER TABLE prepayment DROP COLUMN order_id');
    await runner.query('ALTER TABLE return_line DROP COLUMN reason');
    await runner.query('ALTER TABLE payment_line DROP COLUMN withheld');
    await runner.query('ALTER TABLE payment DROP COLUMN took, DROP COLUMN fee');
  }
}

const NEW_ACCOUNTS = [
  ['returns-to-credit', '1255', 'Returns to be credited'],
  ['billed-ahead', '1260', 'Billed ahead of goods'],
  ['tax-withheld', '2310', 'Tax withheld'],
  ['bank-charges', '6310', 'Bank charges'],
] as const;
