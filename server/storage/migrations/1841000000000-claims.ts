import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What vendors owe though nothing went back: rebates, bills that were paid twice, what was promised. */
export class Claims1841000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('CREATE SEQUENCE number_claim START WITH 1001 CACHE 20');
    await runner.query(
      'CREATE TABLE vendor_claim (document_id bigint NOT NULL, why varchar(12) NOT NULL, bill_id bigint NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB',
    );
    await runner.query(
      `CREATE TABLE vendor_claim_line (document_id bigint NOT NULL, line_no int NOT NULL, said varchar(200) NOT NULL, expense varchar(60) NULL, amount bigint NOT NULL, base_amount bigint NOT NULL,
         PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP SEQUENCE number_claim');
    await runner.query('DROP TABLE vendor_claim_line');
    await runner.query('DROP TABLE vendor_claim');
  }
}
