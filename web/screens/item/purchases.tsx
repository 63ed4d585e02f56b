import type { ReactNode } from 'react';
import type { ListRow } from '@obolus/contract/listState';
import { isNegative } from '../../parts/exact.ts';
import { showFigure, showPrice } from '../../locale/figures.ts';

/** Prices as they are read: to two decimals or as many as there are; a change as more or less. */
export const SHOWN_OF_PURCHASES: Readonly<Record<string, (row: ListRow) => ReactNode>> = {
  price: ({ cells }) => cells.price && showPrice(cells.price),
  unit: ({ cells }) => <span className="dim">{cells.unit}</span>,
  currency: ({ cells }) => <span className="dim">{cells.currency}</span>,
  unit_price: ({ cells }) => cells.unit_price && showPrice(cells.unit_price),
  before: ({ cells }) => cells.before && <span className="dim">{showPrice(cells.before)}</span>,
  change: ({ cells: { change = '' } }) =>
    change &&
    (isNegative(change) ? (
      <span className="signal short">▼ {showFigure(change.slice(1), 1)}</span>
    ) : (
      <span className="signal over">▲ {showFigure(change, 1)}</span>
    )),
};
