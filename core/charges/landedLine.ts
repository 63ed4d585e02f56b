import type { Dimensions } from '../books/journal.ts';
import type { LineId, PoolId } from '../costing/pool.ts';
import { base, type BaseAmount, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { ReceiptLine } from '../state/purchasing.ts';
import type { StockLine } from '../state/stock.ts';
import { goodsKnown, pricePaid } from '../state/billedAmounts.ts';
import { refusal, type Refusal } from '../state/refusal.ts';

/** Goods in a pool onto which charges can go: received, arrived of a transfer, or made. */
export interface LandedLine {
  readonly id: LineId;
  readonly date: Day;
  readonly item: string;
  readonly pool: PoolId;
  readonly quantity: Quantity;
  /** The goods' price component as known now, in base currency. */
  readonly goods: BaseAmount;
  readonly pricePaid: BaseAmount;
  readonly origin: string;
  readonly preference: boolean;
  readonly dimensions: Dimensions | undefined;
  readonly receipt: ReceiptLine | undefined;
}

/** The line as charges see it; undefined where there is none, or it is no stock line. */
export function landedLine(books: Books, id: LineId): LandedLine | undefined {
  const receipt = books.receiptLines.get(id);
  if (receipt) return fromReceipt(receipt);
  const line = books.stockLines.get(id);
  return line && fromStock(books, line);
}

function fromReceipt(receipt: ReceiptLine): LandedLine | undefined {
  const { id, date, pool, bought, quantity, origin, preference, dimensions } = receipt;
  if (pool === undefined || bought.item === undefined) return undefined;
  const figures = { goods: goodsKnown(receipt), pricePaid: pricePaid(receipt) };
  return { id, date, item: bought.item, pool, quantity, ...figures, origin, preference, dimensions, receipt };
}

/** Why there are no goods to land on. */
export const refusalOfGoods = (books: Books, line: LineId, at: string): Refusal =>
  books.receiptLines.has(line) ? refusal('not_stock', at) : refusal('line_unknown', at, { line });

function fromStock(books: Books, line: StockLine): LandedLine {
  const pool = books.pools.get(line.pool);
  const at = pool?.movements.findIndex(({ id }) => id === line.id) ?? -1;
  const goods = base((pool?.values[at] ?? 0n) - (pool?.movements[at]?.shared ?? 0n));
  const origin = books.items.get(line.item)?.origin ?? '';
  return { ...line, goods, pricePaid: goods, origin, preference: false, receipt: undefined };
}
