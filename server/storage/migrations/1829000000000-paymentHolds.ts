import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Bills whose payment is held by hand, and released again. */
export class PaymentHolds1829000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE payment_hold (document_id bigint NOT NULL, of_id bigint NOT NULL, step varchar(10) NOT NULL, INDEX payment_hold_by_document (of_id), PRIMARY KEY (document_id)) ENGINE=InnoDB',
    );
    await runner.query('CREATE SEQUENCE number_payment_hold START WITH 1001 CACHE 20');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP SEQUENCE number_payment_hold');
    await runner.query('DROP TABLE payment_hold');
  }
}
