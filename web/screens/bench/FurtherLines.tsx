import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { useVendor } from '../../server/known.ts';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { useChargeKinds, type ChargeKind } from '../../parts/chargeKinds.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { Suggested } from '../../parts/Suggested.tsx';
import { useLines } from '../../parts/useLines.ts';
import { useMe } from '../../server/me.ts';
import { Allowed } from '../../parts/Allowed.tsx';
import { nextLine, pointerOf, type FurtherLine } from './further.ts';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

const BESIDE_CHARGES: readonly (readonly [string, MessageId])[] = [
  ['expense', 'orders.expense'],
  ['tax-reclaimed', 'bench.tax_reclaimable'],
  ['tax-kept', 'bench.tax_kept'],
];

/** What the bill lists besides goods: charges, which are put on goods later; expenses; tax. */
export function FurtherLines({
  lines,
  change,
  refusals,
  differences,
  currency,
  goods,
  vendor,
}: {
  lines: readonly FurtherLine[];
  change: (lines: FurtherLine[]) => void;
  refusals: readonly RefusalView[];
  differences: PreviewReply['differences'];
  currency: string;
  goods: boolean;
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
  const { table, set, add } = useLines(rows, nextLine(rows, kinds), () => false, change);
  const take = (at: number) => change(rows.filter((_, position) => position !== at));
  const keys = useGridKeys({ onLastEnter: () => add(), onRemove: take });
  return (
    <section className="py-4 max-w-[860px]" aria-label={say('bench.charges_on_bill')}>
      {rows.length > 0 && (
        <table className="sheet" aria-label={say('bench.charges')} ref={table}>
          <thead>
            <tr>
              <th className="min-w-[150px]">{say('bench.charge_expense_tax')}</th>
              <th>{say('word.note')}</th>
              <th className="num min-w-[140px]">{say('orders.amount_in', { currency })}</th>
              <th className="min-w-[30px]">
                <span className="sr-only">{say('entries.take_out')}</span>
              </th>
            </tr>
          </thead>
          <tbody ref={keys}>
            {rows.map((line, at) => {
              const difference = differences.find((one) => one.at === pointerOf(rows, at));
              const wrong = (field: string) => wrongAt(refusals, `${pointerOf(rows, at)}${field}`);
              return (
                <tr key={at}>
                  <td>
                    <Choice
                      label={say('bench.kind_of_charge', { at: at + 1 })}
                      value={line.what}
                      options={[
                        ...kinds.map((kind) => [kind, kind] as const),
                        ...BESIDE_CHARGES.map(([what, word]) => [what, say(word)] as const),
                      ]}
                      wrong={wrong('/kind') ?? wrong('')}
                      onChange={(what) =>
                        set(at, {
                          what: what as FurtherLine['what'],
                          about: what === 'expense' ? line.about || usual : '',
                        })
                      }
                    />
                  </td>
                  <td className="w-full">
                    {line.what === 'expense' ? (
                      <Cell
                        label={say('bench.expense_for', { at: at + 1 })}
                        value={line.about}
                        placeholder={say('bench.expense_examples')}
                        list="expense-accounts"
                        wrong={wrong('/expense')}
                        onChange={(about) => set(at, { about })}
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
                        {[line.about, saysOf(line.what, chargeKinds)].filter(Boolean).join(', ')}
                        {difference && ' · '}
                        {difference && <Allowed difference={difference} currency={company.currency} />}
                      </span>
                    )}
                  </td>
                  <td>
                    <FigureCell
                      label={say('bench.amount_of_charge', { at: at + 1 })}
                      value={line.amount}
                      wrong={wrong('/amount')}
                      onChange={(amount) => set(at, { amount })}
                    />
                  </td>
                  <td className="num">
                    <TakeOut label={say('bench.take_out_charge', { at: at + 1 })} onClick={() => take(at)} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <Suggested register="expense-accounts" field="code" />
      <button type="button" className="act pt-2" onClick={() => add()}>
        {goods && rows.length === 0 ? say('bench.add_charge') : say('orders.another_line')}
      </button>
    </section>
  );
}

/** What becomes of a charge or a tax. */
function saysOf(what: string, kinds: readonly ChargeKind[]): string {
  if (what === 'tax-reclaimed') return say('bench.says_reclaimed');
  if (what === 'tax-kept') return say('bench.says_kept');
  return kinds.some(({ code, isCost }) => code === what && !isCost)
    ? say('bench.says_no_cost')
    : say('bench.says_charge');
}
