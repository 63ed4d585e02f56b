import type { EntityManager, EntitySchema } from 'typeorm';
import type { EntryLine } from '@obolus/core/books/journal';
import { invariant } from '@obolus/core/exact/invariant';
import type { ValueChange } from '@obolus/core/costing/settlement';
import { ONE_TO_ONE } from '@obolus/core/exact/amounts';
import type { Command, PostedDocument } from '@obolus/core/posting/kinds';
import type { Changed } from '@obolus/contract/commands';
import { openedBy } from '@obolus/core/posting/record';
import { rateOn } from '@obolus/core/state/checks';
import type { Posted } from '@obolus/core/state/decision';
import type { Effects, NewMovement } from '@obolus/core/costing/effects';
import { billNumberKey } from '@obolus/core/purchasing/billNumber';
import { discountDay, dueDay, type Terms } from '@obolus/core/purchasing/terms';
import type { DocumentHeader, TableRows } from './documentRows.ts';
import type { Chart, LoadedBooks } from './load/loader.ts';
import { citing, dimensionColumns, keyOf } from './lineColumns.ts';
import { saveCommand } from './saveCommand.ts';
import { saveOpened, saveOpenedBack } from './saveOpen.ts';
import { savePools } from './savePools.ts';
import { SealedRows, sealKeysOf } from './sealing.ts';
import { searchWords } from './searchWords.ts';
import { facts, state } from './tables.ts';
import type { Pen, Writes } from './writes.ts';

/** What is not in the decision: who, when, under which number and key; and the rows of the document's own lines. */
export interface Entering {
  readonly id: string;
  readonly number: string;
  readonly key: string;
  readonly user: string;
  readonly at: string;
  readonly header: DocumentHeader;
  readonly terms: Terms;
  readonly rows: readonly TableRows[];
  readonly command: Command;
  /** The document whose changes of what is open are taken back just as they were. */
  readonly takesBack: string | undefined;
}

/** A document that is written, and is sealed last of all: `CALL seal_document`, with the key and the hash of all that was written. */
export type Seal = readonly [document: string, key: string, mac: string];

/** Appends a posted document with all that it caused, and brings its pools up to date; gives its seal and what of the books it changed. */
export async function savePosted(
  manager: EntityManager,
  pen: Pen,
  books: LoadedBooks,
  posted: Posted<PostedDocument>,
  entering: Entering,
): Promise<{ readonly seal: Seal; readonly changed: readonly Changed[] }> {
  const { settlement, entries } = posted;
  const [key] = sealKeysOf(manager.connection);
  invariant(key !== undefined, 'a key seals');
  const sealed = new SealedRows();
  const writes = pen.writes(sealed);
  await append(writes, facts.document, [documentRow(books, posted.document, entering)]);
  await saveCommand(manager, writes, books, entering);
  for (const { table, rows } of entering.rows) await append(writes, table, rows);
  await append(writes, state.searchWord, wordsOf(entering));
  await append(
    writes,
    facts.citation,
    touchedBy(posted).map((cited) => ({ document_id: entering.id, cited_id: cited })),
  );
  if (posted.sign === 1) await saveGoods(writes, books, posted.effects);
  await saveEntries(writes, books, posted, entering.id);
  await saveValueChanges(writes, books, posted, entering.id);
  await savePools(writes, books, settlement.pools);
  const opened = await (entering.takesBack === undefined
    ? saveOpened(writes, entering.id, openedBy(books, posted))
    : saveOpenedBack(manager, writes, entering.id, entering.takesBack));
  return {
    // Worked out while the database still takes the last rows.
    seal: [entering.id, key.id, sealed.mac(key)],
    changed: [
      ...opened,
      ...(settlement.pools.length > 0 || settlement.valueChanges.length > 0 ? (['stock'] as const) : []),
      ...(entries.some(({ lines }) => lines.length > 0) ? (['ledger'] as const) : []),
    ],
  };
}

/** What moved, and what was taken of what. */
async function saveGoods(writes: Writes, books: LoadedBooks, effects: Effects): Promise<void> {
  await append(
    writes,
    facts.movement,
    effects.movements.map((movement) => movementRow(movement, rowOf(books, movement.pool))),
  );
  await append(
    writes,
    facts.movementLot,
    effects.movements.flatMap(({ id, lots }) =>
      lots.map(({ lot, quantity, expires }, position) => ({
        ...keyOf(id),
        position,
        lot,
        quantity,
        expires: expires ?? null,
      })),
    ),
  );
  await append(
    writes,
    facts.taking,
    effects.takings.map(({ of, taking }) => ({
      ...keyOf(taking.line),
      ...citing('source', 'source_line_no', of),
      kind: taking.kind,
      date: taking.date,
      quantity: taking.quantity,
      into_pool_id: rowOf(books, taking.into),
      ...dimensionColumns(taking.dimensions ?? {}),
    })),
  );
}

async function saveEntries(
  writes: Writes,
  { chart }: LoadedBooks,
  { entries }: Posted<PostedDocument>,
  document: string,
): Promise<void> {
  await append(
    writes,
    facts.entry,
    entries.map((entry, position) => ({ document_id: document, entry_no: position + 1, date: entry.date })),
  );
  await append(
    writes,
    facts.journalLine,
    entries.flatMap((entry, position) =>
      entry.lines.map((line, at) => ({
        document_id: document,
        entry_no: position + 1,
        line_no: at + 1,
        account: line.account,
        account_id: accountOf(chart, line),
        date: entry.date,
        amount: line.amount,
        item_id: line.item ?? null,
        vendor_id: line.vendor ?? null,
        of_values: line.ofValues ? 1 : 0,
        expense: line.expense ?? null,
        bank_account_id: line.bank ?? null,
        held: line.held ?? null,
        ...dimensionColumns(line),
      })),
    ),
  );
}

function saveValueChanges(
  writes: Writes,
  books: LoadedBooks,
  { entries, settlement }: Posted<PostedDocument>,
  document: string,
): Promise<void> {
  const entryOf = new Map(entries.map((entry, position) => [entry.date, position + 1]));
  const changeRow = (change: ValueChange, position: number) => [
    document,
    position + 1,
    entryOf.get(change.posting) ?? 1,
    ...change.line.split('/'),
    rowOf(books, change.pool),
    change.component,
    change.amount,
    change.effective,
    change.posting,
    ...givenColumns(change),
  ];
  return writes.insert(facts.valueChange.options.name, VALUE_CHANGE_COLUMNS, settlement.valueChanges.map(changeRow));
}

const rowOf = ({ poolRows }: LoadedBooks, pool: string | undefined): string | null =>
  pool === undefined ? null : (poolRows.get(pool) ?? null);

/** The documents on which it rests, and which are shown with it. */
export const touchedBy = ({ cites }: Posted<PostedDocument>): string[] => cites.filter((cited) => cited !== '');

const wordsOf = ({ id, number, header }: Entering) =>
  searchWords([
    number,
    header.reference ?? '',
    billNumberKey(header.reference ?? ''),
    header.shipment ?? '',
    header.customer ?? '',
  ]).map((word) => ({
    word,
    document_id: id,
  }));

function documentRow(
  books: LoadedBooks,
  document: PostedDocument,
  { id, number, key, user, at, header, terms }: Entering,
): object {
  const currency = header.currency ?? books.company.currency;
  const hasDiscount = header.isOwed && !header.inParts;
  return {
    id,
    kind: document.kind,
    number,
    date: document.date,
    vendor_id: header.vendor ?? null,
    customer: header.customer ?? null,
    warehouse_id: header.warehouse ?? null,
    currency,
    rate: rateOn(books, currency, document.date) ?? ONE_TO_ONE,
    reference: header.reference ?? '',
    due_day: header.isOwed ? (header.due ?? dueDay(terms, document.date)) : null,
    discount_day: (hasDiscount && discountDay(terms, document.date)) || null,
    discount: (hasDiscount && terms.discount?.part) || null,
    note: header.note ?? '',
    entered_by: user,
    entered_at: at,
    idempotency_key: key,
  };
}

function movementRow(movement: NewMovement, pool: string | null): object {
  const { back } = movement;
  const from = back
    ? { ...citing('back', 'back_line_no', back.of), back_day: back.date, back_price: back.price }
    : NO_BACK;
  return {
    ...keyOf(movement.id),
    pool_id: pool,
    date: movement.date,
    direction: movement.direction,
    quantity: movement.quantity,
    purpose: movement.purpose,
    party: movement.party ?? null,
    ...dimensionColumns(movement.dimensions ?? {}),
    ...from,
  };
}

const NO_BACK = { back_id: null, back_line_no: null, back_day: null, back_price: null };

const VALUE_CHANGE_COLUMNS = [
  'document_id',
  'change_no',
  'entry_no',
  'line_document_id',
  'line_no',
  'pool_id',
  'component',
  'amount',
  'effective',
  'posting',
  'shared',
  'against',
  'vendor_id',
  'about_item_id',
  'department',
  'location',
  'project',
];

/** What the document itself said of a change; a late cost makes many that only follow from it. */
function givenColumns({ given, shared }: ValueChange): unknown[] {
  if (given === undefined) return FOLLOWS;
  const { vendor, item, department, location, project } = given.about;
  return [
    shared ? 1 : 0,
    given.against,
    vendor ?? null,
    item ?? null,
    department ?? null,
    location ?? null,
    project ?? null,
  ];
}

const FOLLOWS = [0, null, null, null, null, null, null];

/** The account of the chart that a line is on; an expense may have one of its own. */
export function accountOf(
  { postings, expenses }: Chart,
  { account, expense }: Pick<EntryLine, 'account' | 'expense'>,
): string {
  const own = account === 'expense' && expense !== undefined ? expenses.get(expense) : undefined;
  const id = own ?? postings.get(account);
  invariant(id !== undefined, `postings to ${account} have an account`);
  return id;
}

function append(writes: Writes, table: EntitySchema, rows: readonly object[]): Promise<void> {
  return writes.insert(
    table.options.name,
    Object.keys(rows[0] ?? {}),
    rows.map((row) => Object.values(row) as unknown[]),
  );
}
