import { Amount, BaseAmount, Day, exactly, Id, oneOf, Quantity, type Static, Text, Type } from '../figures.ts';
import { ItemView, WarehouseView } from './setUp.ts';
import { AnyKind } from './parts.ts';
import { Shown } from '../message.ts';

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
