import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  'ALTER TABLE tax_level ADD COLUMN reclaimed bigint NULL, ADD COLUMN self_assessed tinyint NOT NULL DEFAULT 0, ADD COLUMN with_discount tinyint NOT NULL DEFAULT 0',
  'ALTER TABLE bill_tax ADD COLUMN self_assessed tinyint NOT NULL DEFAULT 0, ADD COLUMN with_discount tinyint NOT NULL DEFAULT 0',
  'ALTER TABLE charge_kind ADD COLUMN of_return tinyint NOT NULL DEFAULT 0',
  'ALTER TABLE bill_charge ADD COLUMN of_return tinyint NOT NULL DEFAULT 0',
  'ALTER TABLE prepayment ADD COLUMN refundable tinyint NOT NULL DEFAULT 0',
  `CREATE TABLE prepayment_refund (document_id bigint NOT NULL, of_id bigint NOT NULL, amount bigint NOT NULL, got bigint NOT NULL, booked bigint NOT NULL,
    INDEX prepayment_refund_by_prepayment (of_id), PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  'CREATE SEQUENCE number_prepayment_refund START WITH 1001 CACHE 20',
  `INSERT INTO account (number, name) SELECT '2320', 'Self-assessed tax owed' FROM company WHERE NOT EXISTS (SELECT 1 FROM account WHERE number = '2320')`,
  `INSERT INTO posting_account (posting, account_id) SELECT 'tax-owed', a.id FROM account a JOIN company c WHERE a.number = '2320'`,
  ...[
    ['return-freight', 'Freight back'],
    ['restocking', 'Restocking fee'],
  ].map(
    ([code, name]) =>
      `INSERT INTO charge_kind (code, name, is_cost, of_return) SELECT '${code}', '${name}', 0, 1 FROM company WHERE NOT EXISTS (SELECT 1 FROM charge_kind WHERE code = '${code}')`,
  ),
];

const DOWN = [
  "DELETE FROM posting_account WHERE posting = 'tax-owed'",
  'DROP SEQUENCE number_prepayment_refund',
  'DROP TABLE prepayment_refund',
  'ALTER TABLE prepayment DROP COLUMN refundable',
  'ALTER TABLE bill_charge DROP COLUMN of_return',
  'ALTER TABLE charge_kind DROP COLUMN of_return',
  'ALTER TABLE bill_tax DROP COLUMN self_assessed, DROP COLUMN with_discount',
  'ALTER TABLE tax_level DROP COLUMN reclaimed, DROP COLUMN self_assessed, DROP COLUMN with_discount',
];

/** Taxes that are reclaimed in part, self-assessed or lowered by a discount; deposits that come back, refunds of prepayments; costs of a return. */
export class TaxesAndDeposits1828000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
