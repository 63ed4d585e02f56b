import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What period ends measured anew, by vendor and currency. */
export class MeasuredAnew1840000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE period_measured (document_id bigint NOT NULL, line_no int NOT NULL, account varchar(40) NOT NULL, vendor_id bigint NOT NULL, currency varchar(3) NOT NULL, amount bigint NOT NULL,
         INDEX period_measured_by_vendor (vendor_id, account), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE period_measured');
  }
}
