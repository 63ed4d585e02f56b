import type { ItemView } from '@obolus/contract/views/setUp';
import { say } from '../locale/say.ts';

/** How goods are valued, in the trade's words. */
export const methodOf = ({ method, tracking }: ItemView): string =>
  say(`choice.${tracking === 'serial' ? 'serial' : method}`);
