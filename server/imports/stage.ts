import { createHash } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { type EntryImport, type ImportKind, isEntryImport, type FigureStyle } from '@obolus/contract/imports';
import type { EntryFields } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { Role } from '@obolus/contract/roles';
import type { ImportRow, ImportView } from '@obolus/contract/views/drafts';
import { RequestError } from '../asking/failures.ts';
import { previewDocument } from '../commands/previewDocument.ts';
import type { FieldProblem } from '../setUp/check.ts';
import { checkChange, entriesByKey, keyOf, readKnown } from '../setUp/entries.ts';
import { waitingFields } from '../setUp/second.ts';
import { groupBy } from '../storage/groupBy.ts';
import { transaction } from '../storage/transaction.ts';
import { withPlainFigures } from './figures.ts';
import { isSpreadsheet, readFile } from '../papers/readFile.ts';
import {
  checkRequired,
  DOCUMENT_IMPORTS,
  type DocumentImport,
  FIGURES_OF_DOCUMENTS,
  readLookups,
} from './documents.ts';
import { type Message, message } from '@obolus/messages/message';
import { keptSays, readSays } from '../storage/said.ts';

interface StagedRow {
  readonly fields: EntryFields;
  readonly problems: FieldProblem[];
  readonly group: number;
  readonly does: readonly Message[];
}

/** Reads a file, checks every line, and keeps both; nothing is loaded. Staging the same file again under the same id changes nothing. */
export async function stageImport(
  source: DataSource,
  user: { id: string; role: Role },
  today: string,
  id: string,
  {
    kind,
    fileName,
    content,
    figures = '1,234.50',
  }: { kind: ImportKind; fileName: string; content: Buffer; figures?: FigureStyle | undefined },
): Promise<ImportView> {
  const checksum = createHash('sha256').update(content).update(figures).digest('hex');
  const columns = isEntryImport(kind) ? columnsOf(kind) : DOCUMENT_IMPORTS[kind];
  const written = await readFile(content, columns);
  // A spreadsheet holds figures themselves.
  const read = isSpreadsheet(content)
    ? written
    : withPlainFigures(written, figures, isEntryImport(kind) ? { of: kind } : { columns: FIGURES_OF_DOCUMENTS });
  const rows = isEntryImport(kind)
    ? await checkEntries(source.manager, user, kind, read)
    : await checkDocuments(source, { user: user.id, today }, DOCUMENT_IMPORTS[kind], read);
  await transaction(source, async (manager) => {
    const [known] = (await manager.query('SELECT user_id, checksum FROM import_batch WHERE id = ? FOR UPDATE', [
      id,
    ])) as {
      user_id: string;
      checksum: string;
    }[];
    if (known) {
      if (known.user_id === user.id && known.checksum === checksum) return;
      throw new RequestError(422, 'problem.import_other_file');
    }
    await manager.query(
      "INSERT INTO import_batch (id, user_id, kind, file_name, checksum, figures, state, says, created_at) VALUES (?, ?, ?, ?, ?, ?, 'staged', '', UTC_TIMESTAMP(6))",
      [id, user.id, kind, fileName, checksum, figures],
    );
    await insertRows(manager, id, rows);
  });
  return readImport(source.manager, id);
}

/** A new entry needs more than its key; what is there already is known by it. */
function columnsOf(kind: EntryImport): { required: readonly string[]; optional: readonly string[] } {
  const { key, fields } = REGISTERS[kind];
  const [known = ''] = key;
  return { required: [known], optional: fields.map(({ name }) => name).filter((name) => name !== known) };
}

/** Entries of a register: new ones, and those that are there already with what the file says of them. */
async function checkEntries(
  manager: EntityManager,
  { id: user, role }: { id: string; role: Role },
  kind: EntryImport,
  rows: readonly EntryFields[],
): Promise<StagedRow[]> {
  const entries = await entriesByKey(manager, kind);
  // What stands of an entry and is not in the file is checked with it.
  const merged = rows.map((fields) => ({ ...entries.get(keyOf(kind, fields))?.fields, ...fields }));
  const known = await readKnown(manager, kind, merged);
  const seen = new Map<string, number>();
  const staged: StagedRow[] = [];
  for (const [position, fields] of rows.entries()) {
    const key = keyOf(kind, fields);
    const before = seen.get(key);
    if (before === undefined) seen.set(key, position + 1);
    const entry = entries.get(key);
    const { problems, changed } = await checkChange(manager, kind, entry, fields, role, known);
    const twice =
      before === undefined
        ? []
        : [{ field: REGISTERS[kind].key[0] ?? '', says: [message('check.in_line_already', { line: before })] }];
    const waits = [...(await waitingFields(manager, kind, { changed, isNew: entry === undefined, by: user })).values()];
    const does = [
      entry === undefined
        ? message('imports.new')
        : changed.length === 0
          ? message('imports.is_so')
          : message('imports.changes', { fields: changed.join(', ') }),
      ...(waits.length > 0 ? [message('imports.second', { fields: waits.flat().join(', ') })] : []),
    ];
    staged.push({ fields, group: position + 1, problems: [...problems, ...twice], does });
  }
  return staged;
}

/** Each group of rows is previewed as the document that it will be; what the preview refuses stands at its row. */
async function checkDocuments(
  source: DataSource,
  { user, today }: { user: string; today: string },
  kind: DocumentImport,
  rows: readonly EntryFields[],
): Promise<StagedRow[]> {
  const lookups = await readLookups(source.manager);
  const staged = rows.map((fields) => ({
    fields,
    does: [],
    problems: [...checkRequired(kind, fields), ...kind.check(fields, lookups)],
    group: 0,
  }));
  let number = 0;
  for (const group of groupBy(staged, (row) => kind.group(row.fields)).values()) {
    number += 1;
    for (const row of group) row.group = number;
    if (group.some((row) => row.problems.length > 0)) continue;
    const body = kind.body(
      group.map((row) => row.fields),
      lookups,
    );
    const preview = await previewDocument(source, kind.into, body as BodyOf<typeof kind.into>, {
      user,
      today,
    });
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
      `INSERT INTO import_row (import_id, row_no, group_no, fields, problems, does, state) VALUES ${some.map(() => '(?, ?, ?, ?, ?, ?, ?)').join(', ')}`,
      some.flatMap((row, position) => [
        id,
        from + position + 1,
        row.group,
        JSON.stringify(row.fields),
        JSON.stringify(row.problems),
        keptSays(row.does),
        row.problems.length > 0 ? 'wrong' : 'staged',
      ]),
    );
  }
}

export async function readImport(manager: EntityManager, id: string, { withRows = true } = {}): Promise<ImportView> {
  const [batch] = (await manager.query(
    'SELECT id, kind, file_name, figures, state, says FROM import_batch WHERE id = ?',
    [id],
  )) as {
    id: string;
    kind: ImportKind;
    file_name: string;
    figures: FigureStyle;
    state: ImportView['state'];
    says: string;
  }[];
  if (!batch) throw new RequestError(404, 'problem.no_such_import');
  const counts: { state: string; n: string }[] = await manager.query(
    'SELECT state, COUNT(*) AS n FROM import_row WHERE import_id = ? GROUP BY state',
    [id],
  );
  const count = (...states: string[]) =>
    counts.filter((row) => states.includes(row.state)).reduce((sum, row) => sum + Number(row.n), 0);
  const rows: {
    row_no: number;
    fields: string;
    problems: string;
    does: string;
    state: ImportView['rows'][number]['state'];
  }[] = withRows
    ? await manager.query(
        "SELECT row_no, fields, problems, does, state FROM import_row WHERE import_id = ? ORDER BY state <> 'wrong', row_no LIMIT 1000",
        [id],
      )
    : [];
  return {
    id: batch.id,
    kind: batch.kind,
    fileName: batch.file_name,
    figures: batch.figures,
    state: batch.state,
    says: readSays(batch.says),
    total: count('staged', 'wrong', 'left-out', 'loaded'),
    wrong: count('wrong'),
    loaded: count('loaded'),
    rows: rows.map((row) => ({
      row: row.row_no,
      fields: JSON.parse(row.fields) as Record<string, string>,
      problems: JSON.parse(row.problems) as ImportRow['problems'],
      does: readSays(row.does),
      state: row.state,
    })),
  };
}
