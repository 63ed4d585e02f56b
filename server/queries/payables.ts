import type { EntityManager } from 'typeorm';
import {
  AGES,
  type Ageing,
  type CreditsOwed,
  type OwedToVendor,
  type PayableView,
} from '@obolus/contract/views/payables';
import { documentAmount, formatAmount, fraction } from '@obolus/core/exact/amounts';
import { daysBetween } from '@obolus/core/exact/calendar';
import { discountOn } from '@obolus/core/purchasing/terms';
import { RequestError } from '../asking/failures.ts';
import { groupBy } from '../storage/groupBy.ts';
import { upTo } from '../storage/upTo.ts';
import { balancesOn } from '../sums/balances.ts';
import { big, type Row, showAmount, showQuantity, text } from './figures.ts';
import { BASE_OF_PART, BY_PART, DUE_OF_PART, DUE_PARTS, duePartsOf, NEXT_DUE, OPEN_OF_PART } from './dueParts.ts';
import { HELD_BY_HAND } from './heldByHand.ts';
import { isOpen } from './openOfOrder.ts';
import { ASKED_PAYEE, ASKS_PAYEE, paidToOf } from './paidTo.ts';
import { remeasuredOf } from './remeasured.ts';

const MOST = 2000;

/** Goods that bill `d` was entered ahead of, is paid after, and that are not here. */
export const WAITS_FOR = `(SELECT COALESCE(SUM(a.quantity), 0) FROM bill_line b JOIN open_item a ON a.kind = 'billed-ahead' AND a.is_open = 1 AND a.line_document_id = b.document_id AND a.line_no = b.line_no
  WHERE b.document_id = d.id AND b.waits = 1)`;

/** What is open with a vendor, by the day it is due: bills that are not paid, credit memos and prepayments that are not used. */
export async function readOwedToVendor(manager: EntityManager, id: string, base: string): Promise<OwedToVendor> {
  const [vendor] = (await manager.query(
    'SELECT id, number, name, currency, hold, bank_account, payee FROM vendor WHERE id = ?',
    [id],
  )) as Row[];
  if (!vendor) throw new RequestError(404, 'problem.no_such_entry', { what: { word: 'register.vendors_one' } });
  const payables: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.reference, d.date, ${NEXT_DUE} AS due_day, ${DUE_PARTS}, d.currency, d.discount_day, d.discount, x.amount AS open, x.base_amount AS base, ${WAITS_FOR} AS waits, ${HELD_BY_HAND} AS held_because, ${ASKED_PAYEE}
     FROM open_item x JOIN document d ON d.id = x.line_document_id ${ASKS_PAYEE} WHERE x.vendor_id = ? AND ${isOpen('to-pay')} ORDER BY COALESCE(${NEXT_DUE}, d.date), d.id LIMIT ${MOST + 1}`,
    [id],
  );
  const prepaid: Row[] = await manager.query(
    `SELECT d.id, d.number, d.date, d.currency, x.amount AS left_of, COALESCE(o.number, '') AS order_number
     FROM open_item x JOIN document d ON d.id = x.line_document_id JOIN prepayment p ON p.document_id = d.id LEFT JOIN document o ON o.id = p.order_id
     WHERE x.vendor_id = ? AND ${isOpen('prepaid')} ORDER BY d.id LIMIT ${MOST + 1}`,
    [id],
  );
  const [owed, paid] = [upTo(MOST, payables), upTo(MOST, prepaid)];
  return {
    vendor: {
      id,
      number: text(vendor.number),
      name: text(vendor.name),
      currency: text(vendor.currency),
      hold: text(vendor.hold),
      payee: text(vendor.payee),
    },
    payables: owed.rows.map((row) => payableOf(row, base, text(vendor.bank_account))),
    prepaid: paid.rows.map((row) => ({
      id: text(row.id),
      number: text(row.number),
      date: text(row.date),
      order: text(row.order_number),
      currency: text(row.currency),
      left: showAmount(row.left_of, text(row.currency)),
    })),
    more: owed.more || paid.more,
  };
}

/** An open item; `own` is its vendor's account on file. */
export function payableOf(row: Row, base: string, own: string): PayableView {
  const currency = text(row.currency);
  const open = documentAmount(big(row.open));
  return {
    id: text(row.id),
    kind: (['credit', 'customs-entry'] as const).find((kind) => kind === row.kind) ?? 'bill',
    number: text(row.number),
    reference: text(row.reference),
    date: text(row.date),
    due: text(row.due_day),
    parts: duePartsOf(row),
    currency,
    open: formatAmount(open, currency),
    base: showAmount(row.base, base),
    discountDay: text(row.discount_day),
    discount: row.discount == null ? '' : formatAmount(discountOn(open, fraction(big(row.discount))), currency),
    waitsFor: big(row.waits) === 0n ? '' : showQuantity(row.waits),
    paidTo: paidToOf(row, own),
    heldBecause: text(row.held_because),
  };
}

/**
 * What is owed as of a day, by vendor, currency and age. With what period ends measured anew it is the account, to the cent: whoever
 * reads it sees both.
 */
export async function readAgeing(
  manager: EntityManager,
  base: string,
  { asOf, by }: { asOf: string; by: 'due' | 'paper' },
): Promise<Ageing> {
  const open: Row[] = await manager.query(
    `SELECT d.date, ${DUE_OF_PART} AS due, d.currency, v.id AS vendor_id, v.name AS vendor, ${OPEN_OF_PART} AS open, ${BASE_OF_PART} AS base
     FROM (SELECT c.line_document_id, SUM(c.amount) AS amount, SUM(c.base_amount) AS base_amount FROM open_change c JOIN document m ON m.id = c.document_id
           WHERE c.kind = 'to-pay' AND m.date <= ? GROUP BY c.line_document_id HAVING amount <> 0 OR base_amount <> 0) x
     JOIN document d ON d.id = x.line_document_id JOIN vendor v ON v.id = d.vendor_id ${BY_PART} ORDER BY v.name, v.id, d.currency, d.id, p.line_no`,
    [asOf],
  );
  const aged = open.map((row) => ({ row, age: ageOf(text(by === 'due' ? row.due : row.date), asOf) }));
  const sums = (of: typeof aged) =>
    BUCKETS.map((bucket) => of.reduce((sum, { row, age }) => (age === bucket ? sum + big(row.base) : sum), 0n));
  const totalOf = (of: typeof aged) => of.reduce((sum, { row }) => sum + big(row.base), 0n);
  const groups = groupBy(aged, ({ row }) => `${text(row.vendor_id)} ${text(row.currency)}`);
  // What is owed is a credit: shown as what is to be paid.
  const measured = -(await remeasuredOf(manager, 'payables', asOf));
  const account = -(await balancesOn(manager, asOf))
    .filter((row) => row.account === 'payables' || row.account === 'customs-payable')
    .reduce((sum, row) => sum + big(row.balance), 0n);
  const show = (amount: bigint) => showAmount(amount, base);
  return {
    asOf,
    rows: [...groups.values()].map((of) => {
      const [{ row } = { row: {} as Row }] = of;
      return {
        vendor: { id: text(row.vendor_id), name: text(row.vendor) },
        currency: text(row.currency),
        open: showAmount(
          of.reduce((sum, one) => sum + big(one.row.open), 0n),
          text(row.currency),
        ),
        aged: sums(of).map(show),
        total: show(totalOf(of)),
      };
    }),
    aged: sums(aged).map(show),
    measured: show(measured),
    total: show(totalOf(aged) + measured),
    account: show(account),
  };
}

const BUCKETS = [...AGES.keys(), AGES.length];

/** By how many days it is past: not at all, up to 30, up to 60, up to 90, longer. */
function ageOf(day: string, asOf: string): number {
  const past = daysBetween(day, asOf);
  const bucket = AGES.findIndex((most) => past <= most);
  return bucket < 0 ? AGES.length : bucket;
}

/** What vendors owe for goods that went back and for what was asked back, beside what its two accounts say. */
export async function readCreditsOwed(manager: EntityManager, base: string): Promise<CreditsOwed> {
  const [open] = (await manager.query(
    `SELECT COALESCE(SUM(IF(x.kind = 'to-credit', x.base_amount, 0)), 0) AS returned, COALESCE(SUM(IF(x.kind = 'claim', x.base_amount, 0)), 0) AS claimed
     FROM open_item x WHERE x.kind IN ('to-credit', 'claim') AND x.is_open = 1`,
  )) as Row[];
  const [returned, claimed] = [big(open?.returned), big(open?.claimed)];
  const measured = await remeasuredOf(manager, 'returns-to-credit', LAST_DAY);
  const accounts = (await balancesOn(manager, LAST_DAY))
    .filter(({ account }) => account === 'returns-to-credit' || account === 'expected-credits')
    .reduce((sum, row) => sum + big(row.balance), 0n);
  const show = (amount: bigint) => showAmount(amount, base);
  return {
    returned: show(returned),
    claimed: show(claimed),
    measured: show(measured),
    sum: show(returned + claimed + measured),
    accounts: show(accounts),
  };
}

const LAST_DAY = '9999-12-31';
