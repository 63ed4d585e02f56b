import type { EntityManager } from 'typeorm';
import { type LineId, placeOf } from '@obolus/core/costing/pool';
import { daysBetween } from '@obolus/core/exact/calendar';
import { awaitingCredit } from '@obolus/core/periods/remeasure';
import type { CreditableLine } from '@obolus/core/state/owed';
import { sumOf } from '@obolus/core/exact/amounts';
import { readOpenCredits } from '../bills/creditable.ts';
import { text } from '../queries/figures.ts';
import { readUnmatched } from '../queries/unmatched.ts';
import type { Around } from './source.ts';

type Given = Readonly<Record<string, string>>;

const NOTHING = { amount: 0n, base: 0n };
const LAST_DAY = '9999-12-31';

/** What goods received not invoiced is made of; its amounts add up to the account, less what a period's end measured anew. */
export async function unmatchedRows(manager: EntityManager, { today }: Around): Promise<Given[]> {
  const lines = await readUnmatched(manager, today);
  return lines.map(({ of, kind, quantity, amount, vendor, document, label, unit, days }) => ({
    id: numberOf(of),
    document: document.number,
    date: document.date,
    days: days.toString(),
    vendor: vendor.name,
    vendor_id: vendor.id,
    what: label,
    quantity: quantity.toString(),
    unit,
    kind: kind === 'billed' ? 'billed-ahead' : kind,
    amount: amount.toString(),
    reference: document.reference,
  }));
}

/** Credits that vendors owe; what was asked for and what was not accepted add up to expected credits. */
export async function creditRows(manager: EntityManager, { today }: Around): Promise<Given[]> {
  const { open } = await readOpenCredits(manager, { all: false }, today);
  return open.map(({ line, said }) => {
    const left = leftOf(line);
    return {
      id: numberOf(line.id),
      document: text(said.number),
      date: text(said.date),
      days: daysBetween(text(said.date), today).toString(),
      vendor: text(said.vendor),
      vendor_id: text(said.vendor_id),
      what: text(said.label),
      unit: text(said.unit),
      kind: line.kind,
      ...(line.kind === 'return' ? { quantity: (line.quantity - sumOf(line.credits)).toString() } : {}),
      amount: left.amount.toString(),
      currency: line.currency,
      base: left.base.toString(),
      reference: text(said.reference),
    };
  });
}

/** What is still to be credited: of goods that went back what was billed of them, else what was asked for. */
function leftOf(line: CreditableLine): { amount: bigint; base: bigint } {
  if (line.kind === 'return') return awaitingCredit(line, LAST_DAY);
  const taken = line.credits.reduce(
    (sum, { expected, expectedBase }) => ({ amount: sum.amount + expected, base: sum.base + expectedBase }),
    NOTHING,
  );
  return { amount: line.expected.amount - taken.amount, base: line.expected.base - taken.base };
}

const numberOf = (line: LineId): string => placeOf(line).toString();
