import type { DataSource, EntityManager } from 'typeorm';
import type { Logger } from 'pino';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { type EntryImport, type ImportKind, isEntryImport } from '@obolus/contract/imports';
import type { EntryFields } from '@obolus/contract/registers/register';
import type { Role } from '@obolus/contract/roles';
import { RefusedError, RequestError } from '../asking/failures.ts';
import { postDocument } from '../commands/runCommand.ts';
import { worded } from '../asking/wording.ts';
import { entriesByKey, keyOf, saveEntry, WrongEntry } from '../setUp/entries.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';
import { DOCUMENT_IMPORTS, readLookups } from './documents.ts';

const LEASE_SECONDS = 30;

interface Batch {
  readonly id: string;
  readonly user_id: string;
  readonly role: Role;
  readonly kind: ImportKind;
}

interface Worker {
  readonly source: DataSource;
  readonly log: Logger;
  readonly now: () => Date;
}

/**
 * Starts loading a staged import, or goes on with one that stopped. Refused while a line is wrong, unless wrong lines are
 * to be left out. The work goes on by itself; a kill in the middle loses nothing, for each document posts under its own key.
 */
export async function startImport(
  worker: Worker,
  id: string,
  leaveOutWrong: boolean,
  load: (worker: Worker, id: string) => Promise<void> = inBackground,
): Promise<void> {
  await transaction(worker.source, async (manager) => {
    const [batch] = (await manager.query('SELECT state FROM import_batch WHERE id = ? FOR UPDATE', [id])) as {
      state: string;
    }[];
    if (!batch) throw new RequestError(404, 'Not found', 'There is no such import.');
    if (batch.state === 'loaded') return;
    const [wrong] = (await manager.query(
      "SELECT COUNT(*) AS n FROM import_row WHERE import_id = ? AND state = 'wrong'",
      [id],
    )) as { n: string }[];
    if (Number(wrong?.n) > 0 && !leaveOutWrong) {
      throw new RequestError(
        422,
        'Refused',
        `${wrong?.n} lines are wrong: correct the file and stage it again, or leave them out.`,
      );
    }
    await manager.query("UPDATE import_row SET state = 'left out' WHERE import_id = ? AND state = 'wrong'", [id]);
    await manager.query("UPDATE import_batch SET state = 'loading', says = '' WHERE id = ?", [id]);
  });
  await load(worker, id);
}

const inBackground = (worker: Worker, id: string): Promise<void> => {
  void loadImport(worker, id);
  return Promise.resolve();
};

/** At the start of a server: goes on with what another, or an earlier, left in the middle. */
export async function resumeImports(worker: Worker): Promise<void> {
  const rows: { id: string }[] = await worker.source.query(
    "SELECT id FROM import_batch WHERE state = 'loading' AND (lease_until IS NULL OR lease_until < UTC_TIMESTAMP(6))",
  );
  for (const { id } of rows) void loadImport(worker, id);
}

/** Loads group by group under a lease that each group renews; another instance may take over when it runs out. */
export async function loadImport(worker: Worker, id: string): Promise<void> {
  try {
    if (!(await takeLease(worker.source, id, false))) return;
    const [batch] = (await worker.source.query(
      'SELECT b.id, b.user_id, b.kind, u.role FROM import_batch b JOIN user_account u ON u.id = b.user_id WHERE b.id = ?',
      [id],
    )) as Batch[];
    if (!batch) return;
    const { kind } = batch;
    const loadGroup = isEntryImport(kind)
      ? await entryLoader(worker, batch, kind)
      : await documentLoader(worker, batch, kind);
    const groups: { group_no: number }[] = await worker.source.query(
      "SELECT DISTINCT group_no FROM import_row WHERE import_id = ? AND state = 'staged' ORDER BY group_no",
      [id],
    );
    for (const { group_no: group } of groups) {
      await takeLease(worker.source, id, true);
      const rows: { row_no: number; fields: string }[] = await worker.source.query(
        "SELECT row_no, fields FROM import_row WHERE import_id = ? AND group_no = ? AND state = 'staged' ORDER BY row_no",
        [id, group],
      );
      await loadGroup(
        group,
        rows.map((row) => JSON.parse(row.fields) as EntryFields),
      );
    }
    await worker.source.query("UPDATE import_batch SET state = 'loaded', lease_until = NULL WHERE id = ?", [id]);
  } catch (problem) {
    const says = whyStopped(problem);
    worker.log.error({ err: problem, import: id }, 'an import stopped');
    await worker.source
      .query("UPDATE import_batch SET state = 'stopped', says = ?, lease_until = NULL WHERE id = ?", [
        says.slice(0, 500),
        id,
      ])
      .catch(() => undefined);
  }
}

async function takeLease(source: DataSource, id: string, held: boolean): Promise<boolean> {
  const free = held ? '' : 'AND (lease_until IS NULL OR lease_until < UTC_TIMESTAMP(6))';
  const result = (await source.query(
    `UPDATE import_batch SET lease_until = UTC_TIMESTAMP(6) + INTERVAL ${LEASE_SECONDS} SECOND WHERE id = ? AND state = 'loading' ${free}`,
    [id],
  )) as { affectedRows: number };
  return result.affectedRows > 0;
}

function whyStopped(problem: unknown): string {
  if (problem instanceof RefusedError)
    return problem.refusals.map((entry) => worded(entry, problem.names).says).join(' ');
  if (problem instanceof WrongEntry) return problem.problems.map(({ field, says }) => `${field}: ${says}`).join('; ');
  return 'The load stopped: start it again to go on.';
}

type GroupLoader = (group: number, rows: readonly EntryFields[]) => Promise<void>;

/** Each entry and the mark of its line are one transaction, so that a line is never loaded twice. */
async function entryLoader({ source, now }: Worker, batch: Batch, kind: EntryImport): Promise<GroupLoader> {
  const entries = await entriesByKey(source.manager, kind);
  return (group, rows) =>
    transaction(source, async (manager) => {
      for (const fields of rows) {
        await saveEntry(manager, kind, entries.get(keyOf(kind, fields))?.id, fields, {
          by: batch.user_id,
          role: batch.role,
          at: sqlInstant(now()),
        });
      }
      await markLoaded(manager, batch.id, group);
    });
}

async function documentLoader(
  worker: Worker,
  batch: Batch,
  kind: Exclude<ImportKind, EntryImport>,
): Promise<GroupLoader> {
  const lookups = await readLookups(worker.source.manager);
  const { into, body } = DOCUMENT_IMPORTS[kind];
  return async (group, rows) => {
    await postDocument(worker.source, into, body(rows, lookups) as BodyOf<typeof into>, {
      user: batch.user_id,
      key: `import:${batch.id}:${group}`,
      now: worker.now,
      today: worker.now().toISOString().slice(0, 10),
    });
    await markLoaded(worker.source.manager, batch.id, group);
  };
}

async function markLoaded(manager: EntityManager, id: string, group: number): Promise<void> {
  await manager.query(
    "UPDATE import_row SET state = 'loaded' WHERE import_id = ? AND group_no = ? AND state = 'staged'",
    [id, group],
  );
}
