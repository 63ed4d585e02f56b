import { BASES } from '@obolus/contract/commands';

export type Basis = (typeof BASES)[number];

/** Charges on the sheet with their basis, received lines in order, and shares typed by hand. */
export interface Body {
  readonly date: string;
  readonly charges: readonly { readonly of: string; readonly basis: Basis; readonly fixed: Readonly<Record<string, string>> }[];
  readonly to: readonly string[];
}

const BASIS_NAMES: Readonly<Record<Basis, string>> = {
  value: 'by value',
  quantity: 'by quantity',
  weight: 'by weight',
  volume: 'by volume',
  equal: 'equally',
  manual: 'by hand',
};
export const BASIS_CHOICES = BASES.map((basis) => [basis, BASIS_NAMES[basis]] as const);
