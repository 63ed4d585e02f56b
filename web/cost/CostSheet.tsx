import { useState } from 'react';
import { Link } from 'react-router';
import type { CostExplained } from '@obolus/contract/views/stock';
import { showDay, showFigure } from '../locale/figures.ts';
import { say, shown } from '../locale/say.ts';
import { PaperLink } from '../papers/PaperLink.tsx';
import { Problem } from '../parts/Problem.tsx';
import { Sheet } from '../parts/Sheet.tsx';
import { server } from '../server/api.ts';

/** What makes the cost of goods that moved; each layer that was taken leads to what it came in at, and back. */
export default function CostSheet({ line, onClose }: { line: string; onClose: () => void }) {
  const [path, setPath] = useState<readonly Step[]>([{ line, number: '' }]);
  const here = path.at(-1)?.line ?? line;
  const cost = server.useLineCostQuery({ query: { line: here } });
  const data = cost.currentData;
  const before = path.at(-2);
  const leadOn = (of: string) =>
    setPath([...path.slice(0, -1), { line: here, number: data?.document.number ?? '' }, { line: of, number: '' }]);
  return (
    <Sheet
      title={data ? say('cost.of_line', { item: data.item.name, number: data.document.number }) : say('cost.explain')}
      onOpenChange={(open) => !open && onClose()}
      className="wide"
    >
      {before && (
        <button type="button" className="act pb-2" autoFocus onClick={() => setPath(path.slice(0, -1))}>
          ← {say('cost.back', { number: before.number })}
        </button>
      )}
      {cost.isError ? (
        <Problem error={cost.error} again={cost.refetch} />
      ) : (
        data && (
          <div className="max-h-[60vh] overflow-auto" tabIndex={0}>
            <p className="pb-3">
              {say(data.direction === 'in' ? 'cost.came_at' : 'cost.went_at', {
                quantity: { figure: data.quantity },
                unit: data.item.unit,
                value: { figure: data.value },
                unitCost: { figure: data.unitCost ?? '0' },
              })}
            </p>
            {data.parts.length > 0 && <Parts cost={data} onLeave={onClose} />}
            {data.taken.length > 0 && <Taken cost={data} onOpen={leadOn} />}
            {data.sources.length > 0 && <Sources cost={data} onOpen={leadOn} />}
            {data.average && (
              <p>
                {say('cost.average', {
                  quantity: { figure: data.average.quantity },
                  unit: data.item.unit,
                  value: { figure: data.average.value },
                  unitCost: { figure: data.average.unitCost ?? '0' },
                })}
              </p>
            )}
            {data.standard !== '' && <p>{say('cost.standard', { standard: { figure: data.standard } })}</p>}
          </div>
        )
      )}
    </Sheet>
  );
}

/** A line that is explained on the way, with the number of its document. */
interface Step {
  readonly line: string;
  readonly number: string;
}

function Parts({ cost, onLeave }: { cost: CostExplained; onLeave: () => void }) {
  return (
    <table className="sheet" aria-label={say('cost.explain')}>
      <thead>
        <tr>
          <th>{say('cost.part')}</th>
          <th>{say('cost.from')}</th>
          <th>{say('cost.how')}</th>
          <th className="num">{say('word.amount')}</th>
          <th className="num">{say('word.unit_cost')}</th>
        </tr>
      </thead>
      <tbody>
        {cost.parts.map((part, at) => (
          <tr key={at}>
            <td>
              <span className="sentence">{shown(part.what)}</span>
            </td>
            <td>
              <Link className="act" to={`/documents/${part.document.id}`} onClick={onLeave}>
                {part.party ? `${part.party} ${part.document.number}` : part.document.number}
              </Link>{' '}
              <span className="dim">{showDay(part.document.date)}</span>
              {part.paper && (
                <>
                  {' · '}
                  <PaperLink paper={part.paper} />
                </>
              )}
            </td>
            <td className="dim whitespace-normal">{part.how.map(shown).join(', ')}</td>
            <td className="num">{showFigure(part.amount)}</td>
            <td className="num">{showFigure(part.perUnit)}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={3}>{say('status.total')}</td>
          <td className="num strong">{showFigure(cost.value)}</td>
          <td className="num strong">{showFigure(cost.unitCost)}</td>
        </tr>
      </tfoot>
    </table>
  );
}

interface Leading {
  readonly line: string;
  readonly document: CostExplained['document'];
  /** Its lot, or its item. */
  readonly named: string;
  readonly quantity: string;
  readonly value: string;
  readonly unitCost: string | null;
}

/** Movements that are explained in their turn. */
function LeadingOn({
  label,
  title,
  named,
  rows,
  whole,
  onOpen,
}: {
  label: string;
  /** The head of what they are known by. */
  title: string;
  /** What tells them apart, where something does. */
  named: string | undefined;
  rows: readonly Leading[];
  /** What they come to in all, where they are all of it. */
  whole?: CostExplained;
  onOpen: (line: string) => void;
}) {
  return (
    <table className="sheet mt-2" aria-label={label}>
      <thead>
        <tr>
          <th>{title}</th>
          {named !== undefined && <th>{named}</th>}
          <th className="num">{say('word.quantity')}</th>
          <th className="num">{say('word.value')}</th>
          <th className="num">{say('word.unit_cost')}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row, at) => (
          <tr key={at}>
            <td>
              <button type="button" className="act" onClick={() => onOpen(row.line)}>
                {say(`kind.${row.document.kind}`)} {row.document.number}
              </button>{' '}
              <span className="dim">{showDay(row.document.date)}</span>
            </td>
            {named !== undefined && <td>{row.named}</td>}
            <td className="num">{showFigure(row.quantity)}</td>
            <td className="num">{showFigure(row.value)}</td>
            <td className="num">{showFigure(row.unitCost)}</td>
          </tr>
        ))}
      </tbody>
      {whole && (
        <tfoot>
          <tr>
            <td colSpan={named === undefined ? 1 : 2}>{say('status.total')}</td>
            <td className="num">{showFigure(whole.quantity)}</td>
            <td className="num strong">{showFigure(whole.value)}</td>
            <td className="num strong">{showFigure(whole.unitCost)}</td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}

/** The layers that goods took, with their lots where they have any. */
function Taken({ cost, onOpen }: { cost: CostExplained; onOpen: (line: string) => void }) {
  const hasLots = cost.taken.some(({ lot }) => lot !== '');
  return (
    <LeadingOn
      label={say('cost.taken')}
      title={say('cost.layer')}
      named={hasLots ? say('cost.lot') : undefined}
      rows={cost.taken.map(({ lot, ...layer }) => ({ ...layer, named: lot }))}
      whole={cost}
      onOpen={onOpen}
    />
  );
}

/** What was used for goods, what left for them, or what came into the average that they went at. */
function Sources({ cost, onOpen }: { cost: CostExplained; onOpen: (line: string) => void }) {
  const title = say(cost.direction === 'out' ? 'cost.into_average' : 'cost.made_of');
  return (
    <LeadingOn
      label={title}
      title={title}
      named={say('word.item')}
      rows={cost.sources.map(({ item, ...source }) => ({ ...source, named: item }))}
      onOpen={onOpen}
    />
  );
}
