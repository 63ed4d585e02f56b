import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Which rule of the company put an estimate on an order's line; empty where somebody said it. */
export class EstimatesByRule1838000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE order_estimate ADD COLUMN rule varchar(30) NOT NULL DEFAULT ''");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE order_estimate DROP COLUMN rule');
  }
}
