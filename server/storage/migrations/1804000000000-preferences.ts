import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How each person, and each file, writes figures and days. */
export class Preferences1804000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE import_batch ADD COLUMN figures varchar(20) NOT NULL DEFAULT '1,234.50'");
    await runner.query(
      "ALTER TABLE user_account ADD COLUMN locale varchar(35) NOT NULL DEFAULT '', ADD COLUMN date_order varchar(3) NOT NULL DEFAULT '', ADD COLUMN week_start varchar(1) NOT NULL DEFAULT '', ADD COLUMN keys_alone varchar(3) NOT NULL DEFAULT ''",
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE import_batch DROP COLUMN figures');
    await runner.query(
      'ALTER TABLE user_account DROP COLUMN locale, DROP COLUMN date_order, DROP COLUMN week_start, DROP COLUMN keys_alone',
    );
  }
}
