import { shareCharge, type Target } from '@obolus/core/charges/basis';
import { base, formatAmount, quantity, QUANTITY_PLACES, unitCost } from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { decimalOrThrow, parseDecimal } from '@obolus/core/exact/decimal';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import type { Basis } from './sheet.ts';

/** What of a received line a share rests on: decimals in the stock unit and in base currency. */
export type SharedOn = Pick<ReceivedLine, 'line' | 'received' | 'goods'> & {
  readonly item: Pick<ReceivedLine['item'], 'id' | 'weight' | 'volume'>;
};

/** A charge as it is to be shared: what is left of it, its basis, and the shares typed by hand, by line. */
export interface AskedShares {
  readonly left: string;
  readonly basis: Basis;
  readonly fixed: Readonly<Record<string, string>>;
}

/** The share of each line in minor units of base currency, in the lines' order; or why there are none. */
export type ColumnShares =
  | { readonly ok: true; readonly amounts: BigInt64Array; readonly total: bigint }
  | { readonly ok: false; readonly reason: string };

const scaledQuantity = (text: string) => quantity(decimalOrThrow(text, QUANTITY_PLACES));

/** Received lines, read once, over which charges are shared by the core's own sharing out: what posting will do. */
export class SharedLines {
  private readonly targets: readonly Target[];
  private readonly places: number;

  constructor(lines: readonly SharedOn[], currency: string) {
    this.places = decimalsOf(currency);
    this.targets = lines.map(({ line, received, goods, item }) => ({
      line: {
        id: line,
        item: item.id,
        quantity: scaledQuantity(received),
        goods: base(decimalOrThrow(goods, this.places)),
      },
      item: {
        weight: item.weight === null ? undefined : scaledQuantity(item.weight),
        volume: item.volume === null ? undefined : scaledQuantity(item.volume),
      },
    }));
  }

  share({ left, basis, fixed }: AskedShares): ColumnShares {
    const byHand = new Map<string, bigint>();
    for (const { line } of this.targets) {
      const typed = fixed[line.id];
      if (!typed) continue;
      const parsed = parseDecimal(typed, this.places);
      if (!parsed.ok) return { ok: false, reason: 'not_a_number' };
      byHand.set(line.id, parsed.scaled);
    }
    const shared = shareCharge(decimalOrThrow(left, this.places), basis, this.targets, byHand, '');
    return shared.ok ? columnOf(shared.shares) : { ok: false, reason: shared.refusal.reason };
  }
}

const columnOf = (shares: readonly bigint[]): ColumnShares => ({
  ok: true,
  amounts: BigInt64Array.from(shares),
  total: shares.reduce((sum, share) => sum + share, 0n),
});

/** Shares that the server calculated, while they are those of these lines: what is shared by duty needs the tariff schedule. */
export function calculatedShares(
  calculated: readonly { readonly charge: string; readonly amounts: readonly string[] }[],
  charge: string,
  count: number,
  currency: string,
): ColumnShares {
  const amounts = calculated.find((shared) => shared.charge === charge)?.amounts;
  return amounts?.length === count
    ? columnOf(amounts.map((amount) => decimalOrThrow(amount, decimalsOf(currency))))
    : { ok: false, reason: '' };
}

/** What a line comes to, and what one unit of it costs before and after the charges, to four decimals. */
export interface LandedLine {
  readonly shares: readonly string[];
  readonly landed: string;
  readonly before: string | undefined;
  readonly after: string | undefined;
}

/** A line of the sheet with what each column puts on it; a column without shares puts nothing. */
export function landedLine(
  { value, received }: Pick<ReceivedLine, 'value' | 'received'>,
  at: number,
  columns: readonly (ColumnShares | undefined)[],
  currency: string,
): LandedLine {
  const [before, units] = [base(decimalOrThrow(value, decimalsOf(currency))), scaledQuantity(received)];
  const shares = columns.map((column) => (column?.ok ? column.amounts[at] : undefined));
  const after = base(shares.reduce<bigint>((sum, share) => sum + (share ?? 0n), before));
  return {
    shares: shares.map((share) => (share === undefined ? '' : formatAmount(share, currency))),
    landed: formatAmount(after, currency),
    before: unitCost(before, units, currency),
    after: unitCost(after, units, currency),
  };
}
