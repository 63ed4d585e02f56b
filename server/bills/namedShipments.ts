import type { EntityManager } from 'typeorm';
import { MOST_LANDED } from '@obolus/contract/kinds/allocation';
import { shipmentsNamed } from '@obolus/core/matching/shipmentNamed';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { type Row, text } from '../queries/figures.ts';

/** Goods that charges of a bill go onto, by what they are called together, and which kinds of charge are a cost. */
export interface OntoNamed {
  readonly title: string;
  readonly lines: readonly string[];
  readonly costs: ReadonlySet<string>;
}

/** What came on the shipments that a paper names, in its references or its words; undefined where it names none, or one on which nothing came yet. */
export async function goodsNamedBy(manager: EntityManager, paper: BillPaper): Promise<OntoNamed | undefined> {
  const texts = [
    ...paper.lines.flatMap(({ said, order, slip, description }) => [said, order, slip, description]),
    ...paper.charges.map(({ said }) => said),
  ];
  const known: Row[] = await manager.query(
    `SELECT number AS shipment FROM shipment UNION SELECT y.shipment FROM came_on y ORDER BY shipment`,
  );
  const named = shipmentsNamed(
    texts,
    known.map((row) => text(row.shipment)),
  );
  if (named.length === 0) return undefined;
  const lines: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, y.shipment FROM came_on y JOIN receipt_line l ON l.document_id = y.receipt_id AND l.line_no = y.receipt_line_no
     WHERE y.shipment IN (?) AND l.item_id IS NOT NULL ORDER BY l.document_id, l.line_no LIMIT ${MOST_LANDED}`,
    [named],
  );
  const come = new Set(lines.map((row) => text(row.shipment).toLowerCase()));
  if (!named.every((number) => come.has(number.toLowerCase()))) return undefined;
  const kinds: Row[] = await manager.query('SELECT code FROM charge_kind WHERE is_cost = 1');
  return {
    title: named.join(', '),
    lines: lines.map((row) => `${text(row.document_id)}/${text(row.line_no)}`),
    costs: new Set(kinds.map((row) => text(row.code))),
  };
}
