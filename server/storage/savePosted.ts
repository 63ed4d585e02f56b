import type { EntityManager, EntitySchema } from 'typeorm';
import type { Layer, LineId } from '@obolus/core/costing/pool';
import type { SettledPool, ValueChange } from '@obolus/core/costing/settle';
import { ONE_TO_ONE } from '@obolus/core/exact/amounts';
import { addDays } from '@obolus/core/exact/calendar';
import type { PostedDocument } from '@obolus/core/posting/decide';
import { rateOn, type Posted } from '@obolus/core/posting/decision';
import type { DocumentHeader } from '../commands/documentKinds.ts';
import type { LoadedBooks } from './loadBooks.ts';
import { facts } from './tables.ts';

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
export async function savePosted(manager: EntityManager, books: LoadedBooks, posted: Posted<PostedDocument>, entering: Entering): Promise<void> {
  const { document, settlement, entries } = posted;
  const save = (table: EntitySchema, rows: readonly object[]) => append(manager, table, rows);
  await save(facts.document, [documentRow(books, document, entering)]);
  await saveLines(save, books, document, entering);
  const rowOf = (pool: string | undefined) => (pool === undefined ? null : (books.poolRows.get(pool) ?? null));
  await save(
    facts.movement,
    posted.movements.map((movement) => ({
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
      entry.lines.map((line, at) => ({
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
  for (const settled of settlement.pools) await savePool(manager, rowOf(settled.pool.id) ?? '', settled, books);
  for (const position of entries.keys()) await manager.query('CALL seal_entry(?, ?)', [entering.id, position + 1]);
}

function documentRow(books: LoadedBooks, document: PostedDocument, { id, number, key, user, at, header, termsDays }: Entering): object {
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

async function saveLines(save: Save, books: LoadedBooks, document: PostedDocument, { id }: Entering): Promise<void> {
  const at = (position: number) => ({ document_id: id, line_no: position + 1 });
  switch (document.kind) {
    case 'order':
      return save(
        facts.orderLine,
        document.lines.map((line, position) => ({
          ...at(position),
          item_id: line.item,
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
          item_id: line.item,
          pool_id: books.poolRows.get(line.pool),
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

/** The pool's totals, and of its layers only those that are new, changed or gone. */
async function savePool(manager: EntityManager, row: string, { pool, end }: SettledPool, books: LoadedBooks): Promise<void> {
  const last = pool.movements[pool.movements.length - 1]?.date ?? pool.coveredTo ?? null;
  await manager.query('UPDATE pool SET quantity = ?, value = ?, last_day = ? WHERE id = ?', [end.quantity, end.value, last, row]);
  if (pool.method !== 'fifo') return;
  const rewritten = pool.coveredTo === undefined;
  if (rewritten) await manager.query('DELETE FROM pool_layer WHERE pool_id = ?', [row]);
  const stored = new Map<LineId, Layer>(rewritten ? [] : (books.pools.get(pool.id)?.state.layers ?? []).map((layer) => [layer.of, layer]));
  const changed = end.layers.filter((layer) => stored.get(layer.of)?.quantity !== layer.quantity || stored.get(layer.of)?.value !== layer.value);
  const left = new Set(end.layers.map((layer) => layer.of));
  const gone = [...stored.keys()].filter((of) => !left.has(of));
  if (gone.length > 0) {
    await manager.query(`DELETE FROM pool_layer WHERE pool_id = ? AND (${gone.map(() => '(document_id = ? AND line_no = ?)').join(' OR ')})`, [
      row,
      ...gone.flatMap((of) => of.split('/')),
    ]);
  }
  const dayOf = new Map(pool.movements.map((movement) => [movement.id, movement.date]));
  for (let from = 0; from < changed.length; from += ROWS_AT_ONCE) {
    const some = changed.slice(from, from + ROWS_AT_ONCE);
    const fresh = some.filter((layer) => !stored.has(layer.of));
    for (const layer of some.filter((entry) => stored.has(entry.of))) {
      await manager.query('UPDATE pool_layer SET quantity = ?, value = ? WHERE pool_id = ? AND document_id = ? AND line_no = ?', [
        layer.quantity,
        layer.value,
        row,
        ...layer.of.split('/'),
      ]);
    }
    if (fresh.length === 0) continue;
    await manager.query(
      `INSERT INTO pool_layer (pool_id, day, document_id, line_no, quantity, value) VALUES ${fresh.map(() => '(?, ?, ?, ?, ?, ?)').join(', ')}`,
      fresh.flatMap((layer) => [row, dayOf.get(layer.of) ?? null, ...layer.of.split('/'), layer.quantity, layer.value]),
    );
  }
}

async function append(manager: EntityManager, table: EntitySchema, rows: readonly object[]): Promise<void> {
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    const some = rows.slice(from, from + ROWS_AT_ONCE).map((row) => asText(row));
    await manager.createQueryBuilder().insert().into(table).values(some).updateEntity(false).execute();
  }
}

/** Whole numbers beyond what a double holds go to the database as text. */
const asText = (row: object) => Object.fromEntries(Object.entries(row).map(([name, value]) => [name, typeof value === 'bigint' ? value.toString() : value]));

function keyOf(line: LineId): { document_id: string; line_no: number } {
  const [document = '', number = ''] = line.split('/');
  return { document_id: document, line_no: Number(number) };
}

function citing(what: string, lineColumn: string, line: LineId): Record<string, unknown> {
  const { document_id: document, line_no: number } = keyOf(line);
  return { [`${what}_id`]: document, [lineColumn]: number };
}
