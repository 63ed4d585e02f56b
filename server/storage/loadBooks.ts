import type { EntityManager } from 'typeorm';
import {
  comparePoints,
  documentOf,
  endOf,
  type LineId,
  type Point,
  type Pool,
  type PoolId,
} from '@obolus/core/costing/pool';
import type { Source } from '@obolus/core/costing/taking';
import { base, type BaseAmount } from '@obolus/core/exact/amounts';
import { type Company, companyOf, type DatedRate, type Recognition, type Vendor } from '@obolus/core/state/company';
import { type Books, emptyBooks, type PostedFacts } from '@obolus/core/state/books';
import type { Aside, Order, OrderLine, ReceiptLine } from '@obolus/core/state/purchasing';
import type { Charge, CreditableLine, ExpensedLine, KnownBill, Payable, Prepayment } from '@obolus/core/state/owed';
import type { CustomsEntry } from '@obolus/core/state/customs';
import type { ClosedPeriod } from '@obolus/core/state/periods';
import type { BinKind, Item, StockLine } from '@obolus/core/state/stock';
import { refusal, type Refusal } from '@obolus/core/state/refusal';
import { addDays, isDay } from '@obolus/core/exact/calendar';
import { billNumberKey, billNumberShape } from '@obolus/core/purchasing/billNumber';
import type { Terms } from '@obolus/core/purchasing/terms';
import type { Tariff } from '@obolus/core/tariff/schedule';
import type { Names } from '../asking/failures.ts';
import { readTaxLevels } from './load/taxCodes.ts';
import { readAsides } from './load/asides.ts';
import { readCustomsEntry } from './load/customs.ts';
import { readFacts } from './load/facts.ts';
import { FIRST_DAY, readSources } from './load/movements.ts';
import { readCharges, readCreditable, readExpensed, readPayables, readPrepayment } from './load/owed.ts';
import { readClosedPeriods, readOpenAtClose } from './load/period.ts';
import { type DatedLayer, linkedPools, readItems, readPools, type Wanted } from './load/pools.ts';
import { readLineIds, readOrders } from './load/orders.ts';
import { readOrderLines, readReceiptLines } from './load/purchasing.ts';
import {
  allowanceIn,
  among,
  amountOf,
  big,
  dimensionsOf,
  distinct,
  documentsOf,
  fractionOf,
  idOf,
  isTrue,
  keysOf,
  limitOf,
  optional,
  pointOf,
  priceOf,
  quantityOf,
  query,
  rateOf,
  type Reading,
  type Row,
  stands,
  text,
  toleranceOf,
} from './load/rows.ts';

/** Books as far as a command needs them, and what the refusals need to speak of them in the user's words. */
export interface LoadedBooks extends Books {
  readonly names: Names;
  /** The rows behind the pools, by the core's id. */
  readonly poolRows: ReadonlyMap<PoolId, string>;
  /** How many movements came since the last state that was kept on the way. */
  readonly poolSince: ReadonlyMap<PoolId, number>;
  /** The days of the layers that were loaded. */
  readonly layerDays: ReadonlyMap<LineId, string>;
  /** A receipt leaves a draft of its bill. */
  readonly draftsBills: boolean;
}

const OF_VENDOR = ['over', 'short']
  .flatMap((side) => ['part', 'amount'].map((what) => `v.bill_${side}_${what} AS vendor_${side}_${what}`))
  .join(', ');
/** Kinds of charge that are no cost of goods, and those that carry or insure goods to the border, each in one column. */
const CHARGE_KINDS = `(SELECT GROUP_CONCAT(k.code SEPARATOR '|') FROM charge_kind k WHERE k.is_cost = 0) AS not_costs,
  (SELECT GROUP_CONCAT(k.code SEPARATOR '|') FROM charge_kind k WHERE k.to_border = 1) AS to_border`;
const wordsOf = (column: string | null | undefined): ReadonlySet<string> => new Set(column ? column.split('|') : []);
/** Behind every document of its day. */
const END_OF_DAY = Number.MAX_SAFE_INTEGER;

/**
 * Loads what a decision rests on. For posting (`locking`) every row is read locked, always in the order company, documents,
 * pools, each sorted by id, so that two postings never wait for each other in a ring. Pools are read last of all, together:
 * which they are is found without locks, then locked, then looked for again.
 */
export class BooksLoader {
  private readonly reading: Reading;
  private readonly today: string;
  private draftsBills = false;
  private readonly items = new Map<string, Item & { number: string }>();
  private readonly orders = new Map<string, Order>();
  private readonly approvalLimits = new Map<string, BaseAmount>();
  private readonly vendors = new Map<string, Vendor>();
  private taxCodes: Books['taxCodes'] = new Map();
  private readonly bins = new Map<string, Map<string, BinKind>>();
  private readonly orderLines = new Map<LineId, OrderLine>();
  private readonly asides = new Map<LineId, Aside>();
  private readonly receiptLines = new Map<LineId, ReceiptLine>();
  private readonly stockLines = new Map<LineId, StockLine>();
  private readonly charges = new Map<LineId, Charge>();
  private readonly customsEntries = new Map<string, CustomsEntry>();
  private readonly creditable = new Map<LineId, CreditableLine>();
  private readonly expensed = new Map<LineId, ExpensedLine>();
  private readonly payables = new Map<string, Payable>();
  private readonly prepayments = new Map<string, Prepayment>();
  private readonly sources = new Map<LineId, Source>();
  private readonly pools = new Map<PoolId, Pool>();
  private readonly poolRows = new Map<PoolId, string>();
  private readonly poolSince = new Map<PoolId, number>();
  private readonly layerDays = new Map<LineId, string>();
  private readonly warehouses = new Map<string, string>();
  private readonly billNumbers = new Map<string, string>();
  private readonly bills = new Map<string, KnownBill>();
  private readonly documents = new Map<string, PostedFacts>();
  private readonly rates: DatedRate[] = [];
  /** Read again once their pools are locked. */
  private readonly sourceLines = new Set<LineId>();
  private readonly wanted = new Map<PoolId, { from: Point | undefined; day: string | undefined; layers: boolean }>();
  private closedPeriods: readonly ClosedPeriod[] = [];
  private suspense: Books['suspense'] = [];
  private tariff: Tariff = [];
  private company: Company = companyOf({ currency: '', firstOpenDay: '' });

  /** @param today the day on which something is entered */
  constructor(manager: EntityManager, locking: boolean, today: string) {
    this.reading = { manager, locking };
    this.today = today;
  }

  /** The company's settings, with the parties that a document's header names; what does not exist is refused. */
  async loadCompany({
    vendor,
    warehouse,
    terms,
  }: {
    vendor?: string;
    warehouse?: string;
    terms?: string;
  }): Promise<{ refusals: Refusal[]; terms: Terms }> {
    const [row] = await this.query(
      `SELECT c.*, ${CHARGE_KINDS}, w.name AS warehouse, v.id AS vendor, v.hold, v.over_tolerance AS vendor_over, v.short_tolerance AS vendor_short, ${OF_VENDOR}, t.days, t.after_month,
              (SELECT a.changed_by FROM vendor_bank_account a WHERE a.vendor_id = v.id AND a.answer IN ('', 'confirmed') ORDER BY a.id DESC LIMIT 1) AS account_by
       FROM company c LEFT JOIN vendor v ON v.id = ? LEFT JOIN warehouse w ON w.id = ? LEFT JOIN terms t ON t.id = COALESCE(?, v.terms_id)
       WHERE c.id = 1${this.lock}`,
      [vendor ?? null, warehouse ?? null, terms ?? null],
    );
    if (!row) throw new Error('The company is not set up.');
    this.company = companyOf({
      currency: text(row.currency),
      firstOpenDay: text(row.first_open_day),
      lockedUntil: text(row.locked_until),
      today: this.today,
      tolerance: { over: fractionOf(row.over_tolerance), short: fractionOf(row.short_tolerance) },
      allowance: allowanceIn(row, text(row.currency)),
      signOffAbove: limitOf(row.sign_off_above, text(row.currency)),
      recognition: text(row.recognition) as Recognition,
      customsValueWithFreight: isTrue(row.customs_with_freight),
      alikeWithin: row.alike_within == null ? undefined : Number(row.alike_within),
      writeOffLimit: limitOf(row.write_off_limit, text(row.currency)) ?? base(0n),
      notCosts: wordsOf(row.not_costs),
      toTheBorder: wordsOf(row.to_border),
    });
    this.draftsBills = isTrue(row.drafts_bill);
    if (vendor) this.keepVendor(vendor, row);
    if (warehouse !== undefined && row.warehouse != null) this.warehouses.set(warehouse, row.warehouse);
    const refusals: Refusal[] = [];
    if (vendor && row.vendor == null) refusals.push(refusal('vendor_unknown', '/vendor'));
    if (warehouse !== undefined && row.warehouse == null) refusals.push(refusal('warehouse_unknown', '/warehouse'));
    if (terms && row.days == null) refusals.push(refusal('terms_unknown', '/terms'));
    return { refusals, terms: { days: Number(row.days ?? 0), afterMonth: isTrue(row.after_month) } };
  }

  /** The vendor of an order, for a document whose body does not name one. */
  async loadVendorOf(order: string): Promise<void> {
    const vendor = this.orders.get(order)?.vendor;
    if (vendor === undefined || this.vendors.has(vendor)) return;
    const [row] = await this.query(
      `SELECT hold, over_tolerance AS vendor_over, short_tolerance AS vendor_short, ${OF_VENDOR} FROM vendor v WHERE v.id = ?${this.lock}`,
      [vendor],
    );
    if (row) this.keepVendor(vendor, row);
  }

  private keepVendor(vendor: string, row: Row): void {
    const tolerance = toleranceOf({
      over_tolerance: row.vendor_over ?? null,
      short_tolerance: row.vendor_short ?? null,
    });
    const {
      vendor_over_part: overPart,
      vendor_over_amount: overAmount,
      vendor_short_part: shortPart,
      vendor_short_amount: shortAmount,
    } = row;
    const said = {
      bill_over_part: overPart ?? null,
      bill_over_amount: overAmount ?? null,
      bill_short_part: shortPart ?? null,
      bill_short_amount: shortAmount ?? null,
    };
    const allowance = allowanceIn(said, this.company.currency);
    this.vendors.set(vendor, { tolerance, allowance, hold: text(row.hold), accountBy: optional(row.account_by) });
  }

  /** Locks the company for a document that changes its periods: nobody posts meanwhile. */
  async lockCompany(): Promise<void> {
    if (this.reading.locking) await this.query('SELECT id FROM company WHERE id = 1 FOR UPDATE');
  }

  async loadItems(ids: readonly string[]): Promise<void> {
    const missing = distinct(ids).filter((id) => id !== '' && !this.items.has(id));
    for (const item of await readItems(this.reading, missing, this.company.currency)) this.items.set(item.id, item);
  }

  async loadRates(currencies: readonly string[], until: string): Promise<void> {
    const foreign = distinct(currencies).filter((currency) => currency !== this.company.currency);
    if (foreign.length === 0) return;
    const latest =
      'SELECT currency, MAX(from_day) AS from_day FROM exchange_rate WHERE currency IN (?) AND from_day <= ? GROUP BY currency';
    const rows = await this.query(
      `SELECT r.* FROM exchange_rate r JOIN (${latest}) latest USING (currency, from_day)`,
      [foreign, until],
    );
    for (const row of rows)
      this.rates.push({ currency: text(row.currency), from: text(row.from_day), rate: rateOf(row.rate) });
  }

  async loadTariff(): Promise<void> {
    this.tariff = (await this.query('SELECT * FROM tariff_rate')).map((row) => ({
      measure: text(row.measure),
      code: text(row.code),
      origin: text(row.origin) || undefined,
      preference: isTrue(row.preference),
      from: text(row.from_day),
      to: optional(row.to_day),
      percent: fractionOf(row.percent),
      perUnit: priceOf(row.per_unit),
      unit: row.unit === 'kg' ? 'kg' : 'stock unit',
      combine: row.combine === 'higher' || row.combine === 'lower' ? row.combine : 'sum',
      floor: limitOf(row.floor, this.company.currency),
      cap: limitOf(row.cap, this.company.currency),
    }));
  }

  async loadOrderLines(lines: readonly LineId[]): Promise<void> {
    await this.lockDocuments(documentsOf(lines));
    await this.keepOrders(documentsOf(lines));
    for (const line of await readOrderLines(this.reading, lines)) this.orderLines.set(line.id, line);
    await this.loadItems(lines.flatMap((line) => this.orderLines.get(line)?.bought.item ?? []));
    if (lines.some((line) => this.orderLines.get(line)?.estimates.some(({ by }) => by === 'tariff')))
      await this.loadTariff();
  }

  /** An order with all its lines. */
  async loadOrder(order: string): Promise<void> {
    await this.lockDocuments([order]);
    await this.keepOrders([order]);
    await this.loadOrderLines(await readLineIds(this.reading, order));
  }

  async loadReceiptLines(lines: readonly LineId[]): Promise<void> {
    await this.lockDocuments(documentsOf(lines));
    for (const line of await readReceiptLines(this.reading, lines)) this.receiptLines.set(line.id, line);
    await this.loadItems(lines.flatMap((line) => this.receiptLines.get(line)?.bought.item ?? []));
  }

  /** The bins of every warehouse. */
  async loadBins(): Promise<void> {
    for (const row of await this.query('SELECT warehouse_id, code, kind FROM bin')) {
      const bins = this.bins.get(text(row.warehouse_id)) ?? new Map<string, BinKind>();
      this.bins.set(text(row.warehouse_id), bins.set(text(row.code), text(row.kind) as BinKind));
    }
  }

  /** Goods that stand aside. */
  async loadAsides(lines: readonly LineId[]): Promise<void> {
    await this.lockDocuments(documentsOf(lines));
    for (const aside of await readAsides(this.reading, lines)) this.asides.set(aside.id, aside);
  }

  /** What arrived of transfers, and what was made. */
  async loadStockLines(lines: readonly LineId[]): Promise<void> {
    const rows = await this.query(
      `SELECT m.*, p.item_id, p.warehouse_id FROM movement m JOIN pool p ON p.id = m.pool_id
       WHERE m.purpose IN ('arrived', 'made') AND ${among(lines, 'm.document_id', 'm.line_no')} AND ${stands('m.document_id')}`,
      keysOf(lines),
    );
    for (const row of rows) {
      const [id, item] = [idOf(row), text(row.item_id)];
      const known = { id, date: text(row.date), item, pool: `${item}@${text(row.warehouse_id)}` };
      this.stockLines.set(id, { ...known, quantity: quantityOf(row.quantity), dimensions: dimensionsOf(row) });
    }
    await this.loadItems(rows.map((row) => text(row.item_id)));
  }

  async loadCharges(lines: readonly LineId[]): Promise<void> {
    await this.lockDocuments(documentsOf(lines));
    for (const charge of await readCharges(this.reading, lines)) this.charges.set(charge.id, charge);
  }

  async loadCustomsEntry(document: string): Promise<void> {
    await this.lockDocuments([document]);
    for (const entry of await readCustomsEntry(this.reading, document)) this.customsEntries.set(document, entry);
  }

  async loadCreditable(lines: readonly LineId[]): Promise<void> {
    await this.lockDocuments(documentsOf(lines));
    for (const line of await readCreditable(this.reading, lines)) this.creditable.set(line.id, line);
  }

  async loadExpensed(line: LineId): Promise<void> {
    await this.lockDocuments([documentOf(line)]);
    for (const expensed of await readExpensed(this.reading, line)) this.expensed.set(expensed.id, expensed);
  }

  /** What charges of each kind may differ by on a bill. */
  async loadChargeAllowances(): Promise<void> {
    const rows = await this.query('SELECT * FROM charge_allowance');
    this.company = {
      ...this.company,
      chargeAllowances: new Map(rows.map((row) => [text(row.kind), allowanceIn(row, this.company.currency)])),
    };
  }

  /** The taxes of every code. */
  async loadTaxCodes(): Promise<void> {
    this.taxCodes = await readTaxLevels(this.reading.manager);
  }

  async loadPayables(documents: readonly string[]): Promise<void> {
    await this.lockDocuments(documents);
    for (const payable of await readPayables(this.reading, documents)) this.payables.set(payable.document, payable);
  }

  async loadPrepayment(document: string): Promise<void> {
    await this.lockDocuments([document]);
    for (const prepayment of await readPrepayment(this.reading, document)) this.prepayments.set(document, prepayment);
  }

  /** Delivered lines, or lines in transit, with what was taken of them. */
  async loadSources(lines: readonly LineId[]): Promise<void> {
    await this.lockDocuments(documentsOf(lines));
    if (lines.length === 0) return;
    await this.keepSources(among(lines, 'm.document_id', 'm.line_no'), keysOf(lines));
    const sources = lines.flatMap((line) => this.sources.get(line) ?? []);
    await this.loadItems(sources.map(({ item }) => item));
    // A late cost changes a delivery and its takings together: whoever takes from it holds its pool.
    for (const { pool } of sources) this.want(pool, {});
    for (const line of lines) this.sourceLines.add(line);
  }

  /** Whether a number is taken, and what else of the vendor a bill may be taken for. */
  async loadBillNumber(vendor: string, reference: string, date?: string): Promise<void> {
    if (vendor === '') return;
    const key = billNumberKey(reference);
    const shape = billNumberShape(reference);
    const { alikeWithin } = this.company;
    if (date !== undefined && isDay(date) && alikeWithin !== undefined)
      await this.loadAlike(vendor, shape, [addDays(date, -alikeWithin), addDays(date, alikeWithin)]);
    const rows = await this.query('SELECT document_id FROM bill_number WHERE vendor_id = ? AND number_key = ?', [
      vendor,
      key,
    ]);
    for (const row of rows) this.billNumbers.set(`${vendor}|${key}`, text(row.document_id));
  }

  private async loadAlike(vendor: string, shape: string, days: readonly [string, string]): Promise<void> {
    const known =
      'SELECT b.document_id, b.date, b.currency, b.amount, d.reference FROM bill_number b JOIN document d ON d.id = b.document_id';
    const rows = await this.query(
      `${known} WHERE b.vendor_id = ? AND b.shape = ? UNION ${known} WHERE b.vendor_id = ? AND b.date BETWEEN ? AND ?`,
      [vendor, shape || '?', vendor, ...days],
    );
    for (const row of rows) {
      const bill = {
        vendor,
        reference: text(row.reference),
        date: text(row.date),
        currency: text(row.currency),
        amount: amountOf(row.amount),
      };
      if (row.date != null) this.bills.set(text(row.document_id), bill);
    }
  }

  /** A posted document, and all that taking its effects away reaches. */
  async loadFacts(document: string): Promise<void> {
    await this.lockDocuments([document]);
    const facts = await readFacts(this.reading, document);
    if (!facts) return;
    this.documents.set(document, facts);
    const { movements, costs, takings, standards, writeDowns } = facts.effects;
    const reached = [
      ...movements.map(({ pool }) => pool),
      ...costs.map(({ pool }) => pool),
      ...writeDowns.map(({ pool }) => pool),
    ];
    await this.loadItems([...reached.map((pool) => pool.split('@')[0] ?? ''), ...standards.map(({ item }) => item)]);
    await this.loadSources(takings.map(({ of }) => of));
    await this.keepSources('m.document_id = ?', [document]);
    for (const { pool, id, date, back } of movements)
      this.wantFrom(pool, back ? { id: back.of, date: back.date } : { id, date });
    for (const { pool, movement, date } of costs) this.wantFrom(pool, { id: movement, date });
    for (const { taking } of takings)
      if (taking.into !== undefined) this.wantFrom(taking.into, { id: taking.line, date: taking.date });
    for (const { pool } of writeDowns) this.want(pool, {});
    for (const { item, line, date } of standards) await this.wantItem(item, { id: line, date });
    if (facts.kind === 'close' || facts.kind === 'open') this.closedPeriods = await readClosedPeriods(this.reading);
  }

  async loadClosedPeriods(): Promise<void> {
    this.closedPeriods = await readClosedPeriods(this.reading);
  }

  /** All that a closing measures or accrues. */
  async loadOpenAtClose(on: string): Promise<void> {
    const open = await readOpenAtClose(this.reading, this.company.recognition === 'on-purchase', on);
    await this.loadReceiptLines(open.receipts);
    await this.loadOrderLines(open.orders);
    await this.loadCreditable(open.returns);
    await this.loadPayables(open.payables);
    this.suspense = [{ document: '', date: '', amount: base(big(open.suspense)) }];
    const used = [...this.receiptLines.values(), ...this.payables.values(), ...this.creditable.values()].map(
      (line) => line.currency,
    );
    await this.loadRates(used, on);
  }

  /** Pools to which a document adds movements on `day`; `out` needs their layers. */
  wantGoods(ids: readonly PoolId[], day: string, direction: 'in' | 'out'): void {
    for (const id of ids) this.want(id, { day, layers: direction === 'out' });
  }

  /** A pool in which an old movement changes: its history is needed from there. */
  wantFrom(id: PoolId, movement: { id: LineId; date: string }): void {
    this.want(id, {
      from: pointOf({
        document_id: documentOf(movement.id),
        line_no: movement.id.split('/')[1] ?? '0',
        date: movement.date,
      }),
    });
  }

  /** Every pool of an item, for a change of standard. */
  async wantItem(item: string, movement: { id: LineId; date: string }): Promise<void> {
    for (const row of await this.query('SELECT warehouse_id FROM pool WHERE item_id = ?', [item])) {
      this.wantFrom(`${item}@${text(row.warehouse_id)}`, movement);
    }
  }

  /** Reads, and for posting locks, the pools that were wanted and those that value may be carried into from them. */
  async readWantedPools(): Promise<void> {
    const rows = await this.lockWanted();
    await this.loadItems([...rows.values()].map((row) => text(row.item_id)));
    const wanted: Wanted[] = [...this.wanted].map(([pool, { from, layers }]) => ({
      pool,
      from,
      layers: layers || from !== undefined || this.isSerial(pool),
    }));
    for (const pool of await readPools(this.reading, rows, wanted, this.items)) {
      this.pools.set(pool.id, pool);
      for (const layer of endOf(pool).layers as readonly DatedLayer[]) this.layerDays.set(layer.of, layer.day);
    }
    for (const [id, row] of rows) {
      this.poolRows.set(id, text(row.id));
      this.poolSince.set(id, Number(row.since_checkpoint));
    }
    const lines = [...this.sourceLines];
    if (this.reading.locking && lines.length > 0)
      await this.keepSources(among(lines, 'm.document_id', 'm.line_no'), keysOf(lines));
    for (const { pool, from } of wanted) {
      if (from === undefined || !rows.has(pool)) continue;
      const taken =
        'EXISTS (SELECT 1 FROM taking t WHERE t.source_id = m.document_id AND t.source_line_no = m.line_no)';
      await this.keepSources(`m.pool_id = ? AND m.date >= ? AND ${taken}`, [
        rows.get(pool)?.id,
        this.pools.get(pool)?.checkpoints[0].date || FIRST_DAY,
      ]);
    }
  }

  orderLine = (id: LineId): OrderLine | undefined => this.orderLines.get(id);
  receiptLine = (id: LineId): ReceiptLine | undefined => this.receiptLines.get(id);
  stockLine = (id: LineId): StockLine | undefined => this.stockLines.get(id);
  creditableLine = (id: LineId): CreditableLine | undefined => this.creditable.get(id);
  source = (id: LineId): Source | undefined => this.sources.get(id);
  payable = (document: string): Payable | undefined => this.payables.get(document);

  books(nextDocument: bigint): LoadedBooks {
    const {
      company,
      items,
      rates,
      tariff,
      orders,
      approvalLimits,
      vendors,
      taxCodes,
      bins,
      orderLines,
      asides,
      receiptLines,
      stockLines,
    } = this;
    const { charges, customsEntries, creditable, expensed, payables, prepayments } = this;
    const { sources, pools, billNumbers, bills, closedPeriods, suspense, documents, poolRows, poolSince, layerDays } =
      this;
    const names = { items: new Map([...items].map(([id, item]) => [id, item.number])), warehouses: this.warehouses };
    return {
      ...emptyBooks(company),
      nextDocument,
      items,
      rates,
      tariff,
      orders,
      approvalLimits,
      vendors,
      taxCodes,
      bins,
      orderLines,
      asides,
      receiptLines,
      stockLines,
      charges,
      customsEntries,
      creditable,
      expensed,
      payables,
      prepayments,
      sources,
      pools,
      billNumbers,
      bills,
      closedPeriods,
      suspense,
      documents,
      poolRows,
      poolSince,
      layerDays,
      names,
      draftsBills: this.draftsBills,
    };
  }

  private async keepOrders(ids: readonly string[]): Promise<void> {
    const unknown = ids.filter((id) => !this.orders.has(id));
    const { orders, limits } = await readOrders(this.reading, unknown, this.company.currency);
    for (const order of orders) this.orders.set(order.id, order);
    for (const [user, limit] of limits) this.approvalLimits.set(user, limit);
  }

  private get lock(): string {
    return this.reading.locking ? ' LOCK IN SHARE MODE' : '';
  }

  private query(sql: string, parameters: unknown[] = []): Promise<Row[]> {
    return query(this.reading, sql, parameters);
  }

  /** A serial number that comes in must be compared with those that are here. */
  private isSerial(pool: PoolId): boolean {
    return this.items.get(pool.split('@')[0] ?? '')?.tracking === 'serial';
  }

  private want(id: PoolId, { from, day, layers = false }: { from?: Point; day?: string; layers?: boolean }): void {
    const known = this.wanted.get(id);
    const earlier = known?.from && (from === undefined || comparePoints(known.from, from) < 0) ? known.from : from;
    const first = known?.day !== undefined && (day === undefined || known.day < day) ? known.day : day;
    this.wanted.set(id, { from: earlier, day: first, layers: layers || (known?.layers ?? false) });
  }

  /** Pools are looked for again once they are locked, until no others are reached. */
  private async lockWanted(): Promise<Map<PoolId, Row>> {
    let rows = await this.poolRowsOf(false);
    await this.reachOn(rows);
    if (!this.reading.locking) return this.poolRowsOf(false);
    for (let reached = -1; reached !== this.wanted.size;) {
      reached = this.wanted.size;
      rows = await this.poolRowsOf(true);
      await this.reachOn(rows);
    }
    return rows;
  }

  /** Where later movements are known, the history is needed from the day on; and whatever value is carried into from there. */
  private async reachOn(rows: ReadonlyMap<PoolId, Row>): Promise<void> {
    for (const [id, { from, day }] of this.wanted) {
      const last = rows.get(id)?.last_day;
      if (from === undefined && day !== undefined && last != null && last > day)
        this.want(id, { from: { date: day, place: END_OF_DAY } });
    }
    const starts = [...this.wanted].flatMap(([pool, { from }]) => (from === undefined ? [] : [{ pool, from }]));
    if (starts.length === 0) return;
    for (const [pool, from] of await linkedPools(this.reading, starts)) this.want(pool, { from });
  }

  private async poolRowsOf(creating: boolean): Promise<Map<PoolId, Row>> {
    const ids = [...this.wanted.keys()];
    if (ids.length === 0) return new Map();
    const pairs = ids.map((id) => id.split('@') as [string, string]);
    await this.nameWarehouses(pairs.map(([, warehouse]) => warehouse));
    const lock = this.reading.locking && creating ? ' FOR UPDATE' : '';
    const where = pairs.map(() => '(p.item_id = ? AND p.warehouse_id = ?)').join(' OR ');
    const read = () => this.query(`SELECT p.* FROM pool p WHERE ${where} ORDER BY p.id${lock}`, pairs.flat());
    let rows = await read();
    const missing = pairs.filter(
      ([item, warehouse]) => !rows.some((row) => row.item_id === item && row.warehouse_id === warehouse),
    );
    const known = missing.filter(([item]) => this.items.has(item));
    if (creating && known.length > 0) {
      const values = known.map(() => '(?, ?, 0, 0)').join(', ');
      await this.query(
        `INSERT IGNORE INTO pool (item_id, warehouse_id, quantity, value) VALUES ${values}`,
        known.flat(),
      );
      rows = await read();
    }
    return new Map(rows.map((row) => [`${text(row.item_id)}@${text(row.warehouse_id)}`, row]));
  }

  private async nameWarehouses(ids: readonly string[]): Promise<void> {
    const missing = distinct(ids).filter((id) => !this.warehouses.has(id));
    if (missing.length === 0) return;
    for (const row of await this.query('SELECT id, name FROM warehouse WHERE id IN (?)', [missing]))
      this.warehouses.set(text(row.id), text(row.name));
  }

  private async keepSources(where: string, parameters: unknown[]): Promise<void> {
    for (const source of await readSources(this.reading, where, parameters)) this.sources.set(source.line, source);
  }

  private async lockDocuments(ids: readonly string[]): Promise<void> {
    if (this.reading.locking && ids.length > 0)
      await this.query('SELECT id FROM document WHERE id IN (?) ORDER BY id FOR UPDATE', [ids]);
  }
}
