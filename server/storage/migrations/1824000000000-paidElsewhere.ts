import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE bill_remit_to (document_id bigint NOT NULL, payee varchar(140) NOT NULL, account varchar(60) NOT NULL, bank_code varchar(11) NOT NULL, stated_by bigint NOT NULL,
    PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  'ALTER TABLE approval ADD COLUMN bill_id bigint NULL, ADD UNIQUE INDEX approval_of_bill_once (bill_id)',
  'ALTER TABLE incoming_paper ADD COLUMN asks_payee longtext NULL',
];

const DOWN = [
  'ALTER TABLE incoming_paper DROP COLUMN asks_payee',
  'ALTER TABLE approval DROP INDEX approval_of_bill_once, DROP COLUMN bill_id',
  'DROP TABLE bill_remit_to',
];

/** Whom a bill asks to be paid to, where that is not the vendor at its account on file, and what a second person says of it. */
export class PaidElsewhere1824000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
