import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What each document was asked for, and the versions of what was set up that it was decided on. */
export class Commands1797000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['command', 'set_up_version']) await runner.query(`DROP TABLE ${table}`);
  }
}

const STATEMENTS = [
  `CREATE TABLE command (document_id bigint NOT NULL, today date NOT NULL, rules int NOT NULL, body longtext NOT NULL, basis longtext NOT NULL, PRIMARY KEY (document_id)) ENGINE=InnoDB`,
  `CREATE TABLE set_up_version (hash varchar(43) NOT NULL, part varchar(20) NOT NULL, which_id varchar(60) NOT NULL, body longtext NOT NULL, kept_at datetime(6) NOT NULL, INDEX set_up_version_of (part, which_id), PRIMARY KEY (hash)) ENGINE=InnoDB`,
];
