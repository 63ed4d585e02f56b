import {
  Amount,
  BaseAmount,
  Day,
  exactly,
  Id,
  Key,
  LineId,
  oneOf,
  Price,
  Quantity,
  type Static,
  Text,
  Type,
} from '../figures.ts';
import { ItemView, WarehouseView } from './setUp.ts';
import { AnyKind, Name } from './parts.ts';
import { Message, Shown } from '../message.ts';

export const StockRow = exactly({
  item: ItemView,
  warehouse: WarehouseView,
  quantity: Quantity,
  value: BaseAmount,
  unitCost: Type.Union([Amount, Type.Null()]),
  lastMovement: Type.Union([Day, Type.Null()]),
});

export type StockRow = Static<typeof StockRow>;

export const StockCard = exactly({
  row: StockRow,
  movements: Type.Array(
    exactly({
      document: exactly({ id: Id, kind: AnyKind, number: Text(30) }),
      date: Day,
      direction: oneOf(['in', 'out', 'cost'] as const),
      what: Shown,
      /** The movement that it is, or that it belongs to; empty where nothing moved. */
      line: Type.Union([LineId, Type.Literal('')]),
      quantity: Quantity,
      value: BaseAmount,
      balance: Quantity,
      balanceValue: BaseAmount,
    }),
  ),
});

export type StockCard = Static<typeof StockCard>;

/** What a pool holds, or held on a day by what is known, or was known then. Layers are kept by FIFO, lot and serial number. */
export const HeldStock = exactly({
  quantity: Quantity,
  value: BaseAmount,
  unitCost: Type.Union([Amount, Type.Null()]),
  /** What the ledger showed, by posting date; it differs where a late cost belongs to a day before it was posted. */
  ledger: BaseAmount,
  layers: Type.Array(
    exactly({
      of: exactly({ id: Id, kind: AnyKind, number: Text(30), date: Day }),
      lot: Text(60),
      quantity: Quantity,
      value: BaseAmount,
    }),
  ),
});

export type HeldStock = Static<typeof HeldStock>;

export const LineValue = exactly({ value: BaseAmount, ledger: BaseAmount });

const Ref = exactly({ id: Id, kind: AnyKind, number: Text(60), date: Day });
const UnitCost = Type.Union([Amount, Type.Null()], { description: 'Base currency for one stock unit; null for none' });

/** A part of what goods came in at: price, difference, charge, tax, or what was carried with them; where it is from, and how it was worked out. */
export const CostPart = exactly({
  what: Shown,
  document: Ref,
  party: Name,
  paper: Type.Union([Key, Type.Null()]),
  how: Type.Array(Message),
  amount: BaseAmount,
  perUnit: UnitCost,
});

export type CostPart = Static<typeof CostPart>;

/** What of a layer went out with goods: it can be explained in its turn. */
export const TakenLayer = exactly({
  line: LineId,
  document: Ref,
  lot: Text(60),
  quantity: Quantity,
  value: BaseAmount,
  unitCost: UnitCost,
});

export type TakenLayer = Static<typeof TakenLayer>;

/** Goods that others are of: what was used or moved, or what came into an average. They can be explained in their turn. */
export const SourceOfCost = exactly({
  line: LineId,
  document: Ref,
  item: Name,
  quantity: Quantity,
  value: BaseAmount,
  unitCost: UnitCost,
});

export type SourceOfCost = Static<typeof SourceOfCost>;

/** What makes the cost of goods that moved. */
export const CostExplained = exactly({
  line: LineId,
  document: Ref,
  item: ItemView,
  direction: oneOf(['in', 'out'] as const),
  purpose: Shown,
  quantity: Quantity,
  value: BaseAmount,
  unitCost: UnitCost,
  /** Of goods that came in; together the value. */
  parts: Type.Array(CostPart),
  /** Of goods that went out, by FIFO, lot or serial number; together the value. */
  taken: Type.Array(TakenLayer),
  /** What the pool held just before, where goods went at its average. */
  average: Type.Union([exactly({ quantity: Quantity, value: BaseAmount, unitCost: UnitCost }), Type.Null()]),
  /** Of goods that were made, what was used for them; of goods that arrived, what left; of an average, what came into it last, the latest first. */
  sources: Type.Array(SourceOfCost),
  /** The standard that goods went at; empty for none. */
  standard: Type.Union([Price, Type.Literal('')]),
});

export type CostExplained = Static<typeof CostExplained>;
