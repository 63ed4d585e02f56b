import { type BasisEntry, onBasis } from '../state/basis.ts';
import { type Books, emptyBooks } from '../state/books.ts';
import { companyOf } from '../state/company.ts';
import { decide } from '../posting/decide.ts';
import type { Command, PostedDocument } from '../posting/kinds.ts';
import { recordInto } from '../posting/record.ts';
import type { OpenItem } from '../openItems/openItem.ts';
import type { Posted } from '../state/decision.ts';
import type { Writing } from '../state/writing.ts';

/** A command as it was kept: what was asked, on what it was decided, and when. */
export interface KeptCommand {
  readonly document: string;
  readonly number: string;
  readonly command: Command;
  readonly basis: readonly BasisEntry[];
  /** The day on which it was entered; undefined where nobody looked at a clock. */
  readonly today: string | undefined;
}

/** What facts are compared by: each line of text says one fact whole. */
export type FactsText = readonly string[];

/** Books before the first document of a company. */
export const beginning = (): Books => emptyBooks(companyOf({ currency: '', firstOpenDay: '' }));

/** What became of a document that was decided again. */
export interface DecidedAgain {
  /** The books with it; undefined where it is refused now: nothing after it could be compared. */
  readonly books: Books | undefined;
  readonly differences: readonly string[];
}

/**
 * Decides a command of a company again, on the books that those before it left, and says where the facts are not those that were posted.
 * The books are written on: nobody may look at them as they were before.
 *
 * @param posted the facts of the document as they stand, one text each, in any order
 */
export function decideAgain(
  books: Books,
  { document, number, command, basis, today }: KeptCommand,
  posted: FactsText,
): DecidedAgain {
  const found = { ...onBasis(books, basis, today), nextDocument: BigInt(document) };
  const decision = decide(found, command as never);
  if (!decision.accepted) {
    const reasons = decision.refusals.map(({ reason, at }) => `${reason} ${at}`).join(', ');
    return { books: undefined, differences: [`${number} would be refused now: ${reasons}`] };
  }
  const next = { ...found } as Writing;
  const opened = recordInto(next, decision.posted);
  return { books: next, differences: differencesOf(number, factsText(decision.posted, opened), posted) };
}

/** Movements, changes of value, journal lines and what it opens of a posted document, in the words in which they are compared. */
export function factsText(
  { effects, settlement, entries, sign }: Posted<PostedDocument>,
  opened: readonly OpenItem[],
): FactsText {
  const movements = sign === -1 ? [] : effects.movements;
  return [
    ...movements.map(({ id, direction, quantity, date, pool }) =>
      movementText({ line: id, direction, quantity, date, item: pool.split('@')[0] ?? '' }),
    ),
    ...settlement.valueChanges.map(valueText),
    ...entries.flatMap(({ date, lines }) => lines.map((line) => journalText({ date, ...line }))),
    ...opened.map(openText),
  ];
}

export const movementText = (movement: {
  line: string;
  direction: string;
  quantity: bigint;
  date: string;
  item: string;
}): string =>
  `movement ${movement.line} ${movement.direction} ${movement.quantity} of ${movement.item} on ${movement.date}`;

export const valueText = (change: {
  line: string;
  component: string;
  amount: bigint;
  effective: string;
  posting: string;
}): string =>
  `value of ${change.line} ${change.component} ${change.amount} effective ${change.effective} posted ${change.posting}`;

export const journalText = (line: {
  date: string;
  account: string;
  amount: bigint;
  item?: string | undefined;
  vendor?: string | undefined;
  expense?: string | undefined;
  bank?: string | undefined;
  held?: bigint | undefined;
  department?: string | undefined;
  location?: string | undefined;
  project?: string | undefined;
}): string =>
  `journal ${line.date} ${line.account} ${line.amount} ${[line.item, line.vendor, line.expense, line.bank, line.held, line.department, line.location, line.project].map((about) => about ?? '').join('|')}`;

export const openText = ({ kind, line, part, vendor, item, quantity, amount, base }: OpenItem): string =>
  `open ${kind} ${[line, part, vendor, item].join('|')} by ${quantity}, ${amount}, ${base}`;

function differencesOf(number: string, should: FactsText, is: FactsText): string[] {
  const left = new Map<string, number>();
  for (const fact of is) left.set(fact, (left.get(fact) ?? 0) + 1);
  const missing = should.filter((fact) => {
    const count = left.get(fact) ?? 0;
    left.set(fact, count - 1);
    return count <= 0;
  });
  const beyond = [...left].filter(([, count]) => count > 0).map(([fact]) => fact);
  return [
    ...missing.map((fact) => `${number} should have ${fact}`),
    ...beyond.map((fact) => `${number} has ${fact}, which it should not`),
  ];
}
