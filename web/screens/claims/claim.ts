import type { ChargedEntry } from '@obolus/contract/views/tariff';
import { difference, isNegative, isZero, sumOf } from '../../parts/exact.ts';
import type { Body as Sheet } from '../landing/sheet.ts';
import type { BillBody } from '../bench/billBody.ts';

/** What an entry was charged in all, what the schedule has for as much of it as can be calculated, and what of that is too much. */
export interface Totals {
  readonly charged: string;
  readonly calculated: string;
  /** Charged beyond what was calculated, line by line: what was charged too little elsewhere is no part of it. */
  readonly over: string;
  readonly importTax: string;
}

export function totalsOf({ lines, charged }: ChargedEntry, currency: string): Totals {
  const calculatedOf = (at: number) => charged.find(({ line }) => line === at)?.calculated;
  const gaps = lines.map(({ duty }, at) => difference(duty || '0', calculatedOf(at) ?? (duty || '0')) ?? '0');
  return {
    charged: sumOf(
      lines.map(({ duty }) => duty),
      currency,
    ),
    calculated: sumOf(
      lines.map(({ duty }, at) => calculatedOf(at) ?? duty),
      currency,
    ),
    over: sumOf(
      gaps.filter((gap) => !isNegative(gap)),
      currency,
    ),
    importTax: sumOf(
      lines.map(({ importTax }) => importTax),
      currency,
    ),
  };
}

/**
 * The broker's bill for an entry. Where that carries the debt, what the broker paid to customs; else the duty onto the goods in proportion to what the schedule has for each, import tax to input tax, never into cost;
 * where it is claimed back, what was charged too much is disputed and only the rest goes onto the goods.
 */
export function brokersBill(
  entry: ChargedEntry,
  id: string,
  vendor: { readonly id: string; readonly currency: string },
  {
    currency,
    today,
    reason,
  }: {
    readonly currency: string;
    readonly today: string;
    /** Why something is claimed back; nothing for nothing. */ readonly reason: string | undefined;
  },
): BillBody {
  const totals = totalsOf(entry, currency);
  const isClaimed = reason !== undefined && !isZero(totals.over);
  const duty = isClaimed ? sumOf([difference(totals.charged, totals.over)], currency) : totals.charged;
  const lines = entry.lines.flatMap(({ goods }) => goods.map(({ line }) => line));
  // Figures of the entry are in base currency.
  const amount = (figure: string) => (vendor.currency === currency ? figure : '');
  return {
    vendor: vendor.id,
    terms: '',
    reference: '',
    date: today,
    currency: vendor.currency,
    billed: {},
    further: entry.debt
      ? [{ what: 'disbursement', about: entry.reference, amount: amount(entry.debt.open), entry: id }]
      : [
          ...(isZero(duty) ? [] : [{ what: 'duty', about: entry.reference, amount: amount(duty) }]),
          ...(isZero(totals.importTax)
            ? []
            : [{ what: 'tax-reclaimed', about: entry.reference, amount: amount(totals.importTax) }]),
        ],
    disputed: isClaimed
      ? [{ said: entry.reference, amount: amount(totals.over), decision: 'credit', reason: reason.slice(0, 200) }]
      : [],
    basisOf: { duty: 'duty' },
    onto: { what: 'goods', title: entry.reference, lines, entry: id },
  };
}

/** The sheet that puts what an entry owes onto the goods that it declares: duty as the schedule has it for each, the rest by value. */
export const ontoGoods = ({ lines, charges }: ChargedEntry, id: string, today: string): Sheet => ({
  date: today,
  entry: id,
  to: lines.flatMap(({ goods }) => goods.map(({ line }) => line)),
  charges: charges
    .filter(({ left }) => !isZero(left))
    .map(({ line, kind }) => ({ of: line, basis: kind === 'duty' ? 'duty' : 'value', fixed: {} })),
});
