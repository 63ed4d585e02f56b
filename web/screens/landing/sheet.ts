import { BASES } from '@obolus/contract/kinds/allocation';

/** The bases that the sheet can show side by side by itself; duty needs the tariff schedule. */
export type Basis = Exclude<(typeof BASES)[number], 'duty'>;

/** Charges on the sheet with their basis, received lines in order, and shares typed by hand. */
export interface Body {
  readonly date: string;
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
  manual: 'by hand',
};
export const BASIS_CHOICES = BASES.filter((basis): basis is Basis => basis !== 'duty').map(
  (basis) => [basis, BASIS_NAMES[basis]] as const,
);
