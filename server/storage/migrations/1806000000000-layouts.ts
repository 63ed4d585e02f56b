import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How each person looks at the columns of tables. */
export class Layouts1806000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE table_layout (user_id bigint NOT NULL, name varchar(60) NOT NULL, layout varchar(16000) NOT NULL, PRIMARY KEY (user_id, name)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE table_layout');
  }
}
