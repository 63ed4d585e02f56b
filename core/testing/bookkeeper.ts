import type { AccountKey } from '../books/accounts.ts';
import { fold } from '../costing/fold.ts';
import { endOf, type Pool } from '../costing/pool.ts';
import { type Source, split, type TakingKind } from '../costing/taking.ts';
import { estimateLeft } from '../charges/estimate.ts';
import { leftOf } from '../charges/allocation/decide.ts';
import { openAmounts } from '../state/billedAmounts.ts';
import type { Books } from '../state/books.ts';
import type { Command, PostedDocument } from '../posting/kinds.ts';
import { decide } from '../posting/decide.ts';
import type { Decision } from '../state/decision.ts';
import { record } from '../posting/record.ts';
import { firstOf } from './history.ts';

/** Keeps books in a test: posts commands one after the other and sums the accounts. */
export class Bookkeeper {
  books: Books;
  readonly balances = new Map<AccountKey, bigint>();

  constructor(books: Books) {
    this.books = books;
  }

  /** Posts a command if it is accepted; gives the document's number, or undefined. */
  try(command: Command): string | undefined {
    const number = this.books.nextDocument.toString();
    const decision: Decision<PostedDocument> = decide(this.books, command);
    if (!decision.accepted) return undefined;
    for (const line of decision.posted.entries.flatMap((entry) => entry.lines)) {
      this.balances.set(line.account, this.balance(line.account) + line.amount);
    }
    this.books = record(this.books, decision.posted);
    return number;
  }

  post(command: Command): string {
    const number = this.try(command);
    if (number !== undefined) return number;
    const decision: Decision<PostedDocument> = decide(this.books, command);
    throw new Error(decision.accepted ? 'accepted after all' : JSON.stringify(decision.refusals));
  }

  /** Why a command would be refused, each with where; nothing where it would not be. */
  refusals(command: Command): string[] {
    const decision: Decision<PostedDocument> = decide(this.books, command);
    return decision.accepted ? [] : decision.refusals.map(({ reason, at }) => `${reason} ${at}`);
  }

  balance(account: AccountKey): bigint {
    return this.balances.get(account) ?? 0n;
  }

  accounts(): Record<string, bigint> {
    return Object.fromEntries(
      [...this.balances].filter(([, balance]) => balance !== 0n).sort(([a], [b]) => (a < b ? -1 : 1)),
    );
  }
}

/** What the accounts must hold, worked out from the lines and pools alone: nothing of it comes from the journal. */
export function expectedBalances(books: Books): Partial<Record<AccountKey, bigint>> {
  const sum = <Value>(values: Iterable<Value>, of: (value: Value) => bigint) =>
    [...values].reduce((total, value) => total + of(value), 0n);
  const sources = [...books.sources.values()];
  const taken = (source: Source, kinds: readonly TakingKind[]) => {
    const parts = split(source.value, source.quantity, source.takings);
    return source.takings.reduce(
      (total, { kind }, at) => (kinds.includes(kind) ? total + (parts[at] ?? 0n) : total),
      0n,
    );
  };
  const of = (purpose: Source['purpose']) => sources.filter((source) => source.purpose === purpose);
  const kinds = (line: { estimates: readonly { kind: string }[] }) => [
    ...new Set(line.estimates.map(({ kind }) => kind)),
  ];
  return {
    inventory: sum(books.pools.values(), (pool) => endOf(pool).value),
    'shipped-not-billed': sum(of('delivered'), (source) => source.value - taken(source, ['invoiced', 'given-back'])),
    'cost-of-goods': sum(
      of('delivered'),
      (source) => taken(source, ['invoiced']) - taken(source, ['given-back-invoiced']),
    ),
    'goods-in-transit': sum(of('moved'), (source) => source.value - taken(source, ['arrived', 'lost'])),
    'work-in-process': 0n,
    'charges-to-allocate': sum(books.charges.values(), leftOf),
    'accrued-charges': -sum(books.receiptLines.values(), (line) =>
      sum(kinds(line), (kind) => estimateLeft(line, kind)),
    ),
    payables: -sum(books.payables.values(), (payable) => payable.base - sum(payable.paid, (part) => part.base)),
    prepayments: sum(
      books.prepayments.values(),
      (prepayment) => prepayment.base - sum([...prepayment.used, ...prepayment.refunded], (part) => part.base),
    ),
    'expected-credits': sum(
      books.creditable.values(),
      ({ expected, credits }) => expected.base - sum(credits, (credit) => credit.expectedBase),
    ),
    grni: -sum(books.receiptLines.values(), (line) => openAmounts(line).cleared),
    'billed-ahead': sum(books.orderLines.values(), (line) =>
      sum(line.aheads, (ahead) => ahead.base + ahead.tax - sum(ahead.taken, (part) => part.base + part.tax)),
    ),
    'returns-to-credit': sum(books.creditable.values(), (line) =>
      line.kind === 'return' ? line.base - sum(line.credits, (credit) => credit.base) : 0n,
    ),
  };
}

/** Folds a pool from its first movement, and says where it is not what the books hold, also at every state kept on the way. */
export function foldedDifferently(pool: Pool, currency: string): string[] {
  const [first, ...kept] = pool.checkpoints;
  const wrong: string[] = [];
  const whole = fold(pool.method, first.state, pool, currency);
  if (!whole.ok) return [`${pool.id} is short at ${whole.short.movement}`];
  for (const [at, { id }] of pool.movements.entries()) {
    const value = whole.values.get(id);
    if (value !== pool.values[at])
      wrong.push(`${pool.id}: ${id} should be worth ${value}, is worth ${pool.values[at]}`);
  }
  for (const checkpoint of kept) {
    const until = pool.movements.findIndex(
      (movement) => movement.date === checkpoint.date && movement.place === checkpoint.place,
    );
    const part = fold(pool.method, first.state, firstOf(pool, until + 1), currency);
    if (!part.ok || show(part.end) !== show(checkpoint.state))
      wrong.push(`${pool.id}: the state after ${checkpoint.date} ${checkpoint.place} is wrong`);
  }
  if (show(whole.end) !== show(endOf(pool))) wrong.push(`${pool.id}: the end is wrong`);
  if (whole.end.quantity < 0n) wrong.push(`${pool.id} holds less than nothing`);
  return wrong;
}

/** The books without what a document and its reversal leave behind on purpose: their numbers, and pools that are empty again. */
export function comparable(books: Books): Record<string, string> {
  const { nextDocument: _, documents: __, suspense: ___, bankMoves: ____, pools, ...rest } = books;
  const held = [...pools.values()].filter(
    (pool) => pool.movements.some(({ purpose }) => purpose !== 'revalued') || pool.writeDowns.length > 0,
  );
  const shown = held
    .map((pool) =>
      show([pool.id, pool.movements, pool.values, pool.writeDowns, pool.checkpoints[pool.checkpoints.length - 1]]),
    )
    .sort();
  return {
    pools: shown.join('\n'),
    ...Object.fromEntries(Object.entries(rest).map(([key, value]) => [key, show(value)])),
  };
}

/** Plain text of a value with whole numbers in it, to compare. */
export const show = (value: unknown): string =>
  JSON.stringify(value, (_, entry: unknown) => {
    if (typeof entry === 'bigint') return `${entry}n`;
    return entry instanceof Map ? [...(entry as Map<string, unknown>)].sort(([a], [b]) => (a < b ? -1 : 1)) : entry;
  });
