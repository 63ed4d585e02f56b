import { BASES, type DIFFERENCES } from '@obolus/contract/kinds/allocation';
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
    /** Kilograms that a cubic metre counts for, by chargeable weight; the kind's own where left out. */
    readonly density?: string;
    /** Where it goes what it is more or less than estimated; as the company has it where left out. */
    readonly difference?: (typeof DIFFERENCES)[number];
  }[];
  readonly to: readonly string[];
  /** Further bills of these kinds are to come: estimates are used up, not replaced. */
  readonly more?: boolean;
}

/** What each basis is called in the head of a column. */
export const BASIS_NAMES: Readonly<Record<Basis, MessageId>> = {
  value: 'landing.by_value',
  quantity: 'landing.by_quantity',
  weight: 'landing.by_weight',
  volume: 'landing.by_volume',
  chargeable: 'landing.by_chargeable',
  equal: 'landing.equally',
  duty: 'landing.by_duty',
  manual: 'landing.by_hand',
};

/** Where it goes what a charge is more or less than estimated. */
export const DIFFERENCE_NAMES: Readonly<Record<(typeof DIFFERENCES)[number], MessageId>> = {
  goods: 'landing.difference_goods',
  variance: 'landing.difference_variance',
};

/** The id of a charge's column. */
export const columnId = ({ line }: OpenCharge): string => `charge-${line.replace(/\W/g, '-')}`;
