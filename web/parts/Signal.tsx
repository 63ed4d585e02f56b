import { difference, isNegative, isZero } from './exact.ts';
import { showFigure } from './figures.ts';

/** The gap between two figures: no mark where they agree, ▲ with the amount where the second is over, ▼ where it is short. */
export function Signal({ from, to, decimals }: { from: string; to: string; decimals?: number }) {
  const gap = difference(to, from);
  if (gap === undefined || isZero(gap)) return null;
  return isNegative(gap) ? (
    <span className="signal short" title="short">
      ▼ {showFigure(gap.slice(1), decimals)}
    </span>
  ) : (
    <span className="signal over" title="over">
      ▲ {showFigure(gap, decimals)}
    </span>
  );
}
