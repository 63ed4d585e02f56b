import type { RefusalView } from '@obolus/contract/commands';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { choiceWritten, figureText, figureWritten } from '../../locale/cellTexts.ts';
import type { Column } from '../../table/column.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { useLines } from '../../table/useLines.ts';
import type { Disputed } from './billBody.ts';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

const NEW: Disputed = { said: '', amount: '', decision: 'credit', reason: '' };

const decisions = (): (readonly [Disputed['decision'], string])[] => [
  ['credit', say('bench.to_credit')],
  ['not-ours', say('bench.not_ours')],
];

const disputedColumns = (currency: string): Column<Disputed>[] => [
  {
    id: 'said',
    title: say('status.disputed'),
    always: true,
    text: ({ said }) => said,
    write: (line, said) => ({ ...line, said }),
  },
  {
    id: 'decision',
    title: say('word.decision'),
    room: 'min-w-[140px]',
    text: ({ decision }) => decisions().find(([code]) => code === decision)?.[1] ?? '',
    write: (line, text) => {
      const decision = choiceWritten(text, decisions());
      return decision === undefined ? line : { ...line, decision: decision as Disputed['decision'] };
    },
  },
  {
    id: 'reason',
    title: say('word.reason'),
    className: 'w-full',
    always: true,
    text: ({ reason }) => reason,
    write: (line, reason) => ({ ...line, reason }),
  },
  {
    id: 'amount',
    title: say('orders.amount_in', { currency }),
    className: 'num',
    room: 'min-w-[120px]',
    always: true,
    text: ({ amount }) => figureText(amount),
    write: (line, text) => ({ ...line, amount: figureWritten(text) }),
  },
  { id: 'out', title: say('entries.take_out'), silent: true, className: 'num', room: 'min-w-[30px]' },
];

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
  const { grid, set, add, write } = useLines<Disputed>(lines, NEW, () => false, change);
  const take = (at: number) => change(lines.filter((_, position) => position !== at));
  return (
    <section className="pb-4 max-w-[860px]" aria-label={say('status.disputed')}>
      {lines.length > 0 && (
        <Grid
          name="disputed-lines"
          label={say('status.disputed')}
          columns={disputedColumns(currency)}
          lines={lines}
          handle={grid}
          onLastEnter={() => add()}
          onRemove={take}
          passChoices
          blank={() => NEW}
          write={write}
          draw={(at, place) => {
            const line = lines[at] ?? NEW;
            return (
              <Line
                key={at}
                place={place}
                isDifference
                cells={{
                  said: (
                    <Cell
                      label={say('bench.disputed_at', { at: at + 1 })}
                      value={line.said}
                      placeholder={say('bench.as_paper_calls')}
                      onChange={(said) => set(at, { said })}
                    />
                  ),
                  decision: (
                    <Choice
                      label={say('bench.disputed_decision', { at: at + 1 })}
                      value={line.decision}
                      options={decisions()}
                      onChange={(decision) => set(at, { decision: decision as Disputed['decision'] })}
                    />
                  ),
                  reason: (
                    <Cell
                      label={say('bench.disputed_why', { at: at + 1 })}
                      list="usual-reasons"
                      value={line.reason}
                      wrong={wrongAt(refusals, `/disputed/${at}/reason`)}
                      onChange={(reason) => set(at, { reason })}
                    />
                  ),
                  amount: (
                    <FigureCell
                      label={say('bench.disputed_amount', { at: at + 1 })}
                      value={line.amount}
                      wrong={wrongAt(refusals, `/disputed/${at}/amount`)}
                      onChange={(amount) => set(at, { amount })}
                    />
                  ),
                  out: <TakeOut label={say('bench.disputed_out', { at: at + 1 })} onClick={() => take(at)} />,
                }}
              />
            );
          }}
        />
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
