import type { About } from '../../books/journal.ts';
import { lineId, type PoolId } from '../../costing/pool.ts';
import { base, ONE_TO_ONE } from '../../exact/amounts.ts';
import type { Books } from '../../state/books.ts';
import { rateOn } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import type { Cost, Flow } from '../../costing/effects.ts';
import { checkDecided, differencesOf, isOfWhole } from './differences.ts';
import { unbilledOf } from '../../state/billedAmounts.ts';
import { checkAlike } from '../alikeBills.ts';
import { checkInstalments } from '../instalments.ts';
import type { BillCommand, BillDocument, BilledLine } from './command.ts';
import { aheadOf, billDocument, billedLine } from './read.ts';
import { checkBill } from './check.ts';

/**
 * A vendor bill: clears goods received not invoiced for the quantity billed, takes price differences at the receipt's rate
 * where they were decided to go, rate differences to exchange difference, charges to *charges to allocate*; billed ahead of
 * the goods it stands in goods received not invoiced (accounting.md, What posts what).
 */
export function decideBill(books: Books, command: BillCommand): Decision<BillDocument> {
  const refusals = checkBill(books, command);
  if (refusals.length > 0) return refused(refusals);
  const document = billDocument(books, command);
  if ('reason' in document) return refused([document]);
  const alike = checkAlike(books, { ...command, amount: document.total.amount }, command.another ?? '');
  const differences = differencesOf(books, document);
  const parts = checkInstalments(command.instalments ?? [], { ...command, total: document.total.amount });
  const open = [...alike, ...parts, ...checkDecided(books, differences, command.signedOff ?? false)];
  if (open.length > 0) return refused(open);
  const bills = command.lines.map((line) => line.of);
  // A version of an order cannot be taken back under what was billed by it ahead of the goods.
  const statedBy = bills
    .flatMap((line) => (books.receiptLines.has(line) ? [] : (books.orderLines.get(line)?.by ?? [])))
    .map((by) => lineId(by, 0));
  return post(books, {
    document: { ...document, differs: differences.filter(isOfWhole) },
    date: command.date,
    effects: {
      flows: flowsOf(books, document),
      costs: document.lines.flatMap((line) => costsOf(command.vendor, line)),
    },
    cites: [...bills, ...statedBy, ...document.disbursements.map(({ of }) => lineId(of, 0))],
  });
}

/**
 * The bill's own figures. What goes into goods is carried by goods received not invoiced, for it is posted on the day the
 * goods came, which may be later.
 */
function flowsOf(books: Books, bill: BillDocument): Flow[] {
  const onPurchase = books.company.recognition === 'on-purchase';
  const about: About = { vendor: bill.vendor };
  const flows: Flow[] = [
    { account: 'payables', amount: base(-bill.total.base), about },
    { account: 'input-tax', amount: bill.recoverableTax, about },
    ...(bill.selfAssessedTax === 0n
      ? []
      : [{ account: 'tax-owed' as const, amount: base(-bill.selfAssessedTax), about }]),
  ];
  for (const line of bill.lines) flows.push(...(onPurchase ? purchasedLine(bill, line) : soldLine(bill, line)));
  for (const { amount, goes, kind } of bill.charges) {
    if (goes === 'expense') flows.push({ account: 'expense', amount, about: { ...about, expense: kind } });
    else flows.push({ account: onPurchase ? 'purchases' : CHARGED[goes], amount, about });
  }
  for (const { amount } of bill.disputed) flows.push({ account: 'expected-credits', amount, about });
  for (const { amount, authority } of bill.disbursements)
    flows.push({ account: 'customs-payable', amount: base(amount), about: { vendor: authority } });
  for (const { amount, expense, dimensions } of bill.expenses)
    flows.push({ account: 'expense', amount, about: { ...about, expense, ...dimensions } });
  return flows;
}

const CHARGED = { goods: 'charges-to-allocate', return: 'return-variance' } as const;

/** Cost recognised when goods are sold. */
function soldLine(bill: BillDocument, line: BilledLine): Flow[] {
  const { payable, cleared, priceDifference, difference, tax, dimensions, bought } = line;
  const about: About = { vendor: bill.vendor, ...dimensions };
  const asked: Flow[] =
    difference === 'credit' ? [{ account: 'expected-credits', amount: priceDifference, about }] : [];
  if (line.ahead) {
    const standing = aheadOf(line, bill.date);
    return [...asked, { account: 'billed-ahead', amount: base(standing.base + tax), about }];
  }
  const flows: Flow[] = [
    ...asked,
    { account: 'exchange-difference', amount: base(payable - cleared - priceDifference), about: dimensions ?? {} },
  ];
  if (bought.expense !== undefined) {
    const further = base(tax + (difference === 'credit' ? 0n : priceDifference));
    if (line.done)
      return [
        ...flows,
        { account: 'expense', amount: base(cleared + further), about: { ...about, expense: bought.expense } },
      ];
    return [
      ...flows,
      { account: 'grni', amount: cleared, about },
      { account: 'expense', amount: further, about: { ...about, expense: bought.expense } },
    ];
  }
  const intoGoods = base(tax + (difference === 'cost' ? priceDifference : 0n));
  const variance = difference === 'variance' ? priceDifference : base(0n);
  flows.push({ account: 'grni', amount: base(cleared + intoGoods), about });
  flows.push({ account: 'price-variance', amount: variance, about: { ...about, item: bought.item } });
  return flows;
}

/** Purchases expensed when billed. */
function purchasedLine(
  bill: BillDocument,
  { payable, priceDifference, difference, tax, dimensions, bought }: BilledLine,
): Flow[] {
  const about: About = { vendor: bill.vendor, ...dimensions };
  const asked = difference === 'credit' ? priceDifference : 0n;
  const expense: Pick<Flow, 'account' | 'about'> =
    bought.expense === undefined
      ? { account: 'purchases', about: { ...about, item: bought.item } }
      : { account: 'expense', about: { ...about, expense: bought.expense } };
  return [
    { account: 'expected-credits', amount: base(asked), about },
    { ...expense, amount: base(payable + tax - asked) },
  ];
}

function costsOf(
  vendor: string,
  { pool, of, received, difference, priceDifference, tax, dimensions }: BilledLine,
): Cost[] {
  if (pool === undefined) return [];
  const common = { pool, movement: of, date: received, against: 'grni' as const, about: { vendor, ...dimensions } };
  const costs: Cost[] = [{ ...common, component: 'tax', shared: true, amount: tax }];
  if (difference === 'cost')
    costs.push({ ...common, component: 'price difference', shared: false, amount: priceDifference });
  return costs.filter(({ amount }) => amount !== 0n);
}

/** The pools that a bill reaches: what must be known before it is decided. */
export function poolsReached(books: Books, command: BillCommand): PoolId[] {
  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const taxed = (command.tax ?? []).some((tax) => !tax.recoverable);
  return command.lines.flatMap((line) => {
    const received = books.receiptLines.get(line.of);
    if (!received?.pool || line.quantity <= 0n || line.quantity > unbilledOf(received)) return [];
    const differs =
      line.difference === 'cost' && billedLine(books, command, line, rate, line.of).priceDifference !== 0n;
    return taxed || differs ? [received.pool] : [];
  });
}
