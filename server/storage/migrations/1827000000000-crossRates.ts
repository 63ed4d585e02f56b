import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A bill may be in another currency than its orders: its lines keep what they ask in both, and it the rates between them. */
export class CrossRates1827000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE bill_line ADD COLUMN in_order bigint NOT NULL AFTER amount');
    await runner.query('UPDATE bill_line SET in_order = amount');
    await runner.query(
      'CREATE TABLE cross_rate (document_id bigint NOT NULL, currency varchar(3) NOT NULL, rate bigint NOT NULL, agreed tinyint NOT NULL DEFAULT 0, PRIMARY KEY (document_id, currency)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE cross_rate');
    await runner.query('ALTER TABLE bill_line DROP COLUMN in_order');
  }
}
