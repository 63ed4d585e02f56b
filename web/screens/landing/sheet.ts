import { BASES } from '@obolus/contract/kinds/allocation';

export type Basis = (typeof BASES)[number];

/** Charges on the sheet with their basis, received lines in order, and shares typed by hand. */
export interface Body {
  readonly date: string;
  /** The customs entry that duty is worked out by; empty for none. */
  readonly entry: string;
  readonly charges: readonly {
    readonly of: string;
    readonly basis: Basis;
    readonly fixed: Readonly<Record<string, string>>;
  }[];
  readonly to: readonly string[];
}

const BASIS_NAMES: Readonly<Record<Basis, string>> = {
  value: 'by value',
  quantity: 'by quantity',
  weight: 'by weight',
  volume: 'by volume',
  equal: 'equally',
  duty: 'by duty',
  manual: 'by hand',
};
export const BASIS_CHOICES = BASES.map((basis) => [basis, BASIS_NAMES[basis]] as const);
