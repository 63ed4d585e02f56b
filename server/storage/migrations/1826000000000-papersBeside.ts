import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A bill may have several papers: one that it is entered from, others beside it. */
export class PapersBeside1826000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE incoming_paper ADD COLUMN beside varchar(36) NULL, ADD INDEX incoming_paper_beside (beside)',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE incoming_paper DROP INDEX incoming_paper_beside, DROP COLUMN beside');
  }
}
