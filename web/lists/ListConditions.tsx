import { CONDITIONS, type Condition, type ListColumn } from '@obolus/contract/listState';
import { Cell, Choice } from '../parts/Cells.tsx';
import { FigureCell } from '../parts/FigureCell.tsx';
import { showFigure } from '../parts/figures.ts';

const IN_WORDS: Readonly<Record<Condition['is'], string>> = {
  has: 'contains',
  'has not': 'does not contain',
  is: 'is',
  from: 'is at least',
  to: 'is at most',
  empty: 'has nothing',
  filled: 'has something',
};
const OF_DAYS: Partial<Record<Condition['is'], string>> = { from: 'is on or after', to: 'is on or before' };
const FITTING: Readonly<Record<ListColumn['as'], readonly Condition['is'][]>> = {
  text: ['has', 'has not', 'is', 'filled', 'empty'],
  day: ['from', 'to', 'is', 'filled', 'empty'],
  figure: ['from', 'to', 'is', 'filled', 'empty'],
};
const needsText = (is: Condition['is']): boolean => is !== 'empty' && is !== 'filled';

interface Props {
  readonly columns: readonly ListColumn[];
  readonly where: readonly Condition[];
  readonly change: (where: Condition[]) => void;
}

/** What the rows must hold, as sentences that can be changed: each names a column, what of it, and what it is compared with. */
export function ListConditions({ columns, where, change }: Props) {
  const known = columns.filter(({ calculated, hidden }) => !calculated && !hidden);
  const set = (at: number, to: Partial<Condition>) =>
    change(where.map((condition, position) => (position === at ? { ...condition, ...to } : condition)));
  return (
    <ul className="conditions" aria-label="Only rows of which">
      {where.map((condition, at) => {
        const column = known.find(({ name }) => name === condition.column);
        const as = column?.as ?? 'text';
        return (
          <li key={at}>
            <span className="dim">{at === 0 ? 'Where' : 'and'}</span>
            <Choice
              label={`Column of condition ${at + 1}`}
              value={condition.column}
              options={known.map(({ name, title }) => [name, title])}
              onChange={(name) =>
                set(at, {
                  column: name,
                  is: FITTING[known.find((entry) => entry.name === name)?.as ?? 'text'][0] ?? 'has',
                  to: '',
                })
              }
            />
            <Choice
              label={`Condition ${at + 1}`}
              value={condition.is}
              options={CONDITIONS.filter((is) => FITTING[as].includes(is) || is === condition.is).map((is) => [
                is,
                (as === 'day' ? OF_DAYS[is] : undefined) ?? IN_WORDS[is],
              ])}
              onChange={(is) => set(at, { is: is as Condition['is'] })}
            />
            {needsText(condition.is) && (
              <span className="inline-block w-[130px]">
                {as === 'figure' ? (
                  <FigureCell
                    label={`What condition ${at + 1} compares with`}
                    placeholder={showFigure('1240.50')}
                    value={condition.to}
                    onChange={(to) => set(at, { to })}
                  />
                ) : (
                  <Cell
                    label={`What condition ${at + 1} compares with`}
                    placeholder={as === 'day' ? 'today+7' : ''}
                    value={condition.to}
                    onChange={(to) => set(at, { to })}
                  />
                )}
              </span>
            )}
            <button
              type="button"
              className="dim hover:text-over"
              aria-label={`Take condition ${at + 1} away`}
              onClick={() => change(where.filter((_, position) => position !== at))}
            >
              ✕
            </button>
          </li>
        );
      })}
    </ul>
  );
}

/** A condition to begin with. */
export const firstCondition = (columns: readonly ListColumn[]): Condition => {
  const column = columns.find(({ calculated, hidden }) => !calculated && !hidden);
  return { column: column?.name ?? '', is: FITTING[column?.as ?? 'text'][0] ?? 'has', to: '' };
};

/** Conditions that say enough to be asked for. */
export const saidConditions = (where: readonly Condition[]): Condition[] =>
  where.filter(({ is, to }) => !needsText(is) || to.trim() !== '');
