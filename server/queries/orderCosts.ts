import type { EntityManager } from 'typeorm';
import type { OrderCosts } from '@obolus/contract/views/orders';
import { base, quantity, unitCost } from '@obolus/core/exact/amounts';
import { decimalOrThrow, formatDecimal } from '@obolus/core/exact/decimal';
import { stands } from '../storage/load/rows.ts';
import { readExpectedCosts } from './expectedCosts.ts';
import { big, type Row, showAmount, showQuantity, showUnitCost, text } from './figures.ts';
import { inWords } from '../asking/inWords.ts';

/** What is the goods' own: their price, what later changed it, and what takes both to a standard. */
const GOODS = 'goods';
const OF_GOODS: ReadonlySet<string> = new Set([
  'goods',
  'price difference',
  'rebate',
  'discount',
  'standard',
  'price-variance',
]);
const UNIT_COST_PLACES = 4;

/** Components of received lines by order line, an estimate counting with the charge that takes its place. */
const COMPONENTS = `
  SELECT l.order_line_no AS line_no, IF(c.component LIKE 'estimate:%', SUBSTRING(c.component, 10), c.component) AS component, SUM(c.amount) AS amount
  FROM receipt_line l JOIN value_change c ON c.line_document_id = l.document_id AND c.line_no = l.line_no
  WHERE l.order_id = ? AND l.item_id IS NOT NULL AND ${stands('l.document_id')} GROUP BY l.order_line_no, 2`;
const RECEIVED = `
  SELECT l.order_line_no AS line_no, l.document_id, l.line_no AS receipt_line_no, l.quantity, d.number,
    (SELECT COALESCE(SUM(e.amount), 0) FROM receipt_estimate e WHERE e.document_id = l.document_id AND e.line_no = l.line_no)
    - (SELECT COALESCE(SUM(u.amount), 0) FROM estimate_use u WHERE u.receipt_id = l.document_id AND u.receipt_line_no = l.line_no AND ${stands('u.document_id')}) AS estimated
  FROM receipt_line l JOIN document d ON d.id = l.document_id WHERE l.order_id = ? AND l.item_id IS NOT NULL AND ${stands('l.document_id')} ORDER BY l.document_id, l.line_no`;

/** What one unit of each ordered line was expected to cost here beside what those that came did cost, part by part. */
export async function readOrderCosts(manager: EntityManager, currency: string, id: string): Promise<OrderCosts> {
  const [expected, components, received] = [
    await readExpectedCosts(manager, id),
    (await manager.query(COMPONENTS, [id])) as Row[],
    (await manager.query(RECEIVED, [id])) as Row[],
  ];
  return {
    rows: [...expected].map(([line, cost]) => {
      const came = received.filter((row) => line === `${id}/${text(row.line_no)}`);
      const made = components.filter((row) => line === `${id}/${text(row.line_no)}`);
      const units = came.reduce((sum, row) => sum + big(row.quantity), 0n);
      const value = made.reduce((sum, row) => sum + big(row.amount), 0n);
      const actual = units === 0n ? '' : (showUnitCost(value, units, currency) ?? '');
      return {
        line,
        expected: cost.unitCost,
        quantity: showQuantity(units.toString()),
        actual,
        difference: minus(actual, cost.unitCost),
        parts: partsOf(cost, made, units, currency),
        estimated: showAmount(
          came.reduce((sum, row) => sum + big(row.estimated), 0n),
          currency,
        ),
        receipts: came.map((row) => ({
          line: `${text(row.document_id)}/${text(row.receipt_line_no)}`,
          number: text(row.number),
        })),
      };
    }),
  };
}

/** By how much one unit came to more or less than expected, part by part; what is as expected is left out. */
function partsOf(
  cost: { readonly perUnit: ReadonlyMap<string, string> },
  made: readonly Row[],
  units: bigint,
  currency: string,
): OrderCosts['rows'][number]['parts'] {
  if (units === 0n) return [];
  const actual = new Map<string, bigint>();
  for (const row of made) {
    const component = OF_GOODS.has(text(row.component)) ? GOODS : text(row.component);
    actual.set(component, (actual.get(component) ?? 0n) + big(row.amount));
  }
  return [...new Set([...cost.perUnit.keys(), ...actual.keys()])].flatMap((component) => {
    const each = unitCost(base(actual.get(component) ?? 0n), quantity(units), currency) ?? '0';
    const difference = minus(each, cost.perUnit.get(component) ?? '0');
    return decimalOrThrow(difference, UNIT_COST_PLACES) === 0n
      ? []
      : [{ what: inWords('component', component), difference }];
  });
}

/** A difference of two unit costs as they are shown; empty where one is not there. */
const minus = (a: string, b: string): string =>
  a === '' || b === ''
    ? ''
    : formatDecimal(
        decimalOrThrow(a, UNIT_COST_PLACES) - decimalOrThrow(b, UNIT_COST_PLACES),
        UNIT_COST_PLACES,
        UNIT_COST_PLACES,
      );
