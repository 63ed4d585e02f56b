import { shareCharge, type Target } from '@obolus/core/charges/basis';
import { estimateReplaced } from '@obolus/core/charges/estimate';
import { base, formatAmount, quantity, QUANTITY_PLACES, unitCost } from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { decimalOrThrow, parseDecimal } from '@obolus/core/exact/decimal';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { Basis } from './sheet.ts';

/** What of a received line a share rests on: decimals in the stock unit and in base currency. */
export type SharedOn = Pick<LandedGoods, 'line' | 'received' | 'goods' | 'estimates' | 'carried'> & {
  readonly item: Pick<LandedGoods['item'], 'id' | 'weight' | 'volume'>;
};

/** A charge as it is to be shared: what of it is shared, its basis, and the shares typed by hand, by line. */
export interface AskedShares {
  readonly amount: string;
  readonly basis: Basis;
  readonly fixed: Readonly<Record<string, string>>;
  /** Kilograms that a cubic metre counts for, by chargeable weight. */
  readonly density?: string | undefined;
  /** By value and freight, what carries the goods beside it. */
  readonly beside?: Beside | undefined;
}

/** Charges of a sheet that carry its goods to the border, as a charge of this kind sees them that is shared by value and freight. */
export interface Beside {
  readonly kind: string;
  readonly charges: readonly (AskedShares & Landing)[];
  /** Further bills of these kinds are to come. */
  readonly more: boolean;
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

  constructor(
    private readonly lines: readonly SharedOn[],
    private readonly currency: string,
  ) {
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

  share({ amount, basis, fixed, density, beside }: AskedShares): ColumnShares {
    const byHand = new Map<string, bigint>();
    for (const { line } of this.targets) {
      const typed = fixed[line.id];
      if (!typed) continue;
      const parsed = parseDecimal(typed, this.places);
      if (!parsed.ok) return { ok: false, reason: 'not_a_number' };
      byHand.set(line.id, parsed.scaled);
    }
    const shared = parseDecimal(amount, this.places);
    const weighed = density ? parseDecimal(density, QUANTITY_PLACES) : undefined;
    if (!shared.ok || weighed?.ok === false) return { ok: false, reason: 'not_a_number' };
    const by = { basis, density: weighed && quantity(weighed.scaled) };
    const column = shareCharge(shared.scaled, by, beside ? this.carriedBy(beside) : this.targets, byHand, '');
    return column.ok ? columnOf(column.shares) : { ok: false, reason: column.refusal.reason };
  }

  /** The lines with what carries each of them: what stands with it of other kinds, and what these charges put on it. */
  private carriedBy({ kind, charges, more }: Beside): Target[] {
    const columns = charges.map((charge) => this.share(charge));
    const onto = ontoGoods(columns, charges, this.lines, more, this.currency);
    return this.targets.map((target, at) => {
      const stands = (this.lines[at]?.carried ?? []).filter((carried) => carried.kind !== kind);
      const before = stands.reduce((sum, { amount }) => sum + decimalOrThrow(amount, this.places), 0n);
      return { ...target, carried: onto.reduce<bigint>((sum, amounts) => sum + (amounts?.[at] ?? 0n), before) };
    });
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

/** A charge as the goods see it. */
export interface Landing {
  readonly kind: string;
  /** Whether what it is more or less than estimated is kept out of the goods. */
  readonly isKeptOut: boolean;
}

/** What each charge does to what each line is worth, in minor units, in the lines' order. */
export type OntoGoods = readonly (BigInt64Array | undefined)[];

/**
 * What the goods bear of each column: its shares, less what of their estimate these take the place of, and less what goes to variance, as
 * posting will have it. Charges of one kind use its estimate up one after the other.
 */
export function ontoGoods(
  columns: readonly (ColumnShares | undefined)[],
  charges: readonly Landing[],
  lines: readonly Pick<LandedGoods, 'estimates'>[],
  more: boolean,
  currency: string,
): OntoGoods {
  const left = new Map<string, bigint>();
  const estimated = new Set<string>();
  lines.forEach(({ estimates }, at) =>
    estimates.forEach(({ kind, left: amount }) => {
      estimated.add(kind);
      left.set(`${at} ${kind}`, decimalOrThrow(amount, decimalsOf(currency)));
    }),
  );
  return columns.map((column, position) => {
    const charge = charges[position];
    if (!column?.ok || !charge) return undefined;
    if (!estimated.has(charge.kind)) return column.amounts;
    return column.amounts.map((share, at) => {
      const key = `${at} ${charge.kind}`;
      const before = left.get(key);
      if (before === undefined) return share;
      const replaced = estimateReplaced(share, before, more);
      left.set(key, before - replaced);
      return charge.isKeptOut ? 0n : share - replaced;
    });
  });
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
  { value, received }: Pick<LandedGoods, 'value' | 'received'>,
  at: number,
  columns: readonly (ColumnShares | undefined)[],
  onto: OntoGoods,
  currency: string,
): LandedLine {
  const [before, units] = [base(decimalOrThrow(value, decimalsOf(currency))), scaledQuantity(received)];
  const shares = columns.map((column) => (column?.ok ? column.amounts[at] : undefined));
  const after = base(onto.reduce<bigint>((sum, amounts) => sum + (amounts?.[at] ?? 0n), before));
  return {
    shares: shares.map((share) => (share === undefined ? '' : formatAmount(share, currency))),
    landed: formatAmount(after, currency),
    before: unitCost(before, units, currency),
    after: unitCost(after, units, currency),
  };
}
