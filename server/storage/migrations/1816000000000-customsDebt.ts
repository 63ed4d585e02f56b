import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Customs entries that carry what is owed to customs and correct others, what brokers paid there, and rates that are limited by entry, suspended, or for other units. */
export class CustomsDebt1816000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query("DELETE FROM posting_account WHERE posting = 'customs-payable'");
    await runner.query('ALTER TABLE company DROP COLUMN customs_debt, DROP COLUMN duty_by_code');
    await runner.query('ALTER TABLE item DROP COLUMN customs_unit, DROP COLUMN customs_quantity');
    await runner.query(
      'ALTER TABLE tariff_rate DROP COLUMN limits, DROP COLUMN suspended_from, DROP COLUMN suspended_to',
    );
    await runner.query('ALTER TABLE customs_entry_line DROP COLUMN additions');
    await runner.query('DROP TABLE bill_disbursement');
    await runner.query('DROP TABLE customs_entry');
  }
}

const STATEMENTS = [
  `CREATE TABLE customs_entry (document_id bigint NOT NULL, entered date NOT NULL, broker_id bigint NULL, corrects_id bigint NULL,
    INDEX customs_entry_by_corrected (corrects_id), PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `INSERT INTO customs_entry (document_id, entered, broker_id) SELECT id, date, vendor_id FROM document WHERE kind = 'customs-entry'`,
  `CREATE TABLE bill_disbursement (document_id bigint NOT NULL, line_no int NOT NULL, of_id bigint NOT NULL, amount bigint NOT NULL,
    INDEX bill_disbursement_by_entry (of_id), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  'ALTER TABLE customs_entry_line ADD COLUMN additions bigint NULL',
  `ALTER TABLE tariff_rate ADD COLUMN limits varchar(10) NOT NULL DEFAULT 'line', ADD COLUMN suspended_from date NULL, ADD COLUMN suspended_to date NULL`,
  "ALTER TABLE item ADD COLUMN customs_unit varchar(12) NOT NULL DEFAULT '', ADD COLUMN customs_quantity bigint NULL",
  'ALTER TABLE company ADD COLUMN customs_debt tinyint NOT NULL DEFAULT 0, ADD COLUMN duty_by_code tinyint NOT NULL DEFAULT 0',
  `INSERT INTO account (number, name) SELECT '2030', 'Customs payable' FROM company WHERE NOT EXISTS (SELECT 1 FROM account WHERE number = '2030')`,
  `INSERT INTO posting_account (posting, account_id) SELECT 'customs-payable', a.id FROM account a JOIN company c WHERE a.number = '2030'`,
];
