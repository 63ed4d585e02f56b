import { type RefObject, useEffect, useRef } from 'react';
import { useKey } from '../../keys/useKey.ts';

/** Where the pointer is, without drawing anything. */
export function usePointer(): RefObject<{ x: number; y: number }> {
  const at = useRef({ x: 0, y: 0 });
  useEffect(() => {
    const onMove = ({ clientX: x, clientY: y }: PointerEvent) => (at.current = { x, y });
    addEventListener('pointermove', onMove, { capture: true });
    return () => removeEventListener('pointermove', onMove, { capture: true });
  }, []);
  return at;
}

/** The line of the bench that lies under a point, below what is dragged there. */
export const lineUnder = ({ x, y }: { x: number; y: number }): string =>
  document
    .elementsFromPoint(x, y)
    .map((element) => element.closest<HTMLElement>('[data-line]')?.dataset.line)
    .find(Boolean) ?? '';

/** Goes to the first difference that is to be decided, and from it to the next. */
export function useFirstDifference(): void {
  useKey('nextDifference', () => {
    const fields = [...document.querySelectorAll<HTMLElement>('[data-difference] :is(select, input)')];
    const here = fields.indexOf(document.activeElement as HTMLElement);
    const own = document.activeElement?.closest('[data-difference]');
    (
      fields.slice(here + 1).find((field) => here < 0 || field.closest('[data-difference]') !== own) ?? fields[0]
    )?.focus();
  });
}

/** What they all say, if they say the same. */
export const only = (said: readonly string[]): string => (new Set(said).size === 1 ? (said[0] ?? '') : '');
