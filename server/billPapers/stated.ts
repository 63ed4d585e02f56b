import type { StatedDue } from './duesOfPaper.ts';
import type { StatedDiscount } from './discounts.ts';
import type { Unread } from './vocabulary.ts';

/** What every way of writing a bill says, as text. */
export interface Stated {
  readonly kind: 'bill' | 'credit';
  readonly number: string;
  readonly vendor: readonly string[];
  readonly date: string;
  readonly currency: string;
  readonly refersTo: string;
  readonly order: string;
  readonly slip: string;
  readonly lines: readonly StatedLine[];
  readonly charges: readonly SaidAmount[];
  readonly allowances: readonly SaidAmount[];
  readonly taxes: readonly string[];
  /** Empty where the paper says none: then it is what its parts come to. */
  readonly total: string;
  readonly sums: StatedSums;
  readonly besides: Besides;
}

export interface StatedAccount {
  readonly account: string;
  /** The code of its bank; empty where none is named. */
  readonly bankCode: string;
}

export interface SaidAmount {
  /** As the paper calls it; empty where it does not. */
  readonly said: string;
  /** Why, as a code of UNTDID 7161; empty where it names none. */
  readonly code?: string;
  readonly amount: string;
}

export interface StatedLine {
  readonly number: string;
  readonly order: string;
  readonly slip: string;
  /** The vendor's own number first. */
  readonly names: readonly string[];
  readonly description: string;
  readonly quantity: string;
  readonly unit: string;
  /** Net of what the line takes off. */
  readonly price: string;
  readonly per: string;
  /** What the line comes to; empty where the paper leaves that to quantity and price. */
  readonly amount: string;
  /** What it takes off and adds beside its price. */
  readonly takenOff: readonly string[];
  readonly added: readonly string[];
}

/** What a paper says that a plain bill does not, as text; empty where it says nothing. */
export interface Besides {
  /** The code of UNTDID 1001: 380 is a commercial invoice, 381 a credit note. */
  readonly typeCode: string;
  /** Names and numbers of whom it is made out to. */
  readonly buyer: readonly string[];
  readonly prepaid: string;
  /** What is asked for, where that is not what it comes to in all. */
  readonly payable: string;
  readonly rounding: string;
  readonly withheld: string;
  /** Whether it says that it is a copy of another. */
  readonly copy: string;
  /** Names of whom it is to be paid to, where that is said apart from who sends it. */
  readonly payee: readonly string[];
  /** Bank accounts that it is to be paid to. */
  readonly accounts: readonly StatedAccount[];
  /** Days on which it, or a part of it, is due. */
  readonly dues: readonly StatedDue[];
  /** Discounts for paying early. */
  readonly discounts: readonly StatedDiscount[];
  /** Receipts of ours that it names, as a whole or line by line. */
  readonly receipts: readonly string[];
  /** Agreements with us that it names, as a whole or line by line (BT-12). */
  readonly contracts: readonly string[];
  /** What of it nobody understands, each with where it stands. */
  readonly unread: readonly Unread[];
}

export const PLAIN: Besides = {
  typeCode: '',
  buyer: [],
  prepaid: '',
  payable: '',
  rounding: '',
  withheld: '',
  copy: '',
  payee: [],
  accounts: [],
  dues: [],
  discounts: [],
  receipts: [],
  contracts: [],
  unread: [],
};

/** Sums that a paper states, as text; empty where it does not (EN 16931: BG-22, BG-23). */
export interface StatedSums {
  /** BT-106. */
  readonly lines: string;
  /** BT-107. */
  readonly allowances: string;
  /** BT-108. */
  readonly charges: string;
  /** BT-109. */
  readonly net: string;
  /** BT-110, in the paper's currency. */
  readonly tax: string;
  /** BT-112. */
  readonly gross: string;
  /** BG-23, by category: what is taxed (BT-116), by how many percent (BT-119), and the tax (BT-117). */
  readonly taxed: readonly { readonly basis: string; readonly percent: string; readonly tax: string }[];
}

export const NO_SUMS: StatedSums = {
  lines: '',
  allowances: '',
  charges: '',
  net: '',
  tax: '',
  gross: '',
  taxed: [],
};
