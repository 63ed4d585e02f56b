import type { KeyboardEvent } from 'react';

interface GridKeys {
  readonly onLastEnter?: () => void;
  readonly onRemove?: (row: number) => void;
  /** Enter passes choices by: they are seldom made. */
  readonly passChoices?: boolean;
}

const FIELDS = 'input, select, textarea';

/**
 * Keys of a grid: Enter goes to the next field and past the last asks for a new line, up and down keep the column,
 * Ctrl+Delete takes the line out. A lookup that is open keeps its own keys, a field of several lines its Enter and arrows.
 */

export function gridKeys({ onLastEnter, onRemove, passChoices = false }: GridKeys) {
  return (event: KeyboardEvent<HTMLElement>) => {
    const field = event.target as HTMLElement;
    if (!field.matches(FIELDS) || field.dataset.open !== undefined) return;
    const ownKeys = field.matches('select, textarea');
    const rows = [...event.currentTarget.querySelectorAll('tr')]
      .map((row) => [...row.querySelectorAll<HTMLElement>(FIELDS)])
      .filter((row) => row.length > 0);
    const at = rows.findIndex((row) => row.includes(field));
    const column = rows[at]?.indexOf(field) ?? 0;
    const goTo = (target: HTMLElement | undefined) => {
      if (!target) return;
      event.preventDefault();
      target.focus();
    };
    if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey && !field.matches('textarea')) {
      const further = (rows[at]?.slice(column + 1) ?? []).find((other) => !passChoices || !other.matches('select'));
      const next = further ?? rows[at + 1]?.[0];
      if (next) return goTo(next);
      event.preventDefault();
      onLastEnter?.();
    } else if (event.key === 'ArrowDown' && !ownKeys) goTo(rows[at + 1]?.[column]);
    else if (event.key === 'ArrowUp' && !ownKeys) goTo(rows[at - 1]?.[column]);
    else if (event.key === 'Delete' && event.ctrlKey) {
      event.preventDefault();
      onRemove?.(rows.slice(0, at + 1).filter((row) => row[0]?.closest('tr')?.dataset.more === undefined).length - 1);
    }
  };
}
