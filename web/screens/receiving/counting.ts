import type { AdviceView } from '@obolus/contract/views/receiving';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { asGtin, type Scanned } from '@obolus/core/scanning/gs1';
import { amountInStock, compareFigures, difference, sumOfQuantities } from '../../parts/exact.ts';
import { type LotPart, lotsToSend } from '../../lots/lots.ts';
import { say } from '../../locale/say.ts';

/** What is seldom said of a line that came. */
export interface FurtherOfLine {
  readonly origin?: string;
  readonly preference?: boolean;
  /** Another price than the order's, and why. */
  readonly price?: string;
  readonly reason?: string;
}

export type HeldRow = NonNullable<BodyOf<'receipt'>['held']>[number];

/** A delivery as it is counted: by order line; a line without a quantity is not received. */
export interface Counted {
  readonly quantities: Readonly<Record<string, string>>;
  /** The pack that is counted; the stock unit where none is named. */
  readonly units: Readonly<Record<string, string>>;
  readonly lots: Readonly<Record<string, readonly LotPart[]>>;
  /** Lines of which no more comes. */
  readonly last: Readonly<Record<string, boolean>>;
  readonly held: readonly HeldRow[];
  readonly further: Readonly<Record<string, FurtherOfLine>>;
}

export const NOTHING_COUNTED: Counted = { quantities: {}, units: {}, lots: {}, last: {}, held: [], further: {} };

/** What came of a line, in stock units; undefined while that cannot be read. */
export function cameOf(line: OpenOrderLine, { quantities, units }: Counted): string | undefined {
  const quantity = quantities[line.line] ?? '';
  if (quantity === '') return '0';
  const size = line.item.packs.find((pack) => pack.unit === units[line.line])?.size ?? '1';
  return amountInStock(quantity, size);
}

/** The receipt's lines and what is held, as they are sent. */
export function toSend(lines: readonly OpenOrderLine[], counted: Counted): Pick<BodyOf<'receipt'>, 'lines' | 'held'> {
  const { quantities, units, lots, last, held, further } = counted;
  return {
    lines: lines.flatMap((line) => {
      const quantity = quantities[line.line] ?? '';
      if (quantity === '') return [];
      const named = lotsToSend(line.item.tracking, lots[line.line], cameOf(line, counted) ?? quantity);
      const unit = units[line.line] ?? '';
      return [
        {
          of: line.line,
          quantity,
          ...(unit === '' ? {} : { unit }),
          ...named,
          ...(last[line.line] ? { last: true } : {}),
          ...said(further[line.line]),
        },
      ];
    }),
    held: held.filter((row) => row.quantity !== '' || row.what !== '' || row.reason !== ''),
  };
}

const said = ({ origin, preference, price, reason }: FurtherOfLine = {}): FurtherOfLine => ({
  ...(origin ? { origin } : {}),
  ...(preference ? { preference } : {}),
  ...(price ? { price, reason: reason ?? '' } : {}),
});

/** What a vendor announced, as if it had been counted: by line, with lots and serial numbers. Lines that nobody knows are left out. */
export function fromAdvice(
  lines: readonly OpenOrderLine[],
  advice: AdviceView,
): Pick<Counted, 'quantities' | 'units' | 'lots'> {
  const known = new Map(lines.filter((line) => line.barred === '').map((line) => [line.line as string, line]));
  const quantities: Record<string, string> = {};
  const lots: Record<string, LotPart[]> = {};
  for (const { of, quantity, lot, expires } of advice.lines) {
    const line = known.get(of ?? '');
    if (!line) continue;
    quantities[line.line] = sumOfQuantities([quantities[line.line] ?? '0', quantity]);
    if (lot !== '' && line.item.tracking !== 'none')
      lots[line.line] = [...(lots[line.line] ?? []), { lot, quantity, ...(expires === '' ? {} : { expires }) }];
  }
  return { quantities, units: {}, lots };
}

export interface ScanResult {
  readonly counted: Counted;
  readonly says: string;
  /** The line that was counted. */
  readonly line?: string;
}

/**
 * Counts what was scanned on the line that waits for it: of several, on the first that is not full yet, by the day it is due;
 * where all are full, on the last. Undefined where no line here waits for such goods.
 */
export function count(lines: readonly OpenOrderLine[], counted: Counted, scanned: Scanned): ScanResult | undefined {
  const wanted = lines.filter(
    (line) =>
      line.barred === '' &&
      (scanned.order === undefined || line.order.number === scanned.order) &&
      unitOf(line, scanned) !== undefined,
  );
  // Who counts blind does not know what is full.
  const line =
    wanted.find((entry) => entry.open === '' || compareFigures(cameOf(entry, counted) ?? '0', entry.open) < 0) ??
    wanted.at(-1);
  if (!line) return undefined;
  const known = counted.lots[line.line] ?? [];
  const named =
    line.item.tracking === 'serial'
      ? (scanned.serial ?? scanned.lot)
      : line.item.tracking === 'lot'
        ? scanned.lot
        : undefined;
  const label = `${line.item.name}, ${line.order.number}`;
  if (line.item.tracking === 'serial' && known.some(({ lot }) => lot === named))
    return { counted, line: line.line, says: say('receiving.counted_already', { named: named ?? '', label }) };
  const each =
    scanned.weight !== undefined && line.item.unit === 'kg'
      ? scanned.weight
      : (amountInStock(scanned.count ?? '1', unitOf(line, scanned) ?? '1') ?? '1');
  const quantity = sumOfQuantities([cameOf(line, counted) ?? '0', each]);
  return {
    counted: {
      ...counted,
      quantities: { ...counted.quantities, [line.line]: quantity },
      units: { ...counted.units, [line.line]: '' },
      lots:
        named === undefined
          ? counted.lots
          : { ...counted.lots, [line.line]: withLot(known, named, each, scanned.expires) },
    },
    line: line.line,
    says: `${label}: ${quantity} ${line.item.unit}`,
  };
}

/** How many stock units a scanned code stands for on a line; undefined where the code is of other goods. */
function unitOf({ item }: OpenOrderLine, { code }: Scanned): string | undefined {
  if (code.toLowerCase() === item.number.toLowerCase()) return '1';
  const known = item.codes.find((entry) => asGtin(entry.code) === code);
  if (!known) return undefined;
  return known.unit === '' ? '1' : item.packs.find((pack) => pack.unit === known.unit)?.size;
}

function withLot(parts: readonly LotPart[], lot: string, quantity: string, expires: string | undefined): LotPart[] {
  const named = parts.filter((part) => part.lot !== '');
  const at = named.findIndex((part) => part.lot === lot);
  if (at < 0) return [...named, { lot, quantity, ...(expires === undefined ? {} : { expires }) }];
  return named.map((part, position) =>
    position === at ? { ...part, quantity: sumOfQuantities([part.quantity, quantity]) } : part,
  );
}

/** How what came differs from what was still due, and whether that is allowed: nothing where it agrees or nothing came. */
export function gapOf(
  line: OpenOrderLine,
  counted: Counted,
): { gap: string; allowed: string; within: boolean; short: boolean } | undefined {
  const came = cameOf(line, counted);
  if (came === undefined || line.open === '' || (counted.quantities[line.line] ?? '') === '') return undefined;
  const short = compareFigures(came, line.open) < 0;
  const gap = (short ? difference(line.open, came) : difference(came, line.open)) ?? '0';
  if (compareFigures(gap, '0') === 0) return undefined;
  const allowed = short ? line.mayBeShort : line.mayBeOver;
  return { gap, allowed, short, within: compareFigures(gap, allowed) <= 0 };
}

/** Whether a line is what somebody looks for: by its order, vendor, item, or a code on the goods. */
export function isMeant(line: OpenOrderLine, find: string, scanned: Scanned | undefined): boolean {
  const wanted = find.trim().toLowerCase();
  const named =
    `${line.order.number} ${line.vendor.name} ${line.item.number} ${line.item.name} ${line.shipment}`.toLowerCase();
  return (
    named.includes(wanted) ||
    (scanned !== undefined && (line.order.number === scanned.order || unitOf(line, scanned) !== undefined))
  );
}
