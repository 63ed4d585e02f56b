import type { MigrationInterface, QueryRunner } from 'typeorm';

const UP = [
  `CREATE TABLE vendor_statement (document_id bigint NOT NULL, from_day date NULL, opening bigint NOT NULL, closing bigint NOT NULL, own_opening bigint NOT NULL,
    own_closing bigint NOT NULL, agreed bigint NOT NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE vendor_statement_line (document_id bigint NOT NULL, line_no int NOT NULL, found varchar(20) NOT NULL, date date NULL, reference varchar(60) NOT NULL,
    says varchar(140) NOT NULL, amount bigint NULL, of_id bigint NULL, own_date date NULL, own_amount bigint NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  'CREATE SEQUENCE number_vendor_statement START WITH 1001 CACHE 20',
];

/** Statements of account that vendors send, and what was agreed upon. */
export class VendorStatements1819000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const what of ['SEQUENCE number_vendor_statement', 'TABLE vendor_statement_line', 'TABLE vendor_statement'])
      await runner.query(`DROP ${what}`);
  }
}
