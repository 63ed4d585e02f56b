import { BASES, DIFFERENCES } from '../kinds/allocation.ts';
import {
  BaseAmount,
  Currency,
  Day,
  Discount,
  exactly,
  Id,
  oneOf,
  Price,
  Quantity,
  type Static,
  Text,
  Type,
} from '../figures.ts';
import { ListState } from '../listState.ts';
import { ROLES } from '../roles.ts';
import { Count, Name } from './parts.ts';
import { LANGUAGES } from '@obolus/messages/speaker';

export const ItemView = exactly({
  id: Id,
  number: Text(40),
  name: Name,
  unit: Text(20),
  /** What else it is bought in, and how many stock units that holds. */
  packs: Type.Array(exactly({ unit: Text(20), size: Quantity })),
  /** Codes on the goods; the empty unit is the stock unit. */
  codes: Type.Array(exactly({ code: Text(40), unit: Text(20) })),
  method: oneOf(['fifo', 'average', 'standard', 'lot'] as const),
  tracking: oneOf(['none', 'lot', 'serial'] as const),
  weight: Type.Union([Quantity, Type.Null()]),
  volume: Type.Union([Quantity, Type.Null()]),
});

export type ItemView = Static<typeof ItemView>;

export const VendorView = exactly({
  id: Id,
  number: Text(40),
  name: Name,
  currency: Currency,
  terms: Id,
  /** Of its lines, where nothing else is said; empty for none. */
  taxCode: Text(20),
  /** Why nothing is ordered from it, nor paid to it; empty where it is. */
  hold: Name,
  /** What its bills are for, where they are for nothing on order; empty for nothing. */
  usualExpense: Text(60),
  mail: Text(160),
  /** In which it is written to. */
  language: oneOf(LANGUAGES),
});

export type VendorView = Static<typeof VendorView>;

/** A kind of charge: whether it goes onto goods or is an expense, and how it is usually shared. */
export const ChargeKindView = exactly({
  code: Text(30),
  name: Name,
  isCost: Type.Boolean(),
  /** Whether it carries or insures goods to the border. */
  isToTheBorder: Type.Boolean(),
  basis: oneOf(['', ...BASES] as const),
  /** Kilograms that a cubic metre counts for; empty where nobody said. */
  density: Quantity,
  difference: oneOf(DIFFERENCES),
});

/** When a bill is due: so many days after it, or after the end of its month. */
export const TermsView = exactly({
  id: Id,
  code: Text(20),
  name: Name,
  days: Count,
  afterMonth: Type.Boolean(),
  /** In how many parts a bill is due by them. */
  parts: Count,
});

export type TermsView = Static<typeof TermsView>;

/** A code with its taxes in their order; `onTop` of those before it. */
export const TaxCodeView = exactly({
  code: Text(20),
  name: Name,
  levels: Type.Array(
    exactly({
      name: Text(40),
      percent: Discount,
      /** The percentage of it that can be reclaimed. */
      reclaimed: Discount,
      onTop: Type.Boolean(),
      selfAssessed: Type.Boolean(),
      withDiscount: Type.Boolean(),
    }),
  ),
});

export type TaxCodeView = Static<typeof TaxCodeView>;

export const BINS = ['shelf', 'dock', 'rejects'] as const;

export const WarehouseView = exactly({
  id: Id,
  code: Text(20),
  name: Name,
  bins: Type.Array(exactly({ code: Text(20), kind: oneOf(BINS) })),
});

export type WarehouseView = Static<typeof WarehouseView>;

export const BankAccountView = exactly({ id: Id, name: Name, currency: Currency, hasChecks: Type.Boolean() });

/** One of the company's own accounts, from which vendors are paid. */
export type BankAccountView = Static<typeof BankAccountView>;

export const DIMENSIONS = ['department', 'location', 'project'] as const;

export const DimensionView = exactly({ kind: oneOf(DIMENSIONS), code: Text(40), name: Name });

export type DimensionView = Static<typeof DimensionView>;

/** How an order stands, worked out from what was done with it. `limit`: above which base amount its buyer needs another person. */
export const Standing = {
  limit: Type.Union([BaseAmount, Type.Null()]),
  approval: oneOf(['not-needed', 'awaited', 'approved', 'rejected'] as const),
  held: Type.Boolean(),
  version: Count,
  /** The version that the vendor was last given. */
  sent: Type.Union([Count, Type.Null()]),
};

/** What is known of buying an item from a vendor: its own number for it, its list, and the last order. The empty unit is the stock unit. */
export const PriceView = exactly({
  item: Id,
  number: Text(40),
  list: Type.Array(
    exactly({ unit: Text(20), least: Quantity, from: Day, to: Type.Union([Day, Type.Null()]), price: Price }),
  ),
  last: Type.Union([exactly({ order: Text(30), unit: Text(20), price: Price }), Type.Null()]),
});

export type PriceView = Static<typeof PriceView>;

/** A change that waits for a second person, to be answered as an approval. */
export const AskedChange = exactly({
  of: Text(60),
  seen: Text(64),
  fields: Type.Array(exactly({ field: Text(60), was: Text(4000), became: Text(4000) })),
  by: Name,
  mine: Type.Boolean(),
});

export type AskedChange = Static<typeof AskedChange>;

/** Somebody who works with the books, and up to which amount without another person's approval; no limit, no approval. */
export const PersonView = exactly({
  id: Id,
  name: Name,
  email: Text(160),
  role: oneOf(ROLES),
  approvalLimit: Type.Union([BaseAmount, Type.Null()]),
  /** Cannot sign in any more. */
  blocked: Type.Boolean(),
  /** A limit that takes effect when a second person approves it. */
  asked: Type.Array(AskedChange),
});

export type PersonView = Static<typeof PersonView>;

/** The fields of an entry of a register, as text. */
export const Fields = Type.Record(Type.String({ maxLength: 40 }), Text(4000));

export const RegisterEntry = exactly({
  id: Id,
  fields: Fields,
  /** What is settled stays as it is. */
  used: Type.Boolean(),
  changes: Type.Array(exactly({ field: Text(60), was: Text(2000), became: Text(2000), by: Name, at: Text(40) })),
  /** Changes that take effect when a second person approves them. */
  asked: Type.Array(AskedChange),
});

export type RegisterEntry = Static<typeof RegisterEntry>;

export const SavedEntry = exactly({ id: Id });

export const SavedView = exactly({ name: Text(60), state: ListState });

export type SavedView = Static<typeof SavedView>;
