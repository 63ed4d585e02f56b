import type { RefusalView } from '@obolus/contract/commands';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { gridKeys } from '../../parts/gridKeys.ts';
import { useLines } from '../../parts/useLines.ts';
import type { Disputed } from './billBody.ts';

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
  return (
    <section className="pb-4 max-w-[860px]" aria-label="Disputed">
      {lines.length > 0 && (
        <table className="sheet" aria-label="Disputed" ref={table}>
          <thead>
            <tr>
              <th>Disputed</th>
              <th className="min-w-[140px]">What is done</th>
              <th>Why</th>
              <th className="num min-w-[120px]">Amount, {currency}</th>
              <th className="min-w-[30px]">
                <span className="sr-only">Take out</span>
              </th>
            </tr>
          </thead>
          <tbody onKeyDown={gridKeys({ onLastEnter: () => add(), onRemove: take, passChoices: true })}>
            {lines.map((line, at) => (
              <tr key={at} data-difference>
                <td>
                  <Cell
                    label={`Disputed ${at + 1}`}
                    value={line.said}
                    placeholder="As the paper calls it"
                    onChange={(said) => set(at, { said })}
                  />
                </td>
                <td>
                  <Choice
                    label={`What is done about ${at + 1}`}
                    value={line.decision}
                    options={[
                      ['credit', 'ask for a credit'],
                      ['not-ours', 'not ours'],
                    ]}
                    onChange={(decision) => set(at, { decision: decision as Disputed['decision'] })}
                  />
                </td>
                <td className="w-full">
                  <Cell
                    label={`Why ${at + 1} is not accepted`}
                    list="usual-reasons"
                    value={line.reason}
                    wrong={wrongAt(refusals, `/disputed/${at}/reason`)}
                    onChange={(reason) => set(at, { reason })}
                  />
                </td>
                <td>
                  <FigureCell
                    label={`Amount not accepted ${at + 1}`}
                    value={line.amount}
                    wrong={wrongAt(refusals, `/disputed/${at}/amount`)}
                    onChange={(amount) => set(at, { amount })}
                  />
                </td>
                <td className="num">
                  <TakeOut label={`Take out what is not accepted ${at + 1}`} onClick={() => take(at)} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="act pt-1" onClick={() => add()}>
        Something on this bill is not accepted
      </button>
      <datalist id="usual-reasons">
        {USUAL.map((reason) => (
          <option key={reason} value={reason} />
        ))}
      </datalist>
    </section>
  );
}

const USUAL = [
  'Agreed with the buyer',
  'New price list',
  'Rounding of the vendor',
  'Wrong price, vendor is asked',
  'Delivered short',
  'Not ordered',
  'Meant for another company',
];
