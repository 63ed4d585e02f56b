import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Sums by month, words that documents are found by, and the journal by day and by amount. */
export class Sums1800000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['account_sum', 'pool_sum', 'summed', 'search_word']) await runner.query(`DROP TABLE ${table}`);
    await runner.query(
      'ALTER TABLE journal_line DROP INDEX journal_line_by_day, DROP INDEX journal_line_by_amount, ADD INDEX journal_line_by_day (account_id, account, date, amount)',
    );
  }
}

const STATEMENTS = [
  `CREATE TABLE account_sum (account_id bigint NOT NULL, account varchar(40) NOT NULL, month varchar(7) NOT NULL, amount bigint NOT NULL, PRIMARY KEY (account_id, account, month)) ENGINE=InnoDB`,
  `CREATE TABLE pool_sum (pool_id bigint NOT NULL, month varchar(7) NOT NULL, amount bigint NOT NULL, PRIMARY KEY (pool_id, month)) ENGINE=InnoDB`,
  `CREATE TABLE summed (id int NOT NULL, number bigint NOT NULL, PRIMARY KEY (id)) ENGINE=InnoDB`,
  `INSERT INTO summed (id, number) VALUES (1, 0)`,
  `CREATE TABLE search_word (word varchar(60) NOT NULL, document_id bigint NOT NULL, PRIMARY KEY (word, document_id)) ENGINE=InnoDB`,
  `ALTER TABLE journal_line DROP INDEX journal_line_by_day, ADD INDEX journal_line_by_day (date, account_id, account, amount), ADD INDEX journal_line_by_amount (amount, document_id)`,
];
