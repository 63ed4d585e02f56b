import type { UnbilledEstimate } from '@obolus/contract/views/shipments';
import { sumOf } from '../../parts/exact.ts';
import type { BillBody } from '../bench/billBody.ts';

/** What estimates belong to together: of a kind with a shipment, or with a receipt that came under none. */
export const idOf = ({ kind, vendor, shipment, receipts }: UnbilledEstimate): string =>
  [kind, vendor?.id ?? '', shipment || (receipts[0]?.id ?? '')].join('|');

/** By what goods are called: their shipment, else their receipts. */
export const goodsOf = ({ shipment, receipts }: UnbilledEstimate): string =>
  shipment || receipts.map(({ number }) => number).join(', ');

/** The vendor whose bill all of them await; undefined where that is nobody, or several. */
export function awaitedOf(estimates: readonly UnbilledEstimate[]): UnbilledEstimate['vendor'] | undefined {
  const [first, ...others] = new Map(
    estimates.flatMap(({ vendor }) => (vendor ? [[vendor.id, vendor] as const] : [])),
  ).values();
  return others.length === 0 ? first : undefined;
}

/**
 * The bill that is drafted for estimates: each kind once, at what was typed, else at what is left of the estimate where the vendor bills in
 * base currency; put onto just the goods that were estimated with it.
 */
export function billFor(
  estimates: readonly UnbilledEstimate[],
  vendor: { readonly id: string; readonly currency: string },
  typed: Readonly<Record<string, string>>,
  { currency, today }: { readonly currency: string; readonly today: string },
): BillBody {
  const kinds = [...new Set(estimates.map(({ kind }) => kind))];
  const of = (kind: string) => estimates.filter((estimate) => estimate.kind === kind);
  const linesOf = (some: readonly UnbilledEstimate[]) => [...new Set(some.flatMap(({ lines }) => lines))];
  const isBase = vendor.currency === currency;
  const lines = linesOf(estimates);
  const only = Object.fromEntries(
    kinds.flatMap((kind) => (linesOf(of(kind)).length < lines.length ? [[kind, linesOf(of(kind))]] : [])),
  );
  return {
    vendor: vendor.id,
    terms: '',
    reference: '',
    date: today,
    currency: vendor.currency,
    billed: {},
    further: kinds.map((what) => ({
      what,
      about: [...new Set(of(what).map(goodsOf))].join(', ').slice(0, 60),
      amount: isBase
        ? sumOf(
            of(what).map((estimate) => typed[idOf(estimate)] || estimate.left),
            currency,
          )
        : '',
    })),
    disputed: [],
    onto: {
      what: 'goods',
      title: [...new Set(estimates.map(goodsOf))].join(', ').slice(0, 120),
      lines,
      ...(Object.keys(only).length > 0 ? { only } : {}),
    },
  };
}
