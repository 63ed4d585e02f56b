import type { LineId } from '../costing/pool.ts';
import type { Day } from '../exact/calendar.ts';
import { textOf } from '../reading/fields.ts';
import type { Books } from '../state/books.ts';
import { cited, linesOf, type Reading } from '../state/caseStep.ts';
import { checkCitedOnce, checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { kind } from '../state/kind.ts';
import { shipmentOf } from '../state/purchasing.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { change } from '../state/writing.ts';

export interface ShipmentGoodsCommand {
  readonly kind: 'shipment-goods';
  readonly date: Day;
  /** The shipment on which the goods came; empty where they came on none after all. */
  readonly shipment: string;
  readonly lines: readonly { readonly of: LineId }[];
}

/**
 * Received goods are said to have come on another shipment than their receipt says, or on one where it says none. Nothing of value
 * moves, and nothing is posted: what is estimated, billed and allocated with them counts for the shipment that they are on.
 */
export function decideShipmentGoods(books: Books, command: ShipmentGoodsCommand): Decision<ShipmentGoodsCommand> {
  const shipment = command.shipment.trim();
  const days = command.lines.flatMap(({ of }) => books.receiptLines.get(of)?.date ?? []);
  const refusals: Refusal[] = [...checkDate(books, command.date, days), ...checkCitedOnce(command.lines, '/lines')];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach(({ of }, position) => {
    const line = books.receiptLines.get(of);
    const at = `/lines/${position}`;
    if (!line) refusals.push(refusal('line_unknown', at, { line: of }));
    else if (line.pool === undefined) refusals.push(refusal('not_stock', at));
    else if (shipmentOf(line) === shipment) refusals.push(refusal('on_shipment_already', at));
  });
  if (refusals.length > 0) return refused(refusals);
  const cites = command.lines.map(({ of }) => of);
  return post(books, { document: { ...command, shipment }, date: command.date, cites, postsNothing: true });
}

const shipmentGoodsStep = ({ step, numbers, date }: Reading): ShipmentGoodsCommand => ({
  kind: 'shipment-goods',
  date,
  shipment: textOf(step, 'shipment'),
  lines: linesOf(step, ['of']).map((line) => ({ of: cited(textOf(line, 'of'), numbers) })),
});

export const shipmentGoods = kind({
  name: 'shipment-goods',
  decide: decideShipmentGoods,
  record: (next, { shipment, lines }, number) =>
    lines.forEach(({ of }) =>
      change(next.receiptLines, of, (line) => ({
        ...line,
        shipments: [...line.shipments, { line: `${number}/0`, shipment }],
      })),
    ),
  verbs: { 'shipment-goods': { keys: ['shipment', 'lines'], read: shipmentGoodsStep } },
});
