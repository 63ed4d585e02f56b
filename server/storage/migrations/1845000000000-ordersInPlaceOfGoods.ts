import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Goods that come in place of others whose order is closed are on an order of their own. */
export class OrdersInPlaceOfGoods1845000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE order_replaces (document_id bigint NOT NULL, line_no int NOT NULL, return_id bigint NOT NULL, return_line_no int NOT NULL,
         INDEX order_replaces_by_return (return_id, return_line_no), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE order_replaces');
  }
}
