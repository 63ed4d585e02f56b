import { baseOrThrow, rateOrThrow } from '../../exact/amounts.ts';
import { asFields, type Fields, isTrue, optionalText, textOf, textsOf } from '../../reading/fields.ts';
import type { Books } from '../../state/books.ts';
import { cited, linesOf, numberOf, type Reading, SOMEONE } from '../../state/caseStep.ts';
import type { CustomsRate } from '../../state/customs.ts';
import type { CustomsEntryCommand, CustomsEntryLine } from './command.ts';

export const CUSTOMS_ENTRY_WORDS = ['entered', 'number', 'rate', 'lines', 'authority', 'charges', 'corrects'];
const LINE_WORDS = ['goods', 'code', 'origin', 'preference', 'value', 'duty', 'import-tax', 'additions'];

export function customsEntryStep({ step, numbers, books, date }: Reading): CustomsEntryCommand {
  const home = books.company.currency;
  const amount = (line: Fields, name: string) => {
    const text = optionalText(line, name);
    return text === undefined ? undefined : baseOrThrow(text, home);
  };
  const lines = linesOf(step, LINE_WORDS).map((line) => ({
    goods: textsOf(line, 'goods').map((name) => cited(name, numbers)),
    code: optionalText(line, 'code') ?? '',
    origin: optionalText(line, 'origin'),
    preference: line.preference === undefined ? undefined : isTrue(line, 'preference'),
    value: amount(line, 'value'),
    duty: amount(line, 'duty'),
    importTax: amount(line, 'import-tax'),
    additions: amount(line, 'additions'),
  }));
  const charges = linesOf(step, ['type', 'amount'], 'charges').map((charge) => ({
    kind: textOf(charge, 'type'),
    amount: baseOrThrow(textOf(charge, 'amount'), home),
  }));
  const corrects = optionalText(step, 'corrects');
  return {
    kind: 'customs-entry',
    date,
    entered: optionalText(step, 'entered') ?? date,
    reference: optionalText(step, 'number') ?? textOf(step, 'customs-entry'),
    vendor: optionalText(step, 'vendor') ?? '',
    authority: optionalText(step, 'authority') ?? (books.company.carriesCustomsDebt ? SOMEONE : ''),
    corrects: corrects === undefined ? undefined : numberOf(corrects, numbers),
    rates: ratesOf(step, lines, books),
    lines,
    charges,
  };
}

/** `rate` is by currency, or one figure for all goods that were bought in another currency. */
function ratesOf({ rate }: Fields, lines: readonly CustomsEntryLine[], books: Books): CustomsRate[] {
  if (rate === undefined) return [];
  if (typeof rate === 'string') {
    const bought = lines.flatMap(({ goods }) => goods.flatMap((id) => books.receiptLines.get(id)?.currency ?? []));
    const foreign = [...new Set(bought)].filter((currency) => currency !== books.company.currency);
    return foreign.map((currency) => ({ currency, rate: rateOrThrow(rate) }));
  }
  return Object.entries(asFields(rate, 'rate')).map(([currency, figure]) => ({
    currency,
    rate: rateOrThrow(String(figure)),
  }));
}
