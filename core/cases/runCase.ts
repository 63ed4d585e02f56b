import { NotAFigure } from '../exact/decimal.ts';
import { fold } from '../costing/fold.ts';
import { EMPTY_POOL, endOf, type LineId } from '../costing/pool.ts';
import { baseOrThrow, formatAmount, formatQuantity, type Quantity, quantityOrThrow } from '../exact/amounts.ts';
import { companyOf } from '../state/company.ts';
import { type Books, emptyBooks } from '../state/books.ts';
import { type Command, kindOf, type PostedDocument } from '../posting/kinds.ts';
import { decide } from '../posting/decide.ts';
import type { Decision, Posted } from '../state/decision.ts';
import { record } from '../posting/record.ts';
import { type Refusal, REFUSAL_REASONS, type RefusalReason } from '../state/refusal.ts';
import { asFields, type Fields, NotKnown, optionalText, textOf, textsOf } from '../reading/fields.ts';
import { citedCharge, WAREHOUSE } from '../state/caseStep.ts';
import { type CaseFile, parseCase } from './caseFile.ts';
import { factsOf, type StepFacts } from './facts.ts';
import { openingBooks } from './setting.ts';
import { documentsIn, readStep } from './steps.ts';

/** What a run of a case file found. No differences: it passed. */
export interface CaseReport {
  readonly title: string;
  readonly differences: readonly Difference[];
  /** What was posted, step by step. */
  readonly facts: readonly StepFacts[];
}

/** A step as the core took it: for others who take the same step to compare themselves with. */
export interface CaseStep {
  readonly where: string;
  /** The books before it. */
  readonly books: Books;
  readonly command: Command;
  readonly decision: Decision<PostedDocument>;
}

interface Difference {
  readonly step: string;
  readonly says: string;
}

interface Run {
  books: Books;
  numbers: Map<string, { document: string; charges: Map<string, LineId> }>;
  balances: Map<string, bigint>;
  differences: Difference[];
  facts: StepFacts[];
}

/** Runs the text of a case file from its first step to its last and compares every posting on the way. */
export function runCase(text: string): CaseReport {
  const steps = playCase(text);
  for (let next = steps.next(); ; next = steps.next()) if (next.done) return next.value;
}

/** Runs a case, and shows each of its steps on the way: the first with the books that it begins with. */
export function* playCase(text: string): Generator<CaseStep, CaseReport> {
  const run: Run = {
    books: emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '1900-01-01' })),
    numbers: new Map(),
    balances: new Map(),
    differences: [],
    facts: [],
  };
  let at = 'the file';
  let title = 'unreadable';
  try {
    const file = parseCase(text);
    title = file.title;
    at = 'the company';
    run.books = openingBooks(file);
    for (const [position, step] of file.steps.entries()) {
      at = `step ${position + 1}`;
      yield* runStep(run, step, at);
    }
    at = 'the end';
    compareEnd(run, file);
  } catch (problem) {
    run.differences.push({ step: at, says: problem instanceof Error ? problem.message : String(problem) });
  }
  return { title, differences: run.differences, facts: run.facts };
}

/** A step, document by document: the last is the step itself, what it states of another stands before it. */
function* runStep(run: Run, written: Fields, at: string): Generator<CaseStep> {
  const { step, reason } = expectedRefusal(written);
  const documents = documentsIn(step);
  for (const [position, document] of documents.entries()) {
    const last = position === documents.length - 1;
    const taken = takeStep(run, { ...document, refused: step.refused }, reason, at);
    if (!taken) return;
    const { where, books, decision } = taken;
    if (step.refused !== undefined && (last || !decision.accepted)) compareRefusal(run, taken, step, reason);
    else if (!decision.accepted) run.differences.push({ step: where, says: `refused: ${inWords(decision)}` });
    else {
      if (last) comparePosted(run, where, step, decision.posted);
      keep(run, taken, decision.posted);
    }
    yield { where, books, command: taken.command, decision };
    if (!decision.accepted) return;
  }
}

interface TakenStep extends CaseStep {
  readonly name: string;
}

function takeStep(run: Run, step: Fields, reason: RefusalReason | undefined, at: string): TakenStep | undefined {
  const read = readOrRefuse(run, step, reason, at);
  if (!read) return undefined;
  const { books } = run;
  return { ...read, where: `${at}, ${read.name}`, books, decision: decide(books, read.command) };
}

function compareRefusal(
  run: Run,
  { where, decision }: CaseStep,
  step: Fields,
  reason: RefusalReason | undefined,
): void {
  if (decision.accepted)
    run.differences.push({ step: where, says: `should be refused (${textOf(step, 'refused')}), but was posted` });
  else if (reason !== undefined && !decision.refusals.some((refusal) => refusal.reason === reason))
    run.differences.push({
      step: where,
      says: `should be refused as ${reason}, was refused as ${inWords(decision)}`,
    });
}

function comparePosted(run: Run, where: string, step: Fields, posted: Posted<PostedDocument>): void {
  comparePostings(run, where, step, posted);
  if (step.shares !== undefined) compareShares(run, where, asFields(step.shares, 'shares'), posted);
  run.facts.push({ step: where, ...factsOf(posted) });
}

function keep(run: Run, { name, books }: TakenStep, posted: Posted<PostedDocument>): void {
  const document = books.nextDocument.toString();
  const charges = kindOf(posted.document.kind).charges?.(posted.document, document);
  run.numbers.set(name, { document, charges: new Map(charges) });
  run.books = record(books, posted);
}

/** Why a step should be refused, where it names one of the reasons; a verb that has a reason of its own keeps it otherwise. */
function expectedRefusal(step: Fields): { step: Fields; reason: RefusalReason | undefined } {
  const reason = REFUSAL_REASONS.find((known) => known === step.reason);
  if (step.refused === undefined || reason === undefined) return { step, reason: undefined };
  const { reason: _, ...rest } = step;
  return { step: rest, reason };
}

const inWords = ({ refusals }: { refusals: readonly Refusal[] }): string =>
  refusals.map(({ reason, at, values }) => `${reason} at ${at} ${JSON.stringify(values)}`).join('; ');

/** A figure that cannot be kept (too many decimals) refuses its step, as it would a user's document. */
function readOrRefuse(
  run: Run,
  step: Fields,
  reason: RefusalReason | undefined,
  at: string,
): ReturnType<typeof readStep> | undefined {
  try {
    return readStep(step, run.numbers, run.books);
  } catch (problem) {
    if (!(problem instanceof RangeError) || step.refused === undefined) throw problem;
    const found = problem instanceof NotAFigure ? problem.problem : undefined;
    if (reason !== undefined && reason !== found)
      run.differences.push({ step: at, says: `should be refused as ${reason}: ${problem.message}` });
    return undefined;
  }
}

function comparePostings(run: Run, where: string, step: Fields, posted: Posted<PostedDocument>): void {
  const net = new Map<string, bigint>();
  for (const line of posted.entries.flatMap((entry) => entry.lines)) {
    net.set(line.account, (net.get(line.account) ?? 0n) + line.amount);
    run.balances.set(line.account, (run.balances.get(line.account) ?? 0n) + line.amount);
  }
  if (step.posts !== undefined) compareAccounts(run, where, asFields(step.posts, 'posts'), net);
}

function compareAccounts(run: Run, where: string, expected: Fields, actual: ReadonlyMap<string, bigint>): void {
  const { currency } = run.books.company;
  const stands = asNamed(expected, actual);
  for (const account of new Set([...Object.keys(expected), ...stands.keys()])) {
    const should = baseOrThrow(optionalText(expected, account) ?? '0', currency) as bigint;
    const is = stands.get(account) ?? 0n;
    if (should !== is) {
      run.differences.push({
        step: where,
        says: `${account} should be ${formatAmount(should, currency)}, is ${formatAmount(is, currency)}`,
      });
    }
  }
}

/** What a case calls grni is the sum of three accounts; it may name the other two by themselves. */
function asNamed(expected: Fields, actual: ReadonlyMap<string, bigint>): ReadonlyMap<string, bigint> {
  const named = new Map(actual);
  for (const part of ['billed-ahead', 'returns-to-credit']) {
    if (expected[part] !== undefined || !named.has(part)) continue;
    named.set('grni', (named.get('grni') ?? 0n) + (named.get(part) ?? 0n));
    named.delete(part);
  }
  return named;
}

function compareShares(run: Run, where: string, expected: Fields, posted: Posted<PostedDocument>): void {
  const { currency } = run.books.company;
  if (posted.document.kind !== 'allocation') throw new NotKnown('shares belong to an allocation');
  const given = new Map(posted.document.shares.map((share) => [share.charge, share.amounts]));
  for (const name of Object.keys(expected)) {
    const should = textsOf(expected, name).map((amount) => formatAmount(baseOrThrow(amount, currency), currency));
    const is = (given.get(citedCharge(name, run.numbers)) ?? []).map((amount) => formatAmount(amount, currency));
    if (should.join(' ') !== is.join(' '))
      run.differences.push({
        step: where,
        says: `shares of ${name} should be ${should.join(', ')}, are ${is.join(', ')}`,
      });
  }
}

function compareEnd(run: Run, file: CaseFile): void {
  const { currency } = run.books.company;
  compareAccounts(run, 'the end', file.expect.accounts, run.balances);
  compareFold(run);
  for (const [item, expected] of Object.entries(file.expect.stock)) {
    const pool = run.books.pools.get(item.includes('@') ? item : `${item}@${WAREHOUSE}`);
    const end = pool ? endOf(pool) : EMPTY_POOL;
    const should = `${formatQuantity(quantityOrThrow(expected.qty) as Quantity)} worth ${formatAmount(baseOrThrow(expected.value, currency), currency)}`;
    const is = `${formatQuantity(end.quantity)} worth ${formatAmount(end.value, currency)}`;
    if (should !== is)
      run.differences.push({ step: 'the end', says: `stock of ${item} should be ${should}, is ${is}` });
  }
}

/** Whatever the file expects, the books must be what folding every pool from its first movement says. */
function compareFold(run: Run): void {
  const { currency } = run.books.company;
  let inventory = 0n;
  for (const pool of run.books.pools.values()) {
    const folded = fold(pool.method, pool.checkpoints[0].state, pool, currency);
    const end = endOf(pool);
    inventory += end.value;
    if (!folded.ok || folded.end.quantity !== end.quantity || folded.end.value !== end.value) {
      run.differences.push({ step: 'the end', says: `the pool ${pool.id} is not what its movements fold to` });
    }
  }
  const balance = run.balances.get('inventory') ?? 0n;
  if (balance !== inventory) {
    run.differences.push({
      step: 'the end',
      says: `inventory is ${formatAmount(balance, currency)}, the pools hold ${formatAmount(inventory, currency)}`,
    });
  }
}
