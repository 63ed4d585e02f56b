import { type LineId, lineId } from '../../costing/pool.ts';
import type { Flow } from '../../costing/effects.ts';
import { base, type BaseAmount } from '../../exact/amounts.ts';
import { type Day, isDay } from '../../exact/calendar.ts';
import { isCurrency } from '../../exact/currencies.ts';
import type { Books } from '../../state/books.ts';
import { chargeGoes } from '../../state/company.ts';
import { checkAhead, checkDate, DAYS_AHEAD } from '../../state/checks.ts';
import type { CustomsRate } from '../../state/customs.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { landedLine, refusalOfGoods } from '../landedLine.ts';
import type { CustomsEntryCommand, CustomsEntryDocument, CustomsEntryLine } from './command.ts';

/** The kind of charge that the duty of an entry is. */
const DUTY = 'duty';

/**
 * States what customs went by, and where the company lets it carry the debt, posts duty and fees to charges to allocate, import tax to input
 * tax, what is no cost of goods (interest, a fine) to expense, against customs payable. No received line stands on two lines of one entry. What
 * only states may lie in a closed period; customs took either whenever it did, also before the goods were received.
 */
export function decideCustomsEntry(books: Books, command: CustomsEntryCommand): Decision<CustomsEntryDocument> {
  const { date, entered, lines, rates, corrects } = command;
  const document = entryDocument(books, command);
  const refusals = [...checkEntryDay(books, entered, '/entered'), ...checkOwed(books, command, document)];
  if (corrects !== undefined && !books.customsEntries.has(corrects))
    refusals.push(refusal('document_unknown', '/corrects', { document: corrects }));
  if (lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  refusals.push(...rates.flatMap((_, position) => checkRate(books, rates, position)));
  refusals.push(
    ...lines.flatMap((line, position) => checkLine(books, line, corrects !== undefined, `/lines/${position}`)),
  );
  refusals.push(...checkGoodsOnce(lines));
  if (refusals.length > 0) return refused(refusals);
  const flows = flowsOf(books, document);
  return post(books, {
    document,
    date,
    effects: { flows },
    cites: [...lines.flatMap(({ goods }) => goods), ...(corrects === undefined ? [] : [lineId(corrects, 0)])],
    postsNothing: flows.length === 0,
  });
}

/** The entry as it is posted: what is owed, where it carries the debt. */
function entryDocument(books: Books, command: CustomsEntryCommand): CustomsEntryDocument {
  const sum = (of: 'duty' | 'importTax') => base(command.lines.reduce((total, line) => total + (line[of] ?? 0n), 0n));
  if (!books.company.carriesCustomsDebt) return { ...command, charges: [], importTax: base(0n), total: base(0n) };
  const number = books.nextDocument.toString();
  const owed = [{ kind: DUTY, amount: sum('duty') }, ...command.charges].filter(({ amount }) => amount !== 0n);
  const charges = owed.map(({ kind, amount }, at) => ({
    id: lineId(number, command.lines.length + at + 1),
    kind,
    vendor: command.authority,
    date: command.date,
    amount,
    allocated: [],
    isCost: chargeGoes(books.company, kind) === 'goods',
  }));
  const importTax = sum('importTax');
  const total = base(charges.reduce((all, { amount }) => all + amount, importTax as bigint));
  return { ...command, charges, importTax, total };
}

function flowsOf({ company }: Books, { authority: vendor, charges, importTax, total }: CustomsEntryDocument): Flow[] {
  const about = { vendor };
  const cost = company.recognition === 'on-purchase' ? 'purchases' : 'charges-to-allocate';
  const flows: Flow[] = [
    ...charges.map(({ isCost, kind, amount }): Flow =>
      isCost ? { account: cost, amount, about } : { account: 'expense', amount, about: { ...about, expense: kind } },
    ),
    { account: 'input-tax', amount: importTax, about },
    { account: 'customs-payable', amount: base(-total), about },
  ];
  return flows.filter(({ amount }) => amount !== 0n);
}

/** Stating is no posting: a closed period is no hindrance. */
export const checkEntryDay = (books: Books, date: Day, at: string): Refusal[] =>
  isDay(date) ? checkAhead(books, date, DAYS_AHEAD, at) : [refusal('date_impossible', at, { date })];

function checkOwed(
  books: Books,
  { date, authority, charges, corrects }: CustomsEntryCommand,
  entry: CustomsEntryDocument,
) {
  if (!books.company.carriesCustomsDebt)
    return [
      ...checkEntryDay(books, date, '/date'),
      ...(charges.length > 0 ? [refusal('entry_only_states', '/charges')] : []),
      ...(authority === '' ? [] : [refusal('entry_only_states', '/authority')]),
    ];
  const owes = entry.charges.length > 0 || entry.importTax !== 0n;
  const refusals = owes ? checkDate(books, date) : checkEntryDay(books, date, '/date');
  if (owes && authority === '') refusals.push(refusal('missing', '/authority'));
  const seen = new Set([DUTY]);
  charges.forEach(({ kind, amount }, position) => {
    const at = `/charges/${position}`;
    if (seen.has(kind)) refusals.push(refusal('charge_kind_twice', `${at}/kind`, { kind }));
    seen.add(kind);
    refusals.push(...checkAmount(amount, corrects !== undefined, `${at}/amount`));
    if (amount === 0n) refusals.push(refusal('amount_zero', `${at}/amount`));
  });
  return refusals;
}

/** Only what corrects an entry gives something back. */
const checkAmount = (amount: BaseAmount | undefined, corrects: boolean, at: string): Refusal[] =>
  (amount ?? 0n) < 0n && !corrects ? [refusal('amount_negative', at)] : [];

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

function checkLine(books: Books, line: CustomsEntryLine, corrects: boolean, at: string): Refusal[] {
  const unknown = line.goods.flatMap((id) => (landedLine(books, id) ? [] : [refusalOfGoods(books, id, `${at}/goods`)]));
  const amounts = (['value', 'duty', 'importTax', 'additions'] as const).flatMap((name) =>
    checkAmount(line[name], corrects && name !== 'value' && name !== 'additions', `${at}/${name}`),
  );
  const onNothing =
    line.goods.length === 0 && (line.additions ?? 0n) !== 0n
      ? [refusal('additions_without_goods', `${at}/additions`)]
      : [];
  return [...unknown, ...amounts, ...onNothing];
}
