import { CONDITIONS, type Condition, type ListColumn } from '@obolus/contract/listState';
import { Cell, Choice } from '../parts/Cells.tsx';
import { FigureCell } from '../parts/FigureCell.tsx';
import { showFigure } from '../locale/figures.ts';
import { say } from '../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

const IN_WORDS: Readonly<Record<Condition['is'], MessageId>> = {
  has: 'lists.has',
  'has-not': 'lists.has_not',
  is: 'lists.is',
  from: 'lists.from',
  to: 'lists.to',
  empty: 'lists.empty',
  filled: 'lists.filled',
};
const OF_DAYS: Partial<Record<Condition['is'], MessageId>> = { from: 'lists.from_day', to: 'lists.to_day' };
const FITTING: Readonly<Record<ListColumn['as'], readonly Condition['is'][]>> = {
  text: ['has', 'has-not', 'is', 'filled', 'empty'],
  day: ['from', 'to', 'is', 'filled', 'empty'],
  figure: ['from', 'to', 'is', 'filled', 'empty'],
};
/** Codes are what they are, whatever they are called. */
const OF_CODES: readonly Condition['is'][] = ['is', 'filled', 'empty'];
const fittingOf = (column: ListColumn | undefined): readonly Condition['is'][] =>
  column?.words ? OF_CODES : FITTING[column?.as ?? 'text'];
const needsText = (is: Condition['is']): boolean => is !== 'empty' && is !== 'filled';

interface Props {
  readonly columns: readonly ListColumn[];
  readonly where: readonly Condition[];
  readonly change: (where: Condition[]) => void;
}

/** What the rows must hold, as sentences that can be changed: each names a column, what of it, and what it is compared with. */
/** A day as a condition takes it: counted from whichever day the list is read. */
const LATER = 'today+7';

export function ListConditions({ columns, where, change }: Props) {
  const known = columns.filter(({ calculated, hidden }) => !calculated && !hidden);
  const set = (at: number, to: Partial<Condition>) =>
    change(where.map((condition, position) => (position === at ? { ...condition, ...to } : condition)));
  return (
    <ul className="conditions" aria-label={say('lists.conditions')}>
      {where.map((condition, at) => {
        const column = known.find(({ name }) => name === condition.column);
        const as = column?.as ?? 'text';
        const words = Object.entries(column?.words ?? {}).map(([code, word]) => [code, say(word)] as const);
        return (
          <li key={at}>
            <span className="dim">{at === 0 ? say('lists.where') : say('lists.and')}</span>
            <Choice
              label={say('lists.column_at', { at: at + 1 })}
              value={condition.column}
              options={known.map(({ name, title }) => [name, say(title)])}
              onChange={(name) =>
                set(at, {
                  column: name,
                  is: fittingOf(known.find((entry) => entry.name === name))[0] ?? 'has',
                  to: '',
                })
              }
            />
            <Choice
              label={say('lists.condition_at', { at: at + 1 })}
              value={condition.is}
              options={CONDITIONS.filter((is) => fittingOf(column).includes(is) || is === condition.is).map((is) => [
                is,
                say((as === 'day' ? OF_DAYS[is] : undefined) ?? IN_WORDS[is]),
              ])}
              onChange={(is) => set(at, { is: is as Condition['is'] })}
            />
            {needsText(condition.is) && (
              <span className="inline-block w-[130px]">
                {words.length > 0 ? (
                  <Choice
                    label={say('lists.compared_at', { at: at + 1 })}
                    value={condition.to}
                    options={[['', ''], ...words]}
                    onChange={(to) => set(at, { to })}
                  />
                ) : as === 'figure' ? (
                  <FigureCell
                    label={say('lists.compared_at', { at: at + 1 })}
                    placeholder={showFigure('1240.50')}
                    value={condition.to}
                    onChange={(to) => set(at, { to })}
                  />
                ) : (
                  <Cell
                    label={say('lists.compared_at', { at: at + 1 })}
                    placeholder={as === 'day' ? LATER : ''}
                    value={condition.to}
                    onChange={(to) => set(at, { to })}
                  />
                )}
              </span>
            )}
            <button
              type="button"
              className="dim hover:text-over"
              aria-label={say('lists.take_away_at', { at: at + 1 })}
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
  return { column: column?.name ?? '', is: fittingOf(column)[0] ?? 'has', to: '' };
};

/** Conditions that say enough to be asked for. */
export const saidConditions = (where: readonly Condition[]): Condition[] =>
  where.filter(({ is, to }) => !needsText(is) || to.trim() !== '');
