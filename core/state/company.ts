import { type BaseAmount, type Fraction, fraction, type Quantity, type Rate } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { DutyRounding } from '../tariff/duty.ts';

/** The most that may differ without a reason: a part of what was expected, an amount in base currency, of both the smaller. */
export interface Limit {
  readonly part: Fraction | undefined;
  readonly amount: BaseAmount | undefined;
}

/** What a bill may ask for more, and less, than was expected. */
export interface Allowance {
  readonly over: Limit;
  readonly short: Limit;
}

export const UNSAID: Limit = { part: undefined, amount: undefined };

export const NO_ALLOWANCE: Allowance = { over: UNSAID, short: UNSAID };

/** When cost is recognised: when goods are sold, or purchases expensed when billed (accounting.md, What posts what). */
export type Recognition = 'on-sale' | 'on-purchase';

/** Settings that every decision rests on. */
export interface Company {
  readonly currency: string;
  readonly recognition: Recognition;
  /** The first day of the first period that is not closed. */
  readonly firstOpenDay: Day;
  /** Periods that end before this day can never be opened again. */
  readonly lockedUntil: Day;
  /** The day on which documents are entered; undefined where nobody looks at a clock. */
  readonly today: Day | undefined;
  /** Kinds of charge that are no cost of goods: storage after a delay, a fine. They go to expense. */
  readonly notCosts: ReadonlySet<string>;
  /** Kinds of charge that are costs of sending goods back: freight back, a restocking fee. They go to return variance. */
  readonly returnCosts: ReadonlySet<string>;
  /** Kinds of charge that carry or insure goods to the border. */
  readonly toTheBorder: ReadonlySet<string>;
  /** Kinds of charge whose difference to what was estimated goes to landed cost variance, not into the goods. */
  readonly toVariance: ReadonlySet<string>;
  /** Kilograms that a cubic metre counts for, by kind of charge, where it is shared by chargeable weight. */
  readonly densities: ReadonlyMap<string, Quantity>;
  /** Whether customs value takes in the goods' share of freight and insurance to the border. */
  readonly customsValueWithFreight: boolean;
  /** Where the authority rounds duty. */
  readonly dutyRounding: DutyRounding;
  /** Whether a customs entry carries what is owed to customs; else it only states. */
  readonly carriesCustomsDebt: boolean;
  /** Where discounts that are taken go unless a payment says otherwise: less cost of the goods (IAS 2.11), or income. */
  readonly discountsTo: 'income' | 'goods';
  /** States of a pool are kept on the way at least this many movements apart. */
  readonly checkpointEvery: number;
  readonly tolerance: Tolerance;
  /** What a bill may differ by without a reason, and charges by their kind. */
  readonly allowance: Allowance;
  readonly chargeAllowances: ReadonlyMap<string, Allowance>;
  /** Differences outside what is allowed need a second person above this amount together; undefined where none is needed. */
  readonly signOffAbove: BaseAmount | undefined;
  /** Goods that go back, and money paid before anything is billed, need a second person above these; undefined where none is needed. */
  readonly returnsAbove: BaseAmount | undefined;
  readonly prepaymentsAbove: BaseAmount | undefined;
  /** Bills of a vendor with the same amount and dates no more days apart are asked about; undefined where nobody is asked. */
  readonly alikeWithin: number | undefined;
  /** The most that may be written off of a bill when it is paid; undefined for any amount. */
  readonly writeOffLimit: BaseAmount | undefined;
}

/** What is set up of a vendor, as far as decisions rest on it. */
export interface Vendor {
  /** What its deliveries may differ by. */
  readonly tolerance: Partial<Tolerance>;
  /** What its bills may differ by, where that is not the company's. */
  readonly allowance?: Allowance | undefined;
  /** Why nothing is ordered from it, nor paid to it; empty where it is. */
  readonly hold: string;
  /** Who changed the bank account that is in use: whoever it was does not pay it (job.md, Who does it). */
  readonly accountBy: string | undefined;
  /** Where it is paid to, as a second person approved it. */
  readonly account?: string | undefined;
}

/** How much more, or less, than was ordered is taken without asking: parts of what was ordered. */
export interface Tolerance {
  readonly over: Fraction;
  readonly short: Fraction;
}

/** Base units for one unit of a foreign currency, from a day on. */
export interface DatedRate {
  readonly from: Day;
  readonly rate: Rate;
}

export const NOT_COSTS: ReadonlySet<string> = new Set([
  'storage',
  'demurrage',
  'detention',
  'fine',
  'penalty',
  'interest',
]);

export const RETURN_COSTS: ReadonlySet<string> = new Set(['return-freight', 'restocking']);

/** Where a kind of charge goes: onto goods, to expense, or to return variance (accounting.md, costs of a return). */
export type ChargeGoes = 'goods' | 'expense' | 'return';

export function chargeGoes({ notCosts, returnCosts }: Company, kind: string): ChargeGoes {
  if (returnCosts.has(kind)) return 'return';
  return notCosts.has(kind) ? 'expense' : 'goods';
}

/** How duty is rounded: in which currency, and where. */
export const roundedBy = ({ currency, dutyRounding }: Company) => ({ currency, rounding: dutyRounding });

export const companyOf = (settings: Pick<Company, 'currency' | 'firstOpenDay'> & Partial<Company>): Company => ({
  recognition: 'on-sale',
  lockedUntil: '',
  today: undefined,
  notCosts: NOT_COSTS,
  returnCosts: RETURN_COSTS,
  toTheBorder: new Set(['freight', 'insurance']),
  toVariance: new Set(),
  densities: new Map(),
  customsValueWithFreight: false,
  dutyRounding: 'line',
  carriesCustomsDebt: false,
  discountsTo: 'income',
  checkpointEvery: 256,
  tolerance: { over: fraction(0n), short: fraction(0n) },
  allowance: NO_ALLOWANCE,
  chargeAllowances: new Map(),
  signOffAbove: undefined,
  returnsAbove: undefined,
  prepaymentsAbove: undefined,
  alikeWithin: undefined,
  writeOffLimit: undefined,
  ...settings,
});

/** One tax of a code, in the order in which they are worked out. */
export interface TaxLevel {
  readonly name: string;
  readonly percent: Fraction;
  /** The part of it that can be reclaimed. */
  readonly reclaimed: Fraction;
  /** The vendor does not charge it: it is owed to the tax office, and reclaimed as far as it can be, at once (reverse charge). */
  readonly selfAssessed: boolean;
  /** A discount for paying early takes its part of it back. */
  readonly withDiscount: boolean;
  /** Worked out on the goods with the taxes above it, not on the goods alone. */
  readonly onTop: boolean;
}
