import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Terms and bills that are paid in parts. */
export class Instalments1830000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE terms_part (terms_id bigint NOT NULL, part_no int NOT NULL, part bigint NOT NULL, days int NOT NULL, PRIMARY KEY (terms_id, part_no)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE bill_instalment (document_id bigint NOT NULL, line_no int NOT NULL, due_day date NOT NULL, amount bigint NOT NULL, later bigint NOT NULL, PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE bill_instalment');
    await runner.query('DROP TABLE terms_part');
  }
}
