import { documentAmountOrThrow } from '../../exact/amounts.ts';
import { isTrue, optionalText, textOf } from '../../reading/fields.ts';
import { currencyOfAccount } from '../../state/bankAccount.ts';
import { cited, linesOf, quantityOf, type Reading, SOMEONE, whoAndWhy } from '../../state/caseStep.ts';
import type { ClaimClosingCommand } from './command.ts';

export function claimClosingStep({ step, numbers, books, date }: Reading): ClaimClosingCommand {
  const listed = linesOf(step, ['of', 'qty', 'amount', 'received', 'to']);
  const first = books.creditable.get(cited(textOf(listed[0] ?? {}, 'of'), numbers));
  const currency = optionalText(step, 'currency') ?? first?.currency ?? books.company.currency;
  const account = optionalText(step, 'account');
  const got = optionalText(step, 'got');
  return {
    kind: 'claim-closing',
    vendor: optionalText(step, 'vendor') ?? first?.vendor ?? SOMEONE,
    currency,
    date,
    account,
    reason: whoAndWhy(step).reason,
    signedOff: isTrue(step, 'signed-off'),
    got: got === undefined ? undefined : documentAmountOrThrow(got, currencyOfAccount(books, account)),
    lines: listed.map((line) => ({
      of: cited(textOf(line, 'of'), numbers),
      ...(line.qty === undefined ? {} : quantityOf(line)),
      ...(line.amount === undefined ? {} : { amount: documentAmountOrThrow(textOf(line, 'amount'), currency) }),
      received: documentAmountOrThrow(optionalText(line, 'received') ?? '0', currency),
      to: optionalText(line, 'to') === 'variance' ? 'variance' : 'cost',
    })),
  };
}
