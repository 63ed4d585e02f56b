import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Why goods go back is set up by the company. */
export class ReturnReasons1817000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE return_reason (id bigint NOT NULL AUTO_INCREMENT, code varchar(60) NOT NULL, retired tinyint NOT NULL DEFAULT 0,
        UNIQUE INDEX return_reason_once (code), PRIMARY KEY (id)) ENGINE=InnoDB`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE return_reason');
  }
}
