import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { PreviewReply } from '@obolus/contract/commands';
import type { AccountStatementRead } from '@obolus/contract/views/payables';
import { isDay } from '@obolus/core/exact/calendar';
import { dayWritten, figureWritten } from '../../../locale/cellTexts.ts';
import { difference } from '../../../parts/exact.ts';

/** A bill above zero, a credit memo or a payment below, as the vendor's paper has it. */
export interface StatedLine {
  readonly date: string;
  readonly reference: string;
  readonly text: string;
  readonly amount: string;
  /** The document here that somebody says it is. */
  readonly document?: string;
}

export interface Body {
  readonly vendor: string;
  /** The vendor's own where empty. */
  readonly currency: string;
  readonly date: string;
  /** From which day it lists all that happened; empty for a list of what is open. */
  readonly from: string;
  readonly reference: string;
  readonly opening: string;
  readonly closing: string;
  readonly agreed: string;
  readonly note: string;
  readonly lines: readonly StatedLine[];
}

export const NO_LINE: StatedLine = { date: '', reference: '', text: '', amount: '' };

export const isBlank = (line: StatedLine): boolean => Object.values(line).every((said) => said === '');

/** As it is sent: nothing while neither a line nor a balance is typed. */
export function statementBody(body: Body, currency: string): BodyOf<'vendor-statement'> | undefined {
  const lines = body.lines.filter((line) => !isBlank(line));
  if (lines.length === 0 && body.closing === '') return undefined;
  return { ...body, currency, lines };
}

/**
 * What was read from a file, in the words of whoever reads it; a workbook has figures and days of its own. Where it carries a balance, its first gives what
 * was owed before and its last what is owed now.
 */
export function linesRead(
  { from, lines }: AccountStatementRead,
  today: string,
): Pick<Body, 'lines'> & Partial<Pick<Body, 'opening' | 'closing'>> {
  const figure = (text: string) => (from === 'workbook' ? text : figureWritten(text));
  const read = lines.map(({ date, reference, text, amount }) => ({
    date: isDay(date) ? date : dayWritten(date, today),
    reference,
    text,
    amount: figure(amount),
  }));
  const [first, last] = [lines[0], lines[lines.length - 1]];
  if (!first?.balance || !last?.balance) return { lines: read };
  return {
    lines: read,
    opening: difference(figure(first.balance), read[0]?.amount ?? '0') ?? '',
    closing: figure(last.balance),
  };
}

type Beside = NonNullable<PreviewReply['statement']>['beside'][number];

/** What to do about a line that differs: looked at here, or asked of the vendor. */
export function stepFor(
  { found, own, waiting }: Pick<Beside, 'found' | 'own' | 'waiting'>,
  amount: string,
): 'none' | 'post-waiting' | 'ask-for-bill' | 'ask-for-credit' | 'ask-vendor' | 'check-document' | 'on-its-way' {
  const isBelow = amount.startsWith('-');
  switch (found) {
    case 'agreed':
    case 'agreed-in-sum':
      return 'none';
    case 'date-differs':
    case 'reference-differs':
    case 'amount-differs':
      return 'check-document';
    case 'missing-here':
      if (waiting) return 'post-waiting';
      return isBelow ? 'ask-for-credit' : 'ask-for-bill';
    case 'missing-there':
      return own?.document.kind === 'payment' || own?.document.kind === 'prepayment' ? 'on-its-way' : 'ask-vendor';
  }
}
