import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What of a claim came in money, in its currency: a bank statement is held against it. */
export class MoneyBack1835000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE credit_line ADD COLUMN received bigint NOT NULL AFTER payable');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE credit_line DROP COLUMN received');
  }
}
