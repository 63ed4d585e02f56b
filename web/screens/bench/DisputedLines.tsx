import type { RefusalView } from '@obolus/contract/commands';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { useLines } from '../../parts/useLines.ts';
import type { Disputed } from './billBody.ts';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

const NEW: Disputed = { said: '', amount: '', decision: 'credit', reason: '' };

/** What the paper asks for and is not accepted: owed for now, and expected back as a credit. */
export function DisputedLines({
  lines,
  change,
  refusals,
  currency,
}: {
  lines: readonly Disputed[];
  change: (lines: Disputed[]) => void;
  refusals: readonly RefusalView[];
  currency: string;
}) {
  const { table, set, add } = useLines<Disputed>(lines, NEW, () => false, change);
  const take = (at: number) => change(lines.filter((_, position) => position !== at));
  const keys = useGridKeys({ onLastEnter: () => add(), onRemove: take, passChoices: true });
  return (
    <section className="pb-4 max-w-[860px]" aria-label={say('status.disputed')}>
      {lines.length > 0 && (
        <table className="sheet" aria-label={say('status.disputed')} ref={table}>
          <thead>
            <tr>
              <th>{say('status.disputed')}</th>
              <th className="min-w-[140px]">{say('word.decision')}</th>
              <th>{say('word.reason')}</th>
              <th className="num min-w-[120px]">{say('orders.amount_in', { currency })}</th>
              <th className="min-w-[30px]">
                <span className="sr-only">{say('entries.take_out')}</span>
              </th>
            </tr>
          </thead>
          <tbody ref={keys}>
            {lines.map((line, at) => (
              <tr key={at} data-difference>
                <td>
                  <Cell
                    label={say('bench.disputed_at', { at: at + 1 })}
                    value={line.said}
                    placeholder={say('bench.as_paper_calls')}
                    onChange={(said) => set(at, { said })}
                  />
                </td>
                <td>
                  <Choice
                    label={say('bench.disputed_decision', { at: at + 1 })}
                    value={line.decision}
                    options={[
                      ['credit', say('bench.to_credit')],
                      ['not-ours', say('bench.not_ours')],
                    ]}
                    onChange={(decision) => set(at, { decision: decision as Disputed['decision'] })}
                  />
                </td>
                <td className="w-full">
                  <Cell
                    label={say('bench.disputed_why', { at: at + 1 })}
                    list="usual-reasons"
                    value={line.reason}
                    wrong={wrongAt(refusals, `/disputed/${at}/reason`)}
                    onChange={(reason) => set(at, { reason })}
                  />
                </td>
                <td>
                  <FigureCell
                    label={say('bench.disputed_amount', { at: at + 1 })}
                    value={line.amount}
                    wrong={wrongAt(refusals, `/disputed/${at}/amount`)}
                    onChange={(amount) => set(at, { amount })}
                  />
                </td>
                <td className="num">
                  <TakeOut label={say('bench.disputed_out', { at: at + 1 })} onClick={() => take(at)} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="act pt-1" onClick={() => add()}>
        {say('bench.dispute_something')}
      </button>
      <datalist id="usual-reasons">
        {USUAL.map((id) => say(id)).map((reason) => (
          <option key={reason} value={reason} />
        ))}
      </datalist>
    </section>
  );
}

const USUAL: readonly MessageId[] = [
  'bench.usual_agreed',
  'bench.usual_price_list',
  'bench.usual_rounding',
  'bench.usual_wrong_price',
  'bench.usual_short',
  'bench.usual_not_ordered',
  'bench.usual_other_company',
];
