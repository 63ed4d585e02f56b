import { readFigure, type Understood } from '@obolus/core/reading/figure';
import { formats } from './formats.ts';

/** Before a figure that is not understood, so that nobody takes it for another: as the text of a field keeps it. */
const IN_DOUBT = '?';

/**
 * What a field holds for what was typed: the figure as a plain decimal, so that people of several locales share it; else the text itself, marked
 * as not understood.
 */
export function heldOf(typed: string, understood: Understood): string {
  return understood.is === 'figure' ? understood.figure : markedDoubt(typed);
}

/** What was typed and not understood, as a field holds it. */
export const markedDoubt = (typed: string): string => (typed.trim() === '' ? '' : IN_DOUBT + typed);

/** What somebody typed into a field that was not understood; undefined where the field holds a figure, or nothing. */
export const doubtIn = (held: string): string | undefined =>
  held.startsWith(IN_DOUBT) ? held.slice(IN_DOUBT.length) : undefined;

/** What was typed as a figure, as whoever is signed in writes them. */
export const understood = (typed: string, places?: number): Understood =>
  readFigure(typed, formats().separators, places);

/** A figure as it is typed here: without groups, with the mark for decimals that is usual here. */
export const asTyped = (figure: string): string => figure.replace('.', formats().separators.decimal);
