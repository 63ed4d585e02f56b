import { estimateLeft } from '../charges/estimate.ts';
import { leftOf } from '../charges/allocation/decide.ts';
import { lineId, type Purpose, warehouseOf } from '../costing/pool.ts';
import { openOf, type Source } from '../costing/taking.ts';
import { sumOf } from '../exact/amounts.ts';
import { aheadLeft } from '../periods/accruals.ts';
import { awaitingCredit, claimedOn, owedOn, prepaidOn } from '../periods/remeasure.ts';
import { openToReceive } from '../purchasing/order/openOfLine.ts';
import { openToPutAway } from '../purchasing/putAway.ts';
import { openAmounts, unbilledOf } from '../state/billedAmounts.ts';
import type { Charge, CreditableLine, Payable, Prepayment } from '../state/owed.ts';
import type { Held, OrderLine, ReceiptLine } from '../state/purchasing.ts';
import type { OpenItem, OpenKind } from './openItem.ts';

type Open = Pick<OpenItem, 'line'> & Partial<OpenItem>;

const LAST_DAY = '9999-12-31';

/** Written field by field: documents of thousands of lines make one of these for each. */
const openItem = (kind: OpenKind, of: Open): OpenItem => ({
  kind,
  line: of.line,
  part: of.part ?? '',
  vendor: of.vendor ?? '',
  item: of.item ?? '',
  quantity: of.quantity ?? 0n,
  amount: of.amount ?? 0n,
  base: of.base ?? 0n,
});

export function openOfOrderLine(line: OrderLine): OpenItem[] {
  const of = { vendor: line.vendor, item: line.bought.item ?? '' };
  const ahead = line.aheads.map((part) =>
    openItem('billed-ahead', {
      ...of,
      line: part.line,
      part: line.id,
      quantity: part.quantity - sumOf(part.taken),
      amount: part.taken.reduce((left, { amount }) => left - amount, part.amount as bigint),
      base: aheadLeft(part),
    }),
  );
  return [openItem('to-receive', { ...of, line: line.id, quantity: openToReceive(line) }), ...ahead];
}

export function openOfReceiptLine(line: ReceiptLine): OpenItem[] {
  const { id, vendor, pool, estimates } = line;
  const item = line.bought.item ?? '';
  const { ordered, cleared } = openAmounts(line);
  const open = [
    openItem('to-bill', { line: id, vendor, item, quantity: unbilledOf(line), amount: ordered, base: cleared }),
  ];
  for (const kind of new Set(estimates.map((estimate) => estimate.kind)))
    open.push(openItem('estimated', { line: id, vendor, item, part: kind, base: estimateLeft(line, kind) }));
  if (pool !== undefined)
    open.push(
      openItem('to-put-away', { line: id, vendor, item, part: warehouseOf(pool), quantity: openToPutAway(line) }),
    );
  return open;
}

export const openOfHeld = ({ id, vendor, quantity, gone }: Held): OpenItem[] => [
  openItem('held', { line: id, vendor, quantity: quantity - sumOf(gone) }),
];

export function openOfCreditable(line: CreditableLine): OpenItem[] {
  const of = { line: line.id, vendor: line.vendor, item: line.item ?? '' };
  if (line.kind === 'return') {
    const { amount, base } = awaitingCredit(line, LAST_DAY);
    return [openItem('to-credit', { ...of, quantity: line.quantity - sumOf(line.credits), amount, base })];
  }
  const { amount, base } = claimedOn(line, LAST_DAY);
  return [openItem('claim', { ...of, amount, base })];
}

export const openOfCharge = (charge: Charge): OpenItem[] => [
  openItem('to-allocate', { line: charge.id, part: charge.kind, vendor: charge.vendor, base: leftOf(charge) }),
];

const TAKEN_LATER: Partial<Record<Purpose, OpenKind>> = { delivered: 'to-invoice', moved: 'in-transit' };

export function openOfSource(source: Source): OpenItem[] {
  const kind = TAKEN_LATER[source.purpose];
  return kind === undefined
    ? []
    : [openItem(kind, { line: source.line, item: source.item, quantity: openOf(source).untaken })];
}

export function openOfPayable(payable: Payable): OpenItem[] {
  const { amount, base } = owedOn(payable, LAST_DAY);
  return [
    openItem('to-pay', {
      line: lineId(payable.document, 0),
      vendor: payable.vendor,
      amount: -amount,
      base: -base,
    }),
  ];
}

export function openOfPrepayment(prepayment: Prepayment): OpenItem[] {
  const { vendor, amount, base } = prepaidOn(prepayment, LAST_DAY);
  return [openItem('prepaid', { line: lineId(prepayment.document, 0), vendor, amount, base })];
}
