import { showFigure } from '../parts/figures.ts';

interface Changed {
  readonly what: string;
  readonly was: string;
  readonly became: string;
  readonly isFigure: boolean;
}

/** As it is typed, a figure as figures are shown. */
export const shown = (text: string, isFigure: boolean): string =>
  text === '' ? '–' : isFigure ? showFigure(text) : text;

/** What a field was and is to become, line by line. */
export function Changes({ label, changes }: { label: string; changes: readonly Changed[] }) {
  if (changes.length === 0) return null;
  return (
    <table className="sheet max-w-[940px]" aria-label={label}>
      <thead>
        <tr>
          <th>What</th>
          <th>Was</th>
          <th>Is to become</th>
        </tr>
      </thead>
      <tbody>
        {changes.map(({ what, was, became, isFigure }) => (
          <tr key={what}>
            <td className="w-1/3">{what}</td>
            <td className="w-1/3 dim whitespace-normal">{shown(was, isFigure)}</td>
            <td className="w-1/3 whitespace-normal">{shown(became, isFigure)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
