import type { Doubt } from '@obolus/contract/views/paying';
import { say } from '../../locale/say.ts';

/** Why a bill may be paid twice, in words. */
export const doubtWords = ({ why, of }: Doubt): string => say(`paying.doubt_${why}`, { of });
