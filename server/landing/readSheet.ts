import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { invariant } from '@obolus/core/exact/invariant';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { Basis } from '@obolus/core/charges/basis';
import { landedLine } from '@obolus/core/charges/landedLine';
import { documentOf, type LineId } from '@obolus/core/costing/pool';
import { formatQuantity } from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { decimalOrThrow } from '@obolus/core/exact/decimal';
import { RequestError } from '../asking/failures.ts';
import { worded } from '../asking/wording.ts';
import { loadAndDecide } from '../commands/loadAndDecide.ts';
import { type Row, text } from '../queries/figures.ts';
import { listLandedGoods } from '../queries/landedGoods.ts';

/** A landing sheet as it would be posted now. Amounts are whole minor units of base currency, quantities decimals. */
export interface Sheet {
  readonly currency: string;
  readonly places: number;
  readonly lines: readonly SheetLine[];
  readonly charges: readonly SheetCharge[];
}

export interface SheetLine {
  readonly number: string;
  readonly name: string;
  readonly receipt: string;
  readonly unit: string;
  readonly quantity: string;
  /** Of one stock unit, in kilograms and cubic metres; empty where the item does not say. */
  readonly weight: string;
  readonly volume: string;
  readonly goods: bigint;
  readonly value: bigint;
  /** What of estimates the shares take the place of, or keep out of the goods: below zero, what leaves the goods again. */
  readonly replaced: bigint;
}

export interface SheetCharge {
  readonly kind: string;
  readonly bill: string;
  readonly amount: bigint;
  readonly basis: Basis;
  /** Kilograms that a cubic metre counts for, by chargeable weight. */
  readonly density: string;
  readonly shares: readonly bigint[];
  /** Which shares are fixed by hand, and which lines it is limited to. */
  readonly fixed: readonly boolean[];
  readonly takesPart: readonly boolean[];
  /** What the schedule has for each line, where it is shared by duty. */
  readonly calculated: readonly bigint[];
  /** What carried each line to the border, where it is shared by value and freight; and which charges of the sheet are in it. */
  readonly carried: readonly bigint[];
  readonly carriedBy: readonly number[];
}

/** Decides a sheet as a preview does, and reads what its lines and charges are called. @throws RequestError where it could not be posted */
export async function readSheet(
  manager: EntityManager,
  body: BodyOf<'allocation'>,
  { user, today }: { user: string; today: string },
): Promise<Sheet> {
  const how = { locking: false, user, today, blind: false };
  const { decision, books } = await loadAndDecide(manager, 'allocation', body, how);
  if (!decision.accepted)
    throw new RequestError(
      422,
      decision.refusals.flatMap((refusal) => worded(refusal, books.names).says),
    );
  const { document } = decision.posted;
  const { currency } = books.company;
  const places = decimalsOf(currency);
  const receipts = [...new Set(document.to.map((line) => documentOf(line)))].join(',');
  const { rows } = await listLandedGoods(manager, currency, { receipts });
  const known = new Map(rows.map((row) => [row.line, row]));
  const bills = await readBills(
    manager,
    document.charges.map(({ of }) => of),
  );
  return {
    currency,
    places,
    lines: document.to.map((id, at) => ({
      ...lineOf(known.get(id), places),
      goods: landedLine(books, id)?.goods ?? 0n,
      replaced: document.shares.reduce(
        (sum, { estimatesUsed, varied }) => sum - (estimatesUsed[at] ?? 0n) - (varied[at] ?? 0n),
        0n,
      ),
    })),
    charges: document.charges.map(({ of, basis, density, fixed, limitedTo }, at) => {
      const { amounts = [], kind = '' } = document.shares[at] ?? {};
      const [byHand, only] = [new Set(fixed.map(({ line }) => line)), limitedTo && new Set(limitedTo)];
      const dense = density ?? books.company.densities.get(kind);
      return {
        kind,
        bill: bills.get(documentOf(of)) ?? '',
        amount: amounts.reduce((sum, share) => sum + share, 0n),
        basis,
        density: dense === undefined ? '' : formatQuantity(dense),
        shares: amounts,
        fixed: document.to.map((line) => byHand.has(line)),
        takesPart: document.to.map((line) => only?.has(line) ?? true),
        calculated: basis === 'duty' ? document.workedOut : [],
        carried: document.shares[at]?.carried ?? [],
        carriedBy: document.shares.flatMap((other, place) =>
          other.basis !== 'duty' &&
          other.basis !== 'value-and-freight' &&
          other.kind !== kind &&
          books.company.toTheBorder.has(other.kind)
            ? [place]
            : [],
        ),
      };
    }),
  };
}

function lineOf(line: LandedGoods | undefined, places: number): Omit<SheetLine, 'goods' | 'replaced'> {
  invariant(line !== undefined, 'an allocation that is accepted is onto goods that are there');
  const { item, receipt, received, value } = line;
  return {
    number: item.number,
    name: item.name,
    receipt: receipt.number,
    unit: item.unit,
    quantity: received,
    weight: item.weight ?? '',
    volume: item.volume ?? '',
    value: decimalOrThrow(value, places),
  };
}

/** What the vendors call the bills of charges. */
async function readBills(manager: EntityManager, charges: readonly LineId[]): Promise<ReadonlyMap<string, string>> {
  const rows: Row[] = await manager.query('SELECT id, number, reference FROM document WHERE id IN (?)', [
    charges.map((line) => documentOf(line)),
  ]);
  return new Map(rows.map((row) => [text(row.id), text(row.reference) || text(row.number)]));
}
