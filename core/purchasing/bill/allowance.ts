import { base, type BaseAmount, FRACTION_PLACES } from '../../exact/amounts.ts';
import { powerOfTen } from '../../exact/rounding.ts';
import type { Books } from '../../state/books.ts';
import type { Bought } from '../../state/purchasing.ts';
import { type Allowance, type Limit, UNSAID } from '../../state/company.ts';

const isSaid = ({ part, amount }: Limit): boolean => part !== undefined || amount !== undefined;

/** Of each side the first that says anything. */
const firstSaid = (allowances: readonly (Allowance | undefined)[]): Allowance => {
  const side = (name: keyof Allowance) =>
    allowances.map((allowance) => allowance?.[name]).find((limit) => limit && isSaid(limit)) ?? UNSAID;
  return { over: side('over'), short: side('short') };
};

/** What a bill line of goods or an expense may differ by: as its item says, else its vendor, else the company. */
export const allowanceOf = (books: Books, vendor: string, { item }: Bought): Allowance =>
  firstSaid([books.items.get(item ?? '')?.allowance, books.vendors.get(vendor)?.allowance, books.company.allowance]);

/** What a charge on a bill of goods, or its tax, may differ by: as its kind says, else as the vendor or the company does. */
export const allowanceOfCharge = (books: Books, vendor: string, kind: string): Allowance =>
  firstSaid([books.company.chargeAllowances.get(kind), books.vendors.get(vendor)?.allowance, books.company.allowance]);

/**
 * How much of a difference passes without a reason; undefined where nobody set a limit.
 * @param expected what the part is of, in base currency
 */
export function allowed(
  { over, short }: Allowance,
  difference: BaseAmount,
  expected: BaseAmount,
): BaseAmount | undefined {
  const { part, amount } = difference < 0n ? short : over;
  const size = expected < 0n ? -expected : expected;
  const limits = [
    ...(part === undefined ? [] : [(size * part) / powerOfTen(FRACTION_PLACES)]),
    ...(amount === undefined ? [] : [amount as bigint]),
  ];
  return limits.length === 0 ? undefined : base(limits.reduce((least, limit) => (limit < least ? limit : least)));
}
