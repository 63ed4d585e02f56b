import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Pools count how often they were written: what was decided on a snapshot is compared by it. */
export class PoolVersions1823000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE pool ADD COLUMN version bigint NOT NULL DEFAULT 0');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE pool DROP COLUMN version');
  }
}
