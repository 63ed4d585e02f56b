import { base, type BaseAmount, lineAmount, type Pricing, toBase } from '../../exact/amounts.ts';
import { lineId } from '../../costing/pool.ts';
import type { Books } from '../../state/books.ts';
import type { Order, OrderLine, OrderStep } from '../../state/purchasing.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { isHere } from '../../state/slice.ts';

/** Whether somebody else has agreed to an order that is above its buyer's limit. */
export type Approval = 'not-needed' | 'awaited' | 'approved' | 'rejected';

/** What an order is worth as it now stands, at its own rate, in base currency: each line rounded, what was closed left in. */
export function orderAmount(
  { currency, rate }: Pick<Order, 'currency' | 'rate'>,
  lines: readonly (Pricing & Pick<OrderLine, 'quantity'>)[],
  baseCurrency: string,
): BaseAmount {
  const amounts = lines.map((line) => toBase(lineAmount(line.quantity, line, currency), currency, rate, baseCurrency));
  return base(amounts.reduce((sum, amount) => sum + amount, 0n));
}

export function linesOfOrder({ orderLines }: Pick<Books, 'orderLines'>, order: string): OrderLine[] {
  // They are numbered one after the other.
  const lines: OrderLine[] = [];
  for (let number = 1; ; number += 1) {
    const id = lineId(order, number);
    const line = isHere(orderLines, id) ? orderLines.get(id) : undefined;
    if (line === undefined) return lines;
    lines.push(line);
  }
}

/**
 * Approval is worked out from what was done, never kept: an order above the lowest limit of those who stated it waits for
 * another person, unless it is no dearer than what was approved last. A version that was rejected stays so until another stands.
 */
export function approvalOf(order: Order, limits: Books['approvalLimits']): Approval {
  const { amount } = order;
  const limit = limitOf(order, limits);
  if (limit === undefined || amount <= limit) return 'not-needed';
  const approved = lastOf(order, 'approved');
  if (approved && amount <= approved.amount) return 'approved';
  return lastOf(order, 'rejected')?.version === latestVersion(order) ? 'rejected' : 'awaited';
}

/** The document that states the order as it is now. */
export const latestVersion = ({ id, versions }: Order): string => versions[versions.length - 1]?.document ?? id;

/** The lowest limit of those who stated the order; undefined where none of them has one. */
export function limitOf({ versions }: Order, limits: Books['approvalLimits']): BaseAmount | undefined {
  const own = versions.flatMap(({ by }) => limits.get(by) ?? []);
  return own.reduce<BaseAmount | undefined>(
    (least, limit) => (least === undefined || limit < least ? limit : least),
    undefined,
  );
}

const lastOf = ({ steps }: Order, ...kinds: OrderStep['step'][]): OrderStep | undefined =>
  [...steps].reverse().find(({ step }) => kinds.includes(step));

export const isHeld = (order: Order): boolean => lastOf(order, 'held', 'released')?.step === 'held';

/** The document that stated what was last given to the vendor; undefined where nothing was. */
export const sentVersion = (order: Order): string | undefined => lastOf(order, 'sent')?.version;

/** What keeps an order from being sent, and its goods from being received; undefined where nothing does. */
export function barredBy(
  order: Order,
  limits: Books['approvalLimits'],
): 'order_on_hold' | 'order_awaits_approval' | 'order_rejected' | undefined {
  if (isHeld(order)) return 'order_on_hold';
  const approval = approvalOf(order, limits);
  return approval === 'awaited' ? 'order_awaits_approval' : approval === 'rejected' ? 'order_rejected' : undefined;
}

export function checkStanding(books: Books, order: Order | undefined, at: string): Refusal[] {
  const barred = order && barredBy(order, books.approvalLimits);
  return barred ? [refusal(barred, at, { order: order.id })] : [];
}

/** Whoever changes or answers an order says which version they looked at: it must be the one that stands. */
export function checkSeen({ versions }: Order, seen: number, at: string): Refusal[] {
  return seen === versions.length ? [] : [refusal('order_changed_since', at, { version: String(versions.length) })];
}
