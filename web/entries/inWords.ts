import type { RegisterField } from '@obolus/contract/registers/register';
import { isDay } from '@obolus/core/exact/calendar';
import { showDay } from '../locale/figures.ts';
import { say } from '../locale/say.ts';

/** What a code of a field is called, and a day as it is shown; what is neither as it is. */
export function inWords({ choices, as }: Pick<RegisterField, 'choices' | 'as'>, value: string): string {
  if (as === 'day' && isDay(value)) return showDay(value);
  const word = as === 'yes' ? 'choice.yes' : choices?.[value];
  return value === '' || word === undefined ? value : say(word);
}
