import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { Role } from '@obolus/contract/roles';
import type { EntryView } from '@obolus/contract/commands';
import { readable } from '@obolus/core/books/journal';
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
import { chain, facts, setUp, setUpParts, state } from '../storage/tables.ts';
import { Client, type Reply } from '../testing/client.ts';
import type { ServerNames } from '../documents/writeParts.ts';
import { commandOf } from '../documents/registry.ts';
import { chargeKind, companyFields, entriesOf, type NewEntry, vendorEntry, warehouseEntry } from './setUpBooks.ts';

/** A command as the core took it. */
export interface Taken {
  readonly where: string;
  readonly books: Books;
  readonly command: Command;
  readonly decision: Decision<PostedDocument>;
}

export interface Difference {
  readonly step: string;
  readonly says: string;
}

/** What the server posted for a step. */
export interface ServerFacts {
  readonly step: string;
  readonly document: unknown;
  readonly entries: readonly string[];
}

const PASSWORD = 'for cases only';
const ROLES = ['administrator', 'accountant', 'approver'] as const;
const NOWHERE = '999999999';
const LAST_DAY = '9998-12-31';
/** What a company's people keep from one case to the next. */
const KEPT = ['user_account', 'session', 'ledger_head'];

/**
 * Books kept by a server, beside the same books kept by the core: each command is previewed, posted and sent once more, and
 * what comes of it is compared entry by entry, line by line and pool by pool; what the core refuses must be refused for the same reasons and leave
 * no trace.
 */
export class HttpBooks {
  private readonly running: Running;
  private readonly owner: DataSource;
  private readonly clock: Clock;
  private readonly people = new Map<string, { client: Client; id: string; role: Role }>();
  private ids = emptyIds();
  private readonly balances = new Map<string, bigint>();
  private readonly written = new Map<LineId, bigint>();
  private facts: ServerFacts[] = [];

  private constructor(running: Running, owner: DataSource, clock: Clock) {
    this.running = running;
    this.owner = owner;
    this.clock = clock;
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
    await this.empty();
    const { currency, firstOpenDay } = books.company;
    await setUpCompany(this.running.source, company(currency, firstOpenDay));
    this.ids = emptyIds();
    this.balances.clear();
    this.written.clear();
    this.facts = [];
    const wrong: Difference[] = [];
    const admin = (await this.personOf('administrator', 'administrator')).client;
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
      const { client } = await this.personOf(accountBy, 'accountant', books);
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
    const { client } = await this.personOf(
      whoOf(command),
      kind === 'order-approval' ? 'approver' : 'accountant',
      books,
    );
    const key = randomUUID();
    if (command.kind === 'bill' && command.signedOff) await this.agreeTo(client, key, body);
    const says = (text: string) => wrong.push({ step: where, says: text });
    const before = decision.accepted ? undefined : await this.trace();
    const preview = await client.preview(kind, body, key);
    const posted = await client.post(kind, body, key);
    if (!decision.accepted) {
      this.compareRefusal(decision.refusals, preview, posted).forEach(says);
      if ((await this.trace()) !== before) says('the refusal left a trace');
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
    const { client } = await this.personOf('accountant', 'accountant');
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
    const { client } = await this.personOf('accountant', 'accountant');
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

  /** Somebody by name, signed in, in the role that what they do needs. */
  private async personOf(name: string, role: Role, books?: Books): Promise<{ client: Client; id: string; role: Role }> {
    const known = this.people.get(name);
    if (known && (known.role === role || books === undefined)) return known;
    const isFirst = ROLES.some((first) => first === name);
    const email = isFirst ? `${name}@cases.example` : `p${this.people.size}@cases.example`;
    const client = new Client(this.running.url);
    if (isFirst) {
      await signIn(client, email, PASSWORD);
      const person = { client, id: '', role: name as Role };
      this.people.set(name, person);
      return person;
    }
    const admin = (await this.personOf('administrator', 'administrator')).client;
    const limit = books?.approvalLimits.get(name);
    const approvalLimit = limit === undefined ? '' : formatAmount(limit, books?.company.currency ?? 'USD');
    if (known) {
      await admin.call('PUT', `/api/people/${known.id}`, { role, approvalLimit, blocked: false });
      await signIn(known.client, known.client.email, known.client.password);
      const person = { ...known, role };
      this.people.set(name, person);
      return person;
    }
    const made = await admin.call('POST', '/api/people', { name, email, role, approvalLimit });
    const { person: entry, password } = made.body as unknown as { person: { id: string }; password: string };
    await signIn(client, email, password);
    const person = { client, id: entry.id, role };
    this.people.set(name, person);
    return person;
  }

  /** A second person agrees to exactly this bill. */
  private async agreeTo(client: Client, key: string, body: object): Promise<void> {
    await client.call('PUT', `/api/drafts/${key}`, { kind: 'bill', title: 'A bill', body, version: 0, command: body });
    await client.call('POST', `/api/bills/${key}/sign-off`, { bill: body, note: '' });
    const second = (await this.personOf('approver', 'approver')).client;
    const waiting = (await second.call('GET', '/api/sign-offs')).body.rows as { id: string; draft: string }[];
    const asked = waiting.find(({ draft }) => draft === key);
    if (asked) await second.call('PUT', `/api/sign-offs/${asked.id}`, { answer: 'agreed', because: '' });
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

  /** How many rows every table holds that a command may write: the same before and after what is refused. */
  private async trace(): Promise<string> {
    const tables = [facts, setUp, setUpParts, chain, state]
      .flatMap((group) => Object.values(group))
      .map((table) => table.options.name)
      .filter((name) => !['session', 'sign_in_attempt', 'user_account', 'set_up_change'].includes(name));
    const counts = tables.map((name) => `SELECT '${name}' AS name, COUNT(*) AS n FROM \`${name}\``);
    const rows: { name: string; n: string }[] = await this.running.source.query(counts.join(' UNION ALL '));
    const totals: object[] = await this.running.source.query(
      'SELECT SUM(quantity) AS q, SUM(value) AS v, (SELECT number FROM ledger_head) AS h FROM pool',
    );
    return JSON.stringify([rows, totals]);
  }

  private async empty(): Promise<void> {
    const runner = this.owner.createQueryRunner();
    const tables = [facts, setUp, setUpParts, chain, state].flatMap((group) => Object.values(group));
    for (const table of tables)
      if (!KEPT.includes(table.options.name)) await runner.query(`DELETE FROM \`${table.options.name}\``);
    await runner.query("UPDATE ledger_head SET number = 0, hash = SHA2('', 256)");
    await runner.release();
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

const emptyIds = () => ({
  items: new Map<string, string>(),
  vendors: new Map<string, string>(),
  warehouses: new Map<string, string>(),
  chargeKinds: new Set<string>(),
  documents: new Map<string, string>(),
});

const company = (currency: string, firstOpenDay: string) => ({
  name: 'Fernhollow Loom Supply',
  currency,
  firstOpenDay,
  warehouses: [],
  users: [],
});

async function signIn(client: Client, email: string, password: string): Promise<void> {
  const reply = await client.signIn(email, password);
  if (reply.status !== 200) throw new Error(`${email} cannot sign in: ${JSON.stringify(reply.body)}`);
}

const whoOf = (command: Command): string => ('by' in command && command.by ? command.by : 'accountant');

/** The kinds of charge that a command names. */
function chargeKindsIn(command: Command): string[] {
  if (command.kind === 'bill') return command.charges.map(({ kind }) => kind);
  if (command.kind === 'charge-move') return [command.charge];
  if (command.kind === 'order' || command.kind === 'order-change')
    return command.lines.flatMap(({ estimates = [] }) => estimates.map(({ kind }) => kind));
  return [];
}

const refusalsIn = ({ body }: Reply): string => {
  const said = (body.errors ?? body.refusals ?? []) as { reason: string }[];
  return [...new Set(said.map(({ reason }) => reason))].sort().join(' ');
};

type Line = Pick<EntryView['lines'][number], 'account' | 'amount'> & { readonly [about: string]: string | undefined };

const lineAsText = (date: string, { account, amount, item, vendor, expense, department, location, project }: Line) =>
  [date, account, amount, ...[item, vendor, expense, department, location, project].map((said) => said ?? '-')].join(
    ' ',
  );

const entriesAsText = ({ entries }: Posted<PostedDocument>, currency: string): string[] =>
  entries.flatMap((entry) =>
    readable(entry).map((line) =>
      lineAsText(entry.date, { ...line, amount: formatAmount(line.amount, currency) } as unknown as Line),
    ),
  );

const entryViewsAsText = (entries: readonly EntryView[] = []): string[] =>
  entries.flatMap(({ date, lines }) => lines.map((line) => lineAsText(date, line)));

/** What is in one list and not in the other. */
function compare(does: string, should: readonly string[], is: readonly string[]): string[] {
  const left = [...is];
  const missing = should.filter((line) => {
    const at = left.indexOf(line);
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
  if (missing.length + left.length === 0) return [];
  return [`${does} ${left.join('; ') || 'nothing more'} instead of ${missing.join('; ') || 'nothing more'}`];
}

const balanceOf = (debit: string, credit: string): string => (/^0(\.0*)?$/.test(debit) ? `-${credit}` : debit);
