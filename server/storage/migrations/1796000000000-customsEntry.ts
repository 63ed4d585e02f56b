import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Customs entries, and the one that an allocation rests on. */
export class CustomsEntry1796000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['allocation', 'customs_entry_rate', 'customs_entry_goods', 'customs_entry_line'])
      await runner.query(`DROP TABLE ${table}`);
    await runner.query('DROP SEQUENCE number_customs_entry');
  }
}

const STATEMENTS = [
  `CREATE TABLE customs_entry_line (document_id bigint NOT NULL, line_no int NOT NULL, code varchar(20) NOT NULL, origin varchar(2) NULL, preference tinyint NULL, value bigint NULL, duty bigint NULL, import_tax bigint NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `CREATE TABLE customs_entry_goods (document_id bigint NOT NULL, entry_line_no int NOT NULL, goods_id bigint NOT NULL, goods_line_no int NOT NULL, INDEX customs_entry_goods_by_line (goods_id, goods_line_no), PRIMARY KEY (document_id, entry_line_no, goods_id, goods_line_no)) ENGINE=InnoDB`,
  `CREATE TABLE customs_entry_rate (document_id bigint NOT NULL, currency varchar(3) NOT NULL, rate bigint NOT NULL, PRIMARY KEY (document_id, currency)) ENGINE=InnoDB`,
  `CREATE TABLE allocation (document_id bigint NOT NULL, entry_id bigint NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  'CREATE SEQUENCE number_customs_entry START WITH 1001 CACHE 20',
];
