import { lineId } from '../costing/pool.ts';
import { type Price, priceOrThrow } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { linesOf, type Reading } from '../state/caseStep.ts';
import { kind } from '../state/kind.ts';
import { textOf } from '../reading/fields.ts';

export interface StandardCommand {
  readonly kind: 'standard';
  readonly date: Day;
  readonly lines: readonly { item: string; standard: Price }[];
}

/** New standards from a day on: what is on hand is revalued, to stock adjustment (accounting.md, One mechanism for cost). */
export function decideStandard(books: Books, command: StandardCommand): Decision<StandardCommand> {
  const refusals: Refusal[] = checkDate(books, command.date);
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  const seen = new Set<string>();
  command.lines.forEach(({ item, standard }, position) => {
    const at = `/lines/${position}`;
    const known = books.items.get(item);
    if (!known) refusals.push(refusal('item_unknown', `${at}/item`, { item }));
    else if (known.method !== 'standard') refusals.push(refusal('standard_not_kept', `${at}/item`, { item }));
    if (seen.has(item)) refusals.push(refusal('line_cited_twice', at, { line: item }));
    seen.add(item);
    if (standard <= 0n) refusals.push(refusal('standard_not_positive', `${at}/standard`));
  });
  if (refusals.length > 0) return refused(refusals);
  const document = books.nextDocument.toString();
  const standards = command.lines.map((line, position) => ({
    ...line,
    line: lineId(document, position + 1),
    date: command.date,
  }));
  return post(books, { document: command, date: command.date, effects: { standards } });
}

function standardStep({ step, date }: Reading): StandardCommand {
  const lines = linesOf(step, ['item', 'standard']).map((line) => ({
    item: textOf(line, 'item'),
    standard: priceOrThrow(textOf(line, 'standard')),
  }));
  return { kind: 'standard', date, lines };
}

export const standard = kind({
  name: 'standard',
  decide: decideStandard,
  verbs: { 'set-standard': { keys: ['lines'], read: standardStep } },
});
