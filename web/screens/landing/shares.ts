import { shareCharge, type Target } from '@obolus/core/charges/basis';
import { base, formatAmount, quantity, QUANTITY_PLACES, unitCost } from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { decimalOrThrow, parseDecimal } from '@obolus/core/exact/decimal';
import type { PreviewReply } from '@obolus/contract/commands';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import type { Body } from './sheet.ts';

export type ColumnShares = { ok: true; shares: string[] } | { ok: false };

const scaledQuantity = (text: string) => quantity(decimalOrThrow(text, QUANTITY_PLACES));

/** The shares of one charge over the chosen lines, by the core's own sharing out: what posting will do, at once. */
export function sharesOf(
  charge: OpenCharge,
  chosen: Body['charges'][number],
  lines: readonly ReceivedLine[],
  currency: string,
): ColumnShares {
  const minor = (text: string) => decimalOrThrow(text, decimalsOf(currency));
  const targets: Target[] = lines.map((line) => ({
    line: {
      id: line.line,
      item: line.item.id,
      quantity: scaledQuantity(line.received),
      goods: base(minor(line.goods)),
    },
    item: {
      weight: line.item.weight === null ? undefined : scaledQuantity(line.item.weight),
      volume: line.item.volume === null ? undefined : scaledQuantity(line.item.volume),
    },
  }));
  const fixed = new Map<string, bigint>();
  for (const line of lines) {
    const typed = chosen.fixed[line.line];
    if (!typed) continue;
    const parsed = parseDecimal(typed, decimalsOf(currency));
    if (!parsed.ok) return { ok: false };
    fixed.set(line.line, parsed.scaled);
  }
  const shared = shareCharge(minor(charge.left), chosen.basis, targets, fixed, '');
  return shared.ok ? { ok: true, shares: shared.shares.map((share) => formatAmount(share, currency)) } : { ok: false };
}

/** The shares that the server worked out, while they are those of these lines. */
export function workedShares(
  worked: PreviewReply['shares'],
  charge: string,
  lines: readonly ReceivedLine[],
): ColumnShares {
  const shares = worked.find((shared) => shared.charge === charge)?.amounts;
  return shares?.length === lines.length ? { ok: true, shares: [...shares] } : { ok: false };
}

/** What one unit of a received line costs, to four decimals. */
export function lineUnitCost(value: string, received: string, currency: string): string | undefined {
  return unitCost(base(decimalOrThrow(value, decimalsOf(currency))), scaledQuantity(received), currency);
}
