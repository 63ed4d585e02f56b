import { type DocumentAmount, documentAmount, documentAmountOrThrow } from '../../exact/amounts.ts';
import { type Fields, NotKnown, optionalText, textOf } from '../../reading/fields.ts';
import { currencyOfAccount } from '../../state/bankAccount.ts';
import { linesOf, numberOf, type Reading, SOMEONE } from '../../state/caseStep.ts';
import type { PaymentCommand } from './command.ts';

export function paymentStep({ step, numbers, books, date }: Reading): PaymentCommand {
  const listed = linesOf(step, ['of', 'amount', 'discount', 'write-off', 'withheld'], 'bills');
  const first = books.payables.get(numberOf(textOf(listed[0] ?? {}, 'of'), numbers));
  const currency = optionalText(step, 'currency') ?? first?.currency ?? books.company.currency;
  const amountOf = (line: Fields, key: string): DocumentAmount =>
    line[key] === undefined ? documentAmount(0n) : documentAmountOrThrow(textOf(line, key), currency);
  const bills = listed.map((line) => ({
    of: numberOf(textOf(line, 'of'), numbers),
    amount: amountOf(line, 'amount'),
    discount: amountOf(line, 'discount'),
    writeOff: amountOf(line, 'write-off'),
    withheld: amountOf(line, 'withheld'),
  }));
  const from = optionalText(step, 'from');
  const to = optionalText(step, 'discounts') ?? 'income';
  if (to !== 'income' && to !== 'goods') throw new NotKnown(`discounts to ${to} are not known`);
  const vendor = optionalText(step, 'vendor') ?? first?.vendor ?? SOMEONE;
  const source = from === undefined ? undefined : numberOf(from, numbers);
  const account = optionalText(step, 'account');
  const inAccount = (key: string) => {
    const written = optionalText(step, key);
    return written === undefined ? undefined : documentAmountOrThrow(written, currencyOfAccount(books, account));
  };
  return {
    kind: 'payment',
    vendor,
    currency,
    date,
    account,
    from: source,
    discountsTo: to,
    bills,
    reason: optionalText(step, 'reason') ?? '',
    took: inAccount('took'),
    fee: inAccount('fee'),
  };
}
