import type { EntryFields } from '@obolus/contract/registers/register';
import { type Message, message } from '@obolus/messages/message';
import { RequestError } from '../asking/failures.ts';
import { readFile, type Written, writtenIn } from '../papers/readFile.ts';
import { NO_SUMS, PLAIN, type Stated } from './stated.ts';

/** The columns of a stack of bills (docs/csv-files.md): one row for each line, charge or tax, those of a bill under each other. */
export const STACK = {
  required: ['vendor', 'number', 'date', 'amount'],
  optional: [
    'kind',
    'currency',
    'refers_to',
    'order',
    'packing_slip',
    'vendor_item',
    'item',
    'description',
    'quantity',
    'unit',
    'price',
    'is',
    'total',
  ],
};
/** What a row is; one that says nothing is a line. */
const IS = ['line', 'charge', 'taken off', 'tax'] as const;
type Is = (typeof IS)[number];
/** What a bill is; one that says nothing is a bill. */
const KINDS = ['bill', 'credit'] as const;
/** So many rows are named of those that are not right. */
const NAMED = 8;

/** A bill of a stack as it is kept: its rows by the names of their columns, and how the file that they stood in was written. */
export interface StackedBill {
  readonly rows: readonly EntryFields[];
  readonly written: Written;
}

/** What was kept of a bill of a stack; undefined for other papers. */
export const stackedIn = (structured: Buffer): StackedBill | undefined =>
  structured.subarray(0, 1).toString('latin1') === '{'
    ? (JSON.parse(structured.toString('utf8')) as StackedBill)
    : undefined;

/**
 * Takes a stack apart, in the order of its rows: the rows of each vendor's number.
 * @throws RequestError where a row says that it is something that no row is: nothing of the file is taken then
 */
export async function splitStack(content: Buffer): Promise<StackedBill[]> {
  const bills = new Map<string, EntryFields[]>();
  const rows = await readFile(content, STACK);
  const wrong = rows.flatMap((row, at) => [...wrongIn(row, 'is', IS, at), ...wrongIn(row, 'kind', KINDS, at)]);
  if (wrong.length > 0) throw new RequestError(422, wrong.slice(0, NAMED));
  for (const row of rows) {
    const key = JSON.stringify([row.vendor, row.number]);
    const known = bills.get(key);
    if (known) known.push(row);
    else bills.set(key, [row]);
  }
  const written = writtenIn(content);
  return [...bills.values()].map((ofBill) => ({ rows: ofBill, written }));
}

function wrongIn(row: EntryFields, column: string, allowed: readonly string[], at: number): Message[] {
  const text = row[column]?.trim() ?? '';
  return text === '' || allowed.includes(text.toLowerCase())
    ? []
    : [message('paper.stack_row', { row: at + 2, column, text, allowed: allowed.join(', ') })];
}

/** A bill of its rows; what all of them should say alike is taken from the first that says it. */
export function fromRows(rows: readonly EntryFields[], currency: string): Stated {
  const first = (name: string): string => rows.map((row) => row[name] ?? '').find(Boolean) ?? '';
  const of = (is: Is) => rows.filter((row) => (row.is?.trim() || 'line').toLowerCase() === is);
  const amounts = (is: 'charge' | 'taken off') =>
    of(is).map((row) => ({ said: row.description ?? '', amount: row.amount ?? '' }));
  return {
    kind: first('kind').trim().toLowerCase() === 'credit' ? 'credit' : 'bill',
    number: first('number'),
    vendor: [first('vendor')],
    date: first('date'),
    currency: (first('currency') || currency).toUpperCase(),
    refersTo: first('refers_to'),
    order: first('order'),
    slip: first('packing_slip'),
    lines: of('line').map((row, at) => ({
      number: String(at + 1),
      order: row.order ?? '',
      slip: row.packing_slip ?? '',
      names: [row.vendor_item ?? '', row.item ?? ''],
      description: row.description ?? '',
      quantity: row.quantity ?? '',
      unit: row.unit ?? '',
      price: row.price ?? '',
      per: '',
      amount: row.amount ?? '',
      takenOff: [],
      added: [],
    })),
    sums: NO_SUMS,
    besides: PLAIN,
    charges: amounts('charge'),
    allowances: amounts('taken off'),
    total: first('total'),
    taxes: of('tax').map((row) => row.amount ?? ''),
  };
}
