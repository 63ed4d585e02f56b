import type { EntityManager } from 'typeorm';
import type { ShipmentView } from '@obolus/contract/views/shipments';
import { type RuledLine, sharedAnew } from '@obolus/core/charges/estimateRules';
import { quantity } from '@obolus/core/exact/amounts';
import type { Estimate } from '@obolus/core/state/purchasing';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { isOpen, openLines } from '../queries/openOfOrder.ts';
import { inBase, worthOf } from '../queries/worth.ts';
import { groupBy } from '../storage/groupBy.ts';
import { estimateOf } from '../storage/load/orderLines.ts';
import { readAlready, readRules, readWays } from './rules.ts';

/** Order line `l` of which all is still to come. */
const NOTHING_CAME = `EXISTS (SELECT 1 FROM open_item x WHERE x.kind = 'to-receive' AND x.is_open = 1 AND x.line_document_id = l.document_id AND x.line_no = l.line_no AND x.quantity = l.quantity)`;

/**
 * What is expected of a shipment as a whole, as it would be shared anew over all lines on it of which nothing came yet. With lines of which
 * some came, or for which somebody said it, it stays.
 */
export async function listSharedAnew(
  manager: EntityManager,
  shipment: string,
  { date, currency }: { readonly date: string; readonly currency: string },
): Promise<ShipmentView['anew']> {
  const rules = (await readRules(manager)).filter(({ by }) => by === 'flat');
  if (rules.length === 0) return [];
  const rows: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.item_id, l.quantity, d.vendor_id, d.number, v.name AS vendor, COALESCE(l.warehouse_id, d.warehouse_id) AS warehouse_id, i.name, i.group_id, i.weight, i.volume,
       ${inBase(worthOf('l.quantity', 'd.currency'), 'd.currency', 'd.rate', `'${currency}'`)} AS worth
     FROM ${openLines('ordered_line')} JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id JOIN item i ON i.id = l.item_id
     WHERE ${isOpen('to-receive')} AND x.quantity = l.quantity AND l.shipment = ? ORDER BY l.document_id, l.line_no`,
    [shipment],
  );
  const estimates = groupBy(
    (await manager.query(
      `SELECT e.* FROM ordered_line l JOIN order_estimate e ON e.document_id = l.document_id AND e.line_no = l.line_no AND e.by_id = l.by_id WHERE l.shipment = ?`,
      [shipment],
    )) as Row[],
    idOf,
  );
  const way = (await readWays(manager, [shipment])).get(shipment.toLowerCase());
  const already = await readAlready(manager, [shipment], `(e.rule = '' OR NOT ${NOTHING_CAME})`);
  const lines = rows.map((row) => ({
    ...ruledLine(row, shipment, way),
    estimates: (estimates.get(idOf(row)) ?? []).map((one): Estimate => estimateOf(one)),
  }));
  const found = sharedAnew(
    rules,
    lines,
    { date, currency },
    (kind, on) => already.get(`${kind}|${on.toLowerCase()}`) ?? 0n,
  );
  return rows.flatMap((row, at) =>
    (found[at] ?? []).map(({ kind, rule, now, anew }) => ({
      line: idOf(row),
      order: { id: text(row.document_id), number: text(row.number) },
      vendor: text(row.vendor),
      item: text(row.name),
      kind,
      rule,
      now: showAmount(now.toString(), currency),
      anew: showAmount(anew.toString(), currency),
    })),
  );
}

const idOf = (row: Row) => `${text(row.document_id)}/${text(row.line_no)}` as const;

function ruledLine(row: Row, shipment: string, way: Row | undefined): RuledLine {
  const measure = (of: 'weight' | 'volume') => (row[of] == null ? undefined : big(row.quantity) * big(row[of]));
  return {
    vendor: text(row.vendor_id),
    item: text(row.item_id),
    group: text(row.group_id),
    warehouse: text(row.warehouse_id),
    mode: text(way?.mode),
    from: text(way?.from_port),
    to: text(way?.to_port),
    shipment,
    quantity: quantity(big(row.quantity)),
    // Orders are in currencies of their own: lines are compared by what they come to in one.
    value: big(row.worth),
    weight: measure('weight'),
    volume: measure('volume'),
  };
}
