import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Limits on guessing, links that reset a password, and sessions that end everywhere. */
export class Passwords1802000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['sign_in_pace', 'sign_in_known', 'password_reset']) await runner.query(`DROP TABLE ${table}`);
    await runner.query('ALTER TABLE user_account DROP COLUMN session_epoch');
  }
}

const STATEMENTS = [
  'DROP TABLE sign_in_attempt',
  `CREATE TABLE sign_in_pace (what varchar(240) NOT NULL, free_at datetime(6) NOT NULL, PRIMARY KEY (what)) ENGINE=InnoDB`,
  `CREATE TABLE sign_in_known (email varchar(160) NOT NULL, address varchar(60) NOT NULL, PRIMARY KEY (email, address)) ENGINE=InnoDB`,
  `CREATE TABLE password_reset (token_hash varchar(64) NOT NULL, user_id bigint NOT NULL, expires_at datetime(6) NOT NULL, INDEX password_reset_by_user (user_id), PRIMARY KEY (token_hash)) ENGINE=InnoDB`,
  'ALTER TABLE user_account ADD COLUMN session_epoch bigint NOT NULL DEFAULT 0',
  'DELETE FROM session',
];
