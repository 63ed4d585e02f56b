import type { MessageId } from '@obolus/messages/message';

export interface Key {
  /** By what they type, not by where they lie; more than one with commas. `mod` is Ctrl, on a Mac ⌘. */
  readonly keys: string;
  readonly does: MessageId;
  readonly where: 'keys.anywhere' | 'keys.entering' | 'keys.in_lists' | 'keys.in_grids' | 'keys.on_bench';
  /** A letter or sign by itself, which whoever dictates or strays onto a key can switch off (WCAG 2.2, 2.1.4). */
  readonly alone?: true;
}

/** A sign that some keyboards type with Shift. */
const sign = (what: string): string => `${what},shift+${what}`;

/** Every key of the application: what listens to keys names one of these, and the sheet of keys shows them all. */
export const KEYS = {
  find: { keys: 'mod+k', does: 'keys.find', where: 'keys.anywhere' },
  sheet: { keys: sign('?'), does: 'keys.sheet', where: 'keys.anywhere', alone: true },
  help: { keys: 'f1', does: 'keys.help', where: 'keys.anywhere' },
  close: { keys: 'escape', does: 'keys.close', where: 'keys.anywhere' },
  post: { keys: 'mod+enter', does: 'keys.post', where: 'keys.entering' },
  undo: { keys: 'mod+z', does: 'keys.undo', where: 'keys.entering' },
  redo: { keys: 'mod+shift+z,mod+y', does: 'keys.redo', where: 'keys.entering' },
  new: { keys: 'n', does: 'keys.new', where: 'keys.in_lists', alone: true },
  filter: { keys: sign('/'), does: 'keys.filter', where: 'keys.in_lists', alone: true },
  open: { keys: 'enter', does: 'keys.open', where: 'keys.in_lists' },
  walk: { keys: 'up,down', does: 'keys.walk', where: 'keys.in_lists' },
  next: { keys: 'enter', does: 'keys.next', where: 'keys.in_grids' },
  move: { keys: 'up,down,left,right', does: 'keys.move', where: 'keys.in_grids' },
  extend: { keys: 'shift+up,shift+down,shift+left,shift+right', does: 'keys.extend', where: 'keys.in_grids' },
  copy: { keys: 'mod+c', does: 'keys.copy', where: 'keys.in_grids' },
  paste: { keys: 'mod+v', does: 'keys.paste', where: 'keys.in_grids' },
  clear: { keys: 'delete,backspace', does: 'keys.clear', where: 'keys.in_grids' },
  edit: { keys: 'f2', does: 'keys.edit', where: 'keys.in_grids' },
  restore: { keys: 'escape', does: 'keys.restore', where: 'keys.in_grids' },
  fillDown: { keys: 'mod+d', does: 'keys.fill_down', where: 'keys.in_grids' },
  takeOut: { keys: 'mod+delete', does: 'keys.take_out', where: 'keys.in_grids' },
  nextBill: { keys: 'alt+down', does: 'keys.next_bill', where: 'keys.on_bench' },
  lastBill: { keys: 'alt+up', does: 'keys.last_bill', where: 'keys.on_bench' },
  nextDifference: { keys: 'f8', does: 'keys.next_difference', where: 'keys.on_bench' },
} as const satisfies Record<string, Key>;

export type KeyName = keyof typeof KEYS;
