import type { DataSource, EntityManager } from 'typeorm';
import type { StatementView } from '@obolus/contract/views/tariff';
import type { EntryFields } from '@obolus/contract/registers/register';
import { RATE_PLACES } from '@obolus/core/exact/amounts';
import { isDay } from '@obolus/core/exact/calendar';
import { decimalsOf, isCurrency } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { type Declarable, goodsOfStatement } from '@obolus/core/matching/statement';
import { type Message, message } from '@obolus/messages/message';
import { RequestError } from '../asking/failures.ts';
import type { Given } from '../papers/given.ts';
import { idOfBytes } from '../papers/idOfBytes.ts';
import { vendorOf } from '../papers/ours.ts';
import { readApart } from '../papers/readApart.ts';
import { isSpreadsheet, readFile } from '../papers/readFile.ts';
import { shipmentOf } from '../queries/cameOn.ts';
import { type Row, text } from '../queries/figures.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { leaveDraft } from '../storage/drafts.ts';
import { stands } from '../storage/load/rows.ts';
import { transaction } from '../storage/transaction.ts';

/** The columns of a broker's statement (docs/csv-files.md): one row for each line of the customs entry. */
export const STATEMENT = {
  required: ['entry', 'code', 'duty'],
  optional: [
    'date',
    'broker',
    'shipment',
    'receipt',
    'item',
    'description',
    'origin',
    'preference',
    'currency',
    'rate',
    'value',
    'import_tax',
  ],
};

/** Whether a file is a broker's statement: a spreadsheet, or text whose first line names an entry, a code and a duty. */
export async function isStatement(content: Buffer): Promise<boolean> {
  if (isSpreadsheet(content)) {
    const [header = []] = (await readApart<string[][]>('sheetOfXlsx', content)) ?? [];
    return namesAStatement(header);
  }
  const [header = ''] = content.subarray(0, 2_000).toString('utf8').split(/\r?\n/, 1);
  return namesAStatement(header.replace(/[\uFEFF"]/g, '').split(/[,;\t]/));
}

const namesAStatement = (header: readonly string[]): boolean => {
  const names = header.map((name) => name.trim().toLowerCase());
  return STATEMENT.required.every((name) => names.includes(name));
};

/**
 * A broker's statement as a customs entry: the goods that each line declares are looked for among what came with the shipment, or the
 * receipts, that it names. What cannot be read, or found, is said and left open.
 * @throws RequestError for a file that is no statement
 */
export async function readStatement(
  { manager }: Pick<DataSource, 'manager'>,
  content: Buffer,
  shipment: string,
): Promise<StatementView> {
  const rows = await readFile(content, STATEMENT);
  const currency = await baseCurrency(manager);
  const first = (name: string) => rows.map((row) => row[name] ?? '').find(Boolean) ?? '';
  const says: Message[] = [];
  const entries = new Set(rows.map(({ entry = '' }) => entry).filter(Boolean));
  if (entries.size > 1) throw new RequestError(422, 'landing.statement_several', { entries: [...entries].join(', ') });
  const received = await readDeclarable(manager, rows, shipment || first('shipment'));
  const goods = goodsOfStatement(
    rows.map((row) => ({
      receipt: row.receipt ?? '',
      item: row.item ?? '',
      code: row.code ?? '',
      origin: (row.origin ?? '').toUpperCase(),
    })),
    received,
  );
  const figure = (row: EntryFields, name: string, at: number, places: number): string => {
    const said = row[name] ?? '';
    if (said === '' || parseDecimal(said, places).ok) return said;
    says.push(message('landing.statement_figure', { line: at + 1, column: name, text: said }));
    return '';
  };
  const places = decimalsOf(currency);
  const lines = rows.map((row, at) => {
    if (goods[at]?.length === 0)
      says.push(
        message('landing.statement_no_goods', { line: at + 1, code: row.code ?? '', text: row.description ?? '' }),
      );
    return {
      goods: goods[at] ?? [],
      code: (row.code ?? '').replace(/[^0-9 .]/g, '').slice(0, 20),
      origin: /^[A-Za-z]{2}$/.test(row.origin ?? '') ? (row.origin ?? '').toUpperCase() : '',
      preference: preferenceOf(row.preference ?? ''),
      value: figure(row, 'value', at, places),
      duty: figure(row, 'duty', at, places),
      importTax: figure(row, 'import_tax', at, places),
    };
  });
  const declared = new Set(goods.flat());
  const left = received.filter(({ line }) => !declared.has(line));
  if (left.length > 0) says.push(message('landing.statement_left', { count: left.length }));
  const date = first('date');
  if (date !== '' && !isDay(date)) says.push(message('paper.no_day', { text: date }));
  return {
    reference: first('entry').slice(0, 60),
    date: isDay(date) ? date : '',
    vendor: (await vendorOf(manager, [first('broker')].filter(Boolean), [])) ?? '',
    rates: ratesOf(rows, figure),
    lines,
    says,
  };
}

const preferenceOf = (said: string): '' | 'yes' | 'no' => {
  const word = said.trim().toLowerCase();
  return ['yes', 'y', '1', 'true'].includes(word) ? 'yes' : ['no', 'n', '0', 'false'].includes(word) ? 'no' : '';
};

/** The rates of exchange that customs used, of each currency the first that is said. */
function ratesOf(
  rows: readonly EntryFields[],
  figure: (row: EntryFields, name: string, at: number, places: number) => string,
): StatementView['rates'] {
  const rates = new Map<string, string>();
  rows.forEach((row, at) => {
    const currency = (row.currency ?? '').toUpperCase();
    const rate = figure(row, 'rate', at, RATE_PLACES);
    if (isCurrency(currency) && rate !== '' && !rates.has(currency)) rates.set(currency, rate);
  });
  return [...rates].map(([currency, rate]) => ({ currency, rate }));
}

/** What may be declared: what came with a shipment, or with the receipts that are named. */
async function readDeclarable(
  manager: EntityManager,
  rows: readonly EntryFields[],
  shipment: string,
): Promise<Declarable[]> {
  const receipts = [...new Set(rows.map(({ receipt = '' }) => receipt).filter(Boolean))];
  if (shipment === '' && receipts.length === 0) return [];
  const found = (await manager.query(
    `SELECT l.document_id, l.line_no, l.origin, d.number, d.reference, i.number AS item, i.tariff_code,
       (SELECT GROUP_CONCAT(c.code SEPARATOR '|') FROM item_code c WHERE c.item_id = i.id) AS codes
     FROM receipt_line l JOIN document d ON d.id = l.document_id JOIN item i ON i.id = l.item_id
     WHERE ${stands('d.id')} AND ((? <> '' AND ${shipmentOf('l')} = ?) OR d.number IN (?) OR (d.reference <> '' AND d.reference IN (?))) ORDER BY l.document_id, l.line_no`,
    [shipment, shipment, ['', ...receipts], ['', ...receipts]],
  )) as Row[];
  return found.map((row) => ({
    line: `${text(row.document_id)}/${text(row.line_no)}`,
    receipts: [text(row.number), text(row.reference)],
    items: [text(row.item), ...text(row.codes).split('|')].filter(Boolean),
    code: text(row.tariff_code),
    origin: text(row.origin),
  }));
}

/**
 * A statement that came by mail, or as a file among bills, waits as the draft of a customs entry; the same one again is refused.
 * @throws RequestError for a file that is no statement, or was taken in before
 */
export async function takeStatementIn(source: DataSource, given: Given) {
  const { says, date, rates, vendor, ...entry } = await readStatement(source, given.content, '');
  const sender =
    vendor || given.came !== 'mail' ? vendor : ((await vendorOf(source.manager, [given.sender], [])) ?? '');
  const id = idOfBytes(given.content);
  await transaction(source, async (manager) => {
    const there: unknown[] = await manager.query(
      `SELECT 1 FROM draft WHERE id = ? UNION ALL SELECT 1 FROM document d WHERE d.idempotency_key = ? AND ${stands('d.id')}`,
      [id, id],
    );
    if (there.length > 0) throw new RequestError(409, 'problem.taken_in_already', { what: entry.reference });
    await leaveDraft(manager, {
      id,
      kind: 'customs-entry',
      title: entry.reference,
      body: {
        ...entry,
        date: given.today,
        entered: date || given.today,
        vendor: sender,
        rates: Object.fromEntries(rates.map(({ currency, rate }) => [currency, rate])),
      },
    });
  });
  return {
    id,
    vendor: sender || null,
    number: entry.reference,
    kind: 'customs-entry' as const,
    state: 'read' as const,
    says,
  };
}
