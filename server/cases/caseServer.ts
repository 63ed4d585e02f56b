import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { LineId } from '@obolus/core/costing/pool';
import type { Command } from '@obolus/core/posting/kinds';
import { currencyOfAccount } from '@obolus/core/state/bankAccount';
import type { Books } from '@obolus/core/state/books';
import type { OwnedDatabase } from '../config.ts';
import type { ServerNames } from '../documents/writeParts.ts';
import { type Running, serve } from '../serve.ts';
import { setUpCompany } from '../setUp/company.ts';
import { dataSource, migrate } from '../storage/dataSource.ts';
import type { Reply } from '../testing/client.ts';
import type { Difference } from './compare.ts';
import { chargeKindsIn, emptyIds, vendorsIn } from './named.ts';
import { PASSWORD, People, ROLES } from './people.ts';
import { chargeKind, companyFields, entriesOf, type NewEntry, vendorEntry, warehouseEntry } from './setUpBooks.ts';
import { emptyTables, keepPeople } from './tables.ts';

const NOWHERE = '999999999';

/** A server for cases: a company, its people and registers are set up through the API under the names that a case uses. */
export class CaseServer {
  private readonly running: Running;
  private readonly owner: DataSource;
  readonly clock: Clock;
  readonly people: People;
  /** What the server calls what the case names. */
  ids = emptyIds();

  private constructor(running: Running, owner: DataSource, clock: Clock) {
    this.running = running;
    this.owner = owner;
    this.clock = clock;
    this.people = new People(running.url);
  }

  get url(): string {
    return this.running.url;
  }

  get source(): DataSource {
    return this.running.source;
  }

  /** A server of its own on this database, with the web application where its folder is named. What is in the database is thrown away with each case. */
  static async open(database: OwnedDatabase, webFolder = '/nowhere'): Promise<CaseServer> {
    const clock: Clock = { today: '2026-12-31' };
    await migrate(database);
    const running = await serve(
      {
        host: '127.0.0.1',
        port: 0,
        database,
        connections: 8,
        sessionSecret: randomUUID(),
        secureCookies: false,
        logLevel: 'error',
        webFolder,
        today: undefined,
        checkReplies: true,
        mail: { host: undefined, port: 25, from: 'purchasing@fernhollow.example' },
        mailboxPort: 0,
        anchors: undefined,
        metricsPort: undefined,
        worksOnJobs: true,
        standBy: false,
        standIns: false,
        notice: '',
      },
      () => new Date(`${clock.today}T12:00:00Z`),
    );
    const owner = await dataSource(database, database.owner, 2).initialize();
    const users = ROLES.map((role) => ({ email: `${role}@cases.example`, name: role, role, password: PASSWORD }));
    await setUpCompany(running.source, { ...company('USD', '2026-01-01'), users });
    return new CaseServer(running, owner, clock);
  }

  async close(): Promise<void> {
    await this.owner.destroy();
    await this.running.stop();
  }

  /** Empties the database, and sets up through the API what these books begin with. */
  async begin(books: Books): Promise<Difference[]> {
    await emptyTables(this.owner);
    await keepPeople(this.running.source);
    const { currency, firstOpenDay } = books.company;
    await setUpCompany(this.running.source, company(currency, firstOpenDay));
    this.ids = emptyIds();
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

  readonly documentOf = (line: LineId): string => this.ids.documents.get(line.split('/')[0] ?? '') ?? NOWHERE;

  names(books: Books): ServerNames {
    const { items, vendors, warehouses, bankAccounts, documents } = this.ids;
    const lineOf = (line: LineId) => {
      const [document = '', number = ''] = line.split('/');
      return `${documents.get(document) ?? NOWHERE}/${/^\d{1,6}$/.test(number) ? number : '999999'}`;
    };
    return {
      baseCurrency: books.company.currency,
      item: (id) => items.get(id) ?? (id === '' ? '' : NOWHERE),
      vendor: (id) => vendors.get(id) ?? (id === '' ? '' : NOWHERE),
      warehouse: (id) => warehouses.get(id) ?? NOWHERE,
      currencyOf: (account) => currencyOfAccount(books, account),
      bankAccount: (id) => bankAccounts.get(id) ?? (id === '' ? '' : NOWHERE),
      document: (number) => documents.get(number) ?? NOWHERE,
      line: lineOf,
    };
  }

  /** Vendors, warehouses and kinds of charge are set up when a command first names them: a case leaves them unsaid. */
  async enterNamed(books: Books, command: Command): Promise<Difference[]> {
    const wrong: Difference[] = [];
    const { vendors, warehouses, chargeKinds } = this.ids;
    const { currency } = books.company;
    for (const vendor of vendorsIn(command))
      if (!vendors.has(vendor))
        wrong.push(...(await this.enter(vendorEntry(vendor, currency, books.vendors.get(vendor)))));
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
    if (register === 'bank-accounts') this.ids.bankAccounts.set(name, id);
    if (register === 'charge-kinds') this.ids.chargeKinds.add(name);
    if (reply.status === 201) return [];
    // The usual kinds of charge are there from the beginning.
    const isThere = register === 'charge-kinds' && JSON.stringify(reply.body).includes('already');
    const said = isThere ? await this.changeChargeKind(name, fields) : reply;
    return said.status === 200 ? [] : [{ step: `${register} ${name}`, says: JSON.stringify(said.body) }];
  }

  private async changeChargeKind(code: string, { difference = '', density = '' }: NewEntry['fields']): Promise<Reply> {
    const { client } = await this.people.of('accountant', 'accountant');
    const [kind] = (await this.source.query('SELECT id FROM charge_kind WHERE code = ?', [code])) as { id: string }[];
    const change = { fields: { difference, density }, seen: {} };
    return client.call('PUT', `/api/registers/charge-kinds/${kind?.id ?? NOWHERE}`, change);
  }
}

interface Clock {
  today: string;
}

const company = (currency: string, firstOpenDay: string) => ({
  name: 'Fernhollow Loom Supply',
  currency,
  firstOpenDay,
  warehouses: [],
  users: [],
});
