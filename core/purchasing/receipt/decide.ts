import { estimateComponent } from '../../charges/estimate.ts';
import { lineId, type Pool } from '../../costing/pool.ts';
import { base } from '../../exact/amounts.ts';
import type { OrderLine, ReceiptLine } from '../../state/purchasing.ts';
import type { Books } from '../../state/books.ts';
import type { Item } from '../../state/stock.ts';
import { checkCitedOnce, checkDate, poolOrEmpty } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import type { Cost, Flow, NewMovement } from '../../costing/effects.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { heldLine, checkHeld } from '../held.ts';
import { checkUnit, inStockUnits } from '../packs.ts';
import { checkLine, itemOf, type Line } from './check.ts';
import type { ReceiptCommand, ReceiptDocument } from './command.ts';
import { prepaidParts } from './prepaid.ts';
import { type Came, cameOf, closedWith, receiptLine, withEstimates } from './received.ts';

/**
 * Goods received: inventory at round(qty × order price) at the receipt's rate, against goods received not invoiced, and the
 * charges expected with them, against accrued charges; what was billed ahead is received first, at what it was billed at
 * (accounting.md, What posts what). One receipt may cover lines of several orders of one vendor.
 */
export function decideReceipt(books: Books, command: ReceiptCommand): Decision<ReceiptDocument> {
  const ordered = command.lines.map((line) => books.orderLines.get(line.of));
  const citedDays = ordered.flatMap((line) => (line ? [line.date] : []));
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, citedDays),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  const held = command.held ?? [];
  if (command.lines.length + held.length === 0) refusals.push(refusal('no_lines', '/lines'));
  held.forEach((line, position) => refusals.push(...checkHeld(books, command.vendor, line, `/held/${position}`)));
  const counted = command.lines.map((line, position) => ({
    ...line,
    ...inStockUnits(itemOf(books, ordered[position]), line),
  }));
  command.lines.forEach((line, position) => {
    const units = ordered[position] ? checkUnit(itemOf(books, ordered[position]), line, `/lines/${position}`) : [];
    refusals.push(
      ...(units.length > 0
        ? units
        : checkLine(books, command, counted[position] as Line, ordered[position], `/lines/${position}`)),
    );
  });
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const came = counted.map((line, position) =>
    cameOf(line, ordered[position] as OrderLine, lineId(document, position + 1)),
  );
  const prepaid = prepaidParts(books, came);
  const bare = counted.map((line, position) =>
    receiptLine(books, command, line, came[position] as Came, prepaid[position] ?? [], lineId(document, position + 1)),
  );
  const lines = withEstimates(books, bare, ordered as OrderLine[]);
  const aheadLines = lines.flatMap((line) => line.ahead.map((part) => part.of));
  return post(books, {
    document: {
      ...command,
      lines,
      closed: counted.flatMap((line, position) =>
        closedWith(ordered[position] as OrderLine, line, lineId(document, position + 1)),
      ),
      held: held.map((line, position) => heldLine(books, line, lineId(document, lines.length + position + 1))),
    },
    date: command.date,
    effects: {
      movements: lines.flatMap(movementOf),
      costs: lines.flatMap(costsOf),
      flows: lines.flatMap((line) => flowsOf(books, line)),
    },
    cites: [
      ...command.lines.map((line) => line.of),
      ...held.flatMap(({ of }) => of ?? []),
      ...ordered.flatMap((line) => (line ? [lineId(line.by, 0)] : [])),
      ...aheadLines,
      ...prepaid.flatMap((parts) => parts.map(({ of }) => of)),
    ],
    opened: lines.flatMap((line) => openedPool(books, line, command.warehouse)),
    postsNothing: lines.length === 0,
  });
}

const aboutOf = (line: ReceiptLine) => ({ vendor: line.vendor, ...line.dimensions });

function movementOf(line: ReceiptLine): NewMovement[] {
  if (line.pool === undefined) return [];
  const { id, date, quantity: units, lots, dimensions, pool } = line;
  return [{ pool, id, date, direction: 'in', purpose: 'received', quantity: units, lots, dimensions }];
}

function costsOf(line: ReceiptLine): Cost[] {
  if (line.pool === undefined) return [];
  const common = { pool: line.pool, movement: line.id, date: line.date, about: aboutOf(line) };
  const ahead = (figure: 'goods' | 'tax') => base(line.ahead.reduce((sum, part) => sum + part[figure], 0n));
  const goods = { ...common, component: 'goods', shared: false };
  return [
    { ...goods, amount: line.baseAmount, against: 'grni' as const },
    { ...goods, amount: ahead('goods'), against: 'billed-ahead' as const },
    { ...common, component: 'tax', shared: true, amount: ahead('tax'), against: 'billed-ahead' as const },
    ...line.estimates.map(({ kind, amount }) => ({
      ...common,
      component: estimateComponent(kind),
      shared: true,
      amount,
      against: 'accrued-charges' as const,
    })),
  ].filter(({ amount }) => amount !== 0n);
}

/** An expense is posted when it comes; what was billed ahead to variance when its goods come. On purchase, neither. */
function flowsOf(books: Books, line: ReceiptLine): Flow[] {
  if (books.company.recognition === 'on-purchase') return [];
  const about = aboutOf(line);
  const sum = (figure: 'base' | 'goods' | 'tax') => line.ahead.reduce((total, part) => total + part[figure], 0n);
  if (line.bought.expense !== undefined) {
    const ahead = sum('base') + sum('tax');
    return [
      { account: 'expense', amount: base(line.baseAmount + ahead), about: { ...about, expense: line.bought.expense } },
      { account: 'grni', amount: base(-line.baseAmount), about },
      { account: 'billed-ahead', amount: base(-ahead), about },
    ];
  }
  const variance = sum('base') - sum('goods');
  return [
    { account: 'price-variance', amount: base(variance), about: { ...about, item: line.bought.item } },
    { account: 'billed-ahead', amount: base(-variance), about },
  ];
}

function openedPool(books: Books, line: ReceiptLine, warehouse: string): Pool[] {
  const item: Item | undefined = books.items.get(line.bought.item ?? '');
  return item ? [poolOrEmpty(books, item, warehouse)] : [];
}
