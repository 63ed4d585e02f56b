import type { PayableView } from '@obolus/contract/views/payables';
import { dayText, figureText, figureWritten } from '../../locale/cellTexts.ts';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import type { Column } from '../../table/column.ts';
import type { Settled } from './payBody.ts';

export interface PayRow {
  readonly payable: PayableView;
  readonly settled: Settled;
  readonly left: string;
}

const settling = (name: keyof Settled, title: string): Column<PayRow> => ({
  id: name,
  title,
  className: 'num',
  room: 'min-w-[92px]',
  ...(name === 'amount' ? { always: true } : {}),
  text: ({ settled }) => figureText(settled[name]),
  write: (row, text) => ({ ...row, settled: { ...row.settled, [name]: figureWritten(text) } }),
});

/** What holds the payment of it, or is to be known before it is paid. */
export const remarkOf = ({ waitsFor, heldBecause, paidTo }: PayableView): string =>
  [
    waitsFor ? say('payables.waits_for', { quantity: showFigure(waitsFor) }) : '',
    heldBecause,
    paidTo && !paidTo.isConfirmed ? say('status.payee-unconfirmed') : '',
  ]
    .filter(Boolean)
    .join(' · ');

/** @param rows of which some are held, and then say why in a column of its own */
export const payColumns = (rows: readonly PayRow[]): Column<PayRow>[] => [
  { id: 'take', title: say('payables.take'), silent: true },
  {
    id: 'item',
    title: say('payables.open_item'),
    className: 'name',
    always: true,
    text: ({ payable }) => payable.reference || payable.number,
  },
  ...(rows.some(({ payable }) => remarkOf(payable) !== '')
    ? [
        {
          id: 'remark',
          title: say('paying.remark'),
          className: 'words',
          text: ({ payable }: PayRow) => remarkOf(payable),
        },
      ]
    : []),
  { id: 'date', title: say('word.date'), text: ({ payable }) => dayText(payable.date) },
  { id: 'due', title: say('word.due'), text: ({ payable }) => dayText(payable.due) },
  { id: 'until', title: say('word.discount_until'), text: ({ payable }) => dayText(payable.discountDay) },
  { id: 'open', title: say('word.open'), className: 'num', text: ({ payable }) => figureText(payable.open) },
  settling('amount', say('payables.pay')),
  settling('discount', say('word.discount')),
  settling('withheld', say('payables.withheld')),
  settling('writeOff', say('payables.write_off')),
  { id: 'left', title: say('word.left'), className: 'num dim', text: ({ left }) => figureText(left) },
];
