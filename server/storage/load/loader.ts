import type { EntityManager } from 'typeorm';
import { comparePoints, type LineId, type Point, type PoolId } from '@obolus/core/costing/pool';
import { invariant } from '@obolus/core/exact/invariant';
import { type Books, emptyBooks } from '@obolus/core/state/books';
import type { Company } from '@obolus/core/state/company';
import { notLoaded, Slice } from '@obolus/core/state/slice';
import type { Names } from '../../asking/failures.ts';
import { query, type Reading } from './rows.ts';

/** The parts of the books that are loaded entry by entry. */
export type PartName = {
  [Name in keyof Books]: Books[Name] extends ReadonlyMap<string, unknown> ? Name : never;
}[keyof Books];
export type EntryOf<Name extends PartName> = Books[Name] extends ReadonlyMap<string, infer Entry> ? Entry : never;
type Lists = Pick<Books, 'tariff' | 'closedPeriods' | 'suspense' | 'bankMoves'>;

/** Books as far as a command needs them, and what the refusals need to speak of them in the user's words. */
export interface LoadedBooks extends Books {
  readonly names: Names;
  /** The rows behind the pools, by the core's id. */
  readonly poolRows: ReadonlyMap<PoolId, string>;
  /** How often each of these rows was written. */
  readonly poolVersions: ReadonlyMap<string, string>;
  /** How many movements came since the last state that was kept on the way. */
  readonly poolSince: ReadonlyMap<PoolId, number>;
  /** The days of the layers that were loaded. */
  readonly layerDays: ReadonlyMap<LineId, string>;
  /** A receipt leaves a draft of its bill. */
  readonly draftsBills: boolean;
  readonly chart: Chart;
}

/** Which account of the chart a journal line is on, by its row. */
export interface Chart {
  /** By kind of posting. */
  readonly postings: ReadonlyMap<string, string>;
  /** Of expenses that have an account of their own. */
  readonly expenses: ReadonlyMap<string, string>;
}

/** What of a pool is needed: its history from a point or a day on, the layers at its end. */
export interface Want {
  readonly from?: Point | undefined;
  readonly day?: string | undefined;
  readonly layers?: boolean;
}

/**
 * Gathers what a decision rests on; the files beside it load one part each. For posting (`locking`) every row is read locked,
 * always in the order company, documents, pools, each sorted by id, so that two postings never wait for each other in a ring.
 * What was not loaded is never taken for what is not there: each part knows what it was asked for (`Slice`).
 */
export class BooksLoader {
  readonly reading: Reading;
  /** The day on which something is entered. */
  readonly today: string;
  readonly parts = emptyParts();
  readonly lists: { -readonly [Name in keyof Lists]: Lists[Name] } = {
    tariff: notLoaded('tariff'),
    closedPeriods: notLoaded('closed periods'),
    suspense: notLoaded('stock suspense'),
    bankMoves: notLoaded('what moved on bank accounts'),
  };
  readonly pools = {
    rows: new Map<PoolId, string>(),
    versions: new Map<string, string>(),
    since: new Map<PoolId, number>(),
    layerDays: new Map<LineId, string>(),
  };
  /** The documents that it rests on, locked for posting. */
  readonly documents = new Set<string>();
  /** Read last of all (`readWantedPools`). */
  readonly wanted = new Map<PoolId, Want>();
  /** Movements out that are read again once their pools are locked. */
  readonly sourceLines = new Set<LineId>();
  readonly names = { items: new Map<string, string>(), warehouses: new Map<string, string>() };
  draftsBills = false;
  chart: Chart = { postings: new Map(), expenses: new Map() };
  private settings: Company | undefined;

  constructor(manager: EntityManager, locking: boolean, today: string) {
    this.reading = { manager, locking };
    this.today = today;
  }

  get company(): Company {
    invariant(this.settings !== undefined, 'the company is loaded');
    return this.settings;
  }

  set company(settings: Company) {
    this.settings = settings;
  }

  /** Reads those of `ids` that were not read yet, each once, and keeps what there is of them. */
  async keep<Name extends PartName>(
    name: Name,
    ids: readonly string[],
    read: (missing: readonly string[]) => Promise<Iterable<readonly [string, EntryOf<Name>]>>,
  ): Promise<void> {
    const part = this.parts[name] as unknown as Slice<string, EntryOf<Name>>;
    const missing = [...new Set(ids)].filter((id) => id !== '' && !part.isSought(id));
    if (missing.length > 0) for (const [id, entry] of await read(missing)) part.set(id, entry);
    part.seek(ids);
  }

  /** Reads all that there is of a part. */
  async keepAll<Name extends PartName>(
    name: Name,
    read: () => Promise<Iterable<readonly [string, EntryOf<Name>]>>,
  ): Promise<void> {
    const part = this.parts[name] as unknown as Slice<string, EntryOf<Name>>;
    for (const [id, entry] of await read()) part.set(id, entry);
    part.seekAll();
  }

  async keepList<Name extends keyof Lists>(name: Name, read: () => Promise<Lists[Name]>): Promise<void> {
    this.lists[name] = await read();
  }

  /** Codes of goods for which the tariff is loaded. */
  readonly tariffCodes = new Set<string>();

  want(pool: PoolId, { from, day, layers = false }: Want): void {
    const known = this.wanted.get(pool);
    const earlier = known?.from && (from === undefined || comparePoints(known.from, from) < 0) ? known.from : from;
    const first = known?.day !== undefined && (day === undefined || known.day < day) ? known.day : day;
    this.wanted.set(pool, { from: earlier, day: first, layers: layers || (known?.layers ?? false) });
  }

  async lockDocuments(ids: readonly string[]): Promise<void> {
    for (const id of ids) this.documents.add(id);
    if (this.reading.locking && ids.length > 0)
      await query(this.reading, 'SELECT id FROM document WHERE id IN (?) ORDER BY id FOR UPDATE', [ids]);
  }

  /** For rows that whoever posts may not see change, and does not change. */
  get sharedLock(): string {
    return this.reading.locking ? ' LOCK IN SHARE MODE' : '';
  }

  books(nextDocument: bigint): LoadedBooks {
    return {
      ...emptyBooks(this.company),
      ...this.parts,
      ...this.lists,
      nextDocument,
      names: this.names,
      poolRows: this.pools.rows,
      poolVersions: this.pools.versions,
      poolSince: this.pools.since,
      layerDays: this.pools.layerDays,
      draftsBills: this.draftsBills,
      chart: this.chart,
    };
  }
}

/** What each part is called where somebody asks for what was not loaded of it. */
const CALLED: { readonly [Name in PartName]: string } = {
  rates: 'rates of exchange',
  items: 'items',
  orders: 'orders',
  approvalLimits: 'approval limits',
  vendors: 'vendors',
  taxCodes: 'tax codes',
  bins: 'bins',
  orderLines: 'order lines',
  heldGoods: 'held goods',
  receiptLines: 'receipt lines',
  stockLines: 'stock lines',
  charges: 'charges',
  customsEntries: 'customs entries',
  creditable: 'what credits may cite',
  expensed: 'expenses',
  payables: 'payables',
  prepayments: 'prepayments',
  paymentRuns: 'payment runs',
  runPlaces: 'payments of runs',
  bankPayments: 'what left the bank',
  bankAccounts: 'bank accounts',
  sources: 'movements out',
  pools: 'pools',
  billNumbers: 'numbers of bills',
  bills: 'bills',
  documents: 'documents',
};

type Parts = { readonly [Name in PartName]: Slice<string, EntryOf<Name>> };

const emptyParts = (): Parts =>
  Object.fromEntries(Object.entries(CALLED).map(([name, called]) => [name, new Slice(called)])) as unknown as Parts;
