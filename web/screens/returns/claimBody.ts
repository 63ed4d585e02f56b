import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { CreditableView } from '@obolus/contract/views/bench';
import { difference, isZero, sumOf } from '../../parts/exact.ts';

export type To = 'cost' | 'variance';

/** What is closed of a claim, by quantity of goods that went back, else by amount; and what of it came in money. Empty for nothing. */
export interface Closed {
  readonly closed: string;
  readonly received: string;
  readonly to: To;
}

export interface ClaimBody {
  readonly vendor: string;
  readonly date: string;
  readonly currency: string;
  readonly reason: string;
  /** The company's bank account; empty for the usual one. */
  readonly account: string;
  readonly got: string;
  readonly claims: Readonly<Record<string, Closed>>;
}

export const NOT_CLOSED: Closed = { closed: '', received: '', to: 'cost' };

export const isGoods = ({ kind }: CreditableView): boolean => kind === 'return';

/** What waits for a credit: goods that went back, and what was asked back of bills. */
export const isClaim = (line: CreditableView): boolean => isGoods(line) || !isZero(line.expected);

/** What is open of a claim: goods by quantity, everything else by amount. */
export const openOf = (line: CreditableView): string => (isGoods(line) ? (line.quantity ?? '') : line.expected);

/** Whether what is refused of it may go into goods. */
export const hasGoods = ({ kind, unit }: CreditableView): boolean => kind === 'bill' && unit !== '';

/** The document that stands for what was typed; undefined while nothing is closed. What an account got is said where its currency is another. */
export function closingOf(
  { vendor, date, currency, reason, got, claims }: ClaimBody,
  lines: readonly CreditableView[],
  account: { readonly id: string; readonly currency: string },
): BodyOf<'claim-closing'> | undefined {
  const closed = lines.flatMap((line) => {
    const said = claims[line.line];
    if (said === undefined || said.closed === '') return [];
    const what = isGoods(line) ? { quantity: said.closed } : { amount: said.closed };
    return [{ of: line.line, ...what, received: said.received, to: said.to }];
  });
  if (closed.length === 0) return undefined;
  const paidInto = account.id ? { account: account.id } : {};
  return {
    ...{ vendor, date, currency, reason, ...paidInto },
    ...(got && account.currency !== currency ? { got } : {}),
    lines: closed,
  };
}

/** What of an amount is refused; of goods that went back the books say so. */
export function refusedOf(line: CreditableView, { closed, received }: Closed): string {
  if (isGoods(line) || closed === '') return '';
  const left = difference(closed, received || '0');
  return left === undefined || isZero(left) ? '' : sumOf([left], line.currency);
}
