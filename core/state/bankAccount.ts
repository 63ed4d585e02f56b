import { across, base, documentAmount, type DocumentAmount, ONE_TO_ONE, toBase } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Flow } from '../costing/effects.ts';
import type { Books } from './books.ts';
import type { Moved } from './paying.ts';
import { rateOn } from './checks.ts';
import { refusal, type Refusal } from './refusal.ts';

/** What money moves by: its currency, and the account that it leaves or comes into; one in base currency where none is named. */
export interface Moving {
  readonly account?: string | undefined;
  readonly currency: string;
  readonly date: Day;
}

/** The currency that a bank account of the company's is kept in; base currency where none is named. */
export const currencyOfAccount = (books: Books, account: string | undefined): string =>
  (account === undefined ? undefined : books.bankAccounts.get(account)?.currency) ?? books.company.currency;

/** A bank account that is named is one of the company's, and has a rate of the day where it is kept in another currency. */
export function checkAccount(books: Books, account: string | undefined, date: Day): Refusal[] {
  if (account === undefined) return [];
  const known = books.bankAccounts.get(account);
  if (!known) return [refusal('bank_account_unknown', '/account', { account })];
  return rateOn(books, known.currency, date) === undefined
    ? [refusal('rate_missing', '/account', { currency: known.currency, date })]
    : [];
}

/**
 * What an amount comes to on the account: as the bank said, in the account's currency; else at the rates of the day (accounting.md, payment).
 * In base currency it is what the bank said at the day's rate of the account, else the amount at that of its own currency.
 */
export function movedOn(
  books: Books,
  { account, currency, date }: Moving,
  amount: DocumentAmount,
  said: DocumentAmount | undefined,
): Moved {
  const home = books.company.currency;
  const kept = currencyOfAccount(books, account);
  const [rate, rateKept] = [currency, kept].map((one) => rateOn(books, one, date) ?? ONE_TO_ONE);
  if (said !== undefined) return { held: said, base: toBase(said, kept, rateKept ?? ONE_TO_ONE, home) };
  return {
    held: across(amount, { currency, rate: rate ?? ONE_TO_ONE }, { currency: kept, rate: rateKept ?? ONE_TO_ONE }),
    base: toBase(amount, currency, rate ?? ONE_TO_ONE, home),
  };
}

/** The other way round, all of it together: what leaves the account, where it was said what came, and the reverse. */
export const negated = (...parts: readonly Moved[]): Moved => ({
  held: documentAmount(-parts.reduce((sum, { held }) => sum + held, 0n)),
  base: base(-parts.reduce((sum, part) => sum + part.base, 0n)),
});

/** The journal line of it: debit positive, as money comes in. */
export function bankFlow(books: Books, account: string | undefined, moved: Moved): Flow {
  const isForeign = currencyOfAccount(books, account) !== books.company.currency;
  return {
    account: 'bank',
    amount: moved.base,
    about: account === undefined ? {} : { bank: account },
    ...(isForeign && { held: moved.held }),
  };
}
