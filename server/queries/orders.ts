import type { EntityManager } from 'typeorm';
import type { OrderView } from '@obolus/contract/views/orders';
import type { Order } from '@obolus/core/state/purchasing';
import { approvalOf, isHeld, limitOf, sentVersion } from '@obolus/core/purchasing/order/standing';
import { RequestError } from '../asking/failures.ts';
import { groupBy } from '../storage/groupBy.ts';
import { readOrders, type ReadOrders } from '../storage/load/orders.ts';
import { stands, WHY_CLOSED } from '../storage/load/rows.ts';
import {
  amountOfLine,
  askedIn,
  big,
  ITEM_COLUMNS,
  itemOf,
  type Row,
  showAmount,
  showDiscount,
  showPrice,
  showQuantity,
  text,
} from './figures.ts';
import { readExpectedCosts } from './expectedCosts.ts';
import { BILLED_OF_ORDER, CLOSED, OPEN, RECEIVED } from './openOfOrder.ts';
import { type Message, message } from '@obolus/messages/message';

/** An order as it stands: what its lines have come to, whether it may go on, and everything that was done with it. */
export async function viewOrder(manager: EntityManager, baseCurrency: string, id: string): Promise<OrderView> {
  const { orders, limits } = await readOrders({ manager, locking: false }, [id], baseCurrency, { weighed: true });
  const [order] = orders;
  if (!order) throw new RequestError(404, 'problem.no_such_order');
  const [header] = (await manager.query(
    `SELECT d.number, d.warehouse_id, v.id AS vendor_id, v.name AS vendor, u.name AS buyer, t.name AS terms, o.terms_id, o.incoterm, o.place
     FROM document d JOIN vendor v ON v.id = d.vendor_id LEFT JOIN order_terms o ON o.document_id = d.id JOIN terms t ON t.id = COALESCE(o.terms_id, v.terms_id)
     JOIN user_account u ON u.id = d.entered_by WHERE d.id = ?`,
    [id],
  )) as Row[];
  const lines = await readLines(manager, id, order.currency, baseCurrency);
  const versions = order.versions.map(({ document }) => document);
  return {
    id,
    number: text(header?.number),
    date: order.date,
    currency: order.currency,
    warehouse: text(header?.warehouse_id),
    vendor: { id: text(header?.vendor_id), name: text(header?.vendor) },
    buyer: text(header?.buyer),
    terms: text(header?.terms),
    ownTerms: text(header?.terms_id),
    place: text(header?.place),
    incoterm: text(header?.incoterm) as OrderView['incoterm'],
    base: showAmount(order.amount, baseCurrency),
    ...showStanding(order, limits, baseCurrency),
    lines,
    history: await readHistory(manager, id, versions, order.currency),
  };
}

/** How an order stands: worked out from what was done with it, never kept. */
export function showStanding(
  order: Order,
  limits: ReadOrders['limits'],
  baseCurrency: string,
): Pick<OrderView, 'limit' | 'approval' | 'held' | 'version' | 'sent'> {
  const versions = order.versions.map(({ document }) => document);
  const sent = sentVersion(order);
  const limit = limitOf(order, limits);
  return {
    limit: limit === undefined ? null : showAmount(limit, baseCurrency),
    approval: approvalOf(order, limits),
    held: isHeld(order),
    version: versions.length,
    sent: sent === undefined ? null : versions.indexOf(sent) + 1,
  };
}

async function readLines(
  manager: EntityManager,
  id: string,
  currency: string,
  baseCurrency: string,
): Promise<OrderView['lines']> {
  const rows: Row[] = await manager.query(
    `SELECT l.*, ${ITEM_COLUMNS}, ${RECEIVED} AS received, ${BILLED_OF_ORDER} AS billed, ${OPEN} AS open, ${CLOSED} AS closed,
            (SELECT GROUP_CONCAT(DISTINCT ${WHY_CLOSED} SEPARATOR '; ') FROM order_closing_line c JOIN document d ON d.id = c.document_id
             WHERE c.order_id = l.document_id AND c.order_line_no = l.line_no AND ${stands('c.document_id')}) AS reason
     FROM ordered_line l LEFT JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
    [id],
  );
  const estimates: Row[] = await manager.query(
    `SELECT t.line_no, t.kind, t.estimated_by, t.figure, t.rule FROM order_estimate t JOIN ordered_line l ON l.document_id = t.document_id AND l.line_no = t.line_no AND l.by_id = t.by_id
     WHERE t.document_id = ? ORDER BY t.kind`,
    [id],
  );
  const expected = await readExpectedCosts(manager, id);
  return rows.map((row) => ({
    line: `${id}/${text(row.line_no)}`,
    expected: expected.get(`${id}/${text(row.line_no)}`)?.unitCost ?? '',
    item: row.item_id == null ? null : itemOf(row),
    expense: text(row.expense),
    ...askedIn(row),
    quantity: showQuantity(row.quantity),
    price: showPrice(row.price),
    discount: showDiscount(row.discount),
    due: row.due_day ?? null,
    amount: showAmount(amountOfLine(row, currency), currency),
    received: showQuantity(row.received),
    billed: showQuantity(row.billed),
    open: showQuantity(row.open),
    closed: big(row.closed) === 0n ? null : { quantity: showQuantity(row.closed), reason: text(row.reason) },
    department: text(row.department),
    location: text(row.location),
    project: text(row.project),
    warehouse: text(row.warehouse_id),
    taxCode: text(row.tax_code),
    shipment: text(row.shipment),
    estimates: estimates
      .filter((estimate) => text(estimate.line_no) === text(row.line_no))
      .map((estimate) => estimateOf(estimate, baseCurrency)),
  }));
}

function estimateOf(
  { kind, estimated_by: by, figure, rule }: Row,
  baseCurrency: string,
): OrderView['lines'][number]['estimates'][number] {
  const shown =
    by === 'tariff'
      ? ''
      : by === 'percent'
        ? showDiscount(figure)
        : by === 'flat'
          ? showAmount(figure, baseCurrency)
          : showPrice(figure);
  return {
    kind: text(kind) as 'freight',
    by: text(by) as 'unit',
    figure: shown,
    ...(text(rule) === '' ? {} : { rule: text(rule) }),
  };
}

/** What was done with it, in the order of entry; a later version says what it changed. */
async function readHistory(
  manager: EntityManager,
  id: string,
  versions: readonly string[],
  currency: string,
): Promise<OrderView['history']> {
  const rows: Row[] = await manager.query(
    `SELECT d.id, d.number, d.kind, d.date, ${WHY_CLOSED} AS note, u.name AS by_name, s.step, s.version_id FROM document d JOIN user_account u ON u.id = d.entered_by
     LEFT JOIN order_act s ON s.document_id = d.id
     WHERE (d.id = ? OR s.order_id = ? OR d.id IN (SELECT c.document_id FROM order_closing_line c WHERE c.order_id = ?)) AND ${stands('d.id')} ORDER BY d.id`,
    [id, id, id],
  );
  const changes = await readChanges(manager, id, currency);
  return rows.map((row) => ({
    id: text(row.id),
    number: text(row.number),
    date: text(row.date),
    by: text(row.by_name),
    reason: row.kind === 'order' ? '' : text(row.note),
    step: (row.kind === 'order' ? 'placed' : row.step == null ? 'closed' : text(row.step)) as 'placed',
    version: versions.indexOf(text(row.step === 'changed' || row.kind === 'order' ? row.id : row.version_id)) + 1,
    changes: changes.get(text(row.id)) ?? [],
  }));
}

type Change = OrderView['history'][number]['changes'][number];

/** Each version's lines beside what stood before: only what differs. */
async function readChanges(manager: EntityManager, id: string, currency: string): Promise<Map<string, Change[]>> {
  const rows: Row[] = await manager.query(
    `SELECT l.*, i.unit AS item_unit, COALESCE(i.name, l.expense) AS label, w.name AS warehouse FROM order_line l LEFT JOIN item i ON i.id = l.item_id LEFT JOIN warehouse w ON w.id = l.warehouse_id
     WHERE l.document_id = ? AND (l.by_id = l.document_id OR ${stands('l.by_id')}) ORDER BY l.line_no, l.by_id`,
    [id],
  );
  const changes = new Map<string, Change[]>();
  for (const stated of groupBy(rows, (row) => text(row.line_no)).values()) {
    stated.forEach((row, at) => {
      const by = text(row.by_id);
      if (by === id) return;
      changes.set(by, [...(changes.get(by) ?? []), ...differences(stated[at - 1], row, currency)]);
    });
  }
  return changes;
}

const SHOWN: readonly (readonly [what: string, show: (row: Row) => string])[] = [
  ['quantity', (row) => `${askedIn(row).asked}${row.unit ? ` ${text(row.unit)}` : ''}`],
  ['price', (row) => showPrice(row.price)],
  ['discount', (row) => (showDiscount(row.discount) === '' ? '' : `${showDiscount(row.discount)} %`)],
  ['due', (row) => text(row.due_day)],
  ['warehouse', (row) => text(row.warehouse)],
  ['tax', (row) => text(row.tax_code)],
  ['shipment', (row) => text(row.shipment)],
  ['department', (row) => text(row.department)],
  ['location', (row) => text(row.location)],
  ['project', (row) => text(row.project)],
];

function statedLine(row: Row, currency: string): Message {
  const { asked, unit } = askedIn(row);
  const values = { quantity: { figure: asked }, price: { figure: showPrice(row.price) }, currency };
  return unit === ''
    ? message('document.new_expense_at', values)
    : message('document.new_line_at', { ...values, unit });
}

function differences(before: Row | undefined, now: Row, currency: string): Change[] {
  const label = text(now.label);
  const line = `${text(now.document_id)}/${text(now.line_no)}`;
  if (!before)
    return [
      {
        line,
        label,
        what: 'new-line',
        was: '',
        is: statedLine(now, currency),
      },
    ];
  return SHOWN.flatMap(([what, show]) =>
    show(before) === show(now) ? [] : [{ line, label, what, was: show(before), is: show(now) }],
  );
}
