import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Up to where the books were when a draft was proposed. */
export class DraftRestsOn1837000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE draft ADD COLUMN rests_on varchar(120) NOT NULL DEFAULT '' AFTER command");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE draft DROP COLUMN rests_on');
  }
}
