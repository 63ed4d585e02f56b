import type { PreviewReply } from '@obolus/contract/commands';
import { difference, isNegative } from './exact.ts';
import { showFigure } from '../locale/figures.ts';
import { say } from '../locale/say.ts';

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
      {kind === 'not-here' ? say('parts.not_here') : isNegative(amount) ? '▼' : '▲'} {showFigure(size)} {currency},{' '}
      {allowed === null
        ? say('parts.no_limit')
        : outside || left === undefined
          ? say('parts.allowed', { allowed: showFigure(allowed) })
          : say('parts.allowed_left', { allowed: showFigure(allowed), left: showFigure(left, 2) })}
    </span>
  );
}
