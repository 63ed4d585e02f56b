import { readSheet } from 'read-excel-file/node';
import { fromBuffer } from 'yauzl';

/**
 * Runs by itself (`readApart`): reads a spreadsheet from its input, writes the cells of its first sheet as JSON, each as it shows.
 * What it would unpack to is counted from its table of contents before anything is unpacked.
 */
const MOST_UNPACKED = 100_000_000;
const MOST_ENTRIES = 1_000;
const MOST_CELLS = 1_000_000;

const parts: Buffer[] = [];
for await (const part of process.stdin) parts.push(part as Buffer);
const file = Buffer.concat(parts);
if ((await unpackedBytes(file)) > MOST_UNPACKED) fail('it unpacks to too much');
const rows = await readSheet(file);
const width = rows.reduce((most, row) => Math.max(most, row.length), 0);
if (rows.length * width > MOST_CELLS) fail('it has too many cells');
const shown = rows.map((row) => Array.from({ length: width }, (_, at) => textOf(row[at])));
process.stdout.write(JSON.stringify(shown), () => process.exit(0));

function fail(why: string): never {
  throw new Error(`The spreadsheet is not read: ${why}`);
}

function unpackedBytes(content: Buffer): Promise<number> {
  return new Promise((resolve, reject) => {
    fromBuffer(content, { lazyEntries: true }, (problem, zip) => {
      if (problem) return reject(problem);
      let bytes = 0;
      let entries = 0;
      zip.on('entry', ({ uncompressedSize }: { uncompressedSize: number }) => {
        bytes += uncompressedSize;
        entries += 1;
        if (entries > MOST_ENTRIES) reject(new Error('too many files in it'));
        else zip.readEntry();
      });
      zip.on('end', () => resolve(bytes));
      zip.on('error', reject);
      zip.readEntry();
    });
  });
}

/** What a cell shows: days as days, figures without grouping, what a formula came to. */
function textOf(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  // A spreadsheet's number is binary: its shortest decimal is what was written, without an exponent.
  if (typeof cell === 'number')
    return new Intl.NumberFormat('en-US', { useGrouping: false, maximumFractionDigits: 12 }).format(cell);
  return String(cell as string | boolean).trim();
}
