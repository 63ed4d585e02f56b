import type { EntityManager } from 'typeorm';
import type { CashOutlook } from '@obolus/contract/views/payables';
import { documentAmount, formatAmount, fraction } from '@obolus/core/exact/amounts';
import { addDays, daysBetween } from '@obolus/core/exact/calendar';
import { formatDecimal } from '@obolus/core/exact/decimal';
import { divideRounded } from '@obolus/core/exact/rounding';
import { discountOn, yearlyYield } from '@obolus/core/purchasing/terms';
import { groupBy } from '../storage/groupBy.ts';
import { upTo } from '../storage/upTo.ts';
import { BASE_OF_PART, BY_PART, DUE_OF_PART, OPEN_OF_PART } from './dueParts.ts';
import { big, type Row, showAmount, text } from './figures.ts';
import { isOpen } from './openOfOrder.ts';

const WEEKS = 8;
const MOST_DISCOUNTS = 200;

/** What is open falls due: in the next weeks, from a day on, each of seven days; and what is due already. */
export async function readCashOutlook(manager: EntityManager, base: string, today: string): Promise<CashOutlook> {
  const due: Row[] = await manager.query(
    `SELECT ${DUE_OF_PART} AS day, d.currency, SUM(${OPEN_OF_PART}) AS amount, SUM(${BASE_OF_PART}) AS base, COUNT(*) AS bills
     FROM open_item x JOIN document d ON d.id = x.line_document_id ${BY_PART} WHERE ${isOpen('to-pay')} GROUP BY day, d.currency ORDER BY day, d.currency`,
  );
  const weekOf = (day: string) => (day < today ? -1 : Math.min(WEEKS, Math.floor(daysBetween(today, day) / 7)));
  const byWeek = groupBy(due, (row) => weekOf(text(row.day)));
  const sum = (rows: readonly Row[]) => rows.reduce((total, row) => total + big(row.base), 0n);
  const weeks = Array.from({ length: WEEKS + 1 }, (_, at) => at - 1).map((week) => {
    const rows = byWeek.get(week) ?? [];
    const amounts = [...groupBy(rows, (row) => text(row.currency))].map(([currency, of]) => ({
      currency,
      amount: showAmount(
        of.reduce((total, row) => total + big(row.amount), 0n),
        currency,
      ),
    }));
    return {
      from: week < 0 ? ('' as const) : addDays(today, week * 7),
      to: addDays(today, week * 7 + 6),
      bills: rows.reduce((count, row) => count + Number(row.bills), 0),
      amounts,
      base: showAmount(sum(rows), base),
    };
  });
  return {
    weeks,
    later: showAmount(sum(byWeek.get(WEEKS) ?? []), base),
    total: showAmount(sum(due), base),
    ...(await readDiscounts(manager, today)),
  };
}

/** Discounts that can still be taken, the first to lapse first. */
async function readDiscounts(manager: EntityManager, today: string): Promise<Pick<CashOutlook, 'discounts' | 'more'>> {
  const found: Row[] = await manager.query(
    `SELECT d.id, d.number, d.reference, d.currency, d.discount, d.discount_day, COALESCE(d.due_day, d.date) AS due, v.id AS vendor_id, v.name AS vendor, x.amount AS open
     FROM open_item x JOIN document d ON d.id = x.line_document_id JOIN vendor v ON v.id = d.vendor_id
     WHERE ${isOpen('to-pay')} AND x.amount > 0 AND d.discount > 0 AND d.discount_day >= ? ORDER BY d.discount_day, d.id LIMIT ${MOST_DISCOUNTS + 1}`,
    [today],
  );
  const { rows, more } = upTo(MOST_DISCOUNTS, found);
  return {
    more,
    discounts: rows.map((row) => {
      const currency = text(row.currency);
      const [open, until, due] = [documentAmount(big(row.open)), text(row.discount_day), text(row.due)];
      const discount = discountOn(open, fraction(big(row.discount)));
      const yearly = yearlyYield(open, discount, daysBetween(until, due));
      return {
        bill: { id: text(row.id), number: text(row.number), reference: text(row.reference) },
        vendor: { id: text(row.vendor_id), name: text(row.vendor) },
        until,
        due,
        currency,
        open: formatAmount(open, currency),
        discount: formatAmount(discount, currency),
        yield: yearly === undefined ? ('' as const) : formatDecimal(divideRounded(yearly, 1_000n), 1),
      };
    }),
  };
}
