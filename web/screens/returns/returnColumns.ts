import type { ReturnableLine } from '@obolus/contract/views/payables';
import { figureText, figureWritten } from '../../locale/cellTexts.ts';
import { say } from '../../locale/say.ts';
import type { Column } from '../../table/column.ts';
import { type Back, parts } from './returnBody.ts';

export interface ReturnRow {
  readonly line: ReturnableLine;
  readonly back: Back;
}

export const returnColumns = (): Column<ReturnRow>[] => [
  { id: 'item', title: say('word.item'), className: 'name', always: true, text: ({ line }) => line.item.number },
  { id: 'receipt', title: say('word.receipt'), text: ({ line }) => line.receipt.number },
  { id: 'order', title: say('word.order'), text: ({ line }) => line.order.number },
  { id: 'received', title: say('word.received'), className: 'num dim', text: ({ line }) => figureText(line.received) },
  { id: 'left', title: say('returns.left'), className: 'num', text: ({ line }) => figureText(line.left) },
  {
    id: 'quantity',
    title: say('returns.goes_back'),
    className: 'num',
    room: 'min-w-[96px]',
    always: true,
    text: ({ back }) => figureText(back.quantity),
    write: (row, text) => ({ ...row, back: { ...row.back, quantity: figureWritten(text) } }),
  },
  { id: 'unit', title: say('word.unit'), className: 'dim', text: ({ line }) => line.item.unit },
  {
    id: 'unbilled',
    title: say('status.lowers-bill'),
    className: 'num dim',
    text: ({ line, back }) => figureText(parts(line, back.quantity).unbilled),
  },
  {
    id: 'billed',
    title: say('returns.billed'),
    className: 'num dim',
    text: ({ line, back }) => figureText(parts(line, back.quantity).billed),
  },
  {
    id: 'instead',
    title: say('returns.instead'),
    room: 'min-w-[128px]',
    text: ({ back }) => (back.quantity ? say(back.replace ? 'returns.replacement' : 'returns.credit') : ''),
  },
  {
    id: 'reason',
    title: say('word.reason'),
    room: 'min-w-[104px]',
    text: ({ back }) => back.reason,
    write: (row, text) => ({ ...row, back: { ...row.back, reason: text } }),
  },
  { id: 'photo', title: say('receiving.photo'), room: 'min-w-[76px]' },
];
