import { parseDecimal } from '@obolus/core/exact/decimal';
import type { SaidAmount, Stated, StatedLine, StatedSums } from './stated.ts';

const PLACES = 10;

/** A bill that comes to less than nothing is a credit memo: what it says below zero is credited. */
export function creditWhereBelowZero(said: Stated): Stated {
  const total = parseDecimal(said.total.trim(), PLACES);
  if (said.kind === 'credit' || !total.ok || total.scaled >= 0n) return said;
  return {
    ...said,
    kind: 'credit',
    lines: said.lines.map(turnedLine),
    charges: said.charges.map(turnedAmount),
    allowances: said.allowances.map(turnedAmount),
    taxes: said.taxes.map(turned),
    total: turned(said.total),
    sums: turnedSums(said.sums),
    besides: {
      ...said.besides,
      prepaid: turned(said.besides.prepaid),
      payable: turned(said.besides.payable),
      rounding: turned(said.besides.rounding),
      withheld: turned(said.besides.withheld),
    },
  };
}

const turnedLine = (line: StatedLine): StatedLine => ({
  ...line,
  quantity: turned(line.quantity),
  amount: turned(line.amount),
  takenOff: line.takenOff.map(turned),
  added: line.added.map(turned),
});

const turnedAmount = ({ said, amount }: SaidAmount): SaidAmount => ({ said, amount: turned(amount) });

const turnedSums = ({ taxed, ...sums }: StatedSums): StatedSums => ({
  lines: turned(sums.lines),
  allowances: turned(sums.allowances),
  charges: turned(sums.charges),
  net: turned(sums.net),
  tax: turned(sums.tax),
  gross: turned(sums.gross),
  taxed: taxed.map(({ basis, percent, tax }) => ({ basis: turned(basis), percent, tax: turned(tax) })),
});

/** A figure with the other sign; what is none stays as it is written. */
function turned(text: string): string {
  const figure = text.trim();
  const read = parseDecimal(figure, PLACES);
  if (!read.ok || read.scaled === 0n) return text;
  return figure.startsWith('-') ? figure.slice(1) : `-${figure.replace(/^\+/, '')}`;
}
