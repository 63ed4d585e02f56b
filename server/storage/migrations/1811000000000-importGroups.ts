import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Lines of an import are found by the group that they are loaded in, also among many thousand. */
export class ImportGroups1811000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('CREATE INDEX import_row_by_group ON import_row (import_id, group_no, state)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX import_row_by_group ON import_row');
  }
}
