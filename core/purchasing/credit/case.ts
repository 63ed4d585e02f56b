import { type Fields, listOf, NotKnown, optionalText, textOf } from '../../reading/fields.ts';
import { agreedRatesOf, cited, citedCharge, linesOf, quantityOf, type Reading, SOMEONE } from '../../state/caseStep.ts';
import { documentAmountOrThrow, priceOrThrow } from '../../exact/amounts.ts';
import type { CreditCommand } from './decide.ts';

export function creditStep({ step, numbers, books, date }: Reading): CreditCommand {
  const citedLine = (line: Fields) => {
    const name = textOf(line, 'of');
    return /\/\d+$/.test(name) ? cited(name, numbers) : citedCharge(name, numbers);
  };
  const cites = listOf(step, 'lines').map(citedLine);
  const first = books.creditable.get(cites[0] ?? '');
  const currency = optionalText(step, 'currency') ?? first?.currency ?? books.company.currency;
  const lines = linesOf(step, ['of', 'qty', 'price', 'amount', 'to']).map((line): CreditCommand['lines'][number] => {
    const of = citedLine(line);
    if (line.amount === undefined) return { of, ...quantityOf(line), price: priceOrThrow(textOf(line, 'price')) };
    const to = optionalText(line, 'to') ?? 'cost';
    if (to !== 'cost' && to !== 'variance' && to !== 'expected') throw new NotKnown(`a credit to ${to} is not known`);
    return { of, amount: documentAmountOrThrow(textOf(line, 'amount'), currency), to };
  });
  const tax = optionalText(step, 'tax');
  const vendor = optionalText(step, 'vendor') ?? first?.vendor ?? SOMEONE;
  return {
    kind: 'credit',
    vendor,
    reference: textOf(step, 'credit'),
    currency,
    agreedRates: agreedRatesOf(step),
    date,
    lines,
    tax: tax === undefined ? undefined : documentAmountOrThrow(tax, currency),
  };
}
