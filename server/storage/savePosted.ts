import type { EntityManager, EntitySchema } from 'typeorm';
import { readable } from '@obolus/core/books/journal';
import { endOf, type Layer, type LineId } from '@obolus/core/costing/pool';
import type { SettledPool, ValueChange } from '@obolus/core/costing/settle';
import { ONE_TO_ONE } from '@obolus/core/exact/amounts';
import { addDays } from '@obolus/core/exact/calendar';
import type { DocumentKind } from '@obolus/contract/roles';
import type { DocumentOf } from '@obolus/core/posting/decide';
import { rateOn, type Posted } from '@obolus/core/posting/decision';
import type { DocumentHeader } from '../commands/documentKinds.ts';
import type { LoadedBooks } from './loadBooks.ts';
import { facts } from './tables.ts';

/** The documents that the contract has commands for. */
export type ServedDocument = DocumentOf[DocumentKind];

const ROWS_AT_ONCE = 1000;

/** What is not in the decision: who, when, under which number and key. */
export interface Entering {
  readonly id: string;
  readonly number: string;
  readonly key: string;
  readonly user: string;
  readonly at: string;
  readonly header: DocumentHeader;
  readonly termsDays: number;
}

/** Appends a posted document with all that it caused, brings its pools up to date, and seals its entries last of all. */
export async function savePosted(manager: EntityManager, books: LoadedBooks, posted: Posted<ServedDocument>, entering: Entering): Promise<void> {
  const { document, settlement, entries } = posted;
  const save = (table: EntitySchema, rows: readonly object[]) => append(manager, table, rows);
  await save(facts.document, [documentRow(books, document, entering)]);
  await saveLines(save, books, document, entering);
  const rowOf = (pool: string | undefined) => (pool === undefined ? null : (books.poolRows.get(pool) ?? null));
  await save(
    facts.movement,
    posted.effects.movements.map((movement) => ({
      ...keyOf(movement.id),
      pool_id: rowOf(movement.pool),
      date: movement.date,
      direction: movement.direction,
      quantity: movement.quantity,
    })),
  );
  const entryOf = new Map(entries.map((entry, position) => [entry.date, position + 1]));
  await save(
    facts.entry,
    entries.map((entry, position) => ({ document_id: entering.id, entry_no: position + 1, date: entry.date })),
  );
  await save(
    facts.journalLine,
    entries.flatMap((entry, position) =>
      readable(entry).map((line, at) => ({
        document_id: entering.id,
        entry_no: position + 1,
        line_no: at + 1,
        account: line.account,
        amount: line.amount,
        item_id: line.item ?? null,
        vendor_id: line.vendor ?? null,
      })),
    ),
  );
  await save(
    facts.valueChange,
    settlement.valueChanges.map((change) => valueChangeRow(change, entering.id, entryOf.get(change.posting) ?? 1, rowOf(change.pool))),
  );
  await savePools(manager, books, settlement.pools);
  for (const position of entries.keys()) await manager.query('CALL seal_entry(?, ?)', [entering.id, position + 1]);
}

function documentRow(books: LoadedBooks, document: ServedDocument, { id, number, key, user, at, header, termsDays }: Entering): object {
  const currency = header.currency ?? books.company.currency;
  return {
    id,
    kind: document.kind,
    number,
    date: document.date,
    vendor_id: header.vendor ?? null,
    customer: header.customer ?? null,
    warehouse_id: header.warehouse ?? null,
    currency,
    rate: rateOn(books, currency, document.date) ?? ONE_TO_ONE,
    reference: header.reference ?? '',
    reference_key: header.referenceKey ?? null,
    transport: header.transport ?? '',
    due_day: document.kind === 'bill' ? addDays(document.date, termsDays) : null,
    note: header.note ?? '',
    entered_by: user,
    entered_at: at,
    idempotency_key: key,
  };
}

type Save = (table: EntitySchema, rows: readonly object[]) => Promise<void>;

async function saveLines(save: Save, books: LoadedBooks, document: ServedDocument, { id }: Entering): Promise<void> {
  const at = (position: number) => ({ document_id: id, line_no: position + 1 });
  switch (document.kind) {
    case 'order':
      return save(
        facts.orderLine,
        document.lines.map((line, position) => ({
          ...at(position),
          item_id: line.bought.item,
          quantity: line.quantity,
          price: line.price,
          discount: line.discount,
          due_day: line.due ?? null,
        })),
      );
    case 'receipt':
      return save(
        facts.receiptLine,
        document.lines.map((line, position) => ({
          ...at(position),
          ...citing('order', 'order_line_no', line.of),
          item_id: line.bought.item,
          pool_id: books.poolRows.get(line.pool ?? ''),
          quantity: line.quantity,
          currency: line.currency,
          rate: line.rate,
          amount: line.amount,
          base_amount: line.baseAmount,
        })),
      );
    case 'bill':
      await save(
        facts.billLine,
        document.lines.map((line, position) => ({
          ...at(position),
          ...citing('receipt', 'receipt_line_no', line.of),
          quantity: line.quantity,
          price: line.price,
          discount: line.discount,
          difference: line.difference,
          amount: line.amount,
          cleared: line.cleared,
          price_difference: line.priceDifference,
          payable: line.payable,
        })),
      );
      return save(
        facts.billCharge,
        document.charges.map((charge) => ({ ...keyOf(charge.id), kind: charge.kind, amount: charge.documentAmount, base_amount: charge.amount })),
      );
    case 'allocation': {
      const rows = document.shares.flatMap((share, asked) =>
        document.to.map((line, position) => ({
          ...citing('charge', 'charge_line_no', share.charge),
          ...citing('receipt', 'receipt_line_no', line),
          basis: share.basis,
          by_hand: document.charges[asked]?.fixed.some((fixed) => fixed.line === line) ?? false,
          amount: share.amounts[position] ?? 0n,
        })),
      );
      return save(
        facts.allocationShare,
        rows.map((row, position) => ({ ...at(position), ...row })),
      );
    }
    case 'delivery':
      return save(
        facts.deliveryLine,
        document.lines.map((line, position) => ({
          ...at(position),
          item_id: line.item,
          pool_id: books.poolRows.get(`${line.item}@${document.warehouse}`),
          quantity: line.quantity,
        })),
      );
    case 'invoice':
      return save(
        facts.invoiceLine,
        document.lines.map((line, position) => ({
          ...at(position),
          ...citing('delivery', 'delivery_line_no', line.of),
          quantity: line.quantity,
          price: line.price,
          amount: line.amount,
        })),
      );
    case 'opening':
      return save(
        facts.openingLine,
        document.lines.map((line, position) => ({
          ...at(position),
          item_id: line.item,
          pool_id: books.poolRows.get(`${line.item}@${document.warehouse}`),
          quantity: line.quantity,
          value: line.value,
        })),
      );
  }
}

function valueChangeRow(change: ValueChange, document: string, entry: number, pool: string | null): object {
  const [lineDocument, line] = change.line.split('/');
  return {
    document_id: document,
    entry_no: entry,
    line_document_id: lineDocument,
    line_no: Number(line),
    pool_id: pool,
    component: change.component,
    amount: change.amount,
    effective: change.effective,
    posting: change.posting,
  };
}

/** The pools' totals, and of their layers only those that are new, changed or gone. */
async function savePools(manager: EntityManager, books: LoadedBooks, pools: readonly SettledPool[]): Promise<void> {
  if (pools.length === 0) return;
  const rowOf = ({ pool }: SettledPool) => books.poolRows.get(pool.id) ?? '';
  const totals = pools.map((settled) => {
    const { pool } = settled;
    const end = endOf(pool);
    const last = pool.checkpoints[pool.checkpoints.length - 1]?.date ?? '';
    return [rowOf(settled), pool.item, pool.warehouse, end.quantity, end.value, last === '' ? null : last];
  });
  await insertRows(manager, 'pool', ['id', 'item_id', 'warehouse_id', 'quantity', 'value', 'last_day'], totals, ['quantity', 'value', 'last_day']);
  const changes = pools.map((settled) => layerChanges(rowOf(settled), settled, books));
  const gone = changes.flatMap((change) => change.gone);
  if (gone.length > 0) {
    await manager.query(`DELETE FROM pool_layer WHERE ${gone.map(() => '(pool_id = ? AND document_id = ? AND line_no = ?)').join(' OR ')}`, gone.flat());
  }
  const left = changes.flatMap((change) => change.left);
  await insertRows(manager, 'pool_layer', ['pool_id', 'day', 'document_id', 'line_no', 'quantity', 'value'], left, ['quantity', 'value']);
}

function layerChanges(row: string, { before, pool }: SettledPool, books: LoadedBooks): { gone: string[][]; left: unknown[][] } {
  const stored = new Map<LineId, Layer>(endOf(before).layers.map((layer) => [layer.of, layer]));
  const dayOf = new Map([...pool.movements.map((movement) => [movement.id, movement.date] as const), ...books.layerDays]);
  const { layers } = endOf(pool);
  const kept = new Set(layers.map((layer) => layer.of));
  const changed = layers.filter((layer) => stored.get(layer.of)?.quantity !== layer.quantity || stored.get(layer.of)?.value !== layer.value);
  return {
    gone: [...stored.keys()].filter((of) => !kept.has(of)).map((of) => [row, ...of.split('/')]),
    left: changed.map((layer) => [row, dayOf.get(layer.of), ...layer.of.split('/'), layer.quantity, layer.value]),
  };
}

function append(manager: EntityManager, table: EntitySchema, rows: readonly object[]): Promise<void> {
  return insertRows(
    manager,
    table.options.name,
    Object.keys(rows[0] ?? {}),
    rows.map((row) => Object.values(row) as unknown[]),
  );
}

/** Rows in few statements; `replacing` names the columns that a row which is there already takes over. */
async function insertRows(
  manager: EntityManager,
  table: string,
  columns: readonly string[],
  rows: readonly (readonly unknown[])[],
  replacing: readonly string[] = [],
): Promise<void> {
  const named = columns.map((column) => `\`${column}\``).join(', ');
  const over = replacing.length > 0 ? ` ON DUPLICATE KEY UPDATE ${replacing.map((column) => `${column} = VALUES(${column})`).join(', ')}` : '';
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = rows.slice(from, from + ROWS_AT_ONCE).map((row) => row.map(asText));
    await manager.query(`INSERT INTO \`${table}\` (${named}) VALUES ?${over}`, [some]);
  }
}

/** Whole numbers beyond what a double holds go to the database as text. */
const asText = (value: unknown) => (typeof value === 'bigint' ? value.toString() : value);

function keyOf(line: LineId): { document_id: string; line_no: number } {
  const [document = '', number = ''] = line.split('/');
  return { document_id: document, line_no: Number(number) };
}

function citing(what: string, lineColumn: string, line: LineId): Record<string, unknown> {
  const { document_id: document, line_no: number } = keyOf(line);
  return { [`${what}_id`]: document, [lineColumn]: number };
}
