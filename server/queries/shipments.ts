import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { ShipmentView } from '@obolus/contract/views/shipments';
import { INCOTERMS, paidByBuyer } from '@obolus/core/charges/incoterms';
import { RequestError } from '../asking/failures.ts';
import { stands } from '../storage/load/rows.ts';
import { upTo } from '../storage/upTo.ts';
import { CAME_ON } from './cameOn.ts';
import { big, type Row, showAmount, showQuantity, text } from './figures.ts';
import { isOpen, openLines } from './openOfOrder.ts';
import { inBase, worthOf } from './worth.ts';

const MOST = 400;

/** Every shipment that was set up, or that a receipt or an open order line names. */
const NUMBERS = `(
  SELECT s.number FROM shipment s WHERE s.retired = 0
  UNION SELECT y.shipment FROM came_on y
  UNION SELECT l.shipment FROM ${openLines('ordered_line')} WHERE ${isOpen('to-receive')} AND l.shipment <> '')`;

const ALLOCATED =
  'came_on y JOIN allocation_share a ON a.receipt_id = y.receipt_id AND a.receipt_line_no = y.receipt_line_no JOIN bill_charge c ON c.document_id = a.charge_id AND c.line_no = a.charge_line_no';

/** The rule of shipment `s`, else that of the orders on `n.number`, where they have one and the same. */
const INCOTERM = `COALESCE(NULLIF(s.incoterm, ''), (
  SELECT IF(COUNT(DISTINCT t.incoterm) = 1, MAX(t.incoterm), '') FROM order_terms t WHERE t.incoterm <> '' AND t.document_id IN (
    SELECT l.order_id FROM ${CAME_ON} WHERE y.shipment = n.number UNION SELECT l.document_id FROM order_line l WHERE l.shipment = n.number)), '')`;

/** Shipments, those that arrive last first; what has no day comes before. */
export async function listShipments(manager: EntityManager, currency: string): Promise<ReplyOf<typeof api.shipments>> {
  const found: Row[] = await manager.query(
    `SELECT n.number, v.name AS carrier, s.carrier_id, s.mode, s.arrives, s.arrived,
       (SELECT GROUP_CONCAT(DISTINCT o.name ORDER BY o.name SEPARATOR ', ') FROM ${CAME_ON} JOIN vendor o ON o.id = d.vendor_id WHERE y.shipment = n.number) AS received_of,
       (SELECT GROUP_CONCAT(DISTINCT o.name ORDER BY o.name SEPARATOR ', ') FROM ${openLines('ordered_line')} JOIN document d ON d.id = l.document_id JOIN vendor o ON o.id = d.vendor_id WHERE ${isOpen('to-receive')} AND l.shipment = n.number) AS ordered_of,
       (SELECT COUNT(*) FROM ${openLines('ordered_line')} WHERE ${isOpen('to-receive')} AND l.shipment = n.number) AS outstanding,
       (SELECT COALESCE(SUM(l.base_amount), 0) FROM ${CAME_ON} WHERE y.shipment = n.number)
         + (SELECT COALESCE(SUM(b.price_difference), 0) FROM came_on y JOIN bill_line b ON b.receipt_id = y.receipt_id AND b.receipt_line_no = y.receipt_line_no WHERE y.shipment = n.number AND b.difference = 'cost' AND ${stands('b.document_id')}) AS goods,
       (SELECT COALESCE(SUM(a.amount), 0) FROM ${ALLOCATED} WHERE y.shipment = n.number AND ${stands('a.document_id')}) AS charges,
       (SELECT GROUP_CONCAT(DISTINCT c.kind) FROM ${ALLOCATED} WHERE y.shipment = n.number AND ${stands('a.document_id')}) AS kinds_allocated,
       (SELECT GROUP_CONCAT(DISTINCT x.part) FROM came_on y JOIN open_item x ON x.line_document_id = y.receipt_id AND x.line_no = y.receipt_line_no WHERE ${isOpen('estimated')} AND y.shipment = n.number) AS kinds_estimated,
       ${INCOTERM} AS incoterm,
       (SELECT MAX(d.date) FROM ${CAME_ON} WHERE y.shipment = n.number) AS last_came
     FROM ${NUMBERS} n LEFT JOIN shipment s ON s.number = n.number LEFT JOIN vendor v ON v.id = s.carrier_id
     ORDER BY COALESCE(s.arrived, last_came, s.arrives, '9999-12-31') DESC, n.number DESC LIMIT ${MOST + 1}`,
  );
  const { rows, more } = upTo(MOST, found);
  const kinds = await partsOfKinds(manager);
  const views = rows.map((row) => {
    const vendors = [text(row.received_of), text(row.ordered_of)].flatMap((names) => names.split(', ').filter(Boolean));
    const allocated = text(row.kinds_allocated).split(',');
    const byRule = expectedBy(text(row.incoterm), kinds);
    const expected = new Set([...byRule, ...text(row.kinds_estimated).split(',').filter(Boolean)]);
    return {
      number: text(row.number),
      carrier: row.carrier == null ? null : text(row.carrier),
      carrierId: text(row.carrier_id),
      mode: text(row.mode),
      arrives: dayOf(row.arrives),
      arrived: dayOf(row.arrived),
      lastCame: dayOf(row.last_came),
      vendors: [...new Set(vendors)].join(', ').slice(0, 400),
      outstanding: Number(row.outstanding),
      goods: showAmount(row.goods, currency),
      charges: showAmount(row.charges, currency),
      missing: [...expected]
        .filter((kind) => !allocated.includes(kind))
        .join(', ')
        .slice(0, 400),
    };
  });
  return { more, rows: views };
}

/** A shipment with its way, what is still to come on it, and each kind of charge. */
export async function readShipment(
  manager: EntityManager,
  number: string,
  currency: string,
): Promise<Omit<ShipmentView, 'anew'>> {
  const [row] = (await manager.query(
    `SELECT n.number, s.*, v.name AS carrier, s.id AS entry, ${INCOTERM} AS incoterm_of FROM ${NUMBERS} n LEFT JOIN shipment s ON s.number = n.number LEFT JOIN vendor v ON v.id = s.carrier_id
     WHERE n.number = ?`,
    [number],
  )) as Row[];
  if (!row) throw new RequestError(404, 'problem.shipment_unknown');
  const coming: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, d.number AS order_number, v.name AS vendor, COALESCE(i.name, l.expense) AS item, COALESCE(i.unit, '') AS unit, l.due_day, x.quantity,
       ${inBase(worthOf('x.quantity', 'd.currency'), 'd.currency', 'd.rate', `'${currency}'`)} AS worth
     FROM ${openLines('ordered_line')} JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id LEFT JOIN item i ON i.id = l.item_id
     WHERE ${isOpen('to-receive')} AND l.shipment = ? ORDER BY l.due_day, l.document_id, l.line_no LIMIT ${MOST}`,
    [number],
  );
  return {
    number,
    entry: row.entry == null ? null : text(row.entry),
    carrier: row.carrier_id == null ? null : { id: text(row.carrier_id), name: text(row.carrier) },
    mode: text(row.mode),
    vessel: text(row.vessel),
    from: text(row.from_port),
    to: text(row.to_port),
    departs: dayOf(row.departs),
    departed: dayOf(row.departed),
    arrives: dayOf(row.arrives),
    arrived: dayOf(row.arrived),
    incoterm: ruleOf(text(row.incoterm_of)),
    seal: text(row.seal),
    weight: row.weight == null ? null : showQuantity(row.weight),
    volume: row.volume == null ? null : showQuantity(row.volume),
    note: text(row.note),
    coming: coming.map((line) => ({
      line: `${text(line.document_id)}/${text(line.line_no)}`,
      order: { id: text(line.document_id), number: text(line.order_number) },
      vendor: text(line.vendor),
      item: text(line.item),
      unit: text(line.unit),
      due: dayOf(line.due_day),
      quantity: showQuantity(line.quantity),
      worth: showAmount(line.worth, currency),
    })),
    charges: await chargesOf(manager, number, text(row.incoterm_of), currency),
  };
}

const dayOf = (day: string | null | undefined): string | null => (day == null ? null : text(day));

/** Kinds of charges that are cost, with the part of the way that each belongs to. */
async function partsOfKinds(manager: EntityManager): Promise<{ readonly kind: string; readonly part: string }[]> {
  const rows: Row[] = await manager.query('SELECT code, part FROM charge_kind WHERE is_cost = 1 ORDER BY id');
  return rows.map((row) => ({ kind: text(row.code), part: text(row.part) }));
}

/** The kinds that an Incoterm leaves to the buyer. */
function expectedBy(incoterm: string, kinds: readonly { readonly kind: string; readonly part: string }[]): string[] {
  const rule = ruleOf(incoterm);
  const parts: readonly string[] = rule === '' ? [] : paidByBuyer(rule);
  return kinds.filter(({ part }) => parts.includes(part)).map(({ kind }) => kind);
}

const ruleOf = (written: string): ShipmentView['incoterm'] => INCOTERMS.find((rule) => rule === written) ?? '';

/** Each kind of charge that is expected or came: from the Incoterm, from estimates, and from what was allocated. */
async function chargesOf(
  manager: EntityManager,
  number: string,
  incoterm: string,
  currency: string,
): Promise<ShipmentView['charges']> {
  const byIncoterm = expectedBy(incoterm, await partsOfKinds(manager));
  const rows: Row[] = await manager.query(
    `SELECT k.code,
       (SELECT COALESCE(SUM(e.amount), 0) FROM came_on y JOIN receipt_estimate e ON e.document_id = y.receipt_id AND e.line_no = y.receipt_line_no WHERE e.kind = k.code AND y.shipment = ?) AS estimated,
       (SELECT COALESCE(SUM(x.base_amount), 0) FROM came_on y JOIN open_item x ON x.line_document_id = y.receipt_id AND x.line_no = y.receipt_line_no WHERE ${isOpen('estimated')} AND x.part = k.code AND y.shipment = ?) AS estimate_left
     FROM charge_kind k ORDER BY k.id`,
    [number, number],
  );
  const bills: Row[] = await manager.query(
    `SELECT c.kind, b.id, COALESCE(NULLIF(b.reference, ''), b.number) AS number, v.name AS vendor, SUM(a.amount) AS amount
     FROM ${ALLOCATED} JOIN document b ON b.id = a.charge_id JOIN vendor v ON v.id = b.vendor_id
     WHERE y.shipment = ? AND ${stands('a.document_id')} GROUP BY c.kind, b.id, b.reference, b.number, v.name ORDER BY b.id`,
    [number],
  );
  return rows.flatMap((row) => {
    const kind = text(row.code);
    const of = bills.filter((bill) => text(bill.kind) === kind);
    const allocated = of.reduce((sum, bill) => sum + big(bill.amount), 0n);
    const byRule = byIncoterm.includes(kind);
    if (!byRule && big(row.estimated) === 0n && of.length === 0) return [];
    return [
      {
        kind,
        expected: {
          incoterm: byRule,
          estimated: showAmount(row.estimated, currency),
          estimateLeft: showAmount(row.estimate_left, currency),
        },
        allocated: showAmount(allocated.toString(), currency),
        bills: of.map((bill) => ({
          id: text(bill.id),
          number: text(bill.number),
          vendor: text(bill.vendor),
          amount: showAmount(bill.amount, currency),
        })),
      },
    ];
  });
}
