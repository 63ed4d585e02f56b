import type { MigrationInterface, QueryRunner } from 'typeorm';

/** From what part of the goods' value a charge, and of its usual cost a unit's, is pointed out on the landing sheet. */
export class Unusual1807000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE company ADD COLUMN unusual_charge bigint NULL, ADD COLUMN unusual_cost bigint NULL',
    );
    await runner.query('UPDATE company SET unusual_charge = 500000, unusual_cost = 250000');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE company DROP COLUMN unusual_charge, DROP COLUMN unusual_cost');
  }
}
