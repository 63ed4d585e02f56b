import type { RegisterField } from '@obolus/contract/registers/register';
import { say } from '../locale/say.ts';

/** What a code of a field is called; what is no code as it is. */
export function inWords({ choices, as }: Pick<RegisterField, 'choices' | 'as'>, value: string): string {
  const word = as === 'yes' ? 'choice.yes' : choices?.[value];
  return value === '' || word === undefined ? value : say(word);
}
