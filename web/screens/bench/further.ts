import type { BodyOf } from '@obolus/contract/kinds/kinds';

type Bill = BodyOf<'bill'>;

/**
 * What a bill lists besides goods: a charge of a kind (its code), an `expense` that `about` names, `tax-reclaimed` or `tax-kept`, or a
 * `disbursement`: what was paid to customs for the entry.
 */
export interface FurtherLine {
  readonly what: string;
  readonly about: string;
  readonly amount: string;
  /** Why a charge is other than was expected. */
  readonly reason?: string;
  /** The goods lines that a tax is on, by what they cite; all of the bill where it does not say. */
  readonly on?: readonly string[];
  /** The customs entry whose debt it clears. */
  readonly entry?: string;
}

export const isTax = (what: string): boolean => what === 'tax-reclaimed' || what === 'tax-kept';
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
    tax: sent.flatMap(({ what, amount, on }) =>
      isTax(what)
        ? [{ amount, recoverable: what === 'tax-reclaimed', ...(on ? { lines: placesOf(on, cited) } : {}) }]
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
