import { documentAmount, type DocumentAmount, documentAmountOrThrow, formatAmount } from '../../exact/amounts.ts';
import { isDay } from '../../exact/calendar.ts';
import { isCurrency } from '../../exact/currencies.ts';
import { type Fields, listOf, optionalText, textOf } from '../../reading/fields.ts';
import type { Books } from '../../state/books.ts';
import { linesOf, type Numbers, numberOf, type Reading, SOMEONE } from '../../state/caseStep.ts';
import { checkAhead, DAYS_AHEAD } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import { kind } from '../../state/kind.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import type { VendorStatementCommand, VendorStatementDocument } from './command.ts';
import { layBeside } from './layBeside.ts';

/**
 * A vendor's statement is laid beside our account and kept with the balance that both sides agree upon. It posts nothing, so that it may be of a period
 * that is closed; what it says must add up, or a line of it was missed.
 */
export function decideVendorStatement(
  books: Books,
  command: VendorStatementCommand,
): Decision<VendorStatementDocument> {
  const { currency, date, from, stated, lines, own } = command;
  const refusals: Refusal[] = [...checkDays(books, command)];
  if (!isCurrency(currency)) refusals.push(refusal('currency_unknown', '/currency', { currency }));
  lines.forEach((line, at) => {
    if (!isDay(line.date)) refusals.push(refusal('date_impossible', `/lines/${at}/date`, { date: line.date }));
    else if (line.date > date) refusals.push(refusal('date_before_cited', '/date', { date, cited: line.date }));
    if (line.amount === 0n) refusals.push(refusal('amount_zero', `/lines/${at}/amount`));
  });
  if (refusals.length > 0) return refused(refusals);
  const sum = lines.reduce((left, { amount }) => left + amount, from === undefined ? 0n : (stated.opening as bigint));
  if (sum !== stated.closing)
    return refused([
      refusal('statement_does_not_add_up', '/closing', {
        amount: formatAmount(documentAmount(sum), currency),
        asked: formatAmount(stated.closing, currency),
      }),
    ]);
  const compared = layBeside(lines, own.lines).map(({ found, stated: line, ours }) => ({
    found,
    stated: line === undefined ? undefined : lines[line],
    own: ours === undefined ? undefined : own.lines[ours],
  }));
  return post(books, {
    document: { ...command, agreed: command.agreed ?? own.closing, compared },
    date,
    postsNothing: true,
  });
}

function checkDays(books: Books, { date, from }: VendorStatementCommand): Refusal[] {
  if (!isDay(date)) return [refusal('date_impossible', '/date', { date })];
  if (from !== undefined && !isDay(from)) return [refusal('date_impossible', '/from', { date: from })];
  if (from !== undefined && from > date) return [refusal('date_before_cited', '/date', { date, cited: from })];
  return checkAhead(books, date, DAYS_AHEAD, '/date');
}

/** Either side of a step: its lines, and what it begins and ends with. */
function sideOf(step: Fields, currency: string) {
  const amount = (of: Fields, name: string): DocumentAmount =>
    documentAmountOrThrow(optionalText(of, name) ?? '0', currency);
  return { opening: amount(step, 'opening'), closing: amount(step, 'closing') };
}

const ownLines = (step: Fields, currency: string, numbers: Numbers) =>
  listOf(step, 'own').map((line) => ({
    document: numberOf(textOf(line, 'of'), numbers),
    date: textOf(line, 'date'),
    reference: optionalText(line, 'reference') ?? '',
    amount: documentAmountOrThrow(textOf(line, 'amount'), currency),
  }));

function statementStep({ step, numbers, books, date }: Reading): VendorStatementCommand {
  const currency = optionalText(step, 'currency') ?? books.company.currency;
  const own = ownLines(step, currency, numbers);
  const agreed = optionalText(step, 'agreed');
  return {
    kind: 'vendor-statement',
    vendor: optionalText(step, 'vendor') ?? SOMEONE,
    currency,
    date,
    from: optionalText(step, 'from'),
    reference: textOf(step, 'vendor-statement'),
    stated: sideOf(step, currency),
    lines: linesOf(step, ['date', 'reference', 'amount', 'is']).map((line) => ({
      date: textOf(line, 'date'),
      reference: optionalText(line, 'reference') ?? '',
      text: '',
      document: line.is === undefined ? undefined : numberOf(textOf(line, 'is'), numbers),
      amount: documentAmountOrThrow(textOf(line, 'amount'), currency),
    })),
    own: {
      opening: documentAmount(0n),
      closing: documentAmount(own.reduce((sum, { amount }) => sum + amount, 0n)),
      lines: own,
    },
    agreed: agreed === undefined ? undefined : documentAmountOrThrow(agreed, currency),
    note: '',
  };
}

export const vendorStatement = kind({
  name: 'vendor-statement',
  decide: decideVendorStatement,
  verbs: {
    'vendor-statement': {
      keys: ['vendor', 'currency', 'from', 'opening', 'closing', 'lines', 'own', 'agreed'],
      read: statementStep,
    },
  },
});
