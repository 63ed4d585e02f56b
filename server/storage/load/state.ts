import type { Layer, PoolState } from '@obolus/core/costing/pool';
import { baseOf, priceOf, quantityOf, text, type Row } from './rows.ts';

/** The layers of a state that was kept on the way, as one text: they are read and written only together. */
export const layersText = (layers: readonly Layer[]): string =>
  JSON.stringify(
    layers.map(({ of, part, lot, quantity, value }) => [of, part, lot, quantity.toString(), value.toString()]),
  );

export function readState(row: Row): PoolState {
  const layers = JSON.parse(text(row.layers)) as [string, string, string, string, string][];
  return {
    quantity: quantityOf(row.quantity),
    value: baseOf(row.value),
    standard: row.standard == null ? undefined : priceOf(row.standard),
    layers: layers.map(([of, part, lot, quantity, value]) => ({
      of,
      part,
      lot,
      quantity: quantityOf(quantity),
      value: baseOf(value),
    })),
  };
}
