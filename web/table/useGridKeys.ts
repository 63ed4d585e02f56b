import { useCallback, useState, type RefCallback, type RefObject } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { KEYS } from '../keys/keys.ts';
import { typeInto } from '../keys/typeInto.ts';

export interface GridKeys {
  /** Kept here too, for whoever has to look into it. */
  readonly table?: RefObject<HTMLTableElement | null>;
  /** Enter in the last field of the last line. */
  readonly onLastEnter?: () => void;
  readonly onRemove?: (row: number) => void;
  /** Enter passes choices by: they are seldom made. */
  readonly passChoices?: boolean;
  /** The cells that are chosen, where several can be. */
  readonly range?: Range;
}

/** Cells that are chosen together; with one only the keys mean the field. */
export interface Range {
  readonly isWide: () => boolean;
  readonly extend: (way: 'up' | 'down' | 'left' | 'right') => void;
  /** Down to the one that was chosen first. */
  readonly narrow: () => void;
  readonly clear: () => void;
  /** Its first line into all others. */
  readonly fillDown: () => void;
}

type FormField = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;

const FIELDS = 'input, select, textarea';
const { next, move, extend, edit, restore, fillDown, clear, takeOut } = KEYS;
const KEYS_OF_GRIDS = [next, move, extend, edit, restore, fillDown, clear, takeOut].map(({ keys }) => keys).join(',');

/**
 * The keys of a grid, the same in each: Enter goes to the next field and past the last asks for a new line; arrows go from field
 * to field where the caret has nowhere to go, with Shift they choose cells; F2 puts the caret into what stands there; Esc gives back what
 * stood there; Ctrl+D takes what stands above; Ctrl+Delete takes the line out. A lookup that is open keeps its own keys, a choice its
 * arrows, a field of several lines its Enter and arrows.
 */
export function useGridKeys({
  table,
  onLastEnter,
  onRemove,
  passChoices = false,
  range,
}: GridKeys): RefCallback<HTMLElement> {
  const [grid, setGrid] = useState<HTMLElement | null>(null);
  const onKey = (event: KeyboardEvent, { hotkey }: { readonly hotkey: string }) => {
    const field = event.target as FormField;
    if (!grid || field.dataset.open !== undefined) return;
    const isField = field.matches(FIELDS);
    const [, shifted] = /^shift\+(up|down|left|right)$/.exec(hotkey) ?? [];
    if (range && (shifted !== undefined || range.isWide())) {
      const way = shifted as 'up' | 'down' | 'left' | 'right' | undefined;
      if (way && isField && !leavesField(field, way) && !range.isWide()) return;
      const does =
        way !== undefined
          ? () => range.extend(way)
          : hotkey === 'escape'
            ? range.narrow
            : hotkey === 'delete' || hotkey === 'backspace'
              ? range.clear
              : hotkey === 'mod+d'
                ? range.fillDown
                : undefined;
      if (does) {
        event.preventDefault();
        event.stopPropagation();
        return does();
      }
    }
    if (!isField) return;
    const rows = [...grid.querySelectorAll('tr')]
      .map((row) => [...row.querySelectorAll<FormField>(FIELDS)])
      .filter((row) => row.length > 0);
    const at = rows.findIndex((row) => row.includes(field));
    const row = rows[at] ?? [];
    const column = row.indexOf(field);
    const goTo = (target: FormField | undefined) => {
      if (!target) return;
      event.preventDefault();
      target.focus();
      if (target instanceof HTMLInputElement) target.select();
    };
    switch (hotkey) {
      case 'enter': {
        if (field.matches('textarea')) return;
        const further = row.slice(column + 1).find((other) => !passChoices || !other.matches('select'));
        const first = further ?? rows[at + 1]?.[0];
        event.preventDefault();
        return first ? goTo(first) : onLastEnter?.();
      }
      case 'up':
      case 'down': {
        if (field.matches('select, textarea')) return;
        const other = rows[at + (hotkey === 'up' ? -1 : 1)] ?? [];
        return goTo(sameIn(other, field) ?? other[column]);
      }
      case 'left':
      case 'right':
        return isAtEdge(field, hotkey) ? goTo(row[column + (hotkey === 'left' ? -1 : 1)]) : undefined;
      case 'f2':
        if (!(field instanceof HTMLInputElement)) return;
        event.preventDefault();
        return isWhole(field) ? field.setSelectionRange(field.value.length, field.value.length) : field.select();
      case 'escape':
        return restoreField(field);
      case 'mod+d': {
        event.preventDefault();
        const above = rows
          .slice(0, at)
          .flatMap((other) => sameIn(other, field) ?? [])
          .at(-1);
        return above && takeFrom(above, field);
      }
      case 'mod+delete': {
        event.preventDefault();
        const line = field.closest<HTMLElement>('[data-index]')?.dataset.index;
        if (line !== undefined) return onRemove?.(Number(line));
        const lines = rows.slice(0, at + 1).filter(([first]) => first?.closest('tr')?.dataset.more === undefined);
        return onRemove?.(lines.length - 1);
      }
    }
  };
  const listen = useHotkeys(KEYS_OF_GRIDS, onKey, { useKey: true, enableOnFormTags: true, enabled: grid !== null });
  return useCallback(
    (element) => {
      element?.addEventListener('focusin', noteFound);
      if (table) table.current = element as HTMLTableElement | null;
      setGrid(element);
      listen(element);
    },
    [listen, table],
  );
}

/** The field of another line that stands in the same column: lines need not have as many fields. */
function sameIn(row: readonly FormField[], field: FormField): FormField | undefined {
  const placeOf = (one: FormField) => {
    const cell = one.closest('td');
    return [cell?.cellIndex, cell?.colSpan, cell ? [...cell.querySelectorAll(FIELDS)].indexOf(one) : 0].join(' ');
  };
  return row.find((one) => one.tagName === field.tagName && placeOf(one) === placeOf(field));
}

const isWhole = ({ selectionStart, selectionEnd, value }: HTMLInputElement): boolean =>
  value !== '' && selectionStart === 0 && selectionEnd === value.length;

/** Whether with Shift an arrow chooses cells, not letters: up and down do, the others where all is chosen already, or nothing is there. */
function leavesField(field: FormField, way: 'up' | 'down' | 'left' | 'right'): boolean {
  if (field instanceof HTMLTextAreaElement) return false;
  if (!(field instanceof HTMLInputElement)) return true;
  return way === 'up' || way === 'down' || field.type === 'checkbox' || field.value === '' || isWhole(field);
}

/** Whether an arrow would not move the caret: all is chosen, or the caret stands at that end. */
function isAtEdge(field: FormField, way: 'left' | 'right'): boolean {
  if (!(field instanceof HTMLInputElement)) return false;
  if (field.type === 'checkbox' || isWhole(field)) return true;
  const end = way === 'left' ? 0 : field.value.length;
  return field.selectionStart === end && field.selectionEnd === end;
}

/** What stood in the field when it was come to, to be given back. */
let found: { readonly field: EventTarget | null; readonly value: string } | undefined;

function noteFound({ target }: Event): void {
  found = { field: target, value: (target as FormField).value };
}

function restoreField(field: FormField): void {
  if (found?.field !== field || found.value === field.value || field.dataset.holds !== undefined) return;
  typeInto(field, found.value);
  if (field instanceof HTMLInputElement) field.select();
}

function takeFrom(above: FormField, field: FormField): void {
  if (field.dataset.holds === undefined) typeInto(field, above.value);
  else field.dispatchEvent(new CustomEvent('take', { detail: above.dataset.holds }));
  if (field instanceof HTMLInputElement) field.select();
}
