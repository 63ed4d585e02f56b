import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Photos of what goes back. */
export class ReturnPhotos1833000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE return_line ADD COLUMN photo_id varchar(36) NULL AFTER reason');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE return_line DROP COLUMN photo_id');
  }
}
