import { Currency, Day, exactly, Id, oneOf, type Static, Text, Type } from '../figures.ts';
import { ROLES } from '../roles.ts';
import { Count, Name } from './parts.ts';
import { Shown } from '../message.ts';
import { LANGUAGES } from '@obolus/messages/speaker';

/**
 * In which language somebody reads, how they write figures and days; what is empty is as their browser has it. The week begins on Sunday (0), Monday (1) or Saturday (6).
 * Keys of one letter or sign alone can be switched off.
 */
export const Preferences = exactly({
  language: oneOf(['', ...LANGUAGES] as const),
  locale: Type.String({
    pattern: '^([a-zA-Z]{2,3}(-[a-zA-Z0-9]{2,8})*)?$',
    maxLength: 35,
    description: 'BCP 47, like de-CH',
  }),
  dateOrder: oneOf(['', 'dmy', 'mdy', 'ymd'] as const),
  weekStart: oneOf(['', '0', '1', '6'] as const),
  keysAlone: oneOf(['', 'off'] as const),
});

export type Preferences = Static<typeof Preferences>;

const ColumnName = Text(60);

/** How somebody looks at the columns of a table: which they hid, which stay in sight at its beginning, and how wide some are, in pixels. */
export const Layout = exactly({
  hidden: Type.Array(ColumnName, { maxItems: 100 }),
  fixed: Type.Array(ColumnName, { maxItems: 100 }),
  widths: Type.Record(ColumnName, Type.Integer({ minimum: 20, maximum: 2000 }), { maxProperties: 100 }),
});

export type Layout = Static<typeof Layout>;

export const Me = exactly({
  user: exactly({ id: Id, name: Name, email: Text(160), role: oneOf(ROLES) }),
  company: exactly({
    name: Name,
    currency: Currency,
    /** Whether cost is recognised when goods are sold, or purchases expensed when billed. */
    recognition: oneOf(['on-sale', 'on-purchase'] as const),
    firstOpenDay: Day,
    today: Day,
    blind: Type.Boolean(),
    /** Whether goods were received yet; until then the way there is shown. */
    begun: Type.Boolean(),
    standIns: Type.Boolean(),
    mailbox: Type.Union([Count, Type.Null()]),
    /** From what percent of the goods’ value a charge, and of its usual cost a unit’s, is pointed out; empty for never. */
    /** Whether customs entries carry what is owed to customs, and to whom it was owed last; empty for nobody yet. */
    customsDebt: Type.Union([exactly({ authority: Type.Union([Id, Type.Literal('')]) }), Type.Null()]),
    /** Where discounts that are taken go unless a payment says otherwise. */
    discountsTo: oneOf(['income', 'goods'] as const),
    unusual: exactly({ charge: Text(20), cost: Text(20) }),
  }),
  preferences: Preferences,
  /** By the table's name; a table that is looked at as it comes is not there. */
  layouts: Type.Record(Text(60), Layout),
  csrfToken: Text(100),
});

export type Me = Static<typeof Me>;

export const Waiting = exactly({
  /** What whoever asks may answer as a second person, and orders that wait for anybody. */
  approvals: Count,
  orders: Count,
  receiving: Count,
  bills: Count,
  charges: Count,
  deliveries: Count,
  /** Credits that vendors owe. */
  credits: Count,
  /** Bills that are due within a week. */
  due: Count,
  drafts: Count,
  /** The latest document that somebody else entered; null where that is long ago. */
  latestOfOthers: Type.Union([Id, Type.Null()]),
});

export type Waiting = Static<typeof Waiting>;

/** How far a company is set up, on the way to its first receipt. */
export const FirstSteps = exactly({
  accounts: Count,
  warehouses: Count,
  items: Count,
  vendors: Count,
  openingStock: Count,
  orders: Count,
  receipts: Count,
});

export type FirstSteps = Static<typeof FirstSteps>;

export const SearchHit = exactly({ what: Text(30), title: Name, detail: Shown, link: Text(200) });

export type SearchHit = Static<typeof SearchHit>;
