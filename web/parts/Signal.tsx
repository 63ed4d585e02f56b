import { difference, isNegative, isZero } from './exact.ts';
import { showFigure } from '../locale/figures.ts';
import { say } from '../locale/say.ts';

/** The gap between two figures: no mark where they agree, ▲ with the amount where the second is over, ▼ where it is short. */
export function Signal({ from, to, atLeast = 0 }: { from: string; to: string; atLeast?: number }) {
  const gap = difference(to, from);
  if (gap === undefined || isZero(gap)) return null;
  const decimals = Math.max(atLeast, (gap.split('.')[1] ?? '').length);
  return isNegative(gap) ? (
    <span className="signal short" title={say('parts.short')}>
      ▼ {showFigure(gap.slice(1), decimals)}
    </span>
  ) : (
    <span className="signal over" title={say('parts.over')}>
      ▲ {showFigure(gap, decimals)}
    </span>
  );
}
