import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE run_prepayment (document_id bigint NOT NULL, payment_no int NOT NULL, order_id bigint NULL, refundable tinyint NOT NULL DEFAULT 0, amount bigint NOT NULL, tax bigint NOT NULL,
     PRIMARY KEY (document_id, payment_no)) ENGINE=InnoDB`,
  'CREATE TABLE run_paid (document_id bigint NOT NULL, run_id bigint NOT NULL, run_line_no int NOT NULL, PRIMARY KEY (document_id), UNIQUE INDEX run_paid_once (run_id, run_line_no)) ENGINE=InnoDB',
  'INSERT INTO run_paid SELECT document_id, run_id, run_line_no FROM payment WHERE run_id IS NOT NULL',
  `ALTER TABLE payment DROP INDEX payment_run_once, DROP COLUMN run_id, DROP COLUMN run_line_no, ADD COLUMN prepaid_tax bigint NOT NULL DEFAULT 0, ADD COLUMN prepaid_tax_base bigint NOT NULL DEFAULT 0,
     ADD INDEX payment_by_prepayment (prepayment_id)`,
  'ALTER TABLE prepayment ADD COLUMN tax bigint NOT NULL DEFAULT 0, ADD COLUMN tax_base bigint NOT NULL DEFAULT 0',
  'ALTER TABLE prepayment_refund ADD COLUMN tax bigint NOT NULL DEFAULT 0, ADD COLUMN tax_base bigint NOT NULL DEFAULT 0',
];

const DOWN = [
  'ALTER TABLE prepayment_refund DROP COLUMN tax, DROP COLUMN tax_base',
  'ALTER TABLE prepayment DROP COLUMN tax, DROP COLUMN tax_base',
  'ALTER TABLE payment DROP INDEX payment_by_prepayment, DROP COLUMN prepaid_tax, DROP COLUMN prepaid_tax_base, ADD COLUMN run_id bigint NULL, ADD COLUMN run_line_no int NULL, ADD UNIQUE INDEX payment_run_once (run_id, run_line_no)',
  'UPDATE payment p JOIN run_paid r ON r.document_id = p.document_id SET p.run_id = r.run_id, p.run_line_no = r.run_line_no',
  'DROP TABLE run_paid',
  'DROP TABLE run_prepayment',
];

/** A run pays before the bill too; a prepayment may have tax in it. */
export class PrepaidByRun1839000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
