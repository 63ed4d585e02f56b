import {
  Amount,
  BaseAmount,
  Currency,
  Day,
  exactly,
  Id,
  Key,
  LineId,
  oneOf,
  Quantity,
  Rate,
  type Static,
  Text,
  Type,
} from './figures.ts';
import { Says } from './message.ts';
import { DOCUMENT_KINDS } from './kinds/kinds.ts';
import { FOUND } from './kinds/vendorStatement.ts';
import { Dimensions, Estimated } from './kinds/parts.ts';

/**
 * What of the books a document changes: what is open by its kind, what is on hand and what it cost, and the ledger. The kinds are those
 * of the core (`openItems/openItem`), which the contract does not import: the server, which fills this in, does not compile without one.
 */
export const CHANGED = [
  'to-receive',
  'to-bill',
  'billed-ahead',
  'held',
  'to-put-away',
  'in-transit',
  'to-credit',
  'claim',
  'to-allocate',
  'estimated',
  'to-invoice',
  'to-pay',
  'prepaid',
  'stock',
  'ledger',
  'shipments',
] as const;

export type Changed = (typeof CHANGED)[number];

export const PostedReply = exactly({
  id: Id,
  kind: oneOf(DOCUMENT_KINDS),
  number: Text(30, 'Its number here'),
  lines: Type.Array(LineId, { description: 'Its lines, in their order' }),
  touched: Type.Array(Id, { description: 'Documents that it rests on and that show it from now on' }),
  changed: Type.Array(oneOf(CHANGED), {
    description: 'What of the books it changed: whoever keeps an answer asks anew',
  }),
});

const EntryLine = exactly({
  account: Text(40),
  accountName: Text(160),
  amount: BaseAmount,
  item: Type.Optional(Text(160)),
  vendor: Type.Optional(Text(160)),
  expense: Type.Optional(Text(60)),
  bank: Type.Optional(Text(160, 'Which of the company’s bank accounts')),
  held: Type.Optional(
    // What moved on the bank account in its own currency, where that is another.
    exactly({ amount: Amount, currency: Currency }),
  ),
  ...Dimensions,
});
export const EntryView = exactly({ date: Day, number: Type.Optional(Text(20)), lines: Type.Array(EntryLine) });

export const RefusalView = exactly({ reason: Text(60), at: Text(200), says: Says });

/** What posting would do, worked out by the same decision as posting itself. */
/** What ordered goods should cost once they are here, by line of the body: in base currency, the unit cost for one stock unit. */
export const Expected = Type.Array(
  exactly({
    line: Type.Integer({ minimum: 0 }),
    goods: BaseAmount,
    charges: Type.Array(exactly({ kind: Text(30), amount: BaseAmount })),
    unitCost: Amount,
  }),
);

export const DifferenceView = exactly({
  at: Text(200),
  kind: oneOf(['price', 'not-here', 'charge', 'disputed', 'tax', 'total'] as const),
  amount: BaseAmount,
  allowed: Type.Union([BaseAmount, Type.Null()]),
  outside: Type.Boolean(),
});

export const PreviewReply = exactly({
  accepted: Type.Boolean(),
  refusals: Type.Array(RefusalView),
  entries: Type.Array(EntryView),
  unitCosts: Type.Array(
    exactly({
      item: Text(160),
      warehouse: Text(60),
      unit: Text(20),
      quantity: Quantity,
      before: Type.Union([Amount, Type.Null()]),
      after: Type.Union([Amount, Type.Null()]),
      /** Of late costs: what stays with goods on hand, and what follows those that went out. Both zero for all else. */
      late: exactly({ onHand: BaseAmount, gone: BaseAmount }),
    }),
  ),
  /** Whom the paper of a bill asks to be paid to, where that is not the vendor at its account on file. */
  asksPayee: Type.Union([exactly({ payee: Text(140), account: Text(60), bankCode: Text(11) }), Type.Null()]),
  /** At which rates what a bill asks for became what was ordered in other currencies: of the day, or agreed. */
  crossRates: Type.Array(exactly({ currency: Currency, rate: Rate, agreed: Type.Boolean() })),
  shares: Type.Array(exactly({ charge: LineId, amounts: Type.Array(BaseAmount) })),
  expected: Expected,
  /** Estimates that rules of the company put on lines of the body that say none. */
  ruled: Type.Array(exactly({ line: Type.Integer({ minimum: 0 }), rule: Text(30), ...Estimated })),
  /** Duty of a customs entry by line of the body: calculated beside charged, with what each cause makes of the difference. */
  charged: Type.Array(
    exactly({
      line: Type.Integer({ minimum: 0 }),
      calculated: BaseAmount,
      causes: Type.Array(
        exactly({
          cause: oneOf([
            'code',
            'origin',
            'preference',
            'value',
            'date',
            'measure-missing',
            'measure-twice',
            'arithmetic',
          ] as const),
          measure: Text(40),
          amount: BaseAmount,
        }),
      ),
    }),
  ),
  /** A vendor's statement beside our account of it, as far as its lines can be read; null for all else. In its currency. */
  statement: Type.Union([
    exactly({
      own: exactly({ opening: Amount, closing: Amount }),
      beside: Type.Array(
        exactly({
          found: oneOf(FOUND),
          place: Type.Union([Type.Integer({ minimum: 0 }), Type.Null()], { description: 'Its place in the body' }),
          own: Type.Union([
            exactly({
              document: exactly({ id: Id, kind: oneOf(DOCUMENT_KINDS), number: Text(30) }),
              date: Day,
              reference: Text(60),
              amount: Amount,
            }),
            Type.Null(),
          ]),
          /** The draft of a bill or credit memo of that number, which waits to be posted. */
          waiting: Type.Union([exactly({ id: Key, kind: oneOf(DOCUMENT_KINDS) }), Type.Null()]),
        }),
      ),
    }),
    Type.Null(),
  ]),
  /** What a bill comes to, in its currency. */
  total: Type.Union([Amount, Type.Null()]),
  /** Where a bill differs from what was ordered and received, in base currency; `allowed` is null where nobody set a limit. */
  differences: Type.Array(DifferenceView),
  /** How a second person stands to exactly this bill; empty where nobody was asked. */
  approval: oneOf(['', 'asked', 'approved', 'rejected'] as const),
});

export type PreviewReply = Static<typeof PreviewReply>;
export type EntryView = Static<typeof EntryView>;
export type RefusalView = Static<typeof RefusalView>;
export type PostedReply = Static<typeof PostedReply>;

/** How far a long posting is: what it rests on is read, it is decided, its rows are written. */
export const PostingProgress = exactly({
  phase: oneOf(['reading', 'deciding', 'writing'] as const),
  /** Rows written, of all of them. */
  done: Type.Integer({ minimum: 0 }),
  of: Type.Integer({ minimum: 0 }),
});

export type PostingProgress = Static<typeof PostingProgress>;
