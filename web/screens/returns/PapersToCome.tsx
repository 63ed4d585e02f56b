import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { isZero } from '../../parts/exact.ts';
import { papersToCome } from './returnBody.ts';
import type { ReturnRow } from './returnColumns.ts';

/** Of what goes back: whether a bill for it is still expected, for how much of it a credit memo, and what is ordered anew. */
export function PapersToCome({ rows }: { rows: readonly ReturnRow[] }) {
  const lines = rows.flatMap(({ line, back }) => {
    const papers = papersToCome(line, back);
    if (!papers) return [];
    const of = (figure: string) => ({ name: line.item.name, unit: line.item.unit, quantity: showFigure(figure) });
    const { bill, credit } = papers;
    return [
      bill !== undefined &&
        (isZero(bill) ? say('returns.no_bill_comes', of(bill)) : say('returns.bill_comes', of(bill))),
      credit !== undefined && say('returns.credit_comes', of(credit)),
      back.replace && line.isClosed && say('returns.ordered_anew', of(back.quantity)),
    ].filter((text) => text !== false);
  });
  return (
    <>
      {lines.map((text, at) => (
        <p key={at}>{text}</p>
      ))}
    </>
  );
}
