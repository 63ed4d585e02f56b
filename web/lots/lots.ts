import type { ItemView } from '@obolus/contract/views/setUp';
import { compareFigures, difference, isZero, sumOfQuantities } from '../parts/exact.ts';
import type { MessageId } from '@obolus/messages/message';

/** A part of a line by lot or serial number, as it is typed. */
export interface LotPart {
  readonly lot: string;
  readonly quantity: string;
  /** The day on the goods, where it says one. */
  readonly expires?: string;
}

/** What an item's parts are called. */
export const LOTS: Readonly<Record<Exclude<ItemView['tracking'], 'none'>, MessageId>> = {
  lot: 'parts.lots',
  serial: 'parts.serials',
};

/** Serial numbers as they are typed or scanned: one to a line, or with commas between. */
export const serialsOf = (typed: string): LotPart[] =>
  typed.split(/[\n,;\t]/).map((lot) => ({ lot: lot.trimStart(), quantity: '1' }));

/** So many serial numbers from the first on: its last digits count up. */
export function serialRun(first: string, many: number): LotPart[] {
  const [, before = '', digits] = /^(.*?)(\d+)(?=\D*$)/.exec(first.trim()) ?? [];
  if (digits === undefined) return [];
  const after = first.trim().slice(before.length + digits.length);
  return Array.from({ length: many }, (_, at) => ({
    lot: `${before}${String(BigInt(digits) + BigInt(at)).padStart(digits.length, '0')}${after}`,
    quantity: '1',
  }));
}

const MOST_IN_A_RUN = 2000;

/** Ranges that were typed as `FL-0131..FL-0136` become their numbers; what is no range stays as it is. */
export function withoutRanges(parts: readonly LotPart[]): LotPart[] {
  return parts.flatMap((part) => {
    const [, first = '', last = ''] = /^(.*\S)\s*\.\.+\s*(\S.*)$/.exec(part.lot.trim()) ?? [];
    const [from, to] = [first, last].map((serial) => /\d+(?=\D*$)/.exec(serial)?.[0]);
    if (from === undefined || to === undefined) return [part];
    const many = BigInt(to) - BigInt(from) + 1n;
    const run = many > 0n && many <= MOST_IN_A_RUN ? serialRun(first, Number(many)) : [];
    return run.at(-1)?.lot === last ? run : [part];
  });
}

/** What is sent: blank parts left out; one lot alone is all of the line; nothing for goods that are kept without. */
export function lotsToSend(
  tracking: ItemView['tracking'],
  parts: readonly LotPart[] | undefined,
  quantity: string,
): { lots?: LotPart[] } {
  if (tracking === 'none') return {};
  const named = (parts ?? []).map((part) => ({ ...part, lot: part.lot.trim() })).filter((part) => part.lot !== '');
  if (tracking === 'lot' && named.length === 1 && named[0]?.quantity === '')
    return { lots: [{ ...named[0], quantity }] };
  return { lots: named.filter((part) => part.quantity !== '') };
}

/** How much of a line the parts name. */
export const namedIn = (
  tracking: ItemView['tracking'],
  parts: readonly LotPart[] | undefined,
  quantity: string,
): string => sumOfQuantities((lotsToSend(tracking, parts, quantity).lots ?? []).map((part) => part.quantity));

/** Layers of one lot together, in the order in which they came. */
export function heldByLot(layers: readonly LotPart[]): LotPart[] {
  const held = new Map<string, string>();
  for (const { lot, quantity } of layers) held.set(lot, sumOfQuantities([held.get(lot) ?? '0', quantity]));
  return [...held].map(([lot, quantity]) => ({ lot, quantity }));
}

/** As much as is wanted of what came first. */
export function oldestFirst(held: readonly LotPart[], wanted: string): LotPart[] {
  let left = wanted;
  return held.flatMap(({ lot, quantity }) => {
    if (isZero(left)) return [];
    const part = compareFigures(left, quantity) < 0 ? left : quantity;
    left = difference(left, part) ?? '0';
    return [{ lot, quantity: part }];
  });
}
