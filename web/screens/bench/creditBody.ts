import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { CreditableView } from '@obolus/contract/views/bench';
import type { MessageId } from '@obolus/messages/message';
import { amountOfLine, isZero } from '../../parts/exact.ts';

export type To = NonNullable<BodyOf<'credit'>['lines'][number]['to']>;
/** What a credit memo says of a line: goods that went back by quantity and price, everything else by an amount and where it goes. */
export interface Credited {
  readonly quantity?: string;
  readonly price?: string;
  readonly amount?: string;
  readonly to?: To;
}
export interface Body extends Omit<BodyOf<'credit'>, 'lines' | 'tax'> {
  readonly credited: Readonly<Record<string, Credited>>;
  readonly tax: string;
  readonly paper?: string;
}

export const amountOf = (body: Body, line: CreditableView): string | undefined => {
  const said = body.credited[line.line];
  return said?.quantity ? amountOfLine(said.quantity, said.price ?? '', '', body.currency) : said?.amount;
};

const TO: readonly (readonly [To, MessageId])[] = [
  ['expected', 'bench.requested_credit'],
  ['cost', 'status.cost'],
  ['variance', 'status.variance'],
];

/** Where a credit may go: against one that was requested, or into what it makes cheaper. */
export const toOf = (line: CreditableView): typeof TO =>
  line.kind === 'disputed' || line.kind === 'claim' ? TO.slice(0, 1) : isZero(line.expected) ? TO.slice(1) : TO;

/** What a line is credited by where nothing else is said. */
export const usual = (line: CreditableView): Credited =>
  line.kind === 'return' ? { price: line.price ?? '' } : { to: isZero(line.expected) ? 'cost' : 'expected' };
