import { Journal } from '../books/journal.ts';
import type { LineId } from '../costing/pool.ts';
import type { Cost } from '../costing/settle.ts';
import { base, formatAmount, type BaseAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books, Charge, ReceiptLine } from '../posting/books.ts';
import { checkCitedOnce, checkDate, post, refused, type Decision } from '../posting/decision.ts';
import { refusal, type Refusal } from '../posting/refusal.ts';
import { shareCharge, type Basis, type Target } from './basis.ts';

export interface AllocationCommand {
  readonly kind: 'allocation';
  readonly date: Day;
  /** Received lines, in the order in which ties of the sharing out are broken. */
  readonly to: readonly LineId[];
  readonly charges: readonly {
    of: LineId;
    basis: Basis;
    /** How much of the charge; all that is left where undefined. */
    amount: BaseAmount | undefined;
    /** Shares set by hand. */
    fixed: readonly { line: LineId; amount: BaseAmount }[];
  }[];
}

export interface AllocationDocument extends AllocationCommand {
  /** Per charge, in their order, the share of each line of `to`. */
  readonly shares: readonly { charge: LineId; kind: string; basis: Basis; amounts: readonly BaseAmount[] }[];
}

/** Charges go onto the goods: a late cost of each received line against *charges to allocate* (accounting.md, Allocation). */
export function decideAllocation(books: Books, command: AllocationCommand): Decision<AllocationDocument> {
  const charges = command.charges.map((charge) => books.charges.get(charge.of));
  const received = command.to.map((line) => books.receiptLines.get(line));
  const refusals: Refusal[] = [
    ...checkDate(
      books,
      command.date,
      charges.flatMap((cited) => (cited ? [cited.date] : [])),
    ),
    ...checkCitedOnce(command.charges, '/charges'),
    ...checkCitedOnce(
      command.to.map((of) => ({ of })),
      '/to',
    ),
    ...received.flatMap((line, position) => (line ? [] : [refusal('line_unknown', `/to/${position}`, { line: command.to[position] ?? '' })])),
  ];
  if (command.to.length === 0) refusals.push(refusal('no_lines', '/to'));
  if (command.charges.length === 0) refusals.push(refusal('no_lines', '/charges'));
  if (refusals.length > 0) return refused(refusals);

  const lines = received as ReceiptLine[];
  const shared = command.charges.map((charge, position) => shareOne(books, command, charge, charges[position], lines, `/charges/${position}`));
  const failed = shared.flatMap((outcome) => (outcome.ok ? [] : [outcome.refusal]));
  if (failed.length > 0) return refused(failed);

  const shares = shared.flatMap((outcome) => (outcome.ok ? [outcome.share] : []));
  const costs: Cost[] = shares.flatMap((share) =>
    share.amounts.flatMap((amount, position) => {
      const line = lines[position];
      if (!line || amount === 0n) return [];
      return [{ pool: line.pool, movement: line.id, component: share.kind, amount, against: 'charges-to-allocate' as const, about: share.about }];
    }),
  );
  const document = { ...command, shares: shares.map(({ charge, kind, basis, amounts }) => ({ charge, kind, basis, amounts })) };
  return post(books, document, new Journal(command.date), command.date, [], costs);
}

type SharedCharge =
  { ok: true; share: { charge: LineId; kind: string; basis: Basis; amounts: BaseAmount[]; about: { vendor: string } } } | { ok: false; refusal: Refusal };

function shareOne(
  books: Books,
  command: AllocationCommand,
  asked: AllocationCommand['charges'][number],
  charge: Charge | undefined,
  lines: readonly ReceiptLine[],
  at: string,
): SharedCharge {
  if (!charge) return { ok: false, refusal: refusal('line_unknown', at, { line: asked.of }) };
  const left = charge.amount - charge.allocated;
  const amount = asked.amount ?? left;
  if (amount > left || left === 0n) {
    const { currency } = books.company;
    return {
      ok: false,
      refusal: refusal('allocation_exceeds_charge', `${at}/amount`, { left: formatAmount(left, currency), asked: formatAmount(amount, currency) }),
    };
  }
  if (amount <= 0n) return { ok: false, refusal: refusal('amount_zero', `${at}/amount`) };
  const stray = asked.fixed.find((fixed) => !command.to.includes(fixed.line));
  if (stray) return { ok: false, refusal: refusal('line_unknown', `${at}/fixed`, { line: stray.line }) };
  const negative = asked.fixed.findIndex((fixed) => fixed.amount < 0n);
  if (negative >= 0) return { ok: false, refusal: refusal('amount_negative', `${at}/fixed/${negative}/amount`) };

  const targets: Target[] = lines.map((line) => ({ line, item: books.items.get(line.item) ?? { weight: undefined, volume: undefined } }));
  const fixed = new Map(asked.fixed.map((share) => [share.line, share.amount as bigint]));
  const outcome = shareCharge(amount, asked.basis, targets, fixed, at);
  if (!outcome.ok) return outcome;
  const about = { vendor: charge.vendor };
  return { ok: true, share: { charge: charge.id, kind: charge.kind, basis: asked.basis, amounts: outcome.shares.map(base), about } };
}
