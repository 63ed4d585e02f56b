import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What may be paid twice is known with the run that pays it. */
export class RunDoubts1820000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE run_bill ADD COLUMN doubt varchar(30) NOT NULL DEFAULT ''");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE run_bill DROP COLUMN doubt');
  }
}
