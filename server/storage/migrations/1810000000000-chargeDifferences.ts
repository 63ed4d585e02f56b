import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Where it goes what a charge is more or less than estimated, how many kilograms a cubic metre counts for, and tariff rates by their digits. */
export class ChargeDifferences1810000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE charge_kind ADD COLUMN to_variance tinyint NOT NULL DEFAULT 0, ADD COLUMN density bigint NULL',
    );
    await runner.query('ALTER TABLE allocation_share ADD COLUMN varied bigint NOT NULL DEFAULT 0');
    await runner.query("ALTER TABLE tariff_rate ADD COLUMN digits varchar(20) NOT NULL DEFAULT ''");
    await runner.query("UPDATE tariff_rate SET digits = REGEXP_REPLACE(code, '[^0-9]', '')");
    await runner.query('DROP INDEX tariff_rate_by_code ON tariff_rate');
    await runner.query('CREATE INDEX tariff_rate_by_digits ON tariff_rate (digits)');
    await runner.query('ALTER TABLE estimate_use ADD COLUMN kept bigint NOT NULL DEFAULT 0');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE charge_kind DROP COLUMN to_variance, DROP COLUMN density');
    await runner.query('ALTER TABLE allocation_share DROP COLUMN varied');
    await runner.query('ALTER TABLE estimate_use DROP COLUMN kept');
    await runner.query('DROP INDEX tariff_rate_by_digits ON tariff_rate');
    await runner.query('CREATE INDEX tariff_rate_by_code ON tariff_rate (code)');
    await runner.query('ALTER TABLE tariff_rate DROP COLUMN digits');
  }
}
