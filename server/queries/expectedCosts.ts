import type { EntityManager } from 'typeorm';
import type { PreviewReply } from '@obolus/contract/commands';
import { expectedCost, type ExpectedCost } from '@obolus/core/charges/expected';
import type { LineId } from '@obolus/core/costing/pool';
import { formatAmount, unitCost } from '@obolus/core/exact/amounts';
import { linesOfOrder } from '@obolus/core/purchasing/order/standing';
import { BooksLoader } from '../storage/load/loader.ts';
import { loadCompany } from '../storage/load/company.ts';
import { loadOrder } from '../storage/load/orderLines.ts';

/** Nothing is entered here: no day is too far ahead. */
const NO_CLOCK = '9999-12-31';

type Shown = Omit<PreviewReply['expected'][number], 'line'>;

/** What the goods on an order should cost once they are here, by line. */
export async function readExpectedCosts(manager: EntityManager, id: string): Promise<ReadonlyMap<LineId, Shown>> {
  const loader = new BooksLoader(manager, false, NO_CLOCK);
  await loadCompany(loader, {});
  await loadOrder(loader, id);
  const books = loader.books(0n);
  const order = books.orders.get(id);
  if (!order) return new Map();
  return new Map(
    linesOfOrder(books, id).flatMap((line) => {
      const expected = expectedCost(books, line.bought, line, order);
      return expected ? [[line.id, showExpected(expected, books.company.currency)] as const] : [];
    }),
  );
}

export const showExpected = ({ quantity, goods, charges, landed }: ExpectedCost, currency: string): Shown => ({
  goods: formatAmount(goods, currency),
  charges: charges.map(({ kind, amount }) => ({ kind, amount: formatAmount(amount, currency) })),
  unitCost: unitCost(landed, quantity, currency) ?? '0',
});
