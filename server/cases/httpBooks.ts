import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { EntryView } from '@obolus/contract/commands';
import { endOf, type LineId } from '@obolus/core/costing/pool';
import { formatAmount, formatQuantity } from '@obolus/core/exact/amounts';
import type { Books } from '@obolus/core/state/books';
import type { Command, PostedDocument } from '@obolus/core/posting/kinds';
import type { Decision, Posted } from '@obolus/core/state/decision';
import type { DatabaseConfig } from '../config.ts';
import { proveBooks } from '../proof/proveBooks.ts';
import { type Running, serve } from '../serve.ts';
import { setUpCompany } from '../setUp/company.ts';
import { dataSource } from '../storage/dataSource.ts';
import type { Reply } from '../testing/client.ts';
import type { ServerNames } from '../documents/writeParts.ts';
import { commandOf } from '../documents/registry.ts';
import { chargeKind, companyFields, entriesOf, type NewEntry, vendorEntry, warehouseEntry } from './setUpBooks.ts';
import { emptyTables, traceOf } from './tables.ts';
import { PASSWORD, People, ROLES } from './people.ts';
import { type Difference, refusalsIn, entriesAsText, entryViewsAsText, compare, balanceOf } from './compare.ts';
import { whoOf, chargeKindsIn, emptyIds } from './named.ts';

/** A command as the core took it. */
export interface Taken {
  readonly where: string;
  readonly books: Books;
  readonly command: Command;
  readonly decision: Decision<PostedDocument>;
}

/** What the server posted for a step. */
export interface ServerFacts {
  readonly step: string;
  readonly document: unknown;
  readonly entries: readonly string[];
}

const NOWHERE = '999999999';

const LAST_DAY = '9998-12-31';

/**
 * Books kept by a server, beside the same books kept by the core: each command is previewed, posted and sent once more, and
 * what comes of it is compared entry by entry, line by line and pool by pool; what the core refuses must be refused for the same reasons and leave
 * no trace.
 */
export class HttpBooks {
  private readonly running: Running;
  private readonly owner: DataSource;
  private readonly clock: Clock;
  private readonly people: People;
  private ids = emptyIds();
  private readonly balances = new Map<string, bigint>();
  private readonly written = new Map<LineId, bigint>();
  private facts: ServerFacts[] = [];

  private constructor(running: Running, owner: DataSource, clock: Clock) {
    this.running = running;
    this.owner = owner;
    this.clock = clock;
    this.people = new People(running.url);
  }

  /** A server of its own on this database. What is in the database is thrown away with each case. */
  static async open(database: DatabaseConfig): Promise<HttpBooks> {
    const clock: Clock = { today: '2026-12-31' };
    const running = await serve(
      {
        host: '127.0.0.1',
        port: 0,
        database,
        connections: 8,
        sessionSecret: randomUUID(),
        secureCookies: false,
        logLevel: 'error',
        webFolder: '/nowhere',
        today: undefined,
        checkReplies: true,
        mail: { host: undefined, port: 25, from: 'purchasing@fernhollow.example' },
        mailboxPort: 0,
        standIns: false,
      },
      () => new Date(`${clock.today}T12:00:00Z`),
    );
    const owner = await dataSource(database, database.owner, 2).initialize();
    const users = ROLES.map((role) => ({ email: `${role}@cases.example`, name: role, role, password: PASSWORD }));
    await setUpCompany(running.source, { ...company('USD', '2026-01-01'), users });
    return new HttpBooks(running, owner, clock);
  }

  async close(): Promise<void> {
    await this.owner.destroy();
    await this.running.stop();
  }

  /** Empties the database, and sets up through the API what these books begin with. */
  async begin(books: Books): Promise<Difference[]> {
    await emptyTables(this.owner);
    const { currency, firstOpenDay } = books.company;
    await setUpCompany(this.running.source, company(currency, firstOpenDay));
    this.ids = emptyIds();
    this.balances.clear();
    this.written.clear();
    this.facts = [];
    const wrong: Difference[] = [];
    const admin = (await this.people.of('administrator', 'administrator')).client;
    const saved = await admin.call('PUT', '/api/registers/company/1', {
      fields: { ...companyFields(books.company), charge_limits: '' },
      seen: {},
    });
    if (saved.status !== 200) wrong.push({ step: 'the company', says: JSON.stringify(saved.body) });
    for (const entry of entriesOf(books)) wrong.push(...(await this.enter(entry)));
    const limits = await admin.call('PUT', '/api/registers/company/1', {
      fields: { charge_limits: companyFields(books.company).charge_limits },
      seen: {},
    });
    if (limits.status !== 200) wrong.push({ step: 'the company', says: JSON.stringify(limits.body) });
    for (const [vendor, { accountBy }] of books.vendors) {
      if (accountBy === undefined) continue;
      const { client } = await this.people.of(accountBy, 'accountant', books);
      const change = { fields: { bank_account: 'XX 1' }, seen: {} };
      await client.call('PUT', `/api/registers/vendors/${this.ids.vendors.get(vendor)}`, change);
    }
    return wrong;
  }

  /** Takes a command as the core took it, and says where the server differs. */
  async take(taken: Taken): Promise<Difference[]> {
    const { where, books, command, decision } = taken;
    const kind = command.kind;
    // Where a case does not say what day it is, it is the day of what is entered.
    if (books.company.today !== undefined) this.clock.today = books.company.today;
    else if (/^\d{4}-\d{2}-\d{2}$/.test(command.date) && command.date < '2990') this.clock.today = command.date;
    const wrong = await this.enterNamed(books, command);
    const body = commandOf(kind).write(command as never, this.names(books));
    const { client } = await this.people.of(
      whoOf(command),
      kind === 'order-approval' ? 'approver' : 'accountant',
      books,
    );
    const key = randomUUID();
    if (command.kind === 'bill' && command.signedOff) await this.people.agreeTo(client, key, body);
    const says = (text: string) => wrong.push({ step: where, says: text });
    const before = decision.accepted ? undefined : await traceOf(this.running.source);
    const preview = await client.preview(kind, body, key);
    const posted = await client.post(kind, body, key);
    if (!decision.accepted) {
      this.compareRefusal(decision.refusals, preview, posted).forEach(says);
      if ((await traceOf(this.running.source)) !== before) says('the refusal left a trace');
      return wrong;
    }
    if (posted.status !== 201) {
      says(`the server refuses: ${refusalsIn(posted) || JSON.stringify(posted.body)}`);
      return wrong;
    }
    const again = await client.post(kind, body, key);
    if (again.status !== 201 || JSON.stringify(again.body) !== JSON.stringify(posted.body))
      says(`sent once more it is not the same: ${JSON.stringify([posted.body, again.body])}`);
    const id = String(posted.body.id);
    this.ids.documents.set(books.nextDocument.toString(), id);
    this.keepValues(decision.posted);
    const should = entriesAsText(decision.posted, books.company.currency);
    const document = await client.call('GET', `/api/documents/${id}`);
    const is = entryViewsAsText(document.body.entries as EntryView[] | undefined);
    const shown = entryViewsAsText(preview.body.entries as EntryView[] | undefined);
    for (const difference of [...compare('posts', should, is), ...compare('previews', should, shown)]) says(difference);
    this.facts.push({ step: where, document: posted.body, entries: is });
    return wrong;
  }

  /** Compares everything that stands at the end, and proves the books of the server by themselves. */
  async end(books: Books): Promise<Difference[]> {
    const wrong: Difference[] = [];
    const says = (text: string) => wrong.push({ step: 'the end', says: text });
    const { client } = await this.people.of('accountant', 'accountant');
    const { currency } = books.company;
    for (const pool of books.pools.values()) {
      const { quantity, value, layers } = endOf(pool);
      const path = `/api/stock/${this.ids.items.get(pool.item)}/${this.ids.warehouses.get(pool.warehouse)}/held`;
      const held = await client.call('GET', path);
      if (held.status === 404 && quantity === 0n && value === 0n) continue;
      const is = held.body as { quantity?: string; value?: string; layers?: HeldLayer[] };
      const layer = (of: string, lot: string, units: string, worth: string) => `${of} ${lot} ${units} ${worth}`;
      const shouldBe = [
        formatQuantity(quantity),
        formatAmount(value, currency),
        ...layers.map((one) =>
          layer(this.documentOf(one.of), one.lot, formatQuantity(one.quantity), formatAmount(one.value, currency)),
        ),
      ].join(', ');
      const stands = [
        is.quantity,
        is.value,
        ...(is.layers ?? []).map((one) => layer(one.of.id, one.lot, one.quantity, one.value)),
      ].join(', ');
      if (shouldBe !== stands) says(`the pool ${pool.id} should hold ${shouldBe}, holds ${stands}`);
    }
    const trial = await client.call('GET', `/api/trial-balance?asOf=${LAST_DAY}`);
    const rows = (trial.body.rows ?? []) as { account: string; debit: string; credit: string }[];
    const balances = rows.map(({ account, debit, credit }) => `${account} ${balanceOf(debit, credit)}`);
    const expected = [...this.balances]
      .filter(([, balance]) => balance !== 0n)
      .map(([account, balance]) => `${account} ${formatAmount(balance, currency)}`);
    for (const difference of compare('ends with', expected, balances)) says(difference);
    for (const difference of await this.compareValues(currency)) says(difference);
    for (const difference of await proveBooks(this.running.source)) says(`the proof: ${difference}`);
    return wrong;
  }

  get posted(): readonly ServerFacts[] {
    return this.facts;
  }

  private documentOf = (line: LineId): string => this.ids.documents.get(line.split('/')[0] ?? '') ?? NOWHERE;

  private names(books: Books): ServerNames {
    const { items, vendors, warehouses, documents } = this.ids;
    const lineOf = (line: LineId) => {
      const [document = '', number = ''] = line.split('/');
      return `${documents.get(document) ?? NOWHERE}/${/^\d{1,6}$/.test(number) ? number : '999999'}`;
    };
    return {
      baseCurrency: books.company.currency,
      item: (id) => items.get(id) ?? (id === '' ? '' : NOWHERE),
      vendor: (id) => vendors.get(id) ?? (id === '' ? '' : NOWHERE),
      warehouse: (id) => warehouses.get(id) ?? NOWHERE,
      document: (number) => documents.get(number) ?? NOWHERE,
      line: lineOf,
    };
  }

  /** Vendors, warehouses and kinds of charge are set up when a command first names them: a case leaves them unsaid. */
  private async enterNamed(books: Books, command: Command): Promise<Difference[]> {
    const wrong: Difference[] = [];
    const { vendors, warehouses, chargeKinds } = this.ids;
    const { currency } = books.company;
    if ('vendor' in command && command.vendor !== '' && !vendors.has(command.vendor))
      wrong.push(...(await this.enter(vendorEntry(command.vendor, currency, books.vendors.get(command.vendor)))));
    const places = ['warehouse', 'from', 'to'].flatMap((field) => {
      const value = (command as unknown as Record<string, unknown>)[field];
      return typeof value === 'string' && command.kind !== 'payment' ? [value] : [];
    });
    for (const place of ['main', ...places])
      if (!warehouses.has(place)) wrong.push(...(await this.enter(warehouseEntry(place))));
    for (const kind of chargeKindsIn(command))
      if (!chargeKinds.has(kind)) wrong.push(...(await this.enter(chargeKind(books, kind))));
    return wrong;
  }

  private async enter({ register, name, fields }: NewEntry): Promise<Difference[]> {
    const { client } = await this.people.of('accountant', 'accountant');
    const reply = await client.call(
      'POST',
      `/api/registers/${register}`,
      { fields },
      { 'Idempotency-Key': randomUUID() },
    );
    const id = String(reply.body.id);
    if (register === 'items') this.ids.items.set(name, id);
    if (register === 'vendors') this.ids.vendors.set(name, id);
    if (register === 'warehouses') this.ids.warehouses.set(name, id);
    if (register === 'charge-kinds') this.ids.chargeKinds.add(name);
    if (reply.status === 201) return [];
    // The usual kinds of charge are there from the beginning.
    const isThere = register === 'charge-kinds' && JSON.stringify(reply.body).includes('already');
    return isThere ? [] : [{ step: `${register} ${name}`, says: JSON.stringify(reply.body) }];
  }

  private compareRefusal(
    refusals: readonly { readonly reason: string; readonly at: string }[],
    preview: Reply,
    posted: Reply,
  ): string[] {
    if (posted.status === 201) return ['should be refused, but the server posted it'];
    const should = [...new Set(refusals.map(({ reason }) => reason))].sort().join(' ');
    const is = refusalsIn(posted);
    // What the schema of the request refuses never comes to a decision, and what a role may not do neither.
    if (posted.status === 400 || posted.status === 403) return [];
    const wrong = should === is ? [] : [`should be refused as ${should}, the server says ${is || posted.status}`];
    const previewed = refusalsIn(preview);
    return previewed === is ? wrong : [...wrong, `previewed as ${previewed}, posted as ${is}`];
  }

  private keepValues({ entries, settlement }: Posted<PostedDocument>): void {
    for (const { account, amount } of entries.flatMap((entry) => entry.lines))
      this.balances.set(account, (this.balances.get(account) ?? 0n) + amount);
    for (const { line, amount } of settlement.valueChanges)
      this.written.set(line, (this.written.get(line) ?? 0n) + amount);
  }

  /** What every line is worth, movement or taking, as all changes of value make it. */
  private async compareValues(currency: string): Promise<string[]> {
    const rows: { line: string; value: string }[] = await this.running.source.query(
      "SELECT CONCAT(line_document_id, '/', line_no) AS line, SUM(amount) AS value FROM value_change GROUP BY line_document_id, line_no",
    );
    const text = (line: string, value: bigint) => `${line} worth ${formatAmount(value, currency)}`;
    const should = [...this.written].map(([line, value]) =>
      text(`${this.documentOf(line)}/${line.split('/')[1]}`, value),
    );
    return compare(
      'has lines',
      should,
      rows.map((row) => text(row.line, BigInt(row.value))),
    );
  }
}

interface Clock {
  today: string;
}

interface HeldLayer {
  readonly of: { readonly id: string };
  readonly lot: string;
  readonly quantity: string;
  readonly value: string;
}

const company = (currency: string, firstOpenDay: string) => ({
  name: 'Fernhollow Loom Supply',
  currency,
  firstOpenDay,
  warehouses: [],
  users: [],
});
