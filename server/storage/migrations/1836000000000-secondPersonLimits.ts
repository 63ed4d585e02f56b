import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Above what goods that go back, and prepayments, need a second person. */
export class SecondPersonLimits1836000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE company ADD COLUMN return_above bigint NULL AFTER sign_off_above, ADD COLUMN prepayment_above bigint NULL AFTER return_above',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE company DROP COLUMN return_above, DROP COLUMN prepayment_above');
  }
}
