import { showFigure } from '../locale/figures.ts';
import { say, shown } from '../locale/say.ts';
import type { Shown } from '@obolus/contract/message';

interface Changed {
  readonly what: string;
  readonly was: string;
  readonly became: Shown;
  readonly isFigure: boolean;
}

/** As it is typed, a figure as figures are shown. */
export const showChanged = (text: Shown, isFigure: boolean): string =>
  typeof text !== 'string' ? shown(text) : text === '' ? '–' : isFigure ? showFigure(text) : text;

/** What a field was and is to become, line by line. */
export function Changes({
  label,
  changes,
  of = say('approvals.field'),
  was: before = say('approvals.was'),
  becomes = say('approvals.becomes'),
}: {
  label: string;
  changes: readonly Changed[];
  /** What each line is of, and what the two are called, where nothing of what is kept changes. */
  of?: string;
  was?: string;
  becomes?: string;
}) {
  if (changes.length === 0) return null;
  return (
    <table className="sheet max-w-[940px]" aria-label={label}>
      <thead>
        <tr>
          <th>{of}</th>
          <th>{before}</th>
          <th>{becomes}</th>
        </tr>
      </thead>
      <tbody>
        {changes.map(({ what, was, became, isFigure }) => (
          <tr key={what}>
            <td className="w-1/3">{what}</td>
            <td className="w-1/3 dim whitespace-normal">{showChanged(was, isFigure)}</td>
            <td className="w-1/3 whitespace-normal">{showChanged(became, isFigure)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
