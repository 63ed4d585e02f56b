import { useEffect } from 'react';

const FIELDS = 'input, select, textarea, button, a[href], [tabindex="0"]';

/** Where the focus was, so that its place is known when what had it is gone. */
interface Place {
  readonly had: Element;
  /** What was around it, from the inside out, and where it stood among the lines of a grid. */
  readonly around: readonly Element[];
  readonly row: number;
  readonly column: number;
  /** The index of its line among those that are drawn only while they are in view: it comes back with the line. */
  readonly drawnAs: string | undefined;
}

/**
 * Whoever works by keyboard always stands somewhere. When what has the focus goes – a line is taken out, a document is posted, a
 * list is answered – the focus goes to what took its place in the same grid, else to what is left around it, else to the title of the screen.
 */
export function useFocusKept(): void {
  useEffect(() => {
    let last: Element | undefined;
    let place: Place | undefined;
    const note = ({ target }: FocusEvent) => {
      if (!(target instanceof Element)) return;
      last = target;
      // What is open over the screen gives the focus back to where it was below.
      if (!target.closest('[role=dialog]')) place = placeOf(target);
    };
    const watch = new MutationObserver(() => {
      if (!last || last.isConnected || document.activeElement !== document.body) return;
      const target = place && successor(place);
      if (!target) return;
      last = undefined;
      target.focus({ preventScroll: true });
    });
    addEventListener('focusin', note);
    watch.observe(document.body, { childList: true, subtree: true });
    return () => {
      removeEventListener('focusin', note);
      watch.disconnect();
    };
  }, []);
}

function placeOf(had: Element): Place {
  const around: Element[] = [];
  for (let up = had.parentElement; up && up !== document.body; up = up.parentElement) around.push(up);
  const line = had.closest('tr');
  return {
    had,
    around,
    row: line ? rowsOf(line.closest('table')).indexOf(line) : -1,
    column: line ? [...line.querySelectorAll(FIELDS)].indexOf(had) : -1,
    drawnAs: had.closest<HTMLElement>('[data-index]')?.dataset.index,
  };
}

const rowsOf = (table: Element | null): Element[] => [...(table?.querySelectorAll('tbody tr') ?? [])];

/** Where the focus goes; undefined as long as there is nothing for it. */
function successor({ had, around, row, column, drawnAs }: Place): HTMLElement | undefined {
  if (had.isConnected && had instanceof HTMLElement) return had;
  const left = around.filter((element) => element.isConnected);
  const table = row < 0 ? undefined : left.find((element) => element instanceof HTMLTableElement);
  if (table) {
    const rows = rowsOf(table);
    const isOutOfView = drawnAs !== undefined && Number(drawnAs) < Number(table.dataset.lines);
    const line = isOutOfView ? table.querySelector(`[data-index="${drawnAs}"]`) : rows[Math.min(row, rows.length - 1)];
    const fields = line?.querySelectorAll<HTMLElement>(FIELDS);
    const field = fields?.[Math.min(column, fields.length - 1)];
    if (field || isOutOfView) return field;
  }
  // Of the frame alone nothing is left of the screen: the next one begins with its title.
  const near = left.find((element) => element.matches('main :is(section, form, fieldset, table)'));
  return near?.querySelector<HTMLElement>(FIELDS) ?? document.querySelector<HTMLElement>('main h1') ?? undefined;
}
