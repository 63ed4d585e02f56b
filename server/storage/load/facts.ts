import type { AccountKey } from '@obolus/core/books/accounts';
import type { About } from '@obolus/core/books/journal';
import { type LineId, poolId, type Purpose } from '@obolus/core/costing/pool';
import type { PostedFacts } from '@obolus/core/state/books';
import type { Cost, Effects, Flow, NewMovement } from '@obolus/core/costing/effects';
import { loadItems } from './items.ts';
import type { BooksLoader } from './loader.ts';
import { readLots, takingOf } from './movements.ts';
import { keepSources, loadSources } from './sources.ts';
import { wantFrom, wantItem } from './wanted.ts';
import {
  amountOf,
  baseOf,
  dimensionsOf,
  idOf,
  isTrue,
  optional,
  priceOf,
  quantityOf,
  query,
  type Reading,
  type Row,
  stands,
  text,
} from './rows.ts';

/** A posted document, and all that taking its effects away reaches. */
export async function loadFacts(loader: BooksLoader, document: string): Promise<void> {
  await loader.lockDocuments([document]);
  await loader.keep('documents', [document], async () => {
    const facts = await readFacts(loader.reading, document);
    return facts ? [[document, facts]] : [];
  });
  const facts = loader.parts.documents.get(document);
  if (!facts) return;
  const { movements, costs, takings, standards, writeDowns } = facts.effects;
  const reached = [...movements, ...costs, ...writeDowns].map(({ pool }) => pool);
  await loadItems(loader, [...reached.map((pool) => pool.split('@')[0] ?? ''), ...standards.map(({ item }) => item)]);
  await loadSources(
    loader,
    takings.map(({ of }) => of),
  );
  await keepSources(loader, 'm.document_id = ?', [document]);
  for (const { pool, id, date, back } of movements)
    wantFrom(loader, pool, back ? { id: back.of, date: back.date } : { id, date });
  for (const { pool, movement, date } of costs) wantFrom(loader, pool, { id: movement, date });
  for (const { taking } of takings)
    if (taking.into !== undefined) wantFrom(loader, taking.into, { id: taking.line, date: taking.date });
  for (const { pool } of writeDowns) loader.want(pool, {});
  for (const { item, line, date } of standards) await wantItem(loader, item, { id: line, date });
}

/** A posted document as its reversal needs it: what it did by itself, and what builds on it. Undefined where it is none. */
async function readFacts(reading: Reading, document: string): Promise<PostedFacts | undefined> {
  const [row] = await query(
    reading,
    `SELECT id, kind, date FROM document WHERE id = ? AND ${stands('id')}${reading.locking ? ' FOR UPDATE' : ''}`,
    [document],
  );
  if (!row) return undefined;
  const cited = await query(
    reading,
    `SELECT d.number FROM citation c JOIN document d ON d.id = c.document_id WHERE c.cited_id = ? AND ${stands('d.id')} ORDER BY d.id`,
    [document],
  );
  const effects: Effects = {
    flows: await readFlows(reading, document),
    movements: await readOwnMovements(reading, document),
    costs: await readCosts(reading, document),
    takings: (
      await query(
        reading,
        'SELECT t.*, p.item_id, p.warehouse_id FROM taking t LEFT JOIN pool p ON p.id = t.into_pool_id WHERE t.document_id = ?',
        [document],
      )
    ).map((taking) => ({ of: idOf(taking, 'source_id', 'source_line_no'), taking: takingOf(taking) })),
    standards: (
      await query(reading, 'SELECT * FROM standard_line WHERE document_id = ? ORDER BY line_no', [document])
    ).map((line) => ({
      line: idOf(line),
      item: text(line.item_id),
      date: text(line.date),
      standard: priceOf(line.standard),
    })),
    writeDowns: (
      await query(
        reading,
        'SELECT w.*, p.item_id, p.warehouse_id FROM write_down_line w JOIN pool p ON p.id = w.pool_id WHERE w.document_id = ? ORDER BY w.line_no',
        [document],
      )
    ).map((line) => ({ line: idOf(line), pool: poolOf(line), netRealisable: priceOf(line.net_realisable) })),
  };
  return {
    document,
    kind: text(row.kind),
    date: text(row.date),
    effects,
    citedBy: cited.map((citing) => text(citing.number)),
  };
}

const poolOf = (row: Row) => poolId(text(row.item_id), text(row.warehouse_id));

const aboutOf = (row: Row, item: string | null | undefined): About => ({
  item: optional(item),
  vendor: optional(row.vendor_id),
  expense: optional(row.expense),
  bank: optional(row.bank_account_id),
  ...dimensionsOf(row),
});

/** The journal lines that the document's own figures made. */
async function readFlows(reading: Reading, document: string): Promise<Flow[]> {
  const rows = await query(
    reading,
    'SELECT * FROM journal_line WHERE document_id = ? AND of_values = 0 ORDER BY entry_no, line_no',
    [document],
  );
  return rows.map((row) => ({
    account: text(row.account) as AccountKey,
    amount: baseOf(row.amount),
    about: aboutOf(row, row.item_id),
    ...(row.held == null ? {} : { held: amountOf(row.held) }),
  }));
}

async function readOwnMovements(reading: Reading, document: string): Promise<NewMovement[]> {
  const rows = await query(
    reading,
    'SELECT m.*, p.item_id, p.warehouse_id FROM movement m JOIN pool p ON p.id = m.pool_id WHERE m.document_id = ? ORDER BY m.line_no',
    [document],
  );
  const lots = await readLots(
    reading,
    rows.map((row) => idOf(row)),
  );
  return rows.map((row) => {
    const id: LineId = idOf(row);
    return {
      pool: poolOf(row),
      id,
      date: text(row.date),
      direction: row.direction === 'in' ? 'in' : 'out',
      purpose: text(row.purpose) as Purpose,
      quantity: quantityOf(row.quantity),
      lots: lots.get(id) ?? [],
      dimensions: dimensionsOf(row),
      party: optional(row.party),
      back:
        row.back_id == null
          ? undefined
          : { of: idOf(row, 'back_id', 'back_line_no'), date: text(row.back_day), price: baseOf(row.back_price) },
    };
  });
}

/** The components that the document made known. */
async function readCosts(reading: Reading, document: string): Promise<Cost[]> {
  const rows = await query(
    reading,
    `SELECT v.*, v.line_document_id AS of_id, p.item_id, p.warehouse_id FROM value_change v JOIN pool p ON p.id = v.pool_id
     WHERE v.document_id = ? AND v.against IS NOT NULL ORDER BY v.change_no`,
    [document],
  );
  return rows.map((row) => ({
    pool: poolOf(row),
    movement: idOf(row, 'of_id', 'line_no'),
    date: text(row.effective),
    component: text(row.component),
    shared: isTrue(row.shared),
    amount: baseOf(row.amount),
    against: text(row.against) as AccountKey,
    about: aboutOf(row, row.about_item_id),
  }));
}
