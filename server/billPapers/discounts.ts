import { QUANTITY_PLACES } from '@obolus/core/exact/amounts';
import { daysBetween } from '@obolus/core/exact/calendar';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { textAt, type XmlNode } from '../papers/readXml.ts';

/** A discount for paying early, as a paper states it: within so many days of it, or until a day. */
export interface StatedDiscount {
  readonly percent: string;
  readonly days: string;
  readonly until: string;
}

/** So many percent less, with as many decimals as quantities have, for who pays within so many days of the bill. */
export interface PaperDiscount {
  readonly percent: bigint;
  /** Undefined where it cannot be read. */
  readonly days: number | undefined;
}

/** How many days an element says, where it counts days. */
export function daysIn(node: XmlNode | undefined): string {
  const unit = typeof node === 'object' ? node['@unitCode'] : undefined;
  return unit === undefined || unit === 'DAY' ? textAt(node) : '';
}

/** Terms in words that are written to be read (XRechnung 3.0, BT-20): #SKONTO#TAGE=14#PROZENT=2.00#. */
const WRITTEN = /#SKONTO#TAGE=(\d{1,3})#PROZENT=(\d{1,2}(?:\.\d{1,4})?)#/g;

export const discountsWrittenIn = (notes: readonly string[]): StatedDiscount[] =>
  notes.flatMap((note) =>
    [...note.matchAll(WRITTEN)].map(([, days = '', percent = '']) => ({ percent, days, until: '' })),
  );

/** What can be read of a discount of a paper of a day; undefined for what takes nothing off. */
export function discountIn(
  { percent, days, until }: StatedDiscount,
  date: string,
  untilDay: string,
): PaperDiscount | undefined {
  const part = parseDecimal(percent, QUANTITY_PLACES);
  if (!part.ok || part.scaled <= 0n) return undefined;
  if (until === '')
    return { percent: part.scaled, days: /^\d{1,4}$/.test(days) ? Number.parseInt(days, 10) : undefined };
  return { percent: part.scaled, days: date === '' || untilDay === '' ? undefined : daysBetween(date, untilDay) };
}
