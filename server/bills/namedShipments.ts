import type { EntityManager } from 'typeorm';
import { MOST_LANDED } from '@obolus/contract/kinds/allocation';
import { shipmentsNamed } from '@obolus/core/matching/shipmentNamed';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { type Row, text } from '../queries/figures.ts';
import { stands } from '../storage/load/rows.ts';

/** Goods that charges of a bill go onto, by what they are called together, and which kinds of charge are a cost. */
export interface OntoNamed {
  readonly title: string;
  readonly lines: readonly string[];
  readonly costs: ReadonlySet<string>;
}

/**
 * What came on the shipments that a paper names, in its references or its words, else what came of the orders that it names; undefined where it
 * names none, or a shipment on which nothing came yet.
 */
export async function goodsNamedBy(manager: EntityManager, paper: BillPaper): Promise<OntoNamed | undefined> {
  const texts = [
    ...paper.lines.flatMap(({ said, order, slip, description }) => [said, order, slip, description]),
    ...paper.charges.map(({ said }) => said),
  ];
  const named = (await ofShipments(manager, texts)) ?? (await ofOrders(manager, texts));
  if (!named || named === 'none') return undefined;
  const kinds: Row[] = await manager.query('SELECT code FROM charge_kind WHERE is_cost = 1');
  return { ...named, costs: new Set(kinds.map((row) => text(row.code))) };
}

type Named = Omit<OntoNamed, 'costs'>;

async function ofShipments(manager: EntityManager, texts: readonly string[]): Promise<Named | 'none' | undefined> {
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
  if (!named.every((number) => come.has(number.toLowerCase()))) return 'none';
  return { title: named.join(', '), lines: lines.map(lineOf) };
}

/** Numbers as orders have them, wherever they stand in a text. */
const NUMBERS = /(?<![\p{L}\d-])\p{L}{1,4}-\d{3,}(?![\p{L}\d])/giu;
/** No more orders than these are looked for. */
const MOST_ORDERS = 20;

async function ofOrders(manager: EntityManager, texts: readonly string[]): Promise<Named | undefined> {
  const numbers = [...new Set(texts.flatMap((written) => written.match(NUMBERS) ?? []))].slice(0, MOST_ORDERS);
  if (numbers.length === 0) return undefined;
  const lines: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, o.number FROM document o JOIN receipt_line l ON l.order_id = o.id
     WHERE o.kind = 'order' AND o.number IN (?) AND l.item_id IS NOT NULL AND ${stands('l.document_id')} ORDER BY o.id, l.document_id, l.line_no LIMIT ${MOST_LANDED}`,
    [numbers],
  );
  if (lines.length === 0) return undefined;
  return { title: [...new Set(lines.map((row) => text(row.number)))].join(', '), lines: lines.map(lineOf) };
}

const lineOf = (row: Row): string => `${text(row.document_id)}/${text(row.line_no)}`;
