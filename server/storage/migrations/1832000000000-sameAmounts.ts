import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Bills of one vendor over the same amount are found by it. */
export class SameAmounts1832000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('CREATE INDEX bill_number_by_amount ON bill_number (vendor_id, currency, amount)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX bill_number_by_amount ON bill_number');
  }
}
