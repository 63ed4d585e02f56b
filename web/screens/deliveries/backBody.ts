import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { LineToGiveBack } from '@obolus/contract/views/documents';
import { compareFigures, difference } from '../../parts/exact.ts';
import { type LotPart, lotsToSend } from '../../lots/lots.ts';

/** What comes back of a delivered line, and what the customer is credited for one that was invoiced. */
export interface Back {
  readonly quantity: string;
  readonly price: string;
  readonly lots: readonly LotPart[];
}

export interface BackBody {
  readonly customer: string;
  readonly date: string;
  readonly warehouse: string;
  readonly back: Readonly<Record<string, Back>>;
}

/** The price of the last invoice is proposed. */
export const nothingBack = ({ price }: LineToGiveBack): Back => ({ quantity: '', price, lots: [] });

/** What of a quantity was invoiced, and so is credited: what was not comes back first. */
export function creditedOf({ left, invoiced }: LineToGiveBack, quantity: string): string {
  const uninvoiced = difference(left, invoiced) ?? '0';
  const credited = difference(quantity || '0', uninvoiced) ?? '0';
  return compareFigures(credited, '0') > 0 ? credited : '0';
}

/** The document that stands for what was typed; undefined while nothing comes back. */
export function backOf(
  { back, ...header }: BackBody,
  lines: readonly LineToGiveBack[],
): BodyOf<'customer-return'> | undefined {
  const sent = lines.flatMap((line) => {
    const said = back[line.line];
    if (said === undefined || said.quantity === '') return [];
    const lots = lotsToSend(line.item.tracking, said.lots, said.quantity);
    return [{ of: line.line, quantity: said.quantity, price: said.price || '0', ...lots }];
  });
  return sent.length === 0 ? undefined : { ...header, lines: sent };
}
