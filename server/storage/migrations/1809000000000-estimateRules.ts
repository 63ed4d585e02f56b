import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Which charges are expected with goods, where an order does not say. */
export class EstimateRules1809000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE estimate_rule (id bigint NOT NULL AUTO_INCREMENT, code varchar(30) NOT NULL, kind_id bigint NOT NULL, estimated_by varchar(10) NOT NULL,
       figure bigint NOT NULL DEFAULT 0, basis varchar(20) NOT NULL DEFAULT '', vendor_id bigint NULL, item_id bigint NULL, group_id bigint NULL, warehouse_id bigint NULL,
       mode varchar(20) NOT NULL DEFAULT '', from_port varchar(60) NOT NULL DEFAULT '', to_port varchar(60) NOT NULL DEFAULT '', from_day date NULL, to_day date NULL,
       retired tinyint NOT NULL DEFAULT 0, UNIQUE INDEX estimate_rule_once (code), PRIMARY KEY (id)) ENGINE=InnoDB`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE estimate_rule');
  }
}
