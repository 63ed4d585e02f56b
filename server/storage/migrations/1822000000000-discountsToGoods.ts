import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A company may have discounts that it takes lower the cost of the goods. */
export class DiscountsToGoods1822000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE company ADD COLUMN discounts_to_goods tinyint NOT NULL DEFAULT 0');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE company DROP COLUMN discounts_to_goods');
  }
}
