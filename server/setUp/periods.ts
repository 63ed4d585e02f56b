import type { EntityManager } from 'typeorm';
import type { EntryFields, RegisterName } from '@obolus/contract/registers/register';
import { digitsOf } from '@obolus/core/tariff/schedule';
import { text } from '../queries/figures.ts';
import { fold } from './fold.ts';

/** From a day until another, both included; until a later one begins where the last day is empty. */
export interface Period {
  readonly from: string;
  readonly to: string;
}

/** When rates of duty hold, by what they are for. */
export type Periods = ReadonlyMap<string, readonly Period[]>;

const heldFor = ({ measure = '', code = '', origin = '', preference = '' }: EntryFields): string =>
  [measure, digitsOf(code), origin, preference].map(fold).join('|');

/** Periods of the rates that are there for what these are for, and of these themselves; none for other registers. */
export async function readPeriods(
  manager: EntityManager,
  register: RegisterName,
  rates: readonly EntryFields[],
): Promise<Periods> {
  if (register !== 'tariff' || rates.length === 0) return new Map();
  const rows: Record<string, string | null>[] = await manager.query(
    `SELECT measure, code, origin, IF(preference, 'yes', '') AS preference, from_day AS \`from\`, COALESCE(to_day, '') AS \`to\` FROM tariff_rate WHERE digits IN (?)`,
    [[...new Set(rates.map(({ code = '' }) => digitsOf(code)))]],
  );
  const kept = rows.map((row): EntryFields =>
    Object.fromEntries(Object.entries(row).map(([name, value]) => [name, text(value)])),
  );
  // What is there and is said anew counts as it is said.
  const byStart = new Map<string, Map<string, Period>>();
  for (const rate of [...kept, ...rates]) {
    const { from = '', to = '' } = rate;
    const of = byStart.get(heldFor(rate)) ?? new Map<string, Period>();
    byStart.set(heldFor(rate), of.set(from, { from, to }));
  }
  return new Map([...byStart].map(([key, of]) => [key, [...of.values()]]));
}

/**
 * Another rate for the same whose days cross those of this one: each begins while the other holds, so that nobody knows which was meant. One that
 * lies within another's days is an exception from it, and one without a last day ends where the next begins (accounting.md, Duty: the latest start).
 */
export function crossing(
  periods: Periods,
  rate: EntryFields,
): { readonly with: Period; readonly at: 'from' | 'to' } | undefined {
  const { from = '', to = '' } = rate;
  const goesOnAfter = (one: Period, day: string) => one.to === '' || one.to > day;
  for (const other of periods.get(heldFor(rate)) ?? []) {
    if (other.from < from && other.to !== '' && from <= other.to && goesOnAfter({ from, to }, other.to))
      return { with: other, at: 'from' };
    if (from < other.from && to !== '' && other.from <= to && goesOnAfter(other, to)) return { with: other, at: 'to' };
  }
  return undefined;
}
