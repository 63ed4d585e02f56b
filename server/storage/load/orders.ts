import type { LineId } from '@obolus/core/costing/pool';
import { base, type BaseAmount } from '@obolus/core/exact/amounts';
import type { Order, OrderStep } from '@obolus/core/state/purchasing';
import { orderAmount } from '@obolus/core/purchasing/order/standing';
import type { BooksLoader } from './loader.ts';
import {
  baseOf,
  idOf,
  isTrue,
  pricingOf,
  quantityOf,
  query,
  rateOf,
  type Reading,
  type Row,
  stands,
  text,
} from './rows.ts';

export interface ReadOrders {
  readonly orders: readonly Order[];
  readonly limits: ReadonlyMap<string, BaseAmount>;
}

/** Orders with what was done with them, and the limits of those who stated them. */
export async function readOrders(
  reading: Reading,
  ids: readonly string[],
  baseCurrency: string,
  { weighed = false } = {},
): Promise<ReadOrders> {
  if (ids.length === 0) return { orders: [], limits: new Map() };
  const askedRows = query(
    reading,
    `SELECT d.id, d.vendor_id, d.currency, d.rate, d.date, d.entered_by, u.approval_limit, EXISTS (SELECT 1 FROM order_act s WHERE s.order_id = d.id) AS has_steps
     FROM document d JOIN user_account u ON u.id = d.entered_by WHERE d.id IN (?) AND d.kind = 'order' AND ${stands('d.id')}`,
    [ids],
  );
  const askedPrepaid = query(
    reading,
    `SELECT p.document_id, p.order_id FROM prepayment p WHERE p.order_id IN (?) AND ${stands('p.document_id')} ORDER BY p.document_id`,
    [ids],
  );
  const [rows, prepaid] = await Promise.all([askedRows, askedPrepaid]);
  const stepped = rows.filter((row) => isTrue(row.has_steps)).map((row) => row.id);
  const steps =
    stepped.length === 0
      ? []
      : await query(
          reading,
          `SELECT s.*, d.entered_by, u.approval_limit FROM order_act s JOIN document d ON d.id = s.document_id JOIN user_account u ON u.id = d.entered_by
           WHERE s.order_id IN (?) AND ${stands('s.document_id')} ORDER BY s.document_id`,
          [stepped],
        );
  const limits = new Map(
    [...rows, ...steps].flatMap((row) =>
      row.approval_limit == null ? [] : [[text(row.entered_by), baseOf(row.approval_limit)] as const],
    ),
  );
  // No decision asks what an order is worth that nobody limits and nobody has done anything with.
  const asked = rows.length > 0 && (weighed || limits.size > 0 || steps.length > 0);
  const amounts = asked ? await readAmounts(reading, rows, baseCurrency) : new Map<string, BaseAmount>();
  const orders = rows.map((row): Order => {
    const id = text(row.id);
    const own = steps.filter((step) => step.order_id === id);
    return {
      id,
      vendor: text(row.vendor_id),
      currency: text(row.currency),
      rate: rateOf(row.rate),
      date: text(row.date),
      amount: amounts.get(id) ?? base(0n),
      versions: [
        { document: id, by: text(row.entered_by) },
        ...own.filter(isVersion).map((step) => ({ document: text(step.document_id), by: text(step.entered_by) })),
      ],
      steps: own.filter((step) => !isVersion(step)).map(stepOf),
      prepaid: prepaid.filter((part) => part.order_id === id).map((part) => text(part.document_id)),
    };
  });
  return { orders, limits };
}

const isVersion = (step: Row): boolean => step.step === 'changed';

const stepOf = (row: Row): OrderStep => ({
  document: text(row.document_id),
  step: text(row.step) as OrderStep['step'],
  by: text(row.entered_by),
  version: text(row.version_id),
  amount: baseOf(row.amount),
});

async function readAmounts(
  reading: Reading,
  orders: readonly Row[],
  baseCurrency: string,
): Promise<Map<string, BaseAmount>> {
  const ids = orders.map((row) => row.id);
  const lines = await query(
    reading,
    'SELECT l.document_id, l.quantity, l.price, l.per, l.discount FROM ordered_line l WHERE l.document_id IN (?)',
    [ids],
  );
  return new Map(
    orders.map((order) => {
      const own = lines
        .filter((line) => line.document_id === order.id)
        .map((line) => ({ quantity: quantityOf(line.quantity), ...pricingOf(line) }));
      return [
        text(order.id),
        orderAmount({ currency: text(order.currency), rate: rateOf(order.rate) }, own, baseCurrency),
      ];
    }),
  );
}

/** Orders that are there, with the limits of those who stated them. */
export async function keepOrders(loader: BooksLoader, ids: readonly string[]): Promise<void> {
  await loader.keep('orders', ids, async (missing) => {
    const { orders, limits } = await readOrders(loader.reading, missing, loader.company.currency);
    for (const [user, limit] of limits) loader.parts.approvalLimits.set(user, limit);
    loader.parts.approvalLimits.seek(orders.flatMap(({ versions }) => versions.map(({ by }) => by)));
    return orders.map((order) => [order.id, order]);
  });
}

/** The lines of an order, by their ids. */
export async function readLineIds(reading: Reading, order: string): Promise<LineId[]> {
  return (
    await query(
      reading,
      'SELECT l.document_id, l.line_no FROM ordered_line l WHERE l.document_id = ? ORDER BY l.line_no',
      [order],
    )
  ).map((row) => idOf(row));
}
