import { type BaseAmount, documentAmount, type DocumentAmount, type Rate, toBase } from '../exact/amounts.ts';
import { shareOut } from '../exact/shareOut.ts';
import { refusal, type Refusal } from '../state/refusal.ts';

/** Tax on a bill. What can be reclaimed never enters cost; else it follows what it was charged on. */
export interface BillTax {
  readonly amount: DocumentAmount;
  readonly recoverable: boolean;
  /** The lines that it was charged on, counted from one over lines, charges and expenses; all where undefined. */
  readonly lines: readonly number[] | undefined;
  /** The vendor does not charge it: owed to the tax office, not to the vendor. */
  readonly selfAssessed?: boolean | undefined;
  /** Of one that is reclaimed: a discount for paying early takes its part of it back. */
  readonly withDiscount?: boolean | undefined;
}

/** What of the taxes each line bears, what is reclaimed, and what of all is owed to the tax office, in base currency. */
export type SharedTax =
  { ok: true; shares: bigint[]; recoverable: bigint; selfAssessed: bigint } | { ok: false; refusal: Refusal };

/** What the vendor charges. */
export const chargedTax = (taxes: readonly BillTax[]): readonly BillTax[] =>
  taxes.filter(({ selfAssessed }) => !selfAssessed);

/** What of the tax a discount for paying early lowers. */
export const discountedTax = (taxes: readonly BillTax[]): DocumentAmount =>
  documentAmount(
    chargedTax(taxes).reduce(
      (sum, { amount, recoverable, withDiscount }) => (recoverable && withDiscount ? sum + amount : sum),
      0n,
    ),
  );

/**
 * The tax that each line bears, in base currency, by the lines' amounts (accounting.md, What posts what: tax).
 * @param amounts of lines, charges and expenses in their order, in the bill's currency
 */
export function shareTax(
  taxes: readonly BillTax[],
  amounts: readonly DocumentAmount[],
  currency: string,
  rate: Rate,
  home: string,
): SharedTax {
  const shares = amounts.map(() => 0n);
  let [recoverable, selfAssessed] = [0n, 0n];
  for (const [position, tax] of taxes.entries()) {
    const at = `/tax/${position}`;
    if (tax.amount < 0n) return { ok: false, refusal: refusal('amount_negative', `${at}/amount`) };
    const amount: BaseAmount = toBase(tax.amount, currency, rate, home);
    if (tax.selfAssessed) selfAssessed += amount;
    if (tax.recoverable) {
      recoverable += amount;
      continue;
    }
    const weights = amounts.map((line, index) =>
      tax.lines === undefined || tax.lines.includes(index + 1) ? line : 0n,
    );
    const shared = shareOut(amount, weights);
    if (!shared.ok) return { ok: false, refusal: refusal('tax_on_nothing', at) };
    shared.shares.forEach((share, index) => (shares[index] = (shares[index] ?? 0n) + share));
  }
  return { ok: true, shares, recoverable, selfAssessed };
}
