import type { MigrationInterface, QueryRunner } from 'typeorm';

/** One paper under two vendors is found by its number. */
export class SameNumbers1815000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('CREATE INDEX bill_number_by_key ON bill_number (number_key)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX bill_number_by_key ON bill_number');
  }
}
