import type { MigrationInterface, QueryRunner } from 'typeorm';

const USUAL: readonly (readonly [code: string, part: string])[] = [
  ['freight', 'carriage'],
  ['insurance', 'insurance'],
  ['duty', 'import'],
  ['brokerage', 'import'],
  ['handling', 'destination'],
];

/** What is known of a shipment, and which charges belong to which part of its way. */
export class Shipments1808000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE shipment ADD COLUMN mode varchar(20) NOT NULL DEFAULT '', ADD COLUMN vessel varchar(60) NOT NULL DEFAULT '',
       ADD COLUMN from_port varchar(60) NOT NULL DEFAULT '', ADD COLUMN to_port varchar(60) NOT NULL DEFAULT '', ADD COLUMN departs date NULL,
       ADD COLUMN departed date NULL, ADD COLUMN arrives date NULL, ADD COLUMN arrived date NULL, ADD COLUMN incoterm varchar(3) NOT NULL DEFAULT '',
       ADD COLUMN seal varchar(40) NOT NULL DEFAULT '', ADD COLUMN weight bigint NULL, ADD COLUMN volume bigint NULL`,
    );
    await runner.query("ALTER TABLE charge_kind ADD COLUMN part varchar(20) NOT NULL DEFAULT ''");
    for (const [code, part] of USUAL)
      await runner.query('UPDATE charge_kind SET part = ? WHERE code = ?', [part, code]);
    await runner.query('CREATE INDEX tariff_rate_by_code ON tariff_rate (code)');
    await runner.query('CREATE INDEX document_by_shipment ON document (shipment)');
    await runner.query('CREATE INDEX order_line_by_shipment ON order_line (shipment)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX tariff_rate_by_code ON tariff_rate');
    await runner.query('DROP INDEX document_by_shipment ON document');
    await runner.query('DROP INDEX order_line_by_shipment ON order_line');
    await runner.query('ALTER TABLE charge_kind DROP COLUMN part');
    await runner.query(
      `ALTER TABLE shipment DROP COLUMN mode, DROP COLUMN vessel, DROP COLUMN from_port, DROP COLUMN to_port, DROP COLUMN departs, DROP COLUMN departed,
       DROP COLUMN arrives, DROP COLUMN arrived, DROP COLUMN incoterm, DROP COLUMN seal, DROP COLUMN weight, DROP COLUMN volume`,
    );
  }
}
