import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { QueryOf } from '@obolus/contract/endpoint';
import type { TriedCode } from '@obolus/contract/views/tariff';
import {
  base,
  baseOrThrow,
  formatAmount,
  formatPrice,
  FRACTION_PLACES,
  quantity,
  QUANTITY_PLACES,
} from '@obolus/core/exact/amounts';
import { decimalOrThrow, formatDecimal } from '@obolus/core/exact/decimal';
import { dutyOn, type Measured } from '@obolus/core/tariff/duty';
import { considered } from '@obolus/core/tariff/explain';
import { measuredIn } from '../storage/load/items.ts';
import type { Row } from './figures.ts';
import { readTariff } from '../storage/load/setUp.ts';

const quantityIn = (text: string) => quantity(decimalOrThrow(text === '' ? '0' : text, QUANTITY_PLACES));

/** How an item is counted; goods of no item are counted in nothing but the unit they are asked for. */
async function measuredOf(manager: EntityManager, item: string | undefined): Promise<Measured> {
  if (item === undefined) return { unit: '' };
  const [row] = (await manager.query('SELECT unit, weight, customs_unit, customs_quantity FROM item WHERE id = ?', [
    item,
  ])) as Row[];
  return row ? measuredIn(row) : { unit: '' };
}

/** What goods of a code are charged on a day, by the same schedule and the same rules as an allocation by duty. */
export async function tryCode(
  manager: EntityManager,
  asked: QueryOf<typeof api.tryCode>,
  currency: string,
): Promise<TriedCode> {
  const tariff = await readTariff({ manager, locking: false }, [asked.code], currency);
  const goods = {
    code: asked.code,
    origin: asked.origin.toUpperCase(),
    preference: asked.preference === 'yes',
    customsValue: baseOrThrow(asked.value === '' ? '0' : asked.value, currency),
    quantity: quantityIn(asked.quantity),
    on: asked.on,
    measured: await measuredOf(manager, asked.item),
  };
  const [applied = []] = dutyOn(tariff, [goods], { currency, rounding: 'line' });
  const amounts = new Map(applied.map(({ rate, amount }) => [rate, amount]));
  const amountOf = (amount: bigint | undefined) => (amount === undefined ? null : formatAmount(amount, currency));
  return {
    rates: considered(tariff, goods, asked.on).map(({ rate, whyNot }) => ({
      measure: rate.measure,
      code: rate.code,
      origin: rate.origin ?? '',
      preference: rate.preference,
      from: rate.from,
      to: rate.to ?? null,
      percent: formatDecimal(rate.percent, FRACTION_PLACES - 2),
      perUnit: formatPrice(rate.perUnit, 0),
      unit: rate.unit,
      combine: rate.combine,
      floor: amountOf(rate.floor),
      cap: amountOf(rate.cap),
      limits: rate.limits,
      suspended: rate.suspended ? { from: rate.suspended.from, to: rate.suspended.to ?? null } : null,
      amount: amountOf(amounts.get(rate)),
      whyNot: whyNot ?? null,
    })),
    total: formatAmount(base(applied.reduce((sum, { amount }) => sum + amount, 0n)), currency),
  };
}
