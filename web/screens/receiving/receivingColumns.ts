import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { choiceWritten, dayText, figureText, figureWritten } from '../../locale/cellTexts.ts';
import { say } from '../../locale/say.ts';
import type { Column } from '../../table/column.ts';

/** A line that may come, with what came of it. */
export interface CountedRow {
  readonly line: OpenOrderLine;
  readonly quantity: string;
  readonly unit: string;
}

/** The columns of what may come; who counts without seeing what was ordered has fewer. */
export function receivingColumns(isBlind: boolean): Column<CountedRow>[] {
  const ordered: Column<CountedRow>[] = [
    {
      id: 'ordered',
      title: say('word.ordered'),
      className: 'num wide-only',
      text: ({ line }) => figureText(line.ordered),
    },
    { id: 'outstanding', title: say('word.outstanding'), className: 'num', text: ({ line }) => figureText(line.open) },
  ];
  return [
    { id: 'item', title: say('word.item'), className: 'name', always: true, text: ({ line }) => line.item.number },
    { id: 'order', title: say('word.order'), text: ({ line }) => line.order.number },
    { id: 'due', title: say('word.due'), text: ({ line }) => dayText(line.due) },
    ...(isBlind ? [] : ordered),
    {
      id: 'received',
      title: say('receiving.received_now'),
      className: 'num',
      room: 'min-w-[110px]',
      always: true,
      text: ({ quantity }) => figureText(quantity),
      write: (row, text) => (row.line.barred === '' ? { ...row, quantity: figureWritten(text) } : row),
    },
    {
      id: 'unit',
      title: say('word.unit'),
      className: 'dim',
      room: 'min-w-[84px]',
      text: ({ line, unit }) => unit || line.item.unit,
      write: (row, text) => {
        const { unit, packs } = row.line.item;
        const chosen = choiceWritten(text, [['', unit], ...packs.map((pack) => [pack.unit, pack.unit] as const)]);
        return chosen === undefined || row.line.barred !== '' ? row : { ...row, unit: chosen };
      },
    },
    { id: 'price', title: say('receiving.order_price'), className: 'num', text: ({ line }) => figureText(line.price) },
  ];
}
