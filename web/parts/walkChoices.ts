import type { KeyboardEvent } from 'react';

/** A list of boxes to tick is one stop of the Tab key; the arrow keys walk in it. */
export const tabStop = (position: number): 0 | -1 => (position === 0 ? 0 : -1);

export function walkChoices(event: KeyboardEvent<HTMLElement>): void {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  const boxes = [...event.currentTarget.querySelectorAll<HTMLElement>('input')];
  const next = boxes[boxes.indexOf(document.activeElement as HTMLElement) + (event.key === 'ArrowDown' ? 1 : -1)];
  event.preventDefault();
  next?.focus();
}
