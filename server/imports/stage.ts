import { createHash } from 'node:crypto';
import { parse } from 'csv-parse/sync';
import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/commands';
import type { ImportKind } from '@obolus/contract/roles';
import type { ImportView } from '@obolus/contract/views';
import { RequestError } from '../commands/failures.ts';
import { previewDocument } from '../commands/runCommand.ts';
import { groupBy } from '../storage/groupBy.ts';
import { transaction } from '../storage/transaction.ts';
import { checkRequired, IMPORTS, readLookups, type DocumentImport, type Fields, type Lookups, type RowImport, type RowProblem } from './kinds.ts';

const MOST_ROWS = 20_000;

interface StagedRow {
  readonly fields: Fields;
  readonly problems: RowProblem[];
  readonly group: number;
}

/** Reads a CSV file, checks every line, and keeps both; nothing is loaded. Staging the same file again under the same id changes nothing. */
export async function stageImport(
  source: DataSource,
  user: string,
  id: string,
  file: { kind: ImportKind; fileName: string; text: string },
): Promise<ImportView> {
  const checksum = createHash('sha256').update(file.text).digest('hex');
  const kind = IMPORTS[file.kind];
  const read = readRows(file.text, [...kind.required, ...kind.optional], kind.required);
  const lookups = await readLookups(source.manager);
  const rows = kind.into === 'rows' ? checkRows(kind, read, lookups) : await checkDocuments(source, user, kind, read, lookups);
  await transaction(source, async (manager) => {
    const [known] = (await manager.query('SELECT user_id, checksum FROM import_batch WHERE id = ? FOR UPDATE', [id])) as {
      user_id: string;
      checksum: string;
    }[];
    if (known) {
      if (known.user_id === user && known.checksum === checksum) return;
      throw new RequestError(422, 'Key used before', 'This import is staged already with another file: start a new one.');
    }
    await manager.query(
      "INSERT INTO import_batch (id, user_id, kind, file_name, checksum, state, says, created_at) VALUES (?, ?, ?, ?, ?, 'staged', '', UTC_TIMESTAMP(6))",
      [id, user, file.kind, file.fileName, checksum],
    );
    await insertRows(manager, id, rows);
  });
  return readImport(source.manager, id);
}

function readRows(text: string, columns: readonly string[], required: readonly string[]): Fields[] {
  let rows: Fields[];
  try {
    rows = parse(text, {
      bom: true,
      columns: (header: string[]) => header.map((name) => name.trim().toLowerCase()),
      skip_empty_lines: true,
      trim: true,
      delimiter: [',', ';', '\t'],
    });
  } catch (problem) {
    throw new RequestError(422, 'Not read', `The file is not CSV as expected: ${(problem as Error).message}`);
  }
  const [first] = rows;
  if (!first) throw new RequestError(422, 'Not read', 'The file has no lines below its header.');
  const missing = required.filter((name) => !(name in first));
  const unknown = Object.keys(first).filter((name) => !columns.includes(name));
  if (missing.length > 0 || unknown.length > 0) {
    const parts = [missing.length > 0 ? `missing: ${missing.join(', ')}` : '', unknown.length > 0 ? `not known: ${unknown.join(', ')}` : ''].filter(Boolean);
    throw new RequestError(422, 'Not read', `The columns are not right (${parts.join('; ')}). Expected: ${columns.join(', ')}.`);
  }
  if (rows.length > MOST_ROWS) throw new RequestError(422, 'Too large', `At most ${MOST_ROWS} lines at once: split the file.`);
  return rows;
}

function checkRows(kind: RowImport, rows: readonly Fields[], lookups: Lookups): StagedRow[] {
  const seen = new Map<string, number>();
  return rows.map((fields, position) => {
    const key = kind.key(fields);
    const before = seen.get(key);
    if (before === undefined) seen.set(key, position + 1);
    const twice = before === undefined ? [] : [{ field: kind.required[0] ?? '', says: `stands in line ${before} already` }];
    return { fields, group: position + 1, problems: [...checkRequired(kind, fields), ...kind.check(fields, lookups), ...twice] };
  });
}

/** Each group of rows is previewed as the document that it will be; what the preview refuses stands at its row. */
async function checkDocuments(source: DataSource, user: string, kind: DocumentImport, rows: readonly Fields[], lookups: Lookups): Promise<StagedRow[]> {
  const staged = rows.map((fields) => ({ fields, problems: [...checkRequired(kind, fields), ...kind.check(fields, lookups)], group: 0 }));
  let number = 0;
  for (const group of groupBy(staged, (row) => kind.group(row.fields)).values()) {
    number += 1;
    for (const row of group) row.group = number;
    if (group.some((row) => row.problems.length > 0)) continue;
    const body = kind.body(
      group.map((row) => row.fields),
      lookups,
    );
    const preview = await previewDocument(source, kind.into, body as BodyOf<typeof kind.into>, user);
    for (const { at, says } of preview.refusals) {
      const [, where = '', line = '', name = ''] = at.split('/');
      const targets = where === 'lines' && line !== '' ? [group[Number(line)]] : group;
      const field = kind.columns[where === 'lines' ? name : where] ?? where;
      for (const row of targets) row?.problems.push({ field, says });
    }
  }
  return staged;
}

async function insertRows(manager: EntityManager, id: string, rows: readonly StagedRow[]): Promise<void> {
  for (let from = 0; from < rows.length; from += 500) {
    const some = rows.slice(from, from + 500);
    await manager.query(
      `INSERT INTO import_row (import_id, row_no, group_no, fields, problems, state) VALUES ${some.map(() => '(?, ?, ?, ?, ?, ?)').join(', ')}`,
      some.flatMap((row, position) => [
        id,
        from + position + 1,
        row.group,
        JSON.stringify(row.fields),
        JSON.stringify(row.problems),
        row.problems.length > 0 ? 'wrong' : 'staged',
      ]),
    );
  }
}

export async function readImport(manager: EntityManager, id: string, { withRows = true } = {}): Promise<ImportView> {
  const [batch] = (await manager.query('SELECT id, kind, file_name, state, says FROM import_batch WHERE id = ?', [id])) as {
    id: string;
    kind: ImportKind;
    file_name: string;
    state: ImportView['state'];
    says: string;
  }[];
  if (!batch) throw new RequestError(404, 'Not found', 'There is no such import.');
  const counts: { state: string; n: string }[] = await manager.query('SELECT state, COUNT(*) AS n FROM import_row WHERE import_id = ? GROUP BY state', [id]);
  const count = (...states: string[]) => counts.filter((row) => states.includes(row.state)).reduce((sum, row) => sum + Number(row.n), 0);
  const rows: { row_no: number; fields: string; problems: string; state: ImportView['rows'][number]['state'] }[] = withRows
    ? await manager.query("SELECT row_no, fields, problems, state FROM import_row WHERE import_id = ? ORDER BY state <> 'wrong', row_no LIMIT 1000", [id])
    : [];
  return {
    id: batch.id,
    kind: batch.kind,
    fileName: batch.file_name,
    state: batch.state,
    says: batch.says,
    total: count('staged', 'wrong', 'left out', 'loaded'),
    wrong: count('wrong'),
    loaded: count('loaded'),
    rows: rows.map((row) => ({
      row: row.row_no,
      fields: JSON.parse(row.fields) as Record<string, string>,
      problems: JSON.parse(row.problems) as RowProblem[],
      state: row.state,
    })),
  };
}
