import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Agreements with vendors, which their bills name. */
export class Contracts1834000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE vendor_contract (id bigint NOT NULL AUTO_INCREMENT, vendor_id bigint NOT NULL, number varchar(60) NOT NULL, note varchar(200) NOT NULL DEFAULT '',
        from_day date NULL, to_day date NULL, UNIQUE INDEX vendor_contract_once (vendor_id, number), INDEX vendor_contract_number (number), PRIMARY KEY (id)) ENGINE=InnoDB`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE vendor_contract');
  }
}
