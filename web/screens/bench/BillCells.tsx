import { Link } from 'react-router';
import type { AssessedBill, WaitingBill } from '@obolus/contract/views/bench';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';

/** A bill that waits, and how it stands; undefined where nothing can be said of it yet. */
export interface Standing {
  readonly bill: WaitingBill;
  readonly assessed: AssessedBill | undefined;
}

/** What a bill comes to: by its paper, else as it is entered. */
export const amountOf = (bill: WaitingBill, assessed: AssessedBill | undefined): string | null =>
  bill.total ?? assessed?.total ?? null;

/** What a bill is called in a sentence. */
export const nameOf = ({ vendor, number, name }: WaitingBill): string =>
  [vendor?.name, number || name].filter(Boolean).join(', ');

/** Whose bill it is, its number as the way to it, and what it comes to. */
export function BillCells({ bill, assessed }: Standing) {
  const amount = amountOf(bill, assessed);
  const called = bill.number || bill.name || say(bill.vendor ? `kind.${bill.kind}` : 'paper.mail');
  return (
    <>
      <td className="whitespace-nowrap">{bill.vendor?.name}</td>
      <td className="whitespace-nowrap">
        {bill.vendor ? (
          <Link className="act" to={`/bench/${bill.vendor.id}/${bill.id}`}>
            {called}
          </Link>
        ) : (
          called
        )}
      </td>
      <td className="num">
        {amount !== null && (bill.kind === 'credit' ? showFigure(`-${amount}`) : showFigure(amount))}
      </td>
      <td className="dim">{bill.currency}</td>
    </>
  );
}
