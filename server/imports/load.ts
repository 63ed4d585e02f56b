import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { type EntryImport, type ImportKind, isEntryImport, MAY_IMPORT } from '@obolus/contract/imports';
import type { EntryFields } from '@obolus/contract/registers/register';
import type { Role } from '@obolus/contract/roles';
import { RefusedError, RequestError } from '../asking/failures.ts';
import { postDocument } from '../commands/runCommand.ts';
import { worded } from '../asking/wording.ts';
import { entriesByKey, keyOf, saveEntry, WrongEntry } from '../setUp/entries.ts';
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
    await manager.query("UPDATE import_row SET state = 'left out' WHERE import_id = ? AND state = 'wrong'", [id]);
    await manager.query("UPDATE import_batch SET state = 'loading', says = '' WHERE id = ?", [id]);
    await queueJob(manager, { id, kind: 'import', user: batch.user_id });
  });

/** Loads group by group, each a step of its own. */
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
  const loadGroup = isEntryImport(kind)
    ? await entryLoader(held, batch, kind)
    : await documentLoader(held, batch, kind);
  const groups: { group_no: number }[] = await source.query(
    "SELECT DISTINCT group_no FROM import_row WHERE import_id = ? AND state = 'staged' ORDER BY group_no",
    [job.id],
  );
  for (const [at, { group_no: group }] of groups.entries()) {
    const role = await standingOf(source.manager, batch.user_id, (one) =>
      (MAY_IMPORT[kind] as readonly Role[]).includes(one),
    );
    const rows: { fields: string }[] = await source.query(
      "SELECT fields FROM import_row WHERE import_id = ? AND group_no = ? AND state = 'staged' ORDER BY row_no",
      [job.id, group],
    );
    await loadGroup(
      group,
      rows.map((row) => JSON.parse(row.fields) as EntryFields),
      role,
    );
    await held.progress(at + 1, groups.length);
  }
  await held.step((manager) => manager.query("UPDATE import_batch SET state = 'loaded' WHERE id = ?", [job.id]));
}

function whyStopped(problem: unknown): readonly Message[] {
  if (problem instanceof RefusedError) return problem.refusals.flatMap((entry) => worded(entry, problem.names).says);
  if (problem instanceof WrongEntry)
    return problem.problems.flatMap(({ field, says }) => [message('imports.at_field', { field }), ...says]);
  return problem instanceof RequestError ? problem.says : [message('imports.stopped')];
}

type GroupLoader = (group: number, rows: readonly EntryFields[], role: Role) => Promise<void>;

/** Each entry and the mark of its line are one transaction, so that a line is never loaded twice. */
async function entryLoader(held: Held, batch: Batch, kind: EntryImport): Promise<GroupLoader> {
  const entries = await entriesByKey(held.source.manager, kind);
  return (group, rows, role) =>
    held.step(async (manager) => {
      for (const fields of rows) {
        await saveEntry(manager, kind, entries.get(keyOf(kind, fields))?.id, fields, {
          by: batch.user_id,
          role,
          at: sqlInstant(held.now()),
        });
      }
      await markLoaded(manager, batch.id, group);
    });
}

async function documentLoader(
  { source, now, today, fence }: Held,
  batch: Batch,
  kind: Exclude<ImportKind, EntryImport>,
): Promise<GroupLoader> {
  const lookups = await readLookups(source.manager);
  const { into, body } = DOCUMENT_IMPORTS[kind];
  return async (group, rows) => {
    await postDocument(source, into, body(rows, lookups) as BodyOf<typeof into>, {
      user: batch.user_id,
      key: `import:${batch.id}:${group}`,
      now,
      today: today(),
      first: fence,
    });
    await markLoaded(source.manager, batch.id, group);
  };
}

async function markLoaded(manager: EntityManager, id: string, group: number): Promise<void> {
  await manager.query(
    "UPDATE import_row SET state = 'loaded' WHERE import_id = ? AND group_no = ? AND state = 'staged'",
    [id, group],
  );
}
