import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A code of the tariff is the same however its digits are written: of each measure a rate begins on a day once. */
export class RatesOnce1842000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX tariff_rate_once ON tariff_rate');
    await runner.query(
      'CREATE UNIQUE INDEX tariff_rate_once ON tariff_rate (measure, digits, origin, preference, from_day)',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX tariff_rate_once ON tariff_rate');
    await runner.query(
      'CREATE UNIQUE INDEX tariff_rate_once ON tariff_rate (measure, code, origin, preference, from_day)',
    );
  }
}
