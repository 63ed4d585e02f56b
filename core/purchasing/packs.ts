import { LARGEST } from '../exact/decimal.ts';
import { formatQuantity, ONE_UNIT, quantity, type Quantity } from '../exact/amounts.ts';
import type { Item, Pack } from '../state/stock.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { heldIn } from './measures.ts';

/** How much a line says, in the unit that it names; in the stock unit where it names none. */
export interface Said {
  readonly quantity: Quantity;
  readonly unit?: string | undefined;
  /** What the unit holds, where the item was never bought in it. */
  readonly packSize?: Quantity | undefined;
}

/** The pack that a line names; undefined for the stock unit, and where there is no such pack. */
function packOf(item: Item | undefined, said: Said): Pack | undefined {
  if (!item || !namesPack(item, said)) return undefined;
  const known = item.packs.find(({ unit }) => unit === said.unit);
  return known ?? (said.packSize === undefined ? undefined : { unit: said.unit ?? '', size: said.packSize });
}

const namesPack = (item: Item | undefined, { unit = '' }: Said): boolean => unit !== '' && unit !== item?.unit;

/** Goods are bought in their stock unit, of which there may be parts, or in whole packs. */
export function checkUnit(item: Item | undefined, said: Said, at: string): Refusal[] {
  if (!namesPack(item, said)) return [];
  const pack = packOf(item, said);
  if (!pack) return [refusal('unit_unknown', `${at}/unit`, { unit: said.unit ?? '', units: unitsOf(item).join(', ') })];
  if (pack.size <= 0n) return [refusal('quantity_not_positive', `${at}/packSize`)];
  if (said.packSize !== undefined && said.packSize !== pack.size) {
    return [
      refusal('pack_differs', `${at}/packSize`, {
        unit: pack.unit,
        size: formatQuantity(pack.size),
        stockUnit: item?.unit ?? '',
      }),
    ];
  }
  if (/[|=]/.test(pack.unit)) return [refusal('unit_unreadable', `${at}/unit`)];
  if (said.quantity % ONE_UNIT !== 0n)
    return [refusal('pack_not_whole', `${at}/quantity`, { unit: said.unit ?? '', stockUnit: item?.unit ?? '' })];
  return (said.quantity * pack.size) / ONE_UNIT > LARGEST ? [refusal('too_large', `${at}/quantity`)] : [];
}

const unitsOf = (item: Item | undefined): string[] => (item ? [item.unit, ...item.packs.map(({ unit }) => unit)] : []);

/** What a line says in stock units, and how many of them its unit holds, which is what a price in that unit is for. */
export function inStockUnits(item: Item | undefined, said: Said): { quantity: Quantity; unit: string; per: Quantity } {
  const pack = packOf(item, said);
  if (!pack) return { quantity: said.quantity, unit: '', per: ONE_UNIT };
  return { quantity: quantity((said.quantity * pack.size) / ONE_UNIT), unit: pack.unit, per: pack.size };
}

/**
 * How many stock units a unit holds that somebody else's paper names: the stock unit, a pack, or what measures the same, letter case aside. Where the
 * paper names none, the pack that the code on the goods is of, else the stock unit.
 * @returns undefined for a unit that the goods do not have
 */
export function packSizeOf(
  unit: string,
  codePack: string,
  of: { readonly unit: string; readonly packs: readonly Pack[] },
): Quantity | undefined {
  const named = (unit.trim() || codePack).toLowerCase();
  const pack = of.packs.find((known) => known.unit.toLowerCase() === named);
  if (pack) return pack.size;
  return named === '' || named === of.unit.toLowerCase() ? ONE_UNIT : heldIn(named, of.unit);
}
