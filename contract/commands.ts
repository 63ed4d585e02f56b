import { Amount, BaseAmount, Currency, Day, Discount, exactly, Id, LineId, oneOf, Price, Quantity, Text, Type, type Static } from './figures.ts';
import type { DocumentKind } from './roles.ts';

const MOST_LINES = 2000;
const lines = <Line extends Parameters<typeof exactly>[0]>(fields: Line) => Type.Array(exactly(fields), { maxItems: MOST_LINES });
const Party = Type.Union([Id, Type.Literal('')], { description: 'Empty while none is chosen' });

export const BASES = ['value', 'quantity', 'weight', 'volume', 'equal', 'manual'] as const;
export const DIFFERENCES = ['cost', 'variance'] as const;
export const CHARGE_KINDS = ['freight', 'duty', 'insurance', 'brokerage', 'handling', 'inspection'] as const;

export const OrderBody = exactly({
  vendor: Party,
  date: Day,
  currency: Currency,
  warehouse: Id,
  lines: lines({ item: Party, quantity: Quantity, price: Price, discount: Discount, due: Type.Union([Day, Type.Literal('')]) }),
  note: Text(500),
});
export const ReceiptBody = exactly({
  vendor: Party,
  date: Day,
  warehouse: Id,
  packingSlip: Text(60),
  transport: Text(60),
  lines: lines({ of: LineId, quantity: Quantity }),
});
export const BillBody = exactly({
  vendor: Party,
  number: Text(60),
  date: Day,
  currency: Currency,
  lines: lines({ of: LineId, quantity: Quantity, price: Price, discount: Discount, difference: oneOf(DIFFERENCES) }),
  charges: Type.Array(exactly({ kind: oneOf(CHARGE_KINDS), amount: Amount }), { maxItems: 50 }),
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
    }),
    { maxItems: 50 },
  ),
});
export const DeliveryBody = exactly({
  customer: Text(120),
  date: Day,
  warehouse: Id,
  lines: lines({ item: Party, quantity: Quantity }),
});
export const InvoiceBody = exactly({
  customer: Text(120),
  date: Day,
  lines: lines({ of: LineId, quantity: Quantity, price: Price }),
});
export const OpeningBody = exactly({
  date: Day,
  warehouse: Id,
  lines: lines({ item: Party, quantity: Quantity, value: BaseAmount }),
});

/** The body of each command, by the document that it makes. */
export const BODIES = {
  order: OrderBody,
  receipt: ReceiptBody,
  bill: BillBody,
  allocation: AllocationBody,
  delivery: DeliveryBody,
  invoice: InvoiceBody,
  opening: OpeningBody,
} as const satisfies Record<DocumentKind, unknown>;

export type BodyOf<Kind extends DocumentKind> = Static<(typeof BODIES)[Kind]>;

export const PostedReply = exactly({ id: Id, kind: Text(20), number: Text(30) });

const EntryLine = exactly({
  account: Text(40),
  accountName: Text(60),
  amount: BaseAmount,
  item: Type.Optional(Text(160)),
  vendor: Type.Optional(Text(160)),
});
export const EntryView = exactly({ date: Day, number: Type.Optional(Text(20)), lines: Type.Array(EntryLine) });

export const RefusalView = exactly({ reason: Text(60), at: Text(200), says: Text(500) });

/** What posting would do, worked out by the same decision as posting itself. */
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
});

export type PreviewReply = Static<typeof PreviewReply>;
export type EntryView = Static<typeof EntryView>;
export type RefusalView = Static<typeof RefusalView>;
export type PostedReply = Static<typeof PostedReply>;
