import type { BillableView } from '@obolus/contract/views/bench';
import { figureText, figureWritten } from '../../locale/cellTexts.ts';
import { say } from '../../locale/say.ts';
import { typedQuantity } from '../../parts/exact.ts';
import type { Column } from '../../table/column.ts';
import type { BilledLine } from './billBody.ts';
import type { Priced } from './crossRates.ts';

/** A line that may be billed, with what of it is. */
export interface BillRow {
  readonly line: Priced<BillableView>;
  readonly billed: BilledLine | undefined;
  readonly amount: string;
}

const withBilled = (row: BillRow, to: Partial<BilledLine>): BillRow => ({
  ...row,
  billed: { quantity: '', price: row.line.price, difference: 'cost', ...row.billed, ...to },
});

/** The columns of a bill's lines: what was ordered, received and billed, and between them where they differ. */
export const billColumns = (): Column<BillRow>[] => [
  { id: 'item', title: say('word.item'), className: 'name', always: true, text: ({ line }) => line.item.number },
  {
    id: 'receipt',
    title: say('word.receipt'),
    text: ({ line }) => line.receipt?.number ?? line.order.number,
  },
  {
    id: 'ordered',
    title: say('word.ordered'),
    className: 'num dim',
    room: 'min-w-[56px]',
    text: ({ line }) => figureText(line.ordered),
  },
  {
    id: 'received',
    title: say('word.received'),
    className: 'num',
    room: 'min-w-[60px]',
    text: ({ line }) => (line.state === 'received' ? figureText(line.open) : ''),
  },
  { id: 'gap', title: say('bench.quantity_difference'), silent: true, room: 'min-w-[54px]' },
  {
    id: 'billed',
    title: say('word.billed'),
    className: 'num',
    room: 'min-w-[62px]',
    always: true,
    text: ({ billed }) => figureText(billed?.quantity),
    write: (row, text) =>
      withBilled(row, { quantity: figureWritten(text, (typed) => typedQuantity(typed, row.line.item)) }),
  },
  {
    id: 'price',
    title: say('receiving.order_price'),
    className: 'num',
    room: 'min-w-[76px]',
    text: ({ line }) => figureText(line.price),
  },
  { id: 'pricegap', title: say('bench.price_difference'), silent: true, room: 'min-w-[62px]' },
  {
    id: 'at',
    title: say('bench.billed_at'),
    className: 'num',
    room: 'min-w-[70px]',
    always: true,
    text: ({ line, billed }) => figureText(billed?.price ?? line.price),
    write: (row, text) => withBilled(row, { price: figureWritten(text) }),
  },
  {
    id: 'amount',
    title: say('word.amount'),
    className: 'num strong',
    room: 'min-w-[86px]',
    text: ({ amount }) => figureText(amount),
  },
];
