import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import type { CustomsDebt } from '@obolus/contract/views/tariff';
import { showFigure } from '../../locale/figures.ts';
import { server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { useChargeKinds, type ChargeKind } from '../../parts/chargeKinds.ts';
import { choiceWritten, figureText, figureWritten } from '../../locale/cellTexts.ts';
import type { Column } from '../../table/column.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { Suggested } from '../../parts/Suggested.tsx';
import { useLines } from '../../table/useLines.ts';
import { useMe } from '../../server/me.ts';
import { Allowed } from '../../parts/Allowed.tsx';
import { isSelfAssessed, nextLine, pointerOf, type FurtherLine } from './further.ts';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

const BESIDE_CHARGES: readonly (readonly [string, MessageId])[] = [
  ['expense', 'orders.expense'],
  ['tax-reclaimed', 'bench.tax_reclaimable'],
  ['tax-kept', 'bench.tax_kept'],
  ['tax-self-reclaimed', 'billing.tax_self_reclaimed'],
  ['tax-self-kept', 'billing.tax_self_kept'],
];
const PAID_TO_CUSTOMS = ['disbursement', 'bench.paid_to_customs'] as const;

const chargeColumns = (
  currency: string,
  choices: readonly (readonly [string, string])[],
  usual: string,
): Column<FurtherLine>[] => [
  {
    id: 'what',
    title: say('bench.charge_expense_tax'),
    room: 'min-w-[150px]',
    always: true,
    text: ({ what }) => choices.find(([code]) => code === what)?.[1] ?? what,
    write: (line, text) => {
      const what = choiceWritten(text, choices);
      return what === undefined ? line : { ...line, what, about: what === 'expense' ? line.about || usual : '' };
    },
  },
  {
    id: 'note',
    title: say('word.note'),
    className: 'w-full',
    text: ({ what, about, reason }) => (what === 'expense' ? about : (reason ?? '')),
    write: (line, text) => (line.what === 'expense' ? { ...line, about: text } : { ...line, reason: text }),
  },
  {
    id: 'amount',
    title: say('orders.amount_in', { currency }),
    className: 'num',
    room: 'min-w-[140px]',
    always: true,
    text: ({ amount }) => figureText(amount),
    write: (line, text) => ({ ...line, amount: figureWritten(text) }),
  },
  { id: 'out', title: say('entries.take_out'), silent: true, className: 'num', room: 'min-w-[30px]' },
];

/** What the bill lists besides goods: charges, which are put on goods later; expenses; tax. */
export function FurtherLines({
  lines,
  change,
  refusals,
  differences,
  currency,
  goods,
  onto,
  vendor,
}: {
  lines: readonly FurtherLine[];
  change: (lines: FurtherLine[]) => void;
  refusals: readonly RefusalView[];
  differences: PreviewReply['differences'];
  currency: string;
  goods: boolean;
  /** Whether charges go onto goods with the posting. */
  onto: boolean;
  vendor: string;
}) {
  const { company } = useMe();
  const party = useVendor(vendor);
  const chargeKinds = useChargeKinds();
  const kinds = chargeKinds.map(({ code }) => code);
  const usual = party?.usualExpense ?? '';
  const first: FurtherLine = usual === '' ? nextLine([], kinds) : { what: 'expense', about: usual, amount: '' };
  // What a first line is usually for is known once both are here; whoever types sooner would type into another line.
  const isKnown = party !== undefined && kinds.length > 0;
  const rows = lines.length > 0 || goods ? lines : isKnown ? [first] : [];
  const { grid, set, add, write } = useLines(rows, nextLine(rows, kinds), () => false, change);
  const take = (at: number) => change(rows.filter((_, position) => position !== at));
  const choices = [
    ...kinds.map((kind) => [kind, kind] as const),
    ...[...BESIDE_CHARGES, ...(company.customsDebt ? [PAID_TO_CUSTOMS] : [])].map(
      ([what, word]) => [what, say(word)] as const,
    ),
  ];
  return (
    <section className="py-4 max-w-[860px]" aria-label={say('bench.charges_on_bill')}>
      {rows.length > 0 && (
        <Grid
          name="charge-lines"
          label={say('bench.charges')}
          className=""
          columns={chargeColumns(currency, choices, usual)}
          lines={rows}
          handle={grid}
          onLastEnter={() => add()}
          onRemove={take}
          blank={() => nextLine(rows, kinds)}
          write={write}
          draw={(at, place) => {
            const line = rows[at] as FurtherLine;
            const difference = differences.find((one) => one.at === pointerOf(rows, at));
            const wrong = (field: string) => wrongAt(refusals, `${pointerOf(rows, at)}${field}`);
            return (
              <Line
                key={at}
                place={place}
                cells={{
                  what: (
                    <Choice
                      label={say('bench.kind_of_charge', { at: at + 1 })}
                      value={line.what}
                      options={choices}
                      wrong={wrong('/kind') ?? wrong('')}
                      onChange={(what) =>
                        set(at, {
                          what: what as FurtherLine['what'],
                          about: what === 'expense' ? line.about || usual : '',
                        })
                      }
                    />
                  ),
                  note:
                    line.what === 'expense' ? (
                      <Cell
                        label={say('bench.expense_for', { at: at + 1 })}
                        value={line.about}
                        placeholder={say('bench.expense_examples')}
                        list="expense-accounts"
                        wrong={wrong('/expense')}
                        onChange={(about) => set(at, { about })}
                      />
                    ) : line.what === 'disbursement' ? (
                      <EntryPaid
                        line={line}
                        at={at}
                        wrong={wrong('/of')}
                        onChoose={(debt) =>
                          set(at, {
                            entry: debt?.id ?? '',
                            about: debt?.reference ?? '',
                            // What is open there, unless the bill says another amount.
                            amount: line.amount || (debt && currency === company.currency ? debt.open : ''),
                          })
                        }
                      />
                    ) : difference?.outside || line.reason ? (
                      <span className="flex flex-wrap items-baseline gap-x-3 whitespace-normal" data-difference>
                        {difference && (
                          <span className="whitespace-nowrap">
                            <Allowed difference={difference} currency={company.currency} />
                          </span>
                        )}
                        <span className="grow min-w-[180px]">
                          <Cell
                            label={say('bench.why_charge', { at: at + 1 })}
                            placeholder={say('bench.why_taken')}
                            list="usual-reasons"
                            value={line.reason ?? ''}
                            wrong={wrong('/reason')}
                            onChange={(reason) => set(at, { reason })}
                          />
                        </span>
                      </span>
                    ) : (
                      <span className="dim">
                        {[line.about, saysOf(line.what, chargeKinds, onto)].filter(Boolean).join(', ')}
                        {difference && ' · '}
                        {difference && <Allowed difference={difference} currency={company.currency} />}
                      </span>
                    ),
                  amount: (
                    <FigureCell
                      label={say('bench.amount_of_charge', { at: at + 1 })}
                      value={line.amount}
                      wrong={wrong('/amount')}
                      onChange={(amount) => set(at, { amount })}
                    />
                  ),
                  out: <TakeOut label={say('bench.take_out_charge', { at: at + 1 })} onClick={() => take(at)} />,
                }}
              />
            );
          }}
        />
      )}
      <Suggested register="expense-accounts" field="code" />
      <button type="button" className="act pt-2" onClick={() => add()}>
        {goods && rows.length === 0 ? say('bench.add_charge') : say('orders.another_line')}
      </button>
    </section>
  );
}

/** What becomes of a charge or a tax. */
function saysOf(what: string, kinds: readonly ChargeKind[], onto: boolean): string {
  if (isSelfAssessed(what))
    return say(what === 'tax-self-kept' ? 'billing.says_self_kept' : 'billing.says_self_reclaimed');
  if (what === 'tax-reclaimed') return say('bench.says_reclaimed');
  if (what === 'tax-kept') return say('bench.says_kept');
  return kinds.some(({ code, isCost }) => code === what && !isCost)
    ? say('bench.says_no_cost')
    : say(onto ? 'bench.says_onto' : 'bench.says_charge');
}

/** The customs entry that was paid for the company, among those for which something is owed. */
function EntryPaid({
  line,
  at,
  wrong,
  onChoose,
}: {
  line: FurtherLine;
  at: number;
  wrong: string | undefined;
  onChoose: (debt: CustomsDebt | undefined) => void;
}) {
  const debts = server.useCustomsDebtsQuery({ query: {} });
  const rows = debts.currentData?.rows ?? [];
  const isThere = rows.some(({ id }) => id === line.entry);
  return (
    <Choice
      label={say('bench.entry_paid', { at: at + 1 })}
      value={line.entry ?? ''}
      wrong={wrong}
      options={[
        ['', say('bench.choose_entry')],
        ...(line.entry && !isThere ? [[line.entry, line.about] as const] : []),
        ...rows.map(({ id, number, reference, open }) => [id, `${number} ${reference}, ${showFigure(open)}`] as const),
      ]}
      onChange={(chosen) => onChoose(rows.find(({ id }) => id === chosen))}
    />
  );
}
