import type { ItemView } from '@obolus/contract/views/setUp';
import { choiceWritten, dayText, dayWritten, figureText, figureWritten } from '../../locale/cellTexts.ts';
import { say } from '../../locale/say.ts';
import { amountOfLine } from '../../parts/exact.ts';
import type { Column } from '../../table/column.ts';
import type { OrderLine } from './orderLine.ts';

interface Around {
  readonly currency: string;
  readonly today: string;
  readonly items: Readonly<Record<string, ItemView>>;
  readonly itemOf: (line: OrderLine) => string;
  /** The items that texts name. */
  readonly find: (texts: readonly string[]) => Promise<ReadonlyMap<string, string>>;
  /** A line once another item is chosen on it. */
  readonly withItem: (line: OrderLine, item: string) => OrderLine;
}

/** The columns of an order's lines. */
export function orderColumns({ currency, today, items, itemOf, find, withItem }: Around): Column<OrderLine>[] {
  const item = (line: OrderLine) => items[itemOf(line)];
  const figure = (id: 'quantity' | 'price' | 'discount', title: string, room: string): Column<OrderLine> => ({
    id,
    title,
    className: 'num',
    room,
    text: (line) => figureText(line[id]),
    write: (line, text) => ({ ...line, [id]: figureWritten(text) }),
  });
  return [
    {
      id: 'item',
      title: say('word.item'),
      className: 'lookup',
      always: true,
      text: (line) => line.expense ?? item(line)?.number ?? '',
      find,
      // What a line on the order is for does not change.
      write: (line, text, found) =>
        line.of || line.expense !== undefined
          ? line
          : text === ''
            ? { ...line, item: '' }
            : withItem(line, found ?? ''),
    },
    { ...figure('quantity', say('word.quantity'), 'min-w-[84px]'), always: true },
    {
      id: 'unit',
      title: say('word.unit'),
      className: 'dim',
      room: 'min-w-[140px]',
      text: (line) => line.unit || (item(line)?.unit ?? ''),
      write: (line, text) => {
        const of = item(line);
        const unit =
          of && choiceWritten(text, [['', of.unit], ...of.packs.map((pack) => [pack.unit, pack.unit] as const)]);
        return unit === undefined ? line : { ...line, unit, packSize: undefined };
      },
    },
    { ...figure('price', say('word.price'), 'min-w-[92px]'), always: true },
    { id: 'from', title: say('orders.price_from'), className: 'dim', room: 'min-w-[120px]' },
    figure('discount', say('word.discount_percent'), 'min-w-[70px]'),
    {
      id: 'due',
      title: say('word.due'),
      room: 'min-w-[136px]',
      text: (line) => dayText(line.due),
      write: (line, text) => ({ ...line, due: dayWritten(text, today) }),
    },
    {
      id: 'amount',
      title: say('orders.amount_in', { currency }),
      className: 'num strong',
      room: 'min-w-[100px]',
      text: (line) => figureText(amountOfLine(line.quantity, line.price, line.discount ?? '', currency)),
    },
    {
      id: 'more',
      title: say('orders.more_of_line'),
      silent: true,
      className: 'num',
      room: 'min-w-[62px]',
    },
  ];
}
