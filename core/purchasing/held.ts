import { type LineId, lineId } from '../costing/pool.ts';
import { formatQuantity, quantity, type Quantity, sumOf } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import { checkCitedOnce, checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { NotKnown, optionalText, textOf } from '../reading/fields.ts';
import { cited, linesOf, quantityOf, type Reading, whoAndWhy } from '../state/caseStep.ts';
import { change } from '../state/writing.ts';
import { kind } from '../state/kind.ts';
import { checkUnit, inStockUnits } from './packs.ts';

/** Goods that came and are not received: of an order line, of an item that nobody ordered, or of something in words. */
export interface HeldCommand {
  readonly of: LineId | undefined;
  readonly item: string | undefined;
  /** What they are, where they are no known item. */
  readonly what: string;
  readonly quantity: Quantity;
  readonly unit?: string | undefined;
  readonly reason: string;
  /** Where they stand. */
  readonly place: string;
}

export interface HeldLine extends Omit<HeldCommand, 'unit'> {
  readonly id: LineId;
}

/** Rejected goods, and goods without an order, say how many, why, and where they stand. They post nothing (accounting.md, What posts what). */
export function checkHeld(books: Books, vendor: string, line: HeldCommand, at: string): Refusal[] {
  const refusals: Refusal[] = [];
  const ordered = line.of === undefined ? undefined : books.orderLines.get(line.of);
  if (line.of !== undefined && !ordered) return [refusal('line_unknown', at, { line: line.of })];
  if (ordered && ordered.vendor !== vendor) return [refusal('vendor_differs', at)];
  if (line.item !== undefined && !books.items.has(line.item))
    refusals.push(refusal('item_unknown', `${at}/item`, { item: line.item }));
  if (!ordered && line.item === undefined && line.what.trim() === '') refusals.push(refusal('missing', `${at}/what`));
  if (line.quantity <= 0n) refusals.push(refusal('quantity_not_positive', `${at}/quantity`));
  if (line.reason.trim() === '') refusals.push(refusal('reason_missing', `${at}/reason`));
  return [...refusals, ...checkUnit(itemOf(books, line), line, at)];
}

/** In stock units, under its own line of the receipt. */
export function heldLine(books: Books, line: HeldCommand, id: LineId): HeldLine {
  const { of, item, what, reason, place } = line;
  return {
    id,
    of,
    item,
    what: what.trim(),
    quantity: inStockUnits(itemOf(books, line), line).quantity,
    reason: reason.trim(),
    place: place.trim(),
  };
}

const itemOf = (books: Books, { of, item }: HeldCommand) =>
  books.items.get(item ?? (of === undefined ? undefined : books.orderLines.get(of)?.bought.item) ?? '');

export const OUTCOMES = ['sent-back', 'scrapped', 'received', 'gone-astray'] as const;
export type Outcome = (typeof OUTCOMES)[number];

export interface HeldClosingCommand {
  readonly kind: 'held-closing';
  readonly date: Day;
  readonly reason: string;
  readonly lines: readonly { of: LineId; quantity: Quantity; outcome: Outcome }[];
}

export interface HeldClosingDocument extends HeldClosingCommand {
  readonly vendor: string;
}

/** What became of held goods. It posts nothing: what was explained by an order is received by a receipt of its own. */
export function decideHeldClosing(books: Books, command: HeldClosingCommand): Decision<HeldClosingDocument> {
  const heldGoods = command.lines.flatMap(({ of }) => books.heldGoods.get(of) ?? []);
  const refusals: Refusal[] = [
    ...checkDate(
      books,
      command.date,
      heldGoods.map(({ date }) => date),
    ),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  if (command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  command.lines.forEach((line, position) => refusals.push(...checkGone(books, line, `/lines/${position}`)));
  const [vendor, ...others] = new Set(heldGoods.map((held) => held.vendor));
  if (others.length > 0) refusals.push(refusal('vendor_differs', '/lines'));
  if (refusals.length > 0 || vendor === undefined) return refused(refusals);
  return post(books, {
    document: { ...command, vendor },
    date: command.date,
    cites: command.lines.map(({ of }) => of),
    postsNothing: true,
  });
}

function checkGone(books: Books, line: HeldClosingCommand['lines'][number], at: string): Refusal[] {
  const held = books.heldGoods.get(line.of);
  if (!held) return [refusal('line_unknown', at, { line: line.of })];
  if (line.quantity <= 0n) return [refusal('quantity_not_positive', `${at}/quantity`)];
  const left = quantity(held.quantity - sumOf(held.gone));
  if (line.quantity <= left) return [];
  return [
    refusal('aside_exceeds_held', `${at}/quantity`, {
      open: formatQuantity(left),
      quantity: formatQuantity(line.quantity),
    }),
  ];
}

/** What became of held goods. */
function clearingStep({ step, numbers, date }: Reading): HeldClosingCommand {
  const lines = linesOf(step, ['of', 'qty', 'outcome']).map((line) => {
    const said = optionalText(line, 'outcome') ?? 'sent-back';
    const outcome = OUTCOMES.find((known) => known === said);
    if (!outcome) throw new NotKnown(`held goods cannot be ${said}`);
    return { of: cited(textOf(line, 'of'), numbers), ...quantityOf(line), outcome };
  });
  return { kind: 'held-closing', date, reason: whoAndWhy(step).reason, lines };
}

export const heldClosing = kind({
  name: 'held-closing',
  decide: decideHeldClosing,
  record: (next, { lines }, number) =>
    lines.forEach(({ of, quantity }, position) =>
      change(next.heldGoods, of, (held) => ({
        ...held,
        gone: [...held.gone, { line: lineId(number, position + 1), quantity }],
      })),
    ),
  verbs: { 'clear-aside': { keys: ['lines', 'reason'], read: clearingStep } },
});
