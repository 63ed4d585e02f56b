import type { PreviewReply } from '@obolus/contract/commands';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { difference, isNegative, isZero, sumOf } from '../../parts/exact.ts';
import { useMe } from '../../server/me.ts';

type Cause = PreviewReply['charged'][number]['causes'][number];

const CAUSES = {
  code: 'landing.cause_code',
  origin: 'landing.cause_origin',
  preference: 'landing.cause_preference',
  value: 'landing.cause_value',
  date: 'landing.cause_date',
  'measure-missing': 'landing.cause_measure-missing',
  'measure-twice': 'landing.cause_measure-twice',
  arithmetic: 'landing.cause_arithmetic',
} as const;

/** Why more or less was charged than calculated, each cause with what it makes. */
export function Causes({
  charged: { calculated, causes },
  duty,
}: {
  charged: PreviewReply['charged'][number];
  duty: string;
}) {
  const { currency } = useMe().company;
  const gap = sumOf([difference(duty, calculated) ?? '0'], currency);
  const [isMore, isEven] = [!isNegative(gap), isZero(gap)];
  return (
    <span data-difference>
      {isEven
        ? say('landing.charged_even')
        : say(isMore ? 'landing.charged_more' : 'landing.charged_less', {
            amount: { figure: isMore ? gap : gap.slice(1) },
          })}{' '}
      {causesInWords(causes)}
    </span>
  );
}

export const causesInWords = (causes: readonly Cause[]): string =>
  causes
    .map(({ cause, measure, amount }) =>
      say(CAUSES[cause], { measure, amount: `${isNegative(amount) ? '' : '+'}${showFigure(amount)}` }),
    )
    .join('; ');
