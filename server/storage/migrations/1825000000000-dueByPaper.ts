import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A company may take the day on which a bill is due as its paper says it. */
export class DueByPaper1825000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE company ADD COLUMN due_by_paper tinyint NOT NULL DEFAULT 0');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE company DROP COLUMN due_by_paper');
  }
}
