import { dayText, dayWritten, figureText, figureWritten } from '../../../locale/cellTexts.ts';
import { say } from '../../../locale/say.ts';
import type { Column } from '../../../table/column.ts';
import type { StatedLine } from './statementLines.ts';

/** What the vendor states at the left, what stands against it in our account at the right. */
export const statementColumns = (
  currency: string,
  today: string,
  oursOf: (line: StatedLine) => readonly [document: string, amount: string],
): Column<StatedLine>[] => [
  {
    id: 'date',
    title: say('word.date'),
    room: 'min-w-[112px]',
    always: true,
    text: ({ date }) => dayText(date),
    write: (line, text) => ({ ...line, date: dayWritten(text, today) }),
  },
  {
    id: 'reference',
    title: say('word.reference'),
    room: 'min-w-[120px]',
    always: true,
    text: ({ reference }) => reference,
    write: (line, text) => ({ ...line, reference: text.trim().slice(0, 60) }),
  },
  {
    id: 'text',
    title: say('payables.statement_text'),
    className: 'name',
    text: ({ text }) => text,
    write: (line, text) => ({ ...line, text: text.trim().slice(0, 140) }),
  },
  {
    id: 'amount',
    title: say('payables.statement_amount', { currency }),
    className: 'num',
    room: 'min-w-[104px]',
    always: true,
    text: ({ amount }) => figureText(amount),
    write: (line, text) => ({ ...line, amount: figureWritten(text) }),
  },
  { id: 'ours', title: say('payables.in_our_account'), room: 'min-w-[170px]', text: (line) => oursOf(line)[0] },
  {
    id: 'own',
    title: say('payables.our_amount', { currency }),
    className: 'num',
    room: 'min-w-[96px]',
    text: (line) => figureText(oursOf(line)[1]),
  },
  {
    id: 'found',
    title: say('payables.how_it_stands'),
    className: 'whitespace-normal',
    text: () => '',
    room: 'min-w-[230px]',
  },
  { id: 'out', title: say('entries.take_out'), silent: true, className: 'num', room: 'min-w-[30px]' },
];
