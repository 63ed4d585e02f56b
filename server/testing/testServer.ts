import type { DataSource } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { type Role, ROLES } from '@obolus/contract/roles';
import type { Config, OwnedDatabase } from '../config.ts';
import type { Running } from '../serve.ts';
import { Client } from './client.ts';
import { makeSchema } from './schema.ts';

export { Client, type Reply } from './client.ts';

export const TODAY = '2026-11-23';
export const PASSWORD = 'for the tests only';

/** A server of its own on a schema of its own, in the database that the test run started. */
export interface TestServer {
  readonly url: string;
  readonly config: Config & { readonly database: OwnedDatabase };
  readonly source: DataSource;
  /** Where the mailbox takes mails, with stand-ins. */
  readonly mailboxPort: number;
  as(role: Role): Promise<Client>;
  signIn(email: string): Promise<Client>;
  /** The id of whoever has a role. */
  userOf(role: Role): Promise<string>;
  /** Somebody else of a role, set up by the administrator. */
  colleague(role: Role, name: string): Promise<Client>;
  /** A second server on the same database. */
  another(): Promise<Running>;
  stop(): Promise<void>;
}

/** The modules of the server as it is built and shipped (`environment.mjs`): the tests talk to it, and need not load it for each file. */
const { builtServer } = globalThis as unknown as { builtServer: (module: string) => Promise<unknown> };
const { serve } = (await builtServer('serve.js')) as typeof import('../serve.ts');
const { migrate } = (await builtServer('storage/dataSource.js')) as typeof import('../storage/dataSource.ts');
const { setUpCompany } = (await builtServer('setUp/company.js')) as typeof import('../setUp/company.ts');

export async function startTestServer({
  connections = 24,
  standIns = false,
  worksOnJobs = true,
} = {}): Promise<TestServer> {
  const { database, drop } = await makeSchema();
  const config = {
    host: '127.0.0.1',
    port: 0,
    database,
    connections,
    sessionSecret: 'x'.repeat(40),
    secureCookies: false,
    logLevel: process.env.OBOLUS_TEST_LOG ?? 'fatal',
    webFolder: '/nowhere',
    today: TODAY,
    checkReplies: true,
    mail: { host: undefined, port: 25, from: 'purchasing@fernhollow.example' },
    mailboxPort: 0,
    anchors: undefined,
    metricsPort: undefined,
    worksOnJobs,
    standBy: false,
    standIns,
    notice: '',
  };
  await migrate(database);
  const running: Running = await serve(config);
  const signIn = async (email: string): Promise<Client> => {
    const client = new Client(running.url);
    const reply = await client.call('POST', '/api/session', { email, password: PASSWORD });
    if (reply.status !== 200) throw new Error(JSON.stringify(reply.body));
    return client;
  };
  const colleague = async (role: Role, name: string): Promise<Client> => {
    const email = `${name}@test.example`;
    const administrator = await signIn('administrator@test.example');
    const made = await administrator.call('POST', '/api/people', { name, email, role, approvalLimit: '' });
    const client = new Client(running.url);
    await client.signIn(email, String(made.body.password));
    return client;
  };
  await seed(running.source);
  return {
    url: running.url,
    config,
    source: running.source,
    mailboxPort: running.mailboxPort ?? 0,
    as: (role) => signIn(`${role}@test.example`),
    signIn,
    async userOf(role) {
      const [row] = (await running.source.query('SELECT id FROM user_account WHERE email = ?', [
        `${role}@test.example`,
      ])) as { id: string }[];
      return row?.id ?? '';
    },
    colleague,
    another: () => serve(config),
    async stop() {
      await running.stop();
      await drop();
    },
  };
}

/** A small company: two items of each method, a vendor in dollars and one in euro, a carrier. */
export async function seed(source: DataSource): Promise<void> {
  await setUpCompany(source, {
    name: 'Fernhollow Loom Supply',
    currency: 'USD',
    firstOpenDay: '2026-01-01',
    warehouses: [
      { code: 'MAIN', name: 'Main' },
      { code: 'OVER', name: 'Overflow' },
    ],
    users: ROLES.map((role) => ({ email: `${role}@test.example`, name: role, role, password: PASSWORD })),
  });
  await source.query(
    `INSERT INTO item (id, number, name, unit, method, weight, volume, tariff_code, origin) VALUES
     (1, 'YARN', 'Merino yarn', 'kg', 'fifo', 1000000, 4000, '5107.10', 'NZ'), (2, 'LINEN', 'Linen yarn', 'kg', 'average', 1000000, 3000, '5306.10', 'PT'),
     (3, 'LOOM', 'Floor loom', 'each', 'fifo', 42500000, 610000, '8446.30', 'CA'), (4, 'BARE', 'Something without a weight', 'each', 'average', NULL, NULL, '', '')`,
  );
  await source.query(
    `INSERT INTO vendor (id, number, name, currency, terms_id) SELECT 1, 'TARN', 'Tarnside Fibres', 'USD', id FROM terms WHERE code = '30'
     UNION ALL SELECT 2, 'BEIR', 'Beira Linho', 'EUR', id FROM terms WHERE code = '30' UNION ALL SELECT 3, 'GREY', 'Greywake Lines', 'USD', id FROM terms WHERE code = '14'`,
  );
  await source.query(
    "INSERT INTO exchange_rate (currency, from_day, rate) VALUES ('EUR', '2026-01-01', 10800000000), ('EUR', '2026-03-20', 11000000000)",
  );
}

/** Bodies as the interface sends them, with what a test does not care about filled in. */
type EntryLine = Omit<BodyOf<'customs-entry'>['lines'][number], 'goods'>;

export const make = {
  order: (
    lines: readonly ({ item: string; quantity: string; price: string } & Partial<BodyOf<'order'>['lines'][number]>)[],
    rest: object = {},
  ) => ({
    vendor: '1',
    date: '2026-03-02',
    currency: 'USD',
    warehouse: '1',
    note: '',
    lines: lines.map((line) => ({ discount: '', due: '', ...line })),
    ...rest,
  }),
  receipt: (lines: readonly { of: string; quantity: string }[], rest: object = {}) => ({
    vendor: '1',
    date: '2026-03-10',
    warehouse: '1',
    packingSlip: '',
    shipment: '',
    lines,
    ...rest,
  }),
  bill: (reference: string, lines: readonly { of: string; quantity: string; price: string }[], rest: object = {}) => ({
    vendor: '1',
    reference,
    // Tests bill the same amount over and over.
    another: 'another one',
    date: '2026-03-28',
    currency: 'USD',
    charges: [],
    lines: lines.map((line) => ({ discount: '', difference: 'cost', ...line })),
    ...rest,
  }),
  charge: (reference: string, amount: string, rest: object = {}) => ({
    vendor: '3',
    reference,
    another: 'another one',
    date: '2026-03-28',
    currency: 'USD',
    lines: [],
    charges: [{ kind: 'freight', amount }],
    ...rest,
  }),
  payment: (of: string, amount: string, rest: object = {}) => ({
    vendor: '1',
    date: '2026-03-30',
    currency: 'USD',
    from: '',
    discountsTo: 'income',
    reason: '',
    bills: [{ of, amount, discount: '', writeOff: '' }],
    ...rest,
  }),
  allocation: (charge: string, to: readonly string[], basis = 'weight', rest: object = {}) => ({
    date: '2026-03-30',
    to,
    charges: [{ of: charge, basis, amount: '', fixed: [] }],
    ...rest,
  }),
  /** What a line leaves out is not stated. */
  customsEntry: (
    reference: string,
    lines: readonly ({ goods: readonly string[] } & Partial<EntryLine>)[],
    rest: object = {},
  ) => ({
    date: '2026-03-12',
    entered: '2026-03-12',
    reference,
    vendor: '',
    authority: '',
    charges: [],
    rates: [],
    lines: lines.map((line) => ({ code: '', origin: '', value: '', duty: '', importTax: '', ...line })),
    ...rest,
  }),
  delivery: (lines: readonly { item: string; quantity: string }[], rest: object = {}) => ({
    customer: 'Oxbow Street Weavers',
    date: '2026-03-16',
    warehouse: '1',
    lines,
    ...rest,
  }),
  invoice: (lines: readonly { of: string; quantity: string; price: string }[], rest: object = {}) => ({
    customer: 'Oxbow Street Weavers',
    date: '2026-03-17',
    lines,
    ...rest,
  }),
  opening: (lines: readonly { item: string; quantity: string; value: string }[], rest: object = {}) => ({
    date: '2026-01-02',
    warehouse: '1',
    lines,
    ...rest,
  }),
};

/** What entries come to by account, in cents: the base currency of the tests has two decimals. */
export const netOf = (entries: unknown): Record<string, bigint> => {
  const net: Record<string, bigint> = {};
  for (const line of (entries as { lines: { account: string; amount: string }[] }[]).flatMap((entry) => entry.lines)) {
    net[line.account] = (net[line.account] ?? 0n) + BigInt(line.amount.replace('.', ''));
  }
  return Object.fromEntries(Object.entries(net).filter(([, amount]) => amount !== 0n));
};
