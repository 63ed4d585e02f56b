import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { OpenOrderLine, OrderView } from '@obolus/contract/views/orders';
import { formatQuantity, ONE_UNIT, quantity, quantityOrThrow } from '@obolus/core/exact/amounts';
import type { ShipmentView } from '@obolus/contract/views/shipments';
import { difference, isNegative, isZero } from '../../parts/exact.ts';
import { asOrdered, type OrderLine } from '../orders/orderLine.ts';

/** What of a line is still to come, in the unit in which it was ordered: what a shipment can hold of it at most. */
export const openIn = ({ open, per }: Pick<OpenOrderLine, 'open' | 'per'>): string =>
  formatQuantity(quantity((quantityOrThrow(open) * ONE_UNIT) / quantityOrThrow(per)));

/** Lines that may join a shipment: goods still to come that are not on it, narrowed by what was typed. */
export function joinable(lines: readonly OpenOrderLine[], shipment: string, typed: string): OpenOrderLine[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return lines.filter((line) => {
    const about = [line.vendor.name, line.order.number, line.item.number, line.item.name, line.shipment];
    const text = about.join(' ').toLowerCase();
    const isGoods = line.item.number !== '';
    return isGoods && line.shipment !== shipment && words.every((word) => text.includes(word));
  });
}

/** Received goods that may join a shipment: all that came from a vendor and is not on it. */
export const joinableReceived = (lines: readonly LandedGoods[], shipment: string): LandedGoods[] =>
  lines.filter(({ how, receipt }) => how === 'received' && receipt.shipment !== shipment);

/** Whether a shipment takes just so much of a line: more than nothing, and no more than is open. */
export function fits(typed: string, line: OpenOrderLine): boolean {
  const left = difference(openIn(line), typed);
  return left !== undefined && !isNegative(left) && !isZero(typed) && !isNegative(typed);
}

/**
 * The version of an order in which lines are on a shipment: all of a line, or a part of it, which then stands on a line of its own with what is expected
 * with it by the unit; what is expected with a line as a whole stays where it is.
 * @param taken by line, in the unit in which it was ordered
 */
export function changeFor(
  order: OrderView,
  open: readonly OpenOrderLine[],
  taken: Readonly<Record<string, string>>,
  about: { readonly shipment: string; readonly date: string; readonly reason: string },
): BodyOf<'order-change'> {
  const { shipment, date, reason } = about;
  const lines = order.lines.flatMap((line): OrderLine[] => {
    const asked = taken[line.line];
    const known = open.find((one) => one.line === line.line);
    if (asked === undefined || !known) return [];
    const ordered = asOrdered(line);
    const stays = difference(openIn(known), asked) ?? '0';
    if (isZero(stays)) return [{ ...ordered, shipment }];
    const estimates = (ordered.estimates ?? []).filter(({ by }) => by !== 'flat');
    return [
      { ...ordered, quantity: difference(ordered.quantity, asked) ?? ordered.quantity },
      { ...ordered, of: '', item: line.item?.id ?? '', quantity: asked, estimates, shipment },
    ];
  });
  return { of: order.id, seen: order.version, date: date < order.date ? order.date : date, reason, lines };
}

/** The version of an order in which its lines bear what is expected of their shipment as a whole as it was shared anew. */
export function anewFor(
  order: OrderView,
  anew: ShipmentView['anew'],
  { date, reason }: { readonly date: string; readonly reason: string },
): BodyOf<'order-change'> {
  const lines = order.lines.flatMap((line): OrderLine[] => {
    const own = anew.filter((one) => one.line === line.line);
    if (own.length === 0) return [];
    const ordered = asOrdered(line);
    const others = (ordered.estimates ?? []).filter(({ kind }) => !own.some((one) => one.kind === kind));
    const shared = own.flatMap(({ kind, rule, anew: figure }) =>
      isZero(figure) ? [] : [{ kind: kind as 'freight', by: 'flat' as const, figure, rule }],
    );
    return [{ ...ordered, estimates: [...others, ...shared] }];
  });
  return { of: order.id, seen: order.version, date: date < order.date ? order.date : date, reason, lines };
}
