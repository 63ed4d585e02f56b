import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  ONE_TO_ONE,
  type Rate,
  sumOf,
  toBase,
} from '../exact/amounts.ts';
import { sumOfParts } from '../exact/cumulative.ts';
import { divideRounded } from '../exact/rounding.ts';
import type { Day } from '../exact/calendar.ts';
import { currencyOfAccount } from '../state/bankAccount.ts';
import type { Books } from '../state/books.ts';
import { takenOf } from '../state/prepaid.ts';
import type { CreditableLine, Payable, Prepayment } from '../state/owed.ts';
import type { ReceiptLine } from '../state/purchasing.ts';
import { rateOn } from '../state/checks.ts';
import type { Flow } from '../costing/effects.ts';
import { openAmounts, unbilledOf } from '../state/billedAmounts.ts';

/** An amount that is open in a currency, and what it stands at in the books. Both negative where it is owed. */
export interface OpenAmount {
  readonly vendor: string;
  readonly currency: string;
  readonly amount: DocumentAmount;
  readonly base: BaseAmount;
}

/** What was booked by a day: papers dated later are left out. */
export function receiptAsOf(line: ReceiptLine, on: Day): ReceiptLine {
  const known = <Part extends { date: Day }>(parts: readonly Part[]) => parts.filter(({ date }) => date <= on);
  return { ...line, bills: known(line.bills), returns: known(line.returns), estimatesUsed: known(line.estimatesUsed) };
}

/** What is owed for goods that came and were not billed. */
export function unbilledAt(line: ReceiptLine, on: Day): OpenAmount {
  const { ordered, cleared } = openAmounts(receiptAsOf(line, on));
  return { vendor: line.vendor, currency: line.currency, amount: documentAmount(-ordered), base: base(-cleared) };
}

/** What of it is still to be paid, a monetary item: not what was prepaid, which stays at its rate (IFRIC 22). */
export function unbilledToPay(line: ReceiptLine, on: Day): OpenAmount {
  const whole = unbilledAt(line, on);
  const own = line.quantity - sumOf(line.ahead);
  if (line.prepaid.length === 0 || own === 0n) return whole;
  const open = unbilledOf(receiptAsOf(line, on));
  const prepaid = (figure: 'amount' | 'base') =>
    divideRounded(line.prepaid.reduce((sum, part) => sum + part[figure], 0n) * open, own);
  return {
    ...whole,
    amount: documentAmount(whole.amount + prepaid('amount')),
    base: base(whole.base + prepaid('base')),
  };
}

/** What the vendor owes for billed goods that went back: cleared by the credit memo. */
export function awaitingCredit(line: CreditableLine, on: Day): OpenAmount {
  const known = line.credits.filter(({ date }) => date <= on);
  const credited = sumOfParts(known);
  return {
    vendor: line.vendor,
    currency: line.currency,
    amount: documentAmount(line.amount - credited.amount),
    base: base(line.base - credited.base),
  };
}

/** The credit that was asked for and did not come yet: a claim in money. */
export function claimedOn(line: CreditableLine, on: Day): OpenAmount {
  const credited = line.credits.filter(({ date }) => date <= on);
  return {
    vendor: line.vendor,
    currency: line.currency,
    amount: documentAmount(credited.reduce((left, { expected }) => left - expected, line.expected.amount as bigint)),
    base: base(credited.reduce((left, { expectedBase }) => left - expectedBase, line.expected.base as bigint)),
  };
}

/** What is left of a prepayment: a deposit that comes back is a monetary item, one for goods is none. */
export function prepaidOn(prepayment: Prepayment, on: Day): OpenAmount {
  const taken = sumOfParts(takenOf(prepayment).filter(({ date }) => date <= on));
  return {
    vendor: prepayment.vendor,
    currency: prepayment.currency,
    amount: documentAmount(prepayment.amount - taken.amount),
    base: base(prepayment.base - taken.base),
  };
}

export function owedOn(payable: Payable, on: Day): OpenAmount {
  const paid = payable.paid.filter(({ date }) => date <= on);
  const left = paid.reduce((sum, part) => ({ amount: sum.amount - part.amount, base: sum.base - part.base }), {
    amount: payable.amount as bigint,
    base: payable.base as bigint,
  });
  return {
    vendor: payable.vendor,
    currency: payable.currency,
    amount: documentAmount(-left.amount),
    base: base(-left.base),
  };
}

/**
 * What lies on the company's bank accounts in other currencies, measured again at the closing rate. Only what this ledger moved on them: measuring is
 * linear, so that its part is right whatever else moved there. What is left in base currency on an account that holds nothing goes too.
 */
export function remeasureBanks(books: Books, on: Day): Pick<ReturnType<typeof remeasure>, 'flows' | 'missing'> {
  const home = books.company.currency;
  const accounts = [...new Set(books.bankMoves.map(({ account }) => account))];
  const flows: Flow[] = [];
  const missing: string[] = [];
  for (const bank of accounts) {
    const currency = currencyOfAccount(books, bank);
    if (currency === home) continue;
    const moves = books.bankMoves.filter(({ account, date }) => account === bank && date <= on);
    const held = documentAmount(moves.reduce((sum, move) => sum + move.held, 0n));
    const booked = moves.reduce((sum, move) => sum + move.base, 0n);
    const rate = held === 0n ? ONE_TO_ONE : rateOn(books, currency, on);
    if (rate === undefined) {
      missing.push(currency);
      continue;
    }
    const difference = toBase(held, currency, rate, home) - booked;
    flows.push(
      { account: 'bank', amount: base(difference), about: { bank } },
      { account: 'exchange-difference', amount: base(-difference), about: {} },
    );
  }
  return { flows, missing };
}

/** What measuring it anew made of all that is open with a vendor in a currency; debit positive. */
export interface MeasuredAnew {
  readonly account: string;
  readonly vendor: string;
  readonly currency: string;
  readonly amount: BaseAmount;
}

/**
 * Open amounts in foreign currency measured again at the closing rate, to exchange difference (IAS 21.28; accounting.md,
 * period end). A rate that is missing leaves the amount as it is: `missing` names its currency.
 */
export function remeasure(
  books: Books,
  account: 'payables' | 'grni' | 'returns-to-credit' | 'expected-credits' | 'prepayments',
  open: readonly OpenAmount[],
  on: Day,
): { flows: Flow[]; missing: string[]; measured: MeasuredAnew[] } {
  const home = books.company.currency;
  const flows: Flow[] = [];
  const missing: string[] = [];
  const measured = new Map<string, MeasuredAnew>();
  for (const { vendor, currency, amount, base: booked } of open) {
    if (currency === home || amount === 0n) continue;
    const rate: Rate | undefined = rateOn(books, currency, on);
    if (rate === undefined) {
      missing.push(currency);
      continue;
    }
    const difference = toBase(amount, currency, rate, home) - booked;
    flows.push(
      { account, amount: base(difference), about: { vendor } },
      { account: 'exchange-difference', amount: base(-difference), about: {} },
    );
    const key = `${vendor} ${currency}`;
    const before = measured.get(key)?.amount ?? 0n;
    measured.set(key, { account, vendor, currency, amount: base(before + difference) });
  }
  return { flows, missing, measured: [...measured.values()].filter(({ amount }) => amount !== 0n) };
}
