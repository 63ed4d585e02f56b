import type { MigrationInterface, QueryRunner } from 'typeorm';

/** One table of the work that is done beside requests; an import's lease is its job's. */
export class Jobs1799000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE job (id varchar(36) NOT NULL, kind varchar(20) NOT NULL, user_id bigint NULL, state varchar(10) NOT NULL, cancelled tinyint NOT NULL DEFAULT 0, done int NOT NULL DEFAULT 0, steps int NOT NULL DEFAULT 0, says varchar(500) NOT NULL DEFAULT '', fence bigint NOT NULL DEFAULT 0, lease_until datetime(6) NULL, next_at datetime(6) NOT NULL, created_at datetime(6) NOT NULL, ended_at datetime(6) NULL, INDEX job_by_time (state, next_at), PRIMARY KEY (id)) ENGINE=InnoDB`,
    );
    await runner.query('ALTER TABLE import_batch DROP COLUMN lease_until');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE import_batch ADD COLUMN lease_until datetime(6) NULL');
    await runner.query('DROP TABLE job');
  }
}
