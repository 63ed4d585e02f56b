import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Claims that end without a credit memo: their lines are among those of credit memos, which take of the same. */
export class ClaimClosings1814000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('CREATE SEQUENCE number_claim_closing START WITH 1001 CACHE 20');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP SEQUENCE number_claim_closing');
  }
}
