import { BASES, type DIFFERENCES } from '@obolus/contract/kinds/allocation';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { MessageId } from '@obolus/messages/message';

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
    /** What of it is shared now; all that is left where nothing is said. */
    readonly amount?: string;
    /** Kilograms that a cubic metre counts for, by chargeable weight; the kind's own where left out. */
    readonly density?: string;
    /** Where it goes what it is more or less than estimated; as the company has it where left out. */
    readonly difference?: (typeof DIFFERENCES)[number];
  }[];
  readonly to: readonly string[];
  /** Further bills of these kinds are to come: estimates are used up, not replaced. */
  readonly more?: boolean;
}

/** What becomes of the charges of a sheet. */
export type ChangeCharges = (charges: Body['charges']) => Body['charges'];

/** The sheet of an allocation once more: what its charges were limited to is a share of nothing on all other lines. */
export function sheetAgain({ to, charges, entry, more }: BodyOf<'allocation'>, today: string): Body {
  return {
    date: today,
    entry: entry ?? '',
    to,
    ...(more ? { more } : {}),
    charges: charges.map(({ of, basis, amount, fixed, limitedTo, density, difference }) => ({
      of,
      basis,
      ...(amount ? { amount } : {}),
      fixed: {
        ...Object.fromEntries(to.filter((line) => limitedTo?.includes(line) === false).map((line) => [line, '0'])),
        ...Object.fromEntries(fixed.map(({ line, amount }) => [line, amount])),
      },
      ...(density ? { density } : {}),
      ...(difference ? { difference } : {}),
    })),
  };
}

/** Where it goes what a charge is more or less than estimated. */
export const DIFFERENCE_NAMES: Readonly<Record<(typeof DIFFERENCES)[number], MessageId>> = {
  goods: 'landing.difference_goods',
  variance: 'landing.difference_variance',
};

/** The id of a charge's column. */
export const columnId = ({ line }: OpenCharge): string => `charge-${line.replace(/\W/g, '-')}`;
