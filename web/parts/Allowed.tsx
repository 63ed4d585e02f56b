import type { PreviewReply } from '@obolus/contract/commands';
import { difference, isNegative } from './exact.ts';
import { showFigure } from './figures.ts';

/** How much a difference comes to in the books' currency, what is allowed, and what of that is left. */
export function Allowed({
  difference: { kind, amount, allowed, outside },
  currency,
}: {
  difference: PreviewReply['differences'][number];
  currency: string;
}) {
  const size = amount.replace('-', '');
  const left = allowed === null ? undefined : difference(allowed, size);
  return (
    <span className={outside ? 'text-over' : 'dim'}>
      {kind === 'not-here' ? 'not here' : isNegative(amount) ? '▼' : '▲'} {showFigure(size)} {currency}
      {allowed === null
        ? ', no limit is set'
        : outside || left === undefined
          ? `, ${showFigure(allowed)} allowed`
          : `, of ${showFigure(allowed)} allowed ${showFigure(left, 2)} left`}
    </span>
  );
}
