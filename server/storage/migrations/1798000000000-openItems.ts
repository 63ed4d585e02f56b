import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is open, as each document changed it, and as it stands. */
export class OpenItems1798000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['open_change', 'open_item']) await runner.query(`DROP TABLE ${table}`);
  }
}

const STATEMENTS = [
  `CREATE TABLE open_change (document_id bigint NOT NULL, change_no int NOT NULL, kind varchar(16) NOT NULL, line_document_id bigint NOT NULL, line_no int NOT NULL, part varchar(60) NOT NULL, vendor_id bigint NULL, item_id bigint NULL, quantity bigint NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, INDEX open_change_by_line (line_document_id, line_no, kind), PRIMARY KEY (document_id, change_no)) ENGINE=InnoDB`,
  `CREATE TABLE open_item (kind varchar(16) NOT NULL, line_document_id bigint NOT NULL, line_no int NOT NULL, part varchar(60) NOT NULL, vendor_id bigint NULL, item_id bigint NULL, quantity bigint NOT NULL, amount bigint NOT NULL, base_amount bigint NOT NULL, is_open tinyint NOT NULL DEFAULT 0, INDEX open_item_by_vendor (kind, is_open, vendor_id), INDEX open_item_by_item (kind, is_open, item_id), INDEX open_item_by_part (kind, is_open, part), PRIMARY KEY (kind, line_document_id, line_no, part)) ENGINE=InnoDB`,
];
