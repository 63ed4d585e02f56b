import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Payment runs with their files, the company's bank accounts, and what the bank says. */
export class PaymentRuns1813000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}

const UP = [
  `CREATE TABLE bank_account (id bigint NOT NULL AUTO_INCREMENT, code varchar(20) NOT NULL, name varchar(160) NOT NULL, account varchar(34) NOT NULL, bank_code varchar(11) NOT NULL DEFAULT '',
    retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX bank_account_once (code), PRIMARY KEY (id)) ENGINE=InnoDB`,
  "ALTER TABLE vendor ADD COLUMN bank_code varchar(11) NOT NULL DEFAULT ''",
  'ALTER TABLE company DROP COLUMN bank_account',
  'ALTER TABLE approval MODIFY subject varchar(20) NOT NULL, ADD COLUMN run_id bigint NULL, ADD UNIQUE INDEX approval_of_run_once (run_id)',
  'ALTER TABLE payment ADD COLUMN run_id bigint NULL, ADD COLUMN run_line_no int NULL, ADD UNIQUE INDEX payment_run_once (run_id, run_line_no)',
  'CREATE TABLE payment_run (document_id bigint NOT NULL, bank_account_id bigint NOT NULL, amount bigint NOT NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB',
  `CREATE TABLE run_payment (document_id bigint NOT NULL, line_no int NOT NULL, vendor_id bigint NOT NULL, currency varchar(3) NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL,
    PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE run_bill (document_id bigint NOT NULL, payment_no int NOT NULL, bill_no int NOT NULL, of_id bigint NOT NULL, amount bigint NOT NULL, discount bigint NOT NULL,
    INDEX run_bill_by_document (of_id), PRIMARY KEY (document_id, payment_no, bill_no)) ENGINE=InnoDB`,
  'CREATE TABLE run_file (run_id bigint NOT NULL, name varchar(35) NOT NULL, content longtext NOT NULL, made_at datetime(6) NOT NULL, PRIMARY KEY (run_id)) ENGINE=InnoDB',
  'CREATE TABLE run_sending (run_id bigint NOT NULL, sent_by bigint NOT NULL, sent_at datetime(6) NOT NULL, PRIMARY KEY (run_id)) ENGINE=InnoDB',
  'CREATE TABLE bank_statement (document_id bigint NOT NULL, bank_account_id bigint NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB',
  `CREATE TABLE bank_statement_line (document_id bigint NOT NULL, line_no int NOT NULL, payment_id bigint NULL, took bigint NOT NULL, fee bigint NOT NULL, says varchar(140) NOT NULL,
    INDEX bank_statement_by_payment (payment_id), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE bank_file (id bigint NOT NULL AUTO_INCREMENT, kind varchar(10) NOT NULL, reference varchar(60) NOT NULL, content longtext NOT NULL, document_id bigint NULL, read_by bigint NOT NULL,
    read_at datetime(6) NOT NULL, UNIQUE INDEX bank_file_once (kind, reference), PRIMARY KEY (id)) ENGINE=InnoDB`,
  `CREATE TABLE bank_line (id bigint NOT NULL AUTO_INCREMENT, file_id bigint NOT NULL, line_no int NOT NULL, kind varchar(10) NOT NULL, day date NULL, amount bigint NULL, currency varchar(3) NOT NULL,
    says varchar(140) NOT NULL, reference varchar(35) NOT NULL, payment_id bigint NULL, because varchar(20) NOT NULL, INDEX bank_line_by_file (file_id), INDEX bank_line_by_payment (payment_id, kind), PRIMARY KEY (id)) ENGINE=InnoDB`,
  'CREATE TABLE bank_explanation (line_id bigint NOT NULL, note varchar(200) NOT NULL, document_id bigint NULL, explained_by bigint NOT NULL, explained_at datetime(6) NOT NULL, PRIMARY KEY (line_id)) ENGINE=InnoDB',
  `CREATE TABLE bank_stand_in (id bigint NOT NULL AUTO_INCREMENT, name varchar(60) NOT NULL, content longtext NOT NULL, fetched tinyint NOT NULL DEFAULT 0, ready_at datetime(6) NOT NULL, PRIMARY KEY (id)) ENGINE=InnoDB`,
  'CREATE SEQUENCE number_payment_run START WITH 1001 CACHE 20',
  'CREATE SEQUENCE number_bank_statement START WITH 1001 CACHE 20',
];

const DOWN = [
  'DROP SEQUENCE number_bank_statement',
  'DROP SEQUENCE number_payment_run',
  'DROP TABLE bank_stand_in',
  'DROP TABLE bank_explanation',
  'DROP TABLE bank_line',
  'DROP TABLE bank_file',
  'DROP TABLE bank_statement_line',
  'DROP TABLE bank_statement',
  'DROP TABLE run_sending',
  'DROP TABLE run_file',
  'DROP TABLE run_bill',
  'DROP TABLE run_payment',
  'DROP TABLE payment_run',
  'DROP INDEX payment_run_once ON payment',
  'ALTER TABLE payment DROP COLUMN run_line_no, DROP COLUMN run_id',
  'DROP INDEX approval_of_run_once ON approval',
  'ALTER TABLE approval DROP COLUMN run_id, MODIFY subject varchar(10) NOT NULL',
  "ALTER TABLE company ADD COLUMN bank_account varchar(60) NOT NULL DEFAULT ''",
  'ALTER TABLE vendor DROP COLUMN bank_code',
  'DROP TABLE bank_account',
];
