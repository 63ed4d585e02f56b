import { lineId, type LineId } from '../costing/pool.ts';
import { base, type BaseAmount, baseOrThrow, formatAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { Charge, ExpensedLine } from '../state/owed.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { cited, type Reading } from '../state/caseStep.ts';
import { change } from '../state/writing.ts';
import { kind } from '../state/kind.ts';
import { textOf } from '../reading/fields.ts';

export interface ChargeMoveCommand {
  readonly kind: 'charge-move';
  readonly date: Day;
  /** The expense line of a bill, the kind of charge that it is, and how much of it. */
  readonly of: LineId;
  readonly charge: string;
  readonly amount: BaseAmount;
}

export interface ChargeMoveDocument extends ChargeMoveCommand {
  readonly moved: Charge;
}

/** A charge booked to expense by mistake is moved to charges to allocate first (accounting.md, Allocation). */
export function decideChargeMove(books: Books, command: ChargeMoveCommand): Decision<ChargeMoveDocument> {
  const expensed = books.expensed.get(command.of);
  const refusals: Refusal[] = checkDate(books, command.date, expensed ? [expensed.date] : []);
  if (!expensed) return refused([...refusals, refusal('line_unknown', '/of', { line: command.of })]);
  const left = leftOf(expensed);
  const { currency, recognition } = books.company;
  if (command.amount <= 0n) refusals.push(refusal('amount_zero', '/amount'));
  else if (command.amount > left)
    refusals.push(refusal('move_exceeds_expense', '/amount', { left: formatAmount(left, currency) }));
  if (refusals.length > 0) return refused(refusals);

  const { vendor, dimensions, expense } = expensed;
  const id = lineId(books.nextDocument.toString(), 1);
  const moved: Charge = { id, kind: command.charge, vendor, date: command.date, amount: command.amount, allocated: [] };
  return post(books, {
    document: { ...command, moved },
    date: command.date,
    effects: {
      flows: [
        {
          account: recognition === 'on-purchase' ? 'purchases' : 'charges-to-allocate',
          amount: command.amount,
          about: { vendor },
        },
        { account: 'expense', amount: base(-command.amount), about: { vendor, expense, ...dimensions } },
      ],
    },
    cites: [command.of],
  });
}

const leftOf = (line: ExpensedLine): BaseAmount =>
  base(line.amount - line.moved.reduce((sum, part) => sum + part.amount, 0n));

function moveStep({ step, numbers, books, date }: Reading): ChargeMoveCommand {
  const amount = baseOrThrow(textOf(step, 'amount'), books.company.currency);
  return { kind: 'charge-move', date, of: cited(textOf(step, 'of'), numbers), charge: textOf(step, 'type'), amount };
}

export const chargeMove = kind({
  name: 'charge-move',
  decide: decideChargeMove,
  record: (next, { moved, of, amount }) => {
    next.charges.set(moved.id, moved);
    change(next.expensed, of, (known) => ({ ...known, moved: [...known.moved, { line: moved.id, amount }] }));
  },
  charges: ({ charge, moved }) => [[charge, moved.id]],
  verbs: { 'move-charge': { keys: ['of', 'type', 'amount'], read: moveStep } },
});
