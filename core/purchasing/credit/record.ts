import { change, type Writing } from '../../state/writing.ts';
import { base, documentAmount } from '../../exact/amounts.ts';
import type { CreditDocument } from './decide.ts';

export function recordCredit(next: Writing, credit: CreditDocument, number: string): void {
  const { vendor, currency, date, rate, total } = credit;
  next.billNumbers.set(`${vendor}|${credit.numberKey}`, number);
  for (const line of credit.lines) {
    const expected = line.to === 'expected';
    const taken = {
      line: line.id,
      date,
      quantity: line.quantity,
      amount: line.ownAmount,
      base: line.own,
      expected: expected ? line.amount : documentAmount(0n),
      expectedBase: expected ? line.own : base(0n),
    };
    change(next.creditable, line.of, (known) => ({ ...known, credits: [...known.credits, taken] }));
    if (line.charge !== undefined) {
      next.charges.set(line.id, {
        id: line.id,
        kind: line.charge,
        vendor,
        date,
        amount: base(-line.payable),
        allocated: [],
      });
    }
  }
  const owed = { amount: documentAmount(-total.amount), base: base(-total.base) };
  next.payables.set(number, {
    document: number,
    account: 'payables',
    vendor,
    currency,
    rate,
    date,
    ...owed,
    goods: [],
    discountedTax: documentAmount(0n),
    waitsFor: [],
    paid: [],
  });
}
