import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { ReturnableLine } from '@obolus/contract/views/payables';
import { type LotPart, lotsToSend } from '../../lots/lots.ts';
import { compareFigures, difference, isZero } from '../../parts/exact.ts';

/** What goes back of a received line. */
export interface Back {
  readonly quantity: string;
  /** Other goods come in its place; else a credit does, as far as it was billed. */
  readonly replace: boolean;
  readonly reason: string;
  /** A paper that shows it; empty for none. */
  readonly photo?: string;
  readonly lots: readonly LotPart[];
  /** None of its own receipt are left, and it goes back all the same. */
  readonly confirmed: boolean;
}

export interface ReturnBody {
  readonly vendor: string;
  readonly date: string;
  /** The vendor's return number. */
  readonly reference: string;
  /** What the lines are narrowed to. */
  readonly find: string;
  readonly back: Readonly<Record<string, Back>>;
}

export const NOTHING_BACK: Back = { quantity: '', replace: false, reason: '', lots: [], confirmed: false };

/** What is not billed goes back first, and lowers what is to be billed; the rest was billed, and waits for a credit. */
export function parts({ unbilled }: ReturnableLine, quantity: string): { unbilled: string; billed: string } {
  if (quantity === '' || difference(quantity, '0') === undefined) return { unbilled: '', billed: '' };
  const of = compareFigures(quantity, unbilled) <= 0 ? quantity : unbilled;
  return { unbilled: of, billed: difference(quantity, of) ?? '' };
}

/**
 * Which papers are still expected of a received line once it went back: how much of it a bill is to come for, and a credit memo. Undefined where
 * nothing of it goes back. A bill of nothing is one that was expected and is none any more.
 */
export function papersToCome(
  line: ReturnableLine,
  { quantity, replace }: Back,
): { bill: string | undefined; credit: string | undefined } | undefined {
  const { unbilled, billed } = parts(line, quantity);
  if (unbilled === '' || isZero(quantity)) return undefined;
  return {
    bill: isZero(line.unbilled) ? undefined : difference(line.unbilled, unbilled),
    credit: replace || isZero(billed) ? undefined : billed,
  };
}

/** Whether a line is shown: something of it goes back, or it is what is looked for. */
export function isShown({ find, back }: ReturnBody, { line, item, receipt, order, known }: ReturnableLine): boolean {
  if (back[line]?.quantity) return true;
  const said = [item.number, item.name, receipt.number, order.number, ...known].join(' ').toLowerCase();
  return find
    .toLowerCase()
    .split(/\s+/)
    .every((word) => said.includes(word));
}

/** The return that stands for what was typed; undefined while nothing goes back. */
export function returnOf({ vendor, date, reference, back }: ReturnBody, lines: readonly ReturnableLine[]) {
  const gone = lines.flatMap(({ line, item, isClosed }) => {
    const { quantity = '', replace = false, reason = '', photo = '', lots = [], confirmed = false } = back[line] ?? {};
    if (quantity === '') return [];
    return [
      {
        of: line,
        quantity,
        ...lotsToSend(item.tracking, lots, quantity),
        ...(reason.trim() ? { reason: reason.trim() } : {}),
        ...(photo ? { photo } : {}),
        replace,
        ...(replace && isClosed ? { anew: true } : {}),
        confirmed,
      },
    ];
  });
  if (gone.length === 0) return undefined;
  const body: BodyOf<'return'> = { vendor, date, reference, lines: gone };
  return body;
}
