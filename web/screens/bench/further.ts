import type { BodyOf } from '@obolus/contract/kinds/kinds';

type Bill = BodyOf<'bill'>;

/**
 * What a bill lists besides goods: a charge of a kind (its code), an `expense` that `about` names, a tax that is reclaimed or kept, charged or
 * self-assessed, or a `disbursement`: what was paid to customs for the entry.
 */
export interface FurtherLine {
  readonly what: string;
  readonly about: string;
  readonly amount: string;
  /** Why a charge is other than was expected. */
  readonly reason?: string;
  /** The goods lines that a tax is on, by what they cite; all of the bill where it does not say. */
  readonly on?: readonly string[];
  /** Of a tax: a discount for paying early takes its part of it back. */
  readonly withDiscount?: boolean;
  /** The customs entry whose debt it clears. */
  readonly entry?: string;
}

export const TAXES = ['tax-reclaimed', 'tax-kept', 'tax-self-reclaimed', 'tax-self-kept'] as const;
export const isTax = (what: string): boolean => TAXES.some((tax) => tax === what);
/** A tax that the vendor does not charge: it is no part of what its bill comes to. */
export const isSelfAssessed = (what: string): boolean => what === 'tax-self-reclaimed' || what === 'tax-self-kept';

/** What a tax is called among the further lines of a bill. */
export const taxOf = ({ recoverable, selfAssessed }: { recoverable: boolean; selfAssessed: boolean }) =>
  `tax-${selfAssessed ? 'self-' : ''}${recoverable ? 'reclaimed' : 'kept'}` as const;
const isCharge = (what: string): boolean => what !== 'expense' && what !== 'disbursement' && !isTax(what);
const isSent = ({ about, amount }: FurtherLine): boolean => amount !== '' || about !== '';

/** As the bill's command takes them; lines that say nothing yet are left out. */
export function furtherToSend(
  lines: readonly FurtherLine[],
  cited: readonly string[],
): Pick<Bill, 'charges' | 'expenses' | 'tax' | 'disbursements'> {
  const sent = lines.filter(isSent);
  const disbursements = sent.flatMap(({ what, entry = '', amount }) =>
    what === 'disbursement' ? [{ of: entry, amount }] : [],
  );
  return {
    charges: sent.flatMap(({ what, amount, reason }) =>
      isCharge(what) ? [{ kind: what, amount, ...(reason ? { reason } : {}) }] : [],
    ),
    expenses: sent.flatMap(({ what, about, amount }) =>
      what === 'expense' ? [{ expense: about.trim(), amount }] : [],
    ),
    ...(disbursements.length > 0 ? { disbursements } : {}),
    tax: sent.flatMap(({ what, amount, on, withDiscount }) =>
      isTax(what)
        ? [
            {
              amount,
              recoverable: what.endsWith('reclaimed'),
              ...(isSelfAssessed(what) ? { selfAssessed: true } : {}),
              ...(withDiscount ? { withDiscount } : {}),
              ...(on ? { lines: placesOf(on, cited) } : {}),
            },
          ]
        : [],
    ),
  };
}

/** Where the lines that a tax is on stand among those of the bill, counted from one. */
const placesOf = (on: readonly string[], cited: readonly string[]): number[] =>
  cited.flatMap((of, at) => (on.includes(of) ? [at + 1] : []));

/** Where a line stands in the command, for finding what is wrong with it. */
export function pointerOf(lines: readonly FurtherLine[], at: number): string {
  const group = (what: FurtherLine['what']) =>
    isCharge(what) ? 'charges' : isTax(what) ? 'tax' : what === 'expense' ? 'expenses' : 'disbursements';
  const own = lines[at];
  if (!own || !isSent(own)) return '/none';
  const of = group(own.what);
  return `/${of}/${lines.slice(0, at).filter((line) => isSent(line) && group(line.what) === of).length}`;
}

/** The next line offered: a kind of charge that is not there yet. */
export function nextLine(lines: readonly FurtherLine[], kinds: readonly string[]): FurtherLine {
  const what = kinds.find((kind) => !lines.some((line) => line.what === kind)) ?? 'expense';
  return { what, about: '', amount: '' };
}
