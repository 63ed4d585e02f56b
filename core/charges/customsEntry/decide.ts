import type { LineId } from '../../costing/pool.ts';
import { type Day, isDay } from '../../exact/calendar.ts';
import { isCurrency } from '../../exact/currencies.ts';
import type { Books } from '../../state/books.ts';
import { checkAhead, DAYS_AHEAD } from '../../state/checks.ts';
import type { CustomsRate } from '../../state/customs.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { landedLine, refusalOfGoods } from '../landedLine.ts';
import type { CustomsEntryCommand, CustomsEntryLine } from './command.ts';

/**
 * States what customs went by: nothing moves and nothing is posted, so that its day may lie in a closed period, and before the
 * goods were received. No received line stands on two lines of one entry.
 */
export function decideCustomsEntry(books: Books, command: CustomsEntryCommand): Decision<CustomsEntryCommand> {
  const { date, lines, rates } = command;
  const refusals = checkEntryDay(books, date);
  if (lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  refusals.push(...rates.flatMap((_, position) => checkRate(books, rates, position)));
  refusals.push(...lines.flatMap((line, position) => checkLine(books, line, `/lines/${position}`)));
  refusals.push(...checkGoodsOnce(lines));
  if (refusals.length > 0) return refused(refusals);
  return post(books, { document: command, date, cites: lines.flatMap(({ goods }) => goods), postsNothing: true });
}

/** It posts nothing: a closed period is no hindrance. */
export const checkEntryDay = (books: Books, date: Day): Refusal[] =>
  isDay(date) ? checkAhead(books, date, DAYS_AHEAD, '/date') : [refusal('date_impossible', '/date', { date })];

function checkRate(books: Books, rates: readonly CustomsRate[], position: number): Refusal[] {
  const { currency, rate } = rates[position] as CustomsRate;
  const at = `/rates/${position}`;
  if (!isCurrency(currency)) return [refusal('currency_unknown', `${at}/currency`, { currency })];
  if (currency === books.company.currency) return [refusal('rate_of_base_currency', `${at}/currency`, { currency })];
  if (rates.findIndex((other) => other.currency === currency) < position)
    return [refusal('rate_twice', `${at}/currency`, { currency })];
  return rate > 0n ? [] : [refusal('rate_not_positive', `${at}/rate`)];
}

function checkGoodsOnce(lines: readonly CustomsEntryLine[]): Refusal[] {
  const seen = new Set<LineId>();
  return lines.flatMap(({ goods }, position) =>
    goods.flatMap((line) => {
      if (seen.has(line)) return [refusal('line_cited_twice', `/lines/${position}/goods`, { line })];
      seen.add(line);
      return [];
    }),
  );
}

function checkLine(books: Books, line: CustomsEntryLine, at: string): Refusal[] {
  const unknown = line.goods.flatMap((id) => (landedLine(books, id) ? [] : [refusalOfGoods(books, id, `${at}/goods`)]));
  const amounts = (['value', 'duty', 'importTax'] as const).filter((name) => (line[name] ?? 0n) < 0n);
  return [...unknown, ...amounts.map((name) => refusal('amount_negative', `${at}/${name}`))];
}
