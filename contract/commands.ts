import {
  Amount,
  BaseAmount,
  Currency,
  Day,
  Discount,
  exactly,
  Id,
  Key,
  LineId,
  oneOf,
  Price,
  Quantity,
  Rate,
  Text,
  Type,
  type Static,
} from './figures.ts';
import { lenient } from './leftOut.ts';
import { DOCUMENT_KINDS, type DocumentKind } from './roles.ts';

const MOST_LINES = 2000;
const lines = <Line extends Parameters<typeof exactly>[0]>(fields: Line) =>
  Type.Array(exactly(fields), { maxItems: MOST_LINES });
const Party = Type.Union([Id, Type.Literal('')], { description: 'Empty while none is chosen' });

export const BASES = ['value', 'quantity', 'weight', 'volume', 'equal', 'duty', 'manual'] as const;
export const DIFFERENCES = ['cost', 'variance', 'credit'] as const;
/** A kind of charge, by its code in the register. */
export const ChargeKind = Type.String({ minLength: 1, maxLength: 30, description: 'A kind of charge that is set up' });

const Lots = Type.Optional(
  Type.Array(
    exactly({ lot: Text(60), quantity: Quantity, expires: Type.Optional(Type.Union([Day, Type.Literal('')])) }),
    {
      maxItems: MOST_LINES,
      description: 'Lots or serial numbers, where the goods are kept by them',
    },
  ),
);
const Dimensions = {
  department: Type.Optional(Text(40)),
  location: Type.Optional(Text(40)),
  project: Type.Optional(Text(40)),
};
const Reason = Text(200, 'Why');
const Estimates = Type.Optional(
  Type.Array(
    exactly({
      kind: ChargeKind,
      by: oneOf(['unit', 'percent', 'flat', 'tariff'] as const),
      figure: Text(40, 'By the unit or flat in base currency, or percent of the goods; empty by tariff'),
    }),
    { maxItems: 20 },
  ),
);

const Asked = {
  item: Party,
  expense: Type.Optional(Text(60, 'The expense that the line is for, where it is no stock')),
  quantity: Quantity,
  unit: Type.Optional(Text(20, 'Of quantity and price: a pack of the item; the stock unit where it is left out')),
  price: Price,
  discount: Discount,
  due: Type.Union([Day, Type.Literal('')]),
  vendorNumber: Type.Optional(Text(40, 'The vendor’s own number for the item, kept for the next time')),
  packSize: Type.Optional(
    Type.Union([Quantity, Type.Literal('')], {
      description: 'What a unit holds that the item was never bought in: kept for the next time',
    }),
  ),
  estimates: Estimates,
  warehouse: Type.Optional(
    Type.Union([Id, Type.Literal('')], { description: 'Where it is to come in; the order’s where it is left out' }),
  ),
  taxCode: Type.Optional(Text(20, 'The taxes that its bill will show')),
  transport: Type.Optional(Text(60, 'The container or consignment, as far as it is known')),
  ...Dimensions,
};
const Terms = Type.Optional(
  Type.Union([Id, Type.Literal('')], { description: 'Terms of payment; the vendor’s where they are left out' }),
);
const Another = Type.Optional(Text(200, 'Why it is another bill than one of the vendor that it is like'));
const WhyDifferent = Type.Optional(Text(200, 'Why a difference is decided so; needed outside what is allowed'));
/** The rules of the International Chamber of Commerce, 2020. */
export const INCOTERMS = ['EXW', 'FCA', 'CPT', 'CIP', 'DAP', 'DPU', 'DDP', 'FAS', 'FOB', 'CFR', 'CIF'] as const;

export const OrderBody = exactly({
  vendor: Party,
  date: Day,
  currency: Currency,
  warehouse: Id,
  lines: lines(Asked),
  note: Text(500),
  terms: Terms,
  incoterm: Type.Optional(oneOf(['', ...INCOTERMS] as const)),
  place: Type.Optional(Text(60, 'The named place of the Incoterm')),
});
const Seen = Type.Integer({ minimum: 1, description: 'The version that was looked at' });
/** A later version of an order: the lines that differ, each as it should be now; others stay. */
export const OrderChangeBody = exactly({
  of: Id,
  seen: Seen,
  date: Day,
  reason: Reason,
  lines: lines({
    of: Type.Union([LineId, Type.Literal('')], { description: 'A line of the order; empty for a new one' }),
    ...Asked,
  }),
});
export const OrderClosingBody = exactly({ of: Id, date: Day, reason: Reason, lines: lines({ of: LineId }) });
export const OrderStepBody = exactly({
  of: Id,
  seen: Seen,
  date: Day,
  step: oneOf(['held', 'released', 'sent'] as const),
  reason: Reason,
});
export const OrderApprovalBody = exactly({
  of: Id,
  seen: Seen,
  date: Day,
  step: oneOf(['approved', 'rejected'] as const),
  reason: Reason,
});
export const ReceiptBody = exactly({
  vendor: Party,
  date: Day,
  warehouse: Id,
  packingSlip: Text(60),
  transport: Text(60),
  lines: lines({
    of: LineId,
    quantity: Quantity,
    unit: Type.Optional(Text(20, 'Of the quantity: a pack of the item; the stock unit where it is left out')),
    lots: Lots,
    origin: Type.Optional(Text(2, 'As seen on the goods, where it is not the usual one')),
    preference: Type.Optional(Type.Boolean({ description: 'A preference is claimed, with proof of origin' })),
    last: Type.Optional(
      Type.Boolean({ description: 'No more comes of the line: what is missing is within what is allowed' }),
    ),
    price: Type.Optional(
      Type.Union([Price, Type.Literal('')], {
        description: 'Where the order’s is known to be wrong; for whoever may enter bills',
      }),
    ),
    reason: Type.Optional(Text(200, 'Why the price is another')),
  }),
  aside: Type.Optional(
    lines({
      of: Type.Union([LineId, Type.Literal('')], {
        description: 'The order line that was rejected; empty for goods without an order',
      }),
      item: Party,
      what: Text(160, 'In words, where it is no known item'),
      quantity: Quantity,
      unit: Type.Optional(Text(20)),
      reason: Reason,
      place: Text(60, 'Where it stands'),
      photo: Type.Optional(Type.Union([Key, Type.Literal('')], { description: 'A paper that shows it' })),
    }),
  ),
  bill: Type.Optional(
    exactly({
      reference: Text(60, 'The vendor’s number'),
      another: Another,
      terms: Terms,
    }),
  ),
});
/** Received goods go from the dock into bins. */
export const PutAwayBody = exactly({ date: Day, lines: lines({ of: LineId, quantity: Quantity, bin: Text(20) }) });
export const OUTCOMES = ['sent back', 'scrapped', 'received', 'gone astray'] as const;
/** What became of goods that stood aside. */
export const AsideClosingBody = exactly({
  date: Day,
  reason: Reason,
  lines: lines({ of: LineId, quantity: Quantity, outcome: oneOf(OUTCOMES) }),
});
export const BillBody = exactly({
  vendor: Party,
  terms: Terms,
  reference: Text(60, 'The vendor’s number'),
  another: Another,
  date: Day,
  currency: Currency,
  lines: lines({
    of: LineId,
    quantity: Quantity,
    price: Price,
    discount: Discount,
    difference: oneOf(DIFFERENCES),
    done: Type.Optional(
      Type.Boolean({ description: 'Of an expense on order: it was done, and the bill stands for its receipt' }),
    ),
    wait: Type.Optional(Type.Boolean({ description: 'Ahead of the goods: the bill is not paid before they are here' })),
    reason: WhyDifferent,
  }),
  charges: Type.Array(exactly({ kind: ChargeKind, amount: Amount, reason: WhyDifferent }), { maxItems: 50 }),
  disputed: Type.Optional(
    Type.Array(
      exactly({
        said: Text(200, 'As the paper calls it'),
        amount: Amount,
        decision: oneOf(['credit', 'not-ours'] as const),
        reason: Reason,
      }),
      {
        maxItems: 200,
        description: 'What is not accepted: owed for now, and expected back as a credit',
      },
    ),
  ),
  expenses: Type.Optional(Type.Array(exactly({ expense: Text(60), amount: Amount, ...Dimensions }), { maxItems: 200 })),
  tax: Type.Optional(
    Type.Array(
      exactly({
        amount: Amount,
        recoverable: Type.Boolean(),
        lines: Type.Optional(
          Type.Array(Type.Integer({ minimum: 1 }), {
            description: 'Counted over lines, charges and expenses; all where it is left out',
          }),
        ),
      }),
      { maxItems: 20 },
    ),
  ),
  whole: Type.Optional(
    exactly({
      tax: Type.Optional(
        exactly({ reason: Text(200, 'Why its tax is taken, where it is not what the orders’ codes make') }),
      ),
      total: Type.Optional(exactly({ asked: Amount, reason: WhyDifferent })),
    }),
  ),
});
export const ReturnBody = exactly({
  vendor: Party,
  date: Day,
  reference: Type.Optional(Text(60, 'The vendor’s return number')),
  lines: lines({
    of: LineId,
    quantity: Quantity,
    lots: Lots,
    replace: Type.Boolean({ description: 'Others come in their place' }),
    confirmed: Type.Boolean({ description: 'They go back though none of their own receipt are left' }),
  }),
});
export const CreditBody = exactly({
  vendor: Party,
  reference: Text(60, 'The vendor’s number'),
  date: Day,
  currency: Currency,
  lines: lines({
    of: LineId,
    quantity: Type.Optional(Quantity),
    price: Type.Optional(Price),
    amount: Type.Optional(Amount),
    to: Type.Optional(oneOf(['cost', 'variance', 'expected'] as const)),
  }),
  tax: Type.Optional(Amount),
});
export const AllocationBody = exactly({
  date: Day,
  to: Type.Array(LineId, { maxItems: MOST_LINES }),
  charges: Type.Array(
    exactly({
      of: LineId,
      basis: oneOf(BASES),
      amount: Type.Union([BaseAmount, Type.Literal('')], { description: 'Empty for all that is left' }),
      fixed: lines({ line: LineId, amount: BaseAmount }),
      limitedTo: Type.Optional(Type.Array(LineId, { maxItems: MOST_LINES })),
    }),
    { maxItems: 50 },
  ),
  more: Type.Optional(Type.Boolean({ description: 'Further bills of these kinds are to come' })),
  entry: Type.Optional(Day),
  customsRate: Type.Optional(Rate),
  declared: Type.Optional(
    lines({ line: LineId, origin: Type.Optional(Text(2)), preference: Type.Optional(Type.Boolean()) }),
  ),
});
export const EstimateClosingBody = exactly({
  date: Day,
  reason: Reason,
  lines: lines({ of: LineId, charge: Text(30) }),
});
export const ChargeMoveBody = exactly({ date: Day, of: LineId, charge: ChargeKind, amount: BaseAmount });
export const DeliveryBody = exactly({
  customer: Text(120),
  date: Day,
  warehouse: Id,
  lines: lines({ item: Party, quantity: Quantity, lots: Lots, ...Dimensions }),
});
export const InvoiceBody = exactly({
  customer: Text(120),
  date: Day,
  lines: lines({ of: LineId, quantity: Quantity, price: Price }),
});
export const CustomerReturnBody = exactly({
  customer: Text(120),
  date: Day,
  warehouse: Id,
  lines: lines({ of: LineId, quantity: Quantity, price: Price, lots: Lots }),
});
export const OpeningBody = exactly({
  date: Day,
  warehouse: Id,
  lines: lines({ item: Party, quantity: Quantity, value: BaseAmount, lots: Lots }),
});
const Goods = { item: Party, quantity: Quantity, lots: Lots };
export const AssemblyBody = exactly({
  date: Day,
  warehouse: Id,
  uses: lines(Goods),
  makes: exactly(Goods),
  conversion: Type.Union([BaseAmount, Type.Literal('')]),
  ...Dimensions,
});
export const TransferBody = exactly({
  date: Day,
  from: Id,
  to: Id,
  inTransit: Type.Boolean(),
  lines: lines({ ...Goods, ...Dimensions }),
});
export const ArrivalBody = exactly({
  date: Day,
  lines: lines({ of: LineId, quantity: Quantity, lost: Type.Union([Quantity, Type.Literal('')]), lots: Lots }),
});
export const CountBody = exactly({
  date: Day,
  warehouse: Id,
  reason: Reason,
  lines: lines({
    ...Goods,
    change: oneOf(['found', 'missing', 'scrapped'] as const),
    unitCost: Type.Optional(Price),
    ...Dimensions,
  }),
});
export const StandardBody = exactly({ date: Day, lines: lines({ item: Party, standard: Price }) });
export const WriteDownBody = exactly({ date: Day, warehouse: Id, lines: lines({ item: Party, netRealisable: Price }) });
export const PrepaymentBody = exactly({ vendor: Party, date: Day, currency: Currency, amount: Amount });
export const PaymentBody = exactly({
  vendor: Party,
  date: Day,
  currency: Currency,
  from: Type.Union([Id, Type.Literal('')], { description: 'A prepayment; the bank where empty' }),
  discountsTo: oneOf(['income', 'goods'] as const),
  reason: Reason,
  bills: Type.Array(
    exactly({
      of: Id,
      amount: Amount,
      discount: Type.Union([Amount, Type.Literal('')]),
      writeOff: Type.Union([Amount, Type.Literal('')]),
    }),
    {
      maxItems: 500,
    },
  ),
});
const Period = Type.String({ maxLength: 7, description: 'A month, YYYY-MM' });
export const PeriodBody = exactly({ date: Day, period: Period });
export const ReversalBody = exactly({ date: Day, of: Id, reason: Reason });

const STATED = {
  order: OrderBody,
  'order-change': OrderChangeBody,
  'order-closing': OrderClosingBody,
  'order-step': OrderStepBody,
  'order-approval': OrderApprovalBody,
  receipt: ReceiptBody,
  'aside-closing': AsideClosingBody,
  'put-away': PutAwayBody,
  bill: BillBody,
  return: ReturnBody,
  credit: CreditBody,
  allocation: AllocationBody,
  'estimate-closing': EstimateClosingBody,
  'charge-move': ChargeMoveBody,
  delivery: DeliveryBody,
  invoice: InvoiceBody,
  'customer-return': CustomerReturnBody,
  opening: OpeningBody,
  assembly: AssemblyBody,
  transfer: TransferBody,
  arrival: ArrivalBody,
  count: CountBody,
  standard: StandardBody,
  'write-down': WriteDownBody,
  prepayment: PrepaymentBody,
  payment: PaymentBody,
  close: PeriodBody,
  open: PeriodBody,
  lock: PeriodBody,
  reversal: ReversalBody,
} as const satisfies Record<DocumentKind, unknown>;

/** The body of each command, by the document that it makes. */
export const BODIES = Object.fromEntries(
  Object.entries(STATED).map(([kind, body]) => [kind, lenient(body)]),
) as unknown as typeof STATED;

export type BodyOf<Kind extends DocumentKind> = Static<(typeof BODIES)[Kind]>;

export const PostedReply = exactly({
  id: Id,
  kind: oneOf(DOCUMENT_KINDS),
  number: Text(30, 'Its number here'),
  lines: Type.Array(LineId, { description: 'Its lines, in their order' }),
  touched: Type.Array(Id, { description: 'Documents that it rests on and that show it from now on' }),
});

const EntryLine = exactly({
  account: Text(40),
  accountName: Text(60),
  amount: BaseAmount,
  item: Type.Optional(Text(160)),
  vendor: Type.Optional(Text(160)),
  expense: Type.Optional(Text(60)),
  ...Dimensions,
});
export const EntryView = exactly({ date: Day, number: Type.Optional(Text(20)), lines: Type.Array(EntryLine) });

export const RefusalView = exactly({ reason: Text(60), at: Text(200), says: Text(500) });

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
    }),
  ),
  shares: Type.Array(exactly({ charge: LineId, amounts: Type.Array(BaseAmount) })),
  expected: Expected,
  /** What a bill comes to, in its currency. */
  total: Type.Union([Amount, Type.Null()]),
  /** Where a bill differs from what was ordered and received, in base currency; `allowed` is null where nobody set a limit. */
  differences: Type.Array(DifferenceView),
  /** How a second person stands to exactly this bill; empty where nobody was asked. */
  secondLook: oneOf(['', 'asked', 'agreed', 'sent back'] as const),
});

export type PreviewReply = Static<typeof PreviewReply>;
export type EntryView = Static<typeof EntryView>;
export type RefusalView = Static<typeof RefusalView>;
export type PostedReply = Static<typeof PostedReply>;
