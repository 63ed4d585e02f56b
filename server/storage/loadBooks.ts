import type { EntityManager } from 'typeorm';
import {
  BEFORE_ALL,
  EMPTY_POOL,
  lineId,
  placeOf,
  poolId,
  type Checkpoint,
  type CostingMethod,
  type Layer,
  type LineId,
  type Movement,
  type Pool,
  type PoolId,
  type PoolState,
  type Purpose,
} from '@obolus/core/costing/pool';
import type { Source, Taking } from '@obolus/core/costing/taking';
import { base, documentAmount, fraction, price, quantity, rate } from '@obolus/core/exact/amounts';
import { cumulative } from '@obolus/core/exact/cumulative';
import { companyOf, emptyBooks, type Books, type Charge, type DatedRate, type Item, type OrderLine, type ReceiptLine } from '@obolus/core/posting/books';
import { refusal, type Refusal } from '@obolus/core/posting/refusal';
import { groupBy } from './groupBy.ts';

type Row = Record<string, string | null>;
const big = (value: string | null | undefined): bigint => BigInt(value ?? 0);
const text = (value: string | null | undefined): string => value ?? '';

/** Books as far as a command needs them, and what the refusals need to speak of them in the user's words. */
export interface LoadedBooks extends Books {
  readonly names: { readonly items: ReadonlyMap<string, string>; readonly warehouses: ReadonlyMap<string, string> };
  /** The rows behind the pools, by the core's id. */
  readonly poolRows: ReadonlyMap<PoolId, string>;
  /** The days of the layers that were loaded. */
  readonly layerDays: ReadonlyMap<LineId, string>;
}

/**
 * Loads what a decision rests on. For posting (`locking`) every row is read locked, always in the order company, orders,
 * receipts, bills, deliveries, pools, each sorted by id, so that two postings never wait for each other in a ring.
 */
export class BooksLoader {
  private readonly manager: EntityManager;
  private readonly locking: boolean;
  private readonly items = new Map<string, Item & { number: string }>();
  private readonly orderLines = new Map<LineId, OrderLine>();
  private readonly receiptLines = new Map<LineId, ReceiptLine>();
  private readonly charges = new Map<LineId, Charge>();
  private readonly sources = new Map<LineId, Source>();
  private readonly pools = new Map<PoolId, Pool>();
  private readonly poolRows = new Map<PoolId, string>();
  private readonly layerDays = new Map<LineId, string>();
  private readonly warehouses = new Map<string, string>();
  private readonly billNumbers = new Map<string, string>();
  private readonly rates: DatedRate[] = [];
  private company = { currency: '', firstOpenDay: '' };

  constructor(manager: EntityManager, locking: boolean) {
    this.manager = manager;
    this.locking = locking;
  }

  /** The company's settings, with the parties that a document's header names; what does not exist is refused. */
  async loadCompany({ vendor, warehouse }: { vendor?: string; warehouse?: string }): Promise<{ refusals: Refusal[]; termsDays: number }> {
    const [row] = await this.query(
      `SELECT c.currency, c.first_open_day, (SELECT terms_days FROM vendor WHERE id = ?) AS terms_days, (SELECT name FROM warehouse WHERE id = ?) AS warehouse
       FROM company c WHERE c.id = 1${this.locking ? ' LOCK IN SHARE MODE' : ''}`,
      [vendor ?? null, warehouse ?? null],
    );
    if (!row) throw new Error('The company is not set up.');
    this.company = { currency: text(row.currency), firstOpenDay: text(row.first_open_day) };
    if (warehouse !== undefined && row.warehouse != null) this.warehouses.set(warehouse, row.warehouse);
    const refusals: Refusal[] = [];
    if (vendor && row.terms_days == null) refusals.push(refusal('vendor_unknown', '/vendor'));
    if (warehouse !== undefined && row.warehouse == null) refusals.push(refusal('warehouse_unknown', '/warehouse'));
    return { refusals, termsDays: Number(row.terms_days ?? 0) };
  }

  async loadItems(ids: readonly string[]): Promise<void> {
    const missing = distinct(ids).filter((id) => id !== '' && !this.items.has(id));
    if (missing.length === 0) return;
    for (const row of await this.query('SELECT id, number, name, unit, method, weight, volume, tariff_code, origin FROM item WHERE id IN (?)', [missing])) {
      this.items.set(text(row.id), {
        id: text(row.id),
        number: text(row.number),
        method: text(row.method) as CostingMethod,
        tracking: 'none',
        unit: text(row.unit),
        tariffCode: text(row.tariff_code),
        origin: text(row.origin),
        standards: [],
        weight: row.weight == null ? undefined : quantity(big(row.weight)),
        volume: row.volume == null ? undefined : quantity(big(row.volume)),
      });
    }
  }

  async loadRates(currencies: readonly string[], until: string): Promise<void> {
    const foreign = distinct(currencies).filter((currency) => currency !== this.company.currency);
    if (foreign.length === 0) return;
    const sql = `SELECT currency, MAX(from_day) AS from_day FROM exchange_rate WHERE currency IN (?) AND from_day <= ? GROUP BY currency`;
    for (const row of await this.query(`SELECT r.currency, r.from_day, r.rate FROM exchange_rate r JOIN (${sql}) latest USING (currency, from_day)`, [
      foreign,
      until,
    ])) {
      this.rates.push({ currency: text(row.currency), from: text(row.from_day), rate: rate(big(row.rate)) });
    }
  }

  async loadOrderLines(lines: readonly LineId[]): Promise<void> {
    const documents = documentsOf(lines);
    if (documents.length === 0) return;
    await this.lockDocuments(documents);
    const rows = await this.query(
      `SELECT l.document_id, l.line_no, l.item_id, l.quantity, l.price, l.discount, d.vendor_id, d.currency, d.date
       FROM order_line l JOIN document d ON d.id = l.document_id WHERE ${lineIn('l', lines)}`,
      lineParameters(lines),
    );
    const received = groupBy(
      await this.query(
        `SELECT r.document_id, r.line_no, r.quantity, r.order_id, r.order_line_no
         FROM receipt_line r WHERE ${citingIn('r.order_id', 'r.order_line_no', lines)} ORDER BY r.document_id, r.line_no`,
        lineParameters(lines),
      ),
      (row) => lineId(text(row.order_id), Number(row.order_line_no)),
    );
    for (const row of rows) {
      const id = idOf(row);
      this.orderLines.set(id, {
        id,
        vendor: text(row.vendor_id),
        currency: text(row.currency),
        date: text(row.date),
        bought: { item: text(row.item_id) },
        quantity: quantity(big(row.quantity)),
        price: price(big(row.price)),
        discount: fraction(big(row.discount)),
        estimates: [],
        dimensions: undefined,
        receipts: (received.get(id) ?? []).map((part) => ({ line: idOf(part), quantity: quantity(big(part.quantity)) })),
        reopened: [],
        aheads: [],
      });
    }
    await this.loadItems(rows.map((row) => text(row.item_id)));
  }

  async loadReceiptLines(lines: readonly LineId[]): Promise<void> {
    const documents = documentsOf(lines);
    if (documents.length === 0) return;
    await this.lockDocuments(documents);
    const rows = await this.query(
      `SELECT l.document_id, l.line_no, l.order_id, l.order_line_no, l.item_id, l.quantity, l.currency, l.rate, l.amount, l.base_amount, d.vendor_id, d.date, d.warehouse_id
       FROM receipt_line l JOIN document d ON d.id = l.document_id WHERE ${lineIn('l', lines)}`,
      lineParameters(lines),
    );
    const billed = groupBy(
      await this.query(
        `SELECT b.document_id, b.line_no, b.receipt_id, b.receipt_line_no, b.quantity, b.amount, b.cleared, b.price_difference, b.difference, d.date,
                (SELECT l.amount FROM receipt_line l WHERE l.document_id = b.receipt_id AND l.line_no = b.receipt_line_no) AS received_amount
         FROM bill_line b JOIN document d ON d.id = b.document_id WHERE ${citingIn('b.receipt_id', 'b.receipt_line_no', lines)} ORDER BY b.document_id, b.line_no`,
        lineParameters(lines),
      ),
      (row) => lineId(text(row.receipt_id), Number(row.receipt_line_no)),
    );
    for (const row of rows) {
      const id = idOf(row);
      this.receiptLines.set(id, {
        id,
        of: lineId(text(row.order_id), Number(row.order_line_no)),
        vendor: text(row.vendor_id),
        currency: text(row.currency),
        rate: rate(big(row.rate)),
        date: text(row.date),
        bought: { item: text(row.item_id) },
        pool: poolId(text(row.item_id), text(row.warehouse_id)),
        quantity: quantity(big(row.quantity)),
        lots: [],
        origin: '',
        preference: false,
        dimensions: undefined,
        ahead: [],
        amount: documentAmount(big(row.amount)),
        baseAmount: base(big(row.base_amount)),
        estimates: [],
        estimatesUsed: [],
        bills: billedParts(row, billed.get(id) ?? []),
        returns: [],
      });
    }
    await this.loadItems(rows.map((row) => text(row.item_id)));
  }

  async loadCharges(lines: readonly LineId[]): Promise<void> {
    const documents = documentsOf(lines);
    if (documents.length === 0) return;
    await this.lockDocuments(documents);
    const rows = await this.query(
      `SELECT l.document_id, l.line_no, l.kind, l.base_amount, d.vendor_id, d.date,
              (SELECT COALESCE(SUM(s.amount), 0) FROM allocation_share s WHERE s.charge_id = l.document_id AND s.charge_line_no = l.line_no) AS allocated
       FROM bill_charge l JOIN document d ON d.id = l.document_id WHERE ${lineIn('l', lines)}`,
      lineParameters(lines),
    );
    for (const row of rows) {
      const id = idOf(row);
      this.charges.set(id, {
        id,
        kind: text(row.kind),
        vendor: text(row.vendor_id),
        date: text(row.date),
        amount: base(big(row.base_amount)),
        allocated: big(row.allocated) === 0n ? [] : [{ line: id, amount: base(big(row.allocated)) }],
      });
    }
  }

  /** Delivered lines with what was invoiced of them; their pools are loaded too, for a late cost changes both. */
  async loadDeliveryLines(lines: readonly LineId[]): Promise<void> {
    const documents = documentsOf(lines);
    if (documents.length === 0) return;
    await this.lockDocuments(documents);
    const pools = await this.query(
      `SELECT DISTINCT l.item_id, d.warehouse_id FROM delivery_line l JOIN document d ON d.id = l.document_id WHERE ${lineIn('l', lines)}`,
      lineParameters(lines),
    );
    const where = pools.map((row) => poolId(text(row.item_id), text(row.warehouse_id)));
    await this.loadItems(pools.map((row) => text(row.item_id)));
    if (this.locking) await this.lockPools(where.map(pairOf), false);
    await this.readDeliveries(lineIn('l', lines), lineParameters(lines));
  }

  /**
   * The pools to which a document adds movements on `day`. Where nothing later is known the stored state is enough
   * (goods coming in do not even need its layers); behind later movements the whole history is read.
   */
  async loadPools(ids: readonly PoolId[], day: string, direction: 'in' | 'out'): Promise<void> {
    const pools = await this.readPools(distinct(ids), true);
    const behind = pools.filter((row) => row.last_day != null && row.last_day > day);
    const states = await this.readStates(pools, direction === 'out' ? pools : behind);
    for (const row of pools.filter((row) => !behind.includes(row))) {
      const state = states.get(row) ?? EMPTY_POOL;
      this.keepPool(row, [row.last_day == null ? { ...BEFORE_ALL, state } : { date: row.last_day, place: 0, state }]);
    }
    await this.readHistories(behind, states);
  }

  /** The pools whose old movements a late cost changes. */
  async loadPoolsWithHistory(ids: readonly PoolId[]): Promise<void> {
    const pools = await this.readPools(distinct(ids), false);
    await this.readHistories(pools, await this.readStates(pools, pools));
  }

  orderLine = (id: LineId): OrderLine | undefined => this.orderLines.get(id);
  receiptLine = (id: LineId): ReceiptLine | undefined => this.receiptLines.get(id);

  async loadBillNumber(vendor: string, key: string): Promise<void> {
    if (vendor === '') return;
    const rows = await this.query('SELECT id FROM document WHERE vendor_id = ? AND reference_key = ?', [vendor, key]);
    for (const row of rows) this.billNumbers.set(`${vendor}|${key}`, text(row.id));
  }

  books(nextDocument: bigint): LoadedBooks {
    const { company, items, rates, orderLines, receiptLines, charges, sources, pools, billNumbers, poolRows, layerDays } = this;
    const names = { items: new Map([...items].map(([id, item]) => [id, item.number])), warehouses: this.warehouses };
    const empty = emptyBooks(companyOf(company));
    return { ...empty, nextDocument, items, rates, orderLines, receiptLines, charges, sources, pools, billNumbers, poolRows, layerDays, names };
  }

  private query(sql: string, parameters: unknown[] = []): Promise<Row[]> {
    return this.manager.query(sql, parameters);
  }

  private async readPools(ids: readonly PoolId[], creating: boolean): Promise<Row[]> {
    if (ids.length === 0) return [];
    const rows = await this.lockPools(ids.map(pairOf), creating);
    for (const row of rows) this.poolRows.set(poolId(text(row.item_id), text(row.warehouse_id)), text(row.id));
    return rows.filter((row) => this.items.has(text(row.item_id)));
  }

  private keepPool(row: Row, checkpoints: Pool['checkpoints'], movements: readonly Movement[] = []): void {
    const item = this.items.get(text(row.item_id));
    if (!item) return;
    const id = poolId(item.id, text(row.warehouse_id));
    this.pools.set(id, { id, item: item.id, warehouse: text(row.warehouse_id), method: item.method, checkpoints, movements, writeDowns: [] });
  }

  /** The stored states of pools: totals, and layers of those that need them. */
  private async readStates(pools: readonly Row[], withLayers: readonly Row[]): Promise<Map<Row, PoolState>> {
    const layersOf = groupBy(await this.readLayers(withLayers), (row) => text(row.pool_id));
    const states = pools.map((row) => {
      const stored = layersOf.get(text(row.id)) ?? [];
      for (const layer of stored) this.layerDays.set(idOf(layer), text(layer.day));
      return [row, { ...EMPTY_POOL, quantity: quantity(big(row.quantity)), value: base(big(row.value)), layers: stored.map(layerOf) }] as const;
    });
    return new Map(states);
  }

  /** Every movement of the pools at its value as now known, and the invoices that follow their deliveries. */
  private async readHistories(pools: readonly Row[], states: ReadonlyMap<Row, PoolState>): Promise<void> {
    if (pools.length === 0) return;
    const rowIds = pools.map((row) => row.id);
    const rows = await this.query(
      `SELECT m.pool_id, m.document_id, m.line_no, m.date, m.direction, m.quantity, d.kind, COALESCE(SUM(v.amount), 0) AS value,
              COALESCE(SUM(CASE WHEN v.component IN ('goods', 'price difference') THEN 0 ELSE v.amount END), 0) AS shared
       FROM movement m JOIN document d ON d.id = m.document_id LEFT JOIN value_change v ON v.line_document_id = m.document_id AND v.line_no = m.line_no
       WHERE m.pool_id IN (?) GROUP BY m.pool_id, m.document_id, m.line_no, m.date, m.direction, m.quantity, d.kind
       ORDER BY m.pool_id, m.date, m.document_id, m.line_no`,
      [rowIds],
    );
    const byPool = groupBy(rows, (row) => text(row.pool_id));
    for (const pool of pools) {
      const movements = (byPool.get(text(pool.id)) ?? []).map(movementOf);
      const start: Checkpoint = { ...BEFORE_ALL, state: EMPTY_POOL };
      const last = movements[movements.length - 1];
      this.keepPool(pool, last ? [start, { date: last.date, place: last.place, state: states.get(pool) ?? EMPTY_POOL }] : [start], movements);
    }
    if (rows.some((row) => row.direction === 'out')) await this.readDeliveries('l.pool_id IN (?)', [rowIds]);
  }

  private async lockDocuments(ids: readonly string[]): Promise<void> {
    if (this.locking) await this.query('SELECT id FROM document WHERE id IN (?) ORDER BY id FOR UPDATE', [ids]);
  }

  private async lockPools(pairs: readonly [string, string][], creating: boolean): Promise<Row[]> {
    const sql = `SELECT p.id, p.item_id, p.warehouse_id, p.quantity, p.value, p.last_day FROM pool p WHERE (${pairs.map(() => '(p.item_id = ? AND p.warehouse_id = ?)').join(' OR ')}) ORDER BY p.id`;
    const read = () => this.query(sql + (this.locking ? ' FOR UPDATE' : ''), pairs.flat());
    const rows = await read();
    await this.nameWarehouses(pairs.map(([, warehouse]) => warehouse));
    if (rows.length === pairs.length || !this.locking || !creating) return rows;
    const missing = pairs.filter(([item, warehouse]) => !rows.some((row) => row.item_id === item && row.warehouse_id === warehouse));
    await this.query(`INSERT IGNORE INTO pool (item_id, warehouse_id, quantity, value) VALUES ${missing.map(() => '(?, ?, 0, 0)').join(', ')}`, missing.flat());
    return read();
  }

  private async nameWarehouses(ids: readonly string[]): Promise<void> {
    const missing = distinct(ids).filter((id) => !this.warehouses.has(id));
    if (missing.length === 0) return;
    for (const row of await this.query('SELECT id, name FROM warehouse WHERE id IN (?)', [missing])) this.warehouses.set(text(row.id), text(row.name));
  }

  private readLayers(pools: readonly Row[]): Promise<Row[]> {
    const fifo = pools.filter((row) => this.items.get(text(row.item_id))?.method === 'fifo').map((row) => row.id);
    if (fifo.length === 0) return Promise.resolve([]);
    return this.query(
      'SELECT pool_id, day, document_id, line_no, quantity, value FROM pool_layer WHERE pool_id IN (?) ORDER BY pool_id, day, document_id, line_no',
      [fifo],
    );
  }

  private async readDeliveries(where: string, parameters: unknown[]): Promise<void> {
    const rows = await this.query(
      `SELECT l.document_id, l.line_no, l.item_id, l.quantity, d.customer, d.date, d.warehouse_id,
              (SELECT COALESCE(-SUM(v.amount), 0) FROM value_change v WHERE v.line_document_id = l.document_id AND v.line_no = l.line_no) AS value
       FROM delivery_line l JOIN document d ON d.id = l.document_id WHERE ${where}`,
      parameters,
    );
    const takings = groupBy(
      await this.query(
        `SELECT i.document_id, i.line_no, i.delivery_id, i.delivery_line_no, i.quantity, e.date
         FROM invoice_line i JOIN delivery_line l ON l.document_id = i.delivery_id AND l.line_no = i.delivery_line_no
         JOIN document e ON e.id = i.document_id WHERE ${where} ORDER BY i.document_id, i.line_no`,
        parameters,
      ),
      (row) => lineId(text(row.delivery_id), Number(row.delivery_line_no)),
    );
    for (const row of rows) {
      const line = idOf(row);
      const item = text(row.item_id);
      this.sources.set(line, {
        ...{ line, pool: poolId(item, text(row.warehouse_id)), item, date: text(row.date), purpose: 'delivered', party: text(row.customer) },
        ...{ quantity: quantity(big(row.quantity)), value: base(big(row.value)), dimensions: undefined },
        takings: (takings.get(line) ?? []).map(takingOf),
      });
    }
  }
}

const distinct = <Value>(values: readonly Value[]): Value[] => [...new Set(values)];

const pairOf = (id: PoolId): [string, string] => id.split('@') as [string, string];

const documentsOf = (lines: readonly LineId[]): string[] => distinct(lines.map((line) => line.split('/')[0] ?? ''));

const lineIn = (table: string, lines: readonly LineId[]): string => `(${lines.map(() => `(${table}.document_id = ? AND ${table}.line_no = ?)`).join(' OR ')})`;

const citingIn = (document: string, line: string, lines: readonly LineId[]): string => `(${lines.map(() => `(${document} = ? AND ${line} = ?)`).join(' OR ')})`;

const idOf = (row: Row): LineId => lineId(text(row.document_id), Number(row.line_no));

const lineParameters = (lines: readonly LineId[]): string[] => lines.flatMap((line) => line.split('/'));

/** What each bill took of a received line, in the order of entry. */
function billedParts(received: Row, bills: readonly Row[]): ReceiptLine['bills'] {
  let soFar = 0n;
  let before = 0n;
  return bills.map((row) => {
    soFar += big(row.quantity);
    const ordered = cumulative(big(received.amount), soFar, big(received.quantity), before);
    before += ordered;
    const into = (decision: string) => base(row.difference === decision ? big(row.price_difference) : 0n);
    return {
      ...{ line: idOf(row), date: text(row.date), quantity: quantity(big(row.quantity)), ordered: documentAmount(ordered) },
      ...{ cleared: base(big(row.cleared)), billed: documentAmount(big(row.amount)), intoGoods: into('cost'), toVariance: into('variance') },
    };
  });
}

const PURPOSE: Readonly<Record<string, Purpose>> = { receipt: 'received', opening: 'opened', delivery: 'delivered' };

function movementOf(row: Row): Movement {
  const id = idOf(row);
  const comes = row.direction === 'in';
  return {
    ...{ id, place: placeOf(id), date: text(row.date), direction: comes ? 'in' : 'out', purpose: PURPOSE[text(row.kind)] ?? 'received' },
    ...{ quantity: quantity(big(row.quantity)), value: base(comes ? big(row.value) : -big(row.value)), shared: base(comes ? big(row.shared) : 0n) },
    ...{ lots: [], dimensions: undefined, returns: [], back: undefined, standard: undefined },
  };
}

const layerOf = (row: Row): Layer => ({ of: idOf(row), part: '', lot: '', quantity: quantity(big(row.quantity)), value: base(big(row.value)) });

function takingOf(row: Row): Taking {
  const known = { line: idOf(row), date: text(row.date), kind: 'invoiced' as const, quantity: quantity(big(row.quantity)) };
  return { ...known, into: undefined, dimensions: undefined };
}
