import { parse } from 'csv-parse/sync';
import type { EntryFields } from '@obolus/contract/registers/register';
import { RequestError } from '../asking/failures.ts';
import { readApart } from './readApart.ts';
import { message, type MessageId, type Values } from '@obolus/messages/message';

const MOST_ROWS = 20_000;

/** The columns that a file may have, and those that it must. */
export interface Columns {
  readonly required: readonly string[];
  readonly optional: readonly string[];
}

export const isSpreadsheet = (content: Buffer): boolean => content.subarray(0, 2).toString('latin1') === 'PK';

/** The rows of a file by its header, CSV or XLSX by its first bytes. Refused where its columns are not those that are expected. */
export async function readFile(content: Buffer, columns: Columns): Promise<EntryFields[]> {
  const table = isSpreadsheet(content) ? await readXlsx(content) : readCsv(content);
  if (table.length === 0) throw notRead('file.no_lines');
  const [header = [], ...lines] = table;
  const names = header.map((name) => name.trim().toLowerCase());
  checkColumns(names, columns);
  const filled = lines.filter((cells) => cells.some((cell) => cell !== ''));
  if (filled.length === 0) throw notRead('file.only_header');
  if (filled.length > MOST_ROWS) throw new RequestError(422, 'file.too_many_lines', { most: MOST_ROWS });
  return filled.map((cells) => Object.fromEntries(names.map((name, at) => [name, cells[at] ?? ''])));
}

/** How a table is written, as it was found: its characters, and what divides its columns; nothing of these where it is a spreadsheet. */
export interface Written {
  readonly as: 'CSV' | 'XLSX';
  readonly encoding: string;
  readonly delimiter: string;
}

/** How a table of which the first bytes are there is written. */
export function writtenIn(content: Buffer): Written {
  if (isSpreadsheet(content)) return { as: 'XLSX', encoding: '', delimiter: '' };
  const { encoding, text } = decoded(content);
  return { as: 'CSV', encoding, delimiter: delimiterOf(text) };
}

/** A table as text. A file that is cut in the middle of a letter still is what it was. */
export const textIn = (content: Buffer): string => decoded(content).text;

/** UTF-16 by its mark, else UTF-8, else what spreadsheets of the West write that know no UTF-8 (Windows code page 1252). */
function decoded(content: Buffer): { encoding: string; text: string } {
  const as = (encoding: string, options: { fatal?: boolean; stream?: boolean } = {}) => ({
    encoding,
    text: new TextDecoder(encoding, { fatal: options.fatal ?? false }).decode(content, {
      stream: options.stream ?? false,
    }),
  });
  const [first, second] = content;
  if (first === 0xff && second === 0xfe) return as('UTF-16LE');
  if (first === 0xfe && second === 0xff) return as('UTF-16BE');
  try {
    return as('UTF-8', { fatal: true, stream: true });
  } catch {
    return as('windows-1252');
  }
}

/** What its header is divided by: figures below it may hold another mark of these. */
function delimiterOf(table: string): string {
  const [header = ''] = table.slice(0, 10_000).split(/\r?\n/, 1);
  const outside = header.replace(/"[^"]*"/g, '');
  const counted = [',', ';', '\t'].map((mark) => [mark, outside.split(mark).length] as const);
  return counted.reduce((most, one) => (one[1] > most[1] ? one : most))[0];
}

function readCsv(content: Buffer): string[][] {
  const table = textIn(content);
  try {
    const lines: string[][] = parse(table, {
      bom: true,
      skip_empty_lines: true,
      trim: true,
      delimiter: delimiterOf(table),
      relax_column_count_less: true,
    });
    // An apostrophe tells text apart that a spreadsheet would take for a formula; so it left us.
    return lines.map((cells) => cells.map((cell) => (/^'[=+\-@]/.test(cell) ? cell.slice(1) : cell)));
  } catch (problem) {
    throw notRead('file.no_csv', { why: (problem as Error).message });
  }
}

async function readXlsx(content: Buffer): Promise<string[][]> {
  const cells = await readApart<string[][]>('sheetOfXlsx', content);
  if (!cells) throw notRead('file.no_sheet');
  return cells;
}

function checkColumns(names: readonly string[], { required, optional }: Columns): void {
  const columns = [...required, ...optional];
  const missing = required.filter((name) => !names.includes(name));
  const unknown = names.filter((name) => name !== '' && !columns.includes(name));
  if (missing.length === 0 && unknown.length === 0) return;
  throw new RequestError(422, [
    ...(missing.length > 0 ? [message('file.columns_missing', { names: missing.join(', ') })] : []),
    ...(unknown.length > 0 ? [message('file.columns_unknown', { names: unknown.join(', ') })] : []),
    message('file.columns_expected', { names: columns.join(', ') }),
  ]);
}

const notRead = (id: MessageId, values?: Values): RequestError => new RequestError(422, id, values);
