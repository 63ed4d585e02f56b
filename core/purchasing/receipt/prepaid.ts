import { documentOf } from '../../costing/pool.ts';
import { base, type DocumentAmount, documentAmount, lineAmount, quantity } from '../../exact/amounts.ts';
import { cumulative, partOfWhatIsLeft, sumOfParts } from '../../exact/cumulative.ts';
import type { Books } from '../../state/books.ts';
import type { PrepaidPart } from '../../state/owed.ts';
import { goodsOf, withoutTax } from '../../state/prepaid.ts';
import type { OrderLine } from '../../state/purchasing.ts';
import { billedAhead, openToReceive } from '../order/openOfLine.ts';
import { linesOfOrder } from '../order/standing.ts';

/** What comes in of an order line, at the order's price: what was billed ahead has its rate already. */
export interface Coming {
  readonly ordered: OrderLine;
  readonly amount: DocumentAmount;
}

/** A prepayment as far as goods came in at its rate, on the way through the lines of one receipt. */
interface Running {
  readonly amount: bigint;
  readonly base: bigint;
}

/**
 * The part of each line of a receipt that was prepaid, which comes in at the prepayment's rate: a prepayment for goods is no monetary item
 * (accounting.md, prepayment; IFRIC 22). Each line takes what is left of the order's prepayments in the proportion of its amount to what is
 * still to come of the order. In the company's own currency there is nothing to tell apart.
 */
export function prepaidParts(books: Books, coming: readonly Coming[]): PrepaidPart[][] {
  const rest = new Map<string, bigint>();
  const running = new Map<string, Running>();
  return coming.map(({ ordered, amount }) => {
    const id = documentOf(ordered.id);
    const prepaid = ordered.currency === books.company.currency ? [] : (books.orders.get(id)?.prepaid ?? []);
    if (prepaid.length === 0 || amount <= 0n) return [];
    const toCome = rest.get(id) ?? stillToCome(books, id);
    rest.set(id, toCome - amount);
    let free = amount as bigint;
    return prepaid.flatMap((of) => {
      const prepayment = books.prepayments.get(of);
      if (!prepayment) return [];
      const before = running.get(of) ?? sumOfParts(prepayment.received);
      const goods = goodsOf(prepayment);
      const left = goods - withoutTax(prepayment, sumOfParts(prepayment.refunded).amount) - before.amount;
      const asked = amount >= toCome ? left : partOfWhatIsLeft(left, amount, toCome);
      const part = asked < free ? asked : free;
      if (part <= 0n) return [];
      free -= part;
      const now = before.amount + part;
      const inBase = cumulative(prepayment.base, now, goods, before.base);
      running.set(of, { amount: now, base: before.base + inBase });
      return [{ of, amount: documentAmount(part), base: base(inBase) }];
    });
  });
}

/** What is still to come of an order and is not billed ahead, at its prices, in its currency. */
const stillToCome = (books: Books, order: string): bigint =>
  linesOfOrder(books, order).reduce((sum, line) => {
    const open = openToReceive(line) - billedAhead(line);
    return open > 0n ? sum + lineAmount(quantity(open), line, line.currency) : sum;
  }, 0n);
