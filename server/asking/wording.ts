import type { RefusalView } from '@obolus/contract/commands';
import { type Message, message, type MessageId, type Value } from '@obolus/messages/message';
import type { Refusal } from '@obolus/core/state/refusal';
import type { Names } from './failures.ts';

/** Values that are figures; others may look like one: a number on a paper, a day. */
const FIGURES: ReadonlySet<string> = new Set([
  'difference',
  'allowed',
  'above',
  'amount',
  'asked',
  'left',
  'limit',
  'open',
  'most',
  'quantity',
  'missing',
  'received',
  'unbilled',
  'waiting',
  'short',
  'size',
]);
const DAYS: ReadonlySet<string> = new Set(['date', 'firstOpenDay', 'farthest', 'cited']);

const isDay = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text);

/** A refusal as a message, with the items and warehouses that it names as users know them. */
export function worded({ reason, at, values }: Refusal, names?: Names): RefusalView {
  return {
    reason,
    at,
    says: [message(`refusal.${reason}`, { ...valuesOf(values, names), ...besides(reason, values) })],
  };
}

function valuesOf(values: Refusal['values'], names: Names | undefined): Record<string, Value> {
  return Object.fromEntries(
    Object.entries(values).map(([name, text]): [string, Value] => {
      if (name === 'item') return [name, names?.items.get(text) ?? text];
      if (name === 'warehouse') return [name, names?.warehouses.get(text) ?? text];
      if (name === 'basis') return [name, { word: `choice.${text}` as MessageId }];
      // What somebody typed and is no figure stands as they typed it.
      if (name === 'text') return [name, text.replace(/^\?/, '')];
      if (FIGURES.has(name)) return [name, { figure: text.replace(/^-(?=\d)/, name === 'difference' ? '' : '-') }];
      return [name, DAYS.has(name) && isDay(text) ? { day: text } : text];
    }),
  );
}

/** What a message is chosen by besides its values: whether nothing is left, whether something is named. */
function besides(reason: Refusal['reason'], values: Refusal['values']): Record<string, Value> {
  const chosen = CHOSEN_BY[reason];
  if (chosen) return chosen(values);
  return values.open === undefined ? {} : { none: values.open === '0' ? 'yes' : 'no' };
}

const whereNamed =
  (name: string) =>
  (values: Refusal['values']): Record<string, Value> => ({ named: values[name] ? 'yes' : 'no' });

const CHOSEN_BY: Partial<Record<Refusal['reason'], (values: Refusal['values']) => Record<string, Value>>> = {
  bin_unknown: whereNamed('bin'),
  unit_unknown: whereNamed('units'),
  basis_all_zero: whereNamed('item'),
  stock_short: whereNamed('lot'),
  period_not_closed: whereNamed('period'),
  order_line_closed: whereNamed('reason'),
  receipt_exceeds_ordered: ({ open, most }) => ({ none: open === '0' ? 'yes' : open === most ? 'no' : 'over' }),
  allocation_exceeds_charge: ({ left = '' }) => ({ none: /^0(\.0+)?$/.test(left) ? 'yes' : 'no' }),
  difference_unexplained: ({ kind, difference = '' }) => ({
    kind: kind ?? '',
    less: difference.startsWith('-') ? 'yes' : 'no',
  }),
  dimension_unknown: ({ kind }) => ({ kind: { word: `choice.${kind}` as MessageId } }),
};

/** What was typed and is no figure; a field marks it with a question mark before it. */
export const notAFigure = (text: string): Message => message('refusal.not_a_number', { text: text.replace(/^\?/, '') });
