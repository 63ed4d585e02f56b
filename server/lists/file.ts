import ExcelJS from 'exceljs';
import { stringify } from 'csv-stringify/sync';
import type { EntityManager } from 'typeorm';
import { LISTS, type ListName } from '@obolus/contract/lists';
import type { ListRow, ListColumn } from '@obolus/contract/listState';
import { RequestError } from '../asking/failures.ts';
import { readAll, type Asked } from './read.ts';
import type { Around } from './source.ts';

const MOST_ROWS = 100_000;
/** A spreadsheet keeps fifteen digits of a number; what has more goes in as text, for no figure may be cut. */
const MOST_DIGITS = 15;

export interface ListFile {
  readonly name: string;
  readonly content: Buffer | string;
}

/** All that a list finds, with the columns that are named, as a file. */
export async function listFile(
  manager: EntityManager,
  list: ListName,
  ending: 'csv' | 'xlsx',
  asked: Asked & { columns?: string | undefined },
  around: Around,
): Promise<ListFile> {
  const columns = columnsOf(list, asked.columns);
  const rows: ListRow[] = [];
  for await (const page of readAll(manager, list, asked, around)) {
    rows.push(...page);
    if (rows.length > MOST_ROWS) throw new RequestError(422, 'problem.file_too_long', { most: MOST_ROWS });
  }
  const name = `${list}-${around.today}.${ending}`;
  return { name, content: ending === 'csv' ? csvOf(columns, rows) : await xlsxOf(list, columns, rows) };
}

function columnsOf(list: ListName, names: string | undefined): readonly ListColumn[] {
  const shown = LISTS[list].columns.filter(({ hidden }) => !hidden);
  if (names === undefined) return shown;
  return names.split(',').map((name) => {
    const column = shown.find((entry) => entry.name === name);
    if (!column) throw new RequestError(422, 'problem.no_such_column', { column: name });
    return column;
  });
}

/** Headed by the columns' names, so that a register that goes out can come in again. */
function csvOf(columns: readonly ListColumn[], rows: readonly ListRow[]): string {
  return stringify(
    rows.map(({ cells }) => columns.map(({ name, as }) => (as === 'text' ? harmless(cells[name] ?? '') : cells[name]))),
    { header: true, columns: columns.map(({ name }) => name), bom: true },
  );
}

/** Text that a spreadsheet would take for a formula is told apart by an apostrophe. */
const harmless = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

async function xlsxOf(title: string, columns: readonly ListColumn[], rows: readonly ListRow[]): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(title.replace(/[*?:\\/[\]]/g, ' ').slice(0, 31), {
    views: [{ state: 'frozen', ySplit: 1 }],
  });
  sheet.columns = columns.map(({ name, as }) => ({ header: name, key: name, width: as === 'text' ? 24 : 14 }));
  sheet.getRow(1).font = { bold: true };
  for (const { cells } of rows) sheet.addRow(columns.map(({ name, as }) => cellOf(as, cells[name] ?? '')));
  return Buffer.from(await book.xlsx.writeBuffer());
}

function cellOf(as: ListColumn['as'], text: string): string | number | Date | null {
  if (text === '') return null;
  if (as === 'day') return new Date(`${text}T00:00:00Z`);
  return as === 'figure' && text.replace(/\D/g, '').length <= MOST_DIGITS ? Number(text) : text;
}
