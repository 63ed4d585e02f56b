import type { EntityManager } from 'typeorm';
import type { PreviewReply } from '@obolus/contract/commands';
import { type ExpectedCost, expectedCosts } from '@obolus/core/charges/expected';
import type { LineId } from '@obolus/core/costing/pool';
import { type BaseAmount, formatAmount, unitCost } from '@obolus/core/exact/amounts';
import { linesOfOrder } from '@obolus/core/purchasing/order/standing';
import { BooksLoader } from '../storage/load/loader.ts';
import { loadCompany } from '../storage/load/company.ts';
import { loadOrder } from '../storage/load/orderLines.ts';

/** Nothing is entered here: no day is too far ahead. */
const NO_CLOCK = '9999-12-31';

type Shown = Omit<PreviewReply['expected'][number], 'line'>;

/** With what one unit bears of the goods and of each charge, to four decimals. */
export type ExpectedByPart = Shown & { readonly perUnit: ReadonlyMap<string, string> };

/** What the goods on an order should cost once they are here, by line. */
export async function readExpectedCosts(
  manager: EntityManager,
  id: string,
): Promise<ReadonlyMap<LineId, ExpectedByPart>> {
  const loader = new BooksLoader(manager, false, NO_CLOCK);
  await loadCompany(loader, {});
  await loadOrder(loader, id);
  const books = loader.books(0n);
  const order = books.orders.get(id);
  if (!order) return new Map();
  const lines = linesOfOrder(books, id);
  const costs = expectedCosts(
    books,
    lines.map((line) => ({ bought: line.bought, stated: line })),
    order,
  );
  const { currency } = books.company;
  return new Map(
    costs.flatMap((expected, at) => {
      const line = lines[at]?.id;
      if (!expected || line === undefined) return [];
      const each = (amount: BaseAmount) => unitCost(amount, expected.quantity, currency) ?? '0';
      const charges = expected.charges.map(({ kind, amount }) => [kind, each(amount)] as const);
      const perUnit = new Map([['goods', each(expected.goods)], ...charges]);
      return [[line, { ...showExpected(expected, currency), perUnit }] as const];
    }),
  );
}

export const showExpected = ({ quantity, goods, charges, landed }: ExpectedCost, currency: string): Shown => ({
  goods: formatAmount(goods, currency),
  charges: charges.map(({ kind, amount }) => ({ kind, amount: formatAmount(amount, currency) })),
  unitCost: unitCost(landed, quantity, currency) ?? '0',
});
