import type { ProposedItem, ProposedVendor } from '@obolus/contract/views/paying';
import { dayText, figureText, figureWritten } from '../../locale/cellTexts.ts';
import { say } from '../../locale/say.ts';
import type { Column } from '../../table/column.ts';
import { doubtWords } from './doubtWords.ts';
import type { Paid } from './runBody.ts';

/** An open item as the run has it. */
export interface RunRow {
  readonly item: ProposedItem;
  readonly vendor: string;
  readonly paid: Paid;
  /** Whether the company keeps an account in its currency, which is another than that of the run. */
  readonly hasItsAccount: boolean;
}

const paying = (name: keyof Paid, title: string): Column<RunRow> => ({
  id: name,
  title,
  className: 'num',
  room: 'min-w-[104px]',
  ...(name === 'amount' ? { always: true } : {}),
  text: ({ paid }) => figureText(paid[name]),
  write: (row, text) => (row.item.held === '' ? { ...row, paid: { ...row.paid, [name]: figureWritten(text) } } : row),
});

export const runColumns = (): Column<RunRow>[] => [
  { id: 'take', title: say('payables.take'), silent: true },
  { id: 'vendor', title: say('word.vendor'), className: 'name', always: true, text: ({ vendor }) => vendor },
  {
    id: 'item',
    title: say('payables.open_item'),
    className: 'words',
    text: ({ item }) => item.reference || item.number,
  },
  { id: 'due', title: say('word.due'), text: ({ item }) => dayText(item.due) },
  { id: 'until', title: say('word.discount_until'), text: ({ item }) => item.discountDay },
  { id: 'open', title: say('word.open'), className: 'num', text: ({ item }) => figureText(item.open) },
  { id: 'currency', title: say('word.currency'), text: ({ item }) => item.currency },
  paying('amount', say('payables.pay')),
  paying('discount', say('word.discount')),
  { id: 'held', title: say('paying.remark'), text: ({ item }) => heldWords(item) },
];

const heldWords = ({ held, run }: ProposedItem): string =>
  held === '' ? '' : held === 'in-a-run' ? say('paying.in_run', { run }) : say(`status.${held}`);

/** Why it is not paid, or what somebody should look at before it is. */
export function Remark({
  row: { item, paid, hasItsAccount },
  vendor,
}: {
  row: RunRow;
  vendor: ProposedVendor | undefined;
}) {
  if (item.held !== '') return <span className="dim">{heldWords(item)}</span>;
  if (hasItsAccount && paid.amount === '') return <span className="dim">{say('paying.from_another_account')}</span>;
  const { payee = '', accountSince: since = '' } = vendor ?? {};
  const to = item.paidTo ? item.paidTo.payee || item.paidTo.account : payee;
  return (
    <span className="text-over">
      {[
        to !== '' && say('paying.goes_to', { to }),
        item.doubt && doubtWords(item.doubt),
        since !== '' && say('paying.account_new', { day: { day: since } }),
      ]
        .filter(Boolean)
        .join(' · ')}
    </span>
  );
}
