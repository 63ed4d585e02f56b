import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Checks of the company's bank accounts, and runs that pay by them. */
export class Checks1843000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('CREATE SEQUENCE number_check START WITH 1001 CACHE 20');
    await runner.query('ALTER TABLE bank_account ADD COLUMN first_check bigint NULL');
    await runner.query("ALTER TABLE payment_run ADD COLUMN way varchar(10) NOT NULL DEFAULT 'transfer'");
    await runner.query(
      `CREATE TABLE bank_check (document_id bigint NOT NULL, bank_account_id bigint NOT NULL, number bigint NOT NULL, payment_id bigint NULL,
         UNIQUE INDEX bank_check_once (bank_account_id, number), INDEX bank_check_by_payment (payment_id), PRIMARY KEY (document_id)) ENGINE=InnoDB`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP SEQUENCE number_check');
    await runner.query('DROP TABLE bank_check');
    await runner.query('ALTER TABLE payment_run DROP COLUMN way');
    await runner.query('ALTER TABLE bank_account DROP COLUMN first_check');
  }
}
