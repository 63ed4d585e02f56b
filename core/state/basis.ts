import type { Books } from './books.ts';
import { isLoaded, knownOf, Slice } from './slice.ts';

/** The parts of the books that are set up, not posted, each entry of which a decision may rest on by itself. */
const BY_ENTRY = ['items', 'vendors', 'rates', 'approvalLimits', 'bankAccounts'] as const;
/** Those that a decision rests on as a whole. */
const WHOLE = ['taxCodes', 'bins'] as const;

type ByEntry = (typeof BY_ENTRY)[number];
type Whole = (typeof WHOLE)[number];
export type BasisPart = 'company' | 'tariff' | ByEntry | Whole;

/** One thing that was set up when a document was decided: as it was then. */
export interface BasisEntry {
  readonly part: BasisPart;
  /** The entry's id; empty where the part stands as a whole. */
  readonly which: string;
  readonly value: unknown;
}

/** What of the set-up a decision on these books rests on: what of it was loaded. The day is the command's own. */
export function basisOf(books: Books): BasisEntry[] {
  const { today: _, chargeAllowances, ...company } = books.company;
  const settings = chargeAllowances instanceof Slice ? company : { ...company, chargeAllowances };
  return [
    { part: 'company', which: '', value: settings },
    ...(isLoaded(books.tariff) ? [{ part: 'tariff' as const, which: '', value: books.tariff }] : []),
    ...WHOLE.flatMap((part) => {
      const entries = knownOf<string, unknown>(books[part]);
      return entries.size === 0 ? [] : [{ part, which: '', value: entries }];
    }),
    ...BY_ENTRY.flatMap((part) =>
      [...knownOf<string, unknown>(books[part])].map(([which, value]) => ({ part, which, value })),
    ),
  ];
}

/** The books as a decision found them: what was posted before, on what was set up then. */
export function onBasis(books: Books, basis: readonly BasisEntry[], today: string | undefined): Books {
  const wholeOf = (part: BasisPart) => basis.find((entry) => entry.part === part)?.value;
  const company = wholeOf('company') as Books['company'];
  const entriesOf = <Name extends ByEntry>(part: Name): Books[Name] =>
    new Map(
      basis.filter((entry) => entry.part === part).map(({ which, value }) => [which, value]),
    ) as unknown as Books[Name];
  return {
    ...books,
    company: { ...company, today, chargeAllowances: company.chargeAllowances ?? new Map() },
    tariff: (wholeOf('tariff') as Books['tariff'] | undefined) ?? [],
    taxCodes: (wholeOf('taxCodes') as Books['taxCodes'] | undefined) ?? new Map(),
    bins: (wholeOf('bins') as Books['bins'] | undefined) ?? new Map(),
    items: entriesOf('items'),
    vendors: entriesOf('vendors'),
    rates: entriesOf('rates'),
    approvalLimits: entriesOf('approvalLimits'),
    bankAccounts: entriesOf('bankAccounts'),
  };
}
