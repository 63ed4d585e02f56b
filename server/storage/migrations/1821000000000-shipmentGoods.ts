import type { MigrationInterface, QueryRunner } from 'typeorm';

const stands = (column: string) => `NOT EXISTS (SELECT 1 FROM reversal x WHERE x.reversed_id = ${column})`;

const UP = [
  `CREATE TABLE receipt_shipment (document_id bigint NOT NULL, line_no int NOT NULL, receipt_id bigint NOT NULL, receipt_line_no int NOT NULL, shipment varchar(60) NOT NULL,
    INDEX receipt_shipment_by_line (receipt_id, receipt_line_no), INDEX receipt_shipment_by_shipment (shipment), PRIMARY KEY (document_id, line_no)) ENGINE=InnoDB`,
  `INSERT INTO receipt_shipment (document_id, line_no, receipt_id, receipt_line_no, shipment)
    SELECT d.id, l.line_no, d.id, l.line_no, d.shipment FROM document d JOIN receipt_line l ON l.document_id = d.id WHERE d.shipment <> ''`,
  `CREATE SQL SECURITY INVOKER VIEW came_on AS SELECT c.receipt_id, c.receipt_line_no, c.shipment, c.document_id AS by_id FROM receipt_shipment c
   WHERE c.shipment <> '' AND ${stands('c.document_id')}
     AND NOT EXISTS (SELECT 1 FROM receipt_shipment n WHERE n.receipt_id = c.receipt_id AND n.receipt_line_no = c.receipt_line_no AND n.document_id > c.document_id AND ${stands('n.document_id')})`,
  'DROP INDEX document_by_shipment ON document',
  'ALTER TABLE document DROP COLUMN shipment',
  'CREATE SEQUENCE number_shipment_goods START WITH 1001 CACHE 20',
];

const DOWN = [
  'DROP SEQUENCE number_shipment_goods',
  "ALTER TABLE document ADD COLUMN shipment varchar(60) NOT NULL DEFAULT '', ADD INDEX document_by_shipment (shipment)",
  'UPDATE document d SET d.shipment = (SELECT MAX(c.shipment) FROM receipt_shipment c WHERE c.document_id = d.id AND c.receipt_id = d.id) WHERE d.id IN (SELECT document_id FROM receipt_shipment)',
  'DROP VIEW came_on',
  'DROP TABLE receipt_shipment',
];

/** Received goods join a shipment, and leave it, line by line: where they are is what their latest document says. */
export class ShipmentGoods1821000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of UP) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DOWN) await runner.query(statement);
  }
}
