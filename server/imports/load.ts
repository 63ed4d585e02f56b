import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { type EntryImport, type ImportKind, isEntryImport, MAY_IMPORT } from '@obolus/contract/imports';
import type { EntryFields } from '@obolus/contract/registers/register';
import type { Role } from '@obolus/contract/roles';
import { RefusedError, RequestError } from '../asking/failures.ts';
import { postDocument } from '../commands/runCommand.ts';
import { worded } from '../asking/wording.ts';
import { entriesByKey, keyOf, WrongEntry } from '../setUp/entries.ts';
import { saveEntries } from '../setUp/saveEntries.ts';
import type { Held, JobKind } from '../jobs/job.ts';
import { queueJob } from '../jobs/queue.ts';
import { standingOf } from '../signIn/standing.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';
import { DOCUMENT_IMPORTS, readLookups } from './documents.ts';
import { type Message, message } from '@obolus/messages/message';
import { keptSays } from '../storage/said.ts';

interface Batch {
  readonly id: string;
  readonly user_id: string;
  readonly kind: ImportKind;
}

/**
 * Starts loading a staged import, or goes on with one that stopped. Refused while a line is wrong, unless wrong lines are
 * to be left out. The work is a job; a kill in the middle loses nothing, for each document posts under its own key.
 */
export const startImport = (source: DataSource, id: string, leaveOutWrong: boolean): Promise<void> =>
  transaction(source, async (manager) => {
    const [batch] = (await manager.query('SELECT state, user_id FROM import_batch WHERE id = ? FOR UPDATE', [id])) as {
      state: string;
      user_id: string;
    }[];
    if (!batch) throw new RequestError(404, 'problem.no_such_import');
    if (batch.state === 'loaded') return;
    const [wrong] = (await manager.query(
      "SELECT COUNT(*) AS n FROM import_row WHERE import_id = ? AND state = 'wrong'",
      [id],
    )) as { n: string }[];
    if (Number(wrong?.n) > 0 && !leaveOutWrong) {
      throw new RequestError(422, 'imports.wrong_lines', { count: Number(wrong?.n) });
    }
    await manager.query("UPDATE import_row SET state = 'left-out' WHERE import_id = ? AND state = 'wrong'", [id]);
    await manager.query("UPDATE import_batch SET state = 'loading', says = '' WHERE id = ?", [id]);
    await queueJob(manager, { id, kind: 'import', user: batch.user_id });
  });

/** Loads group by group, in steps of their own: a document, or some hundred entries. */
export const imports: JobKind = {
  run: loadImport,
  async ended(manager, { id }, says) {
    await manager.query("UPDATE import_batch SET state = 'stopped', says = ? WHERE id = ?", [keptSays(says), id]);
  },
  why: whyStopped,
};

async function loadImport(held: Held): Promise<void> {
  const { source, job } = held;
  const [batch] = (await source.query('SELECT id, user_id, kind FROM import_batch WHERE id = ?', [job.id])) as Batch[];
  if (!batch) return;
  const { kind } = batch;
  const load = isEntryImport(kind) ? await entryLoader(held, batch, kind) : await documentLoader(held, batch, kind);
  const groups: { group_no: number }[] = await source.query(
    "SELECT DISTINCT group_no FROM import_row WHERE import_id = ? AND state = 'staged' ORDER BY group_no",
    [job.id],
  );
  const atOnce = isEntryImport(kind) ? ENTRIES_AT_ONCE : 1;
  for (let from = 0; from < groups.length; from += atOnce) {
    const role = await standingOf(source.manager, batch.user_id, (one) =>
      (MAY_IMPORT[kind] as readonly Role[]).includes(one),
    );
    const some = groups.slice(from, from + atOnce);
    const rows: { group_no: number; fields: string }[] = await source.query(
      "SELECT group_no, fields FROM import_row WHERE import_id = ? AND group_no BETWEEN ? AND ? AND state = 'staged' ORDER BY row_no",
      [job.id, some[0]?.group_no, some.at(-1)?.group_no],
    );
    await load(
      rows.map(({ group_no: group, fields }) => ({ group, fields: JSON.parse(fields) as EntryFields })),
      role,
    );
    await held.progress(from + some.length, groups.length);
  }
  await held.step((manager) => manager.query("UPDATE import_batch SET state = 'loaded' WHERE id = ?", [job.id]));
}

function whyStopped(problem: unknown): readonly Message[] {
  if (problem instanceof RefusedError) return problem.refusals.flatMap((entry) => worded(entry, problem.names).says);
  if (problem instanceof WrongEntry)
    return problem.problems.flatMap(({ field, says }) => [message('imports.at_field', { field }), ...says]);
  return problem instanceof RequestError ? problem.says : [message('imports.stopped')];
}

interface LoadedRow {
  readonly group: number;
  readonly fields: EntryFields;
}

/** Loads rows of whole groups. */
type Loader = (rows: readonly LoadedRow[], role: Role) => Promise<void>;

/** So many entries are one transaction: few enough that nobody waits for it, and the record of changes has a turn to take per transaction. */
const ENTRIES_AT_ONCE = 500;

/**
 * Entries and the marks of their lines are one transaction, so that no line is loaded twice. Where one of many cannot be kept, each
 * is tried by itself: those before it are loaded, and what is said is of that one.
 */
async function entryLoader(held: Held, batch: Batch, kind: EntryImport): Promise<Loader> {
  const entries = await entriesByKey(held.source.manager, kind);
  const load = (rows: readonly LoadedRow[], role: Role) =>
    held.step(async (manager) => {
      const said = rows.map(({ fields }) => ({ id: entries.get(keyOf(kind, fields))?.id, fields }));
      await saveEntries(manager, kind, said, { by: batch.user_id, role, at: sqlInstant(held.now()) });
      await markLoaded(manager, batch.id, rows);
    });
  return async (rows, role) => {
    try {
      await load(rows, role);
    } catch (problem) {
      if (!(problem instanceof WrongEntry) || rows.length === 1) throw problem;
      for (const row of rows) await load([row], role);
    }
  };
}

async function documentLoader(
  { source, now, today, fence }: Held,
  batch: Batch,
  kind: Exclude<ImportKind, EntryImport>,
): Promise<Loader> {
  const lookups = await readLookups(source.manager);
  const { into, body } = DOCUMENT_IMPORTS[kind];
  return async (rows) => {
    const [{ group } = { group: 0 }] = rows;
    const fields = rows.map((row) => row.fields);
    await postDocument(source, into, body(fields, lookups) as BodyOf<typeof into>, {
      user: batch.user_id,
      key: `import:${batch.id}:${group}`,
      now,
      today: today(),
      first: fence,
    });
    await markLoaded(source.manager, batch.id, rows);
  };
}

/** Of all groups from the first row's to the last one's, which follow each other. */
async function markLoaded(manager: EntityManager, id: string, rows: readonly LoadedRow[]): Promise<void> {
  await manager.query(
    "UPDATE import_row SET state = 'loaded' WHERE import_id = ? AND group_no BETWEEN ? AND ? AND state = 'staged'",
    [id, rows[0]?.group, rows.at(-1)?.group],
  );
}
