import type { EntityManager } from 'typeorm';
import type { EstimateRule } from '@obolus/core/charges/estimateRules';
import { price } from '@obolus/core/exact/amounts';
import { big, type Row, text } from '../queries/figures.ts';
import { stands } from '../storage/load/rows.ts';

/** The company's rules of what is expected with goods, without those out of use. */
export async function readRules(manager: EntityManager): Promise<EstimateRule[]> {
  const rows = (await manager.query(
    `SELECT r.*, k.code AS kind FROM estimate_rule r JOIN charge_kind k ON k.id = r.kind_id AND k.retired = 0 WHERE r.retired = 0`,
  )) as Row[];
  return rows.map((row) => ({
    code: text(row.code),
    kind: text(row.kind),
    by: text(row.estimated_by) as EstimateRule['by'],
    figure: price(big(row.figure)),
    basis: (text(row.basis) || 'value') as EstimateRule['basis'],
    vendor: text(row.vendor_id),
    item: text(row.item_id),
    group: text(row.group_id),
    warehouse: text(row.warehouse_id),
    mode: text(row.mode),
    from: text(row.from_port),
    to: text(row.to_port),
    first: row.from_day == null ? undefined : text(row.from_day),
    last: row.to_day == null ? undefined : text(row.to_day),
  }));
}

/** The ways of shipments, by their number in small letters; a shipment that is not set up has none. */
export async function readWays(
  manager: EntityManager,
  shipments: readonly string[],
): Promise<ReadonlyMap<string, Row>> {
  const numbers = [...new Set(shipments.map((shipment) => shipment.trim().toLowerCase()).filter(Boolean))];
  if (numbers.length === 0) return new Map();
  const rows = (await manager.query('SELECT number, mode, from_port, to_port FROM shipment WHERE number IN (?)', [
    numbers,
  ])) as Row[];
  const known = new Map(rows.map((row) => [text(row.number).toLowerCase(), row]));
  return new Map(numbers.map((number) => [number, known.get(number) ?? {}]));
}

/**
 * What is expected flat with goods on order under shipments, in minor units of the base currency, by kind and shipment.
 * @param narrowed only with some order lines `l`
 */
export async function readAlready(
  manager: EntityManager,
  shipments: readonly string[],
  narrowed = 'TRUE',
): Promise<ReadonlyMap<string, bigint>> {
  if (shipments.length === 0) return new Map();
  const rows = (await manager.query(
    `SELECT e.kind, l.shipment, SUM(e.figure) AS amount FROM ordered_line l
       JOIN order_estimate e ON e.document_id = l.document_id AND e.line_no = l.line_no AND e.by_id = l.by_id AND e.estimated_by = 'flat'
     WHERE l.shipment IN (?) AND ${stands('l.document_id')} AND ${narrowed} GROUP BY e.kind, l.shipment`,
    [shipments],
  )) as Row[];
  return new Map(rows.map((row) => [`${text(row.kind)}|${text(row.shipment).toLowerCase()}`, big(row.amount)]));
}
