import type { EntityManager } from 'typeorm';
import { fromCanonicalText } from '@obolus/core/exact/canonical';
import type { OpenKind } from '@obolus/core/openItems/openItem';
import type { Command } from '@obolus/core/posting/kinds';
import { RULES } from '@obolus/core/posting/rules';
import {
  beginning,
  decideAgain,
  type FactsText,
  journalText,
  type KeptCommand,
  movementText,
  openText,
  valueText,
} from '@obolus/core/proof/replay';
import type { BasisEntry, BasisPart } from '@obolus/core/state/basis';
import type { Books } from '@obolus/core/state/books';
import { hashOfVersion } from '../storage/saveCommand.ts';
import { groupBy } from '../storage/groupBy.ts';

type Row = Readonly<Record<string, string | null>>;

/** Documents that are read and decided at once. */
const AT_ONCE = 500;

/** Books as the replay has them after some of their documents. */
export interface Place {
  /** The last of them. */
  readonly document: string;
  /** How many they are. */
  readonly count: number;
  readonly books: Books;
}

interface Replaying {
  /** Where a replay of before had come to: what it decided is not decided once more. */
  readonly from?: Place | undefined;
  /** Is told of each place that was come to without a difference, and at last of the end. */
  readonly reached?: (place: Place, isEnd: boolean) => Promise<void>;
  readonly atOnce?: number;
}

/**
 * Decides every document of the books again, from its command and what was set up then, and says everything that differs from the
 * facts that stand: nothing where each is what was decided. The books are read in one snapshot, some documents at a time.
 */
export async function replayBooks(
  manager: EntityManager,
  { from, reached, atOnce = AT_ONCE }: Replaying = {},
): Promise<{ documents: number; differences: string[] }> {
  const undecided = await findUndecided(manager);
  if (undecided.length > 0) return { documents: 0, differences: undecided };
  const differences: string[] = [];
  let place = from ?? { document: '0', count: 0, books: beginning() };
  let documents = 0;
  for (;;) {
    const { commands, baseless } = await readCommands(manager, place.document, atOnce);
    if (baseless.length > 0)
      return {
        documents,
        differences: [
          ...differences,
          ...baseless.map((number) => `${number} was decided on something set up that is not as it was kept`),
        ],
      };
    const [first, last] = [commands[0], commands.at(-1)];
    if (!first || !last) {
      if (documents > 0 && differences.length === 0) await reached?.(place, true);
      return { documents, differences };
    }
    const facts = await readFacts(manager, [first.document, last.document]);
    let { books } = place;
    for (const kept of commands) {
      const again = decideAgain(books, kept, facts.get(kept.document) ?? []);
      documents += 1;
      differences.push(...again.differences);
      if (!again.books) return { documents, differences };
      books = again.books;
    }
    place = { document: last.document, count: place.count + commands.length, books };
    if (differences.length === 0) await reached?.(place, false);
  }
}

/** Documents that cannot be decided again: without a command, or by other rules than these. */
async function findUndecided(manager: EntityManager): Promise<string[]> {
  const uncommanded: Row[] = await manager.query(
    'SELECT d.number FROM document d LEFT JOIN command c ON c.document_id = d.id WHERE c.document_id IS NULL ORDER BY d.id',
  );
  if (uncommanded.length > 0) return uncommanded.map(({ number }) => `${number} has no command`);
  const [older] = (await manager.query(
    'SELECT d.number, c.rules FROM command c JOIN document d ON d.id = c.document_id WHERE c.rules <> ? LIMIT 1',
    [RULES],
  )) as Row[];
  return older ? [`${older.number} was decided by rules ${older.rules}, these are rules ${RULES}`] : [];
}

/** Whether a version says what it is called by. */
const isAsKept = (row: Row): boolean => hashOfVersion(row.part ?? '', row.which_id ?? '', row.body ?? '') === row.hash;

/** The next commands after a document, in their order, and the numbers of those that rest on a version that is gone or says something else. */
async function readCommands(
  manager: EntityManager,
  after: string,
  count: number,
): Promise<{ commands: KeptCommand[]; baseless: string[] }> {
  const rows: Row[] = await manager.query(
    'SELECT c.*, d.number FROM command c JOIN document d ON d.id = c.document_id WHERE c.document_id > ? ORDER BY c.document_id LIMIT ?',
    [after, count],
  );
  const hashesOf = (row: Row) => (row.basis ?? '').split(' ');
  const hashes = [...new Set(rows.flatMap(hashesOf))];
  const versions: Row[] =
    hashes.length === 0 ? [] : await manager.query('SELECT * FROM set_up_version WHERE hash IN (?)', [hashes]);
  const entries = new Map(
    versions
      .filter(isAsKept)
      .map((row) => [
        row.hash ?? '',
        { part: row.part as BasisPart, which: row.which_id ?? '', value: fromCanonicalText(row.body ?? '') },
      ]),
  );
  const commands = rows.map((row) => ({
    document: String(row.document_id),
    number: row.number ?? '',
    today: row.today ?? '',
    command: fromCanonicalText(row.body ?? '') as Command,
    basis: hashesOf(row).flatMap((hash): readonly BasisEntry[] => {
      const entry = entries.get(hash);
      return entry ? [entry] : [];
    }),
  }));
  const baseless = rows.filter((row) => hashesOf(row).some((hash) => !entries.has(hash)));
  return { commands, baseless: baseless.map(({ number }) => number ?? '') };
}

/** The facts of each document from one to another, in the words of the replay. */
async function readFacts(
  manager: EntityManager,
  documents: readonly [first: string, last: string],
): Promise<ReadonlyMap<string, FactsText>> {
  const read = (what: string): Promise<Row[]> =>
    manager.query(`SELECT * FROM ${what} WHERE document_id BETWEEN ? AND ?`, [...documents]);
  const movements: Row[] = await manager.query(
    'SELECT m.*, p.item_id FROM movement m JOIN pool p ON p.id = m.pool_id WHERE m.document_id BETWEEN ? AND ?',
    [...documents],
  );
  const [values, lines, opened] = [await read('value_change'), await read('journal_line'), await read('open_change')];
  const facts = [
    ...movements.map((row) => ({
      document: row.document_id,
      text: movementText({
        line: `${row.document_id}/${row.line_no}`,
        direction: String(row.direction),
        quantity: BigInt(row.quantity ?? 0),
        date: String(row.date),
        item: String(row.item_id),
      }),
    })),
    ...values.map((row) => ({
      document: row.document_id,
      text: valueText({
        line: `${row.line_document_id}/${row.line_no}`,
        component: String(row.component),
        amount: BigInt(row.amount ?? 0),
        effective: String(row.effective),
        posting: String(row.posting),
      }),
    })),
    ...lines.map((row) => ({
      document: row.document_id,
      text: journalText({
        date: String(row.date),
        account: String(row.account),
        amount: BigInt(row.amount ?? 0),
        item: row.item_id ?? undefined,
        vendor: row.vendor_id ?? undefined,
        expense: row.expense ?? undefined,
        bank: row.bank_account_id ?? undefined,
        held: row.held == null ? undefined : BigInt(row.held),
        department: row.department ?? undefined,
        location: row.location ?? undefined,
        project: row.project ?? undefined,
      }),
    })),
    ...opened.map((row) => ({
      document: row.document_id,
      text: openText({
        kind: row.kind as OpenKind,
        line: `${row.line_document_id}/${row.line_no}`,
        part: String(row.part),
        vendor: row.vendor_id ?? '',
        item: row.item_id ?? '',
        quantity: BigInt(row.quantity ?? 0),
        amount: BigInt(row.amount ?? 0),
        base: BigInt(row.base_amount ?? 0),
      }),
    })),
  ];
  return new Map(
    [...groupBy(facts, ({ document }) => String(document))].map(([document, found]) => [
      document,
      found.map(({ text }) => text),
    ]),
  );
}
