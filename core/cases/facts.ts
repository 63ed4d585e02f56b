import type { PostedDocument } from '../posting/kinds.ts';
import type { Posted } from '../state/decision.ts';

/** What a document caused, as plain text for other programs: whole minor units, millionths, days. */
export interface PostedFacts {
  readonly kind: string;
  readonly date: string;
  readonly cites: readonly string[];
  readonly entries: Plain;
  readonly effects: Plain;
  /** Changes of value, of movements and of what takes from them. */
  readonly changes: Plain;
}

export interface StepFacts extends PostedFacts {
  readonly step: string;
}

type Plain = string | number | boolean | null | readonly Plain[] | { readonly [name: string]: Plain };

export function factsOf({ document, cites, entries, effects, settlement }: Posted<PostedDocument>): PostedFacts {
  return {
    kind: document.kind,
    date: document.date,
    cites: [...cites].sort(),
    entries: plain(entries),
    effects: plain(effects),
    changes: plain(settlement.valueChanges),
  };
}

/** Whole numbers as text, names in order, nothing that is left out. */
function plain(value: unknown): Plain {
  if (typeof value === 'bigint') return value.toString();
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') return value;
  if (Array.isArray(value)) return value.map(plain);
  if (typeof value !== 'object' || value === null) return null;
  const said = Object.entries(value).filter(([, entry]) => entry !== undefined);
  return Object.fromEntries(said.sort(([a], [b]) => (a < b ? -1 : 1)).map(([name, entry]) => [name, plain(entry)]));
}
