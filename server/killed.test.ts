import { type ChildProcess, fork } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { DataSource } from 'typeorm';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { Role } from '@obolus/contract/roles';
import { readDatabase, readOwnedDatabase } from './config.ts';
import { dataSource, migrate } from './storage/dataSource.ts';
import { giveAccounts, ownAccount } from './testing/bankAccounts.ts';
import { Client } from './testing/client.ts';
import { make, PASSWORD, seed } from './testing/testServer.ts';
import { proveBooks } from './proof/proveBooks.ts';

/** What scripts/lib/database.mjs gives: a private MariaDB that starts again when it dies. */
interface PrivateDatabase {
  readonly host: string;
  readonly port: number;
  readonly owner: { user: string; password: string };
  readonly app: { user: string; password: string };
  pid(): number;
  stop(): Promise<void>;
}
interface DatabaseScript {
  startDatabase(name: string, options: { fresh: boolean; quiet: boolean }): Promise<PrivateDatabase>;
  databaseEnvironment(database: PrivateDatabase): Record<string, string>;
}

const here = (path: string) => new URL(path, import.meta.url);

let database: PrivateDatabase;
let environment: Record<string, string>;
let server: ChildProcess;
let client: Client;
let address = '';
let source: DataSource;

async function startServer(): Promise<void> {
  server = fork(fileURLToPath(here('./dist/main.js')), {
    env: {
      ...process.env,
      ...environment,
      OBOLUS_PORT: '0',
      OBOLUS_SESSION_SECRET: 'k'.repeat(40),
      OBOLUS_SET_UP: 'false',
      OBOLUS_LOG_LEVEL: 'fatal',
    },
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    execArgv: [],
  });
  const { url } = await new Promise<{ url: string }>((resolve, reject) => {
    server.once('message', resolve as (message: unknown) => void);
    server.once('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
  });
  address = url;
  client = new Client(url);
}

async function as(role: Role): Promise<Client> {
  const other = new Client(address);
  await other.call('POST', '/api/session', { email: `${role}@test.example`, password: PASSWORD });
  return other;
}
const signIn = async () => {
  client = await as('accountant');
};

beforeAll(async () => {
  const script = (await import(here('../scripts/lib/database.mjs').href)) as DatabaseScript;
  database = await script.startDatabase('test-killed', { fresh: true, quiet: true });
  environment = script.databaseEnvironment(database);
  await migrate(readOwnedDatabase(environment));
  await startServer();
  source = await dataSource(readDatabase(environment), database.app, 2).initialize();
  await seed(source);
  await signIn();
});
afterAll(async () => {
  server.kill('SIGKILL');
  await source.destroy().catch(() => undefined);
  await database.stop();
});

interface Sent {
  readonly kind: DocumentKind;
  readonly body: object;
  readonly key: string;
}

/** A day's work without end: goods come, go, move, are billed, go back and are counted, and the last is taken back. */
async function* work(): AsyncGenerator<[DocumentKind, object], never, string> {
  const order = await client.posted('order', make.order([{ item: '1', quantity: '100000', price: '3.33' }]));
  for (let n = 0; ; n += 1) {
    const receipt = yield ['receipt', make.receipt([{ of: `${order}/1`, quantity: '9' }])];
    yield ['bill', make.bill(randomUUID(), [{ of: `${receipt}/1`, quantity: '5', price: '3.47' }])];
    yield [
      'transfer',
      { date: '2026-03-20', from: '1', to: '2', inTransit: false, lines: [{ item: '1', quantity: '2' }] },
    ];
    const delivery = yield ['delivery', make.delivery([{ item: '1', quantity: '3' }])];
    yield [
      'return',
      {
        vendor: '1',
        date: '2026-03-21',
        reference: '',
        lines: [{ of: `${receipt}/1`, quantity: '1', replace: false, confirmed: true }],
      },
    ];
    yield [
      'customer-return',
      {
        customer: 'Oxbow Street Weavers',
        date: '2026-03-22',
        warehouse: '1',
        lines: [{ of: `${delivery}/1`, quantity: '1', price: '0' }],
      },
    ];
    const counted = yield [
      'count',
      {
        date: '2026-03-23',
        warehouse: '1',
        reason: 'counted',
        lines: [{ item: '1', change: 'missing', quantity: '1' }],
      },
    ];
    yield ['reversal', { date: '2026-03-24', of: counted, reason: 'counted again' }];
  }
}

/** Posts one after the other until something, a moment after so many answers, kills the server or the database. */
async function postUntilKilled(after: number, kill: () => void): Promise<{ answered: string[]; last: Sent }> {
  const day = work();
  const answered: string[] = [];
  for (let next = await day.next(''); ;) {
    const [kind, body] = next.value;
    const key = randomUUID();
    if (answered.length === after) setTimeout(kill, 2 + (after % 7));
    const reply = await client.post(kind, body, key).catch(() => undefined);
    if (reply?.status !== 201) return { answered, last: { kind, body, key } };
    answered.push(key);
    next = await day.next(String(reply.body.id));
  }
}

/** Tries until the answer is not one of a server or database that is still coming up. */
async function sendAgain(last: Sent): Promise<number> {
  for (let attempt = 0; attempt < 100; attempt += 1) {
    const reply = await client.post(last.kind, last.body, last.key).catch(() => undefined);
    if (reply && reply.status < 500) return reply.status;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return 0;
}

/** What the database says once it answers again. */
async function whenBack<Found>(ask: () => Promise<Found>): Promise<Found> {
  for (let attempt = 0; ; attempt += 1)
    try {
      return await ask();
    } catch (problem) {
      if (attempt === 100) throw problem;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
}

async function expectNothingLost(answered: readonly string[], last: string): Promise<void> {
  const rows = (await source.query('SELECT idempotency_key AS k FROM document WHERE idempotency_key IN (?)', [
    [...answered, last],
  ])) as { k: string }[];
  expect(rows.map(({ k }) => k).sort()).toEqual([...answered, last].sort());
  expect(await proveBooks(source)).toEqual([]);
}

/** A run of so many bills that waits for its release. */
async function runOf(account: string, bills: number, name: string): Promise<string> {
  const payments: object[] = [];
  for (let n = 0; n < bills; n += 1) {
    const of = await client.posted('bill', make.charge(`${name}-${n}`, '10', { vendor: '1' }));
    payments.push({ vendor: '1', currency: 'USD', bills: [{ of, amount: '10', discount: '' }] });
  }
  return client.posted('payment-run', { date: '2026-03-30', account, sure: 'They are different bills', payments });
}

/** Payments that were made of a run, and files for the bank that were written. */
async function madeOf(run: string): Promise<[number, number]> {
  const [row] = (await source.query(
    'SELECT (SELECT COUNT(*) FROM run_paid WHERE run_id = ?) AS payments, (SELECT COUNT(*) FROM run_file WHERE run_id = ?) AS files',
    [run, run],
  )) as { payments: string; files: string }[];
  return [Number(row?.payments), Number(row?.files)];
}

describe('kill -9 in the middle of the release of a payment run', () => {
  const BILLS = 30;
  let account: string;
  beforeAll(async () => {
    account = await ownAccount(client);
    await giveAccounts({ as }, { 1: { number: 'NZ-11-2222-3333', bank: 'FERNUS33' } });
  });

  it.each([
    ['server', 150],
    ['database', 200],
  ] as const)('of the %s after %d ms: all of it is paid or none, and its file is written once', async (what, after) => {
    const run = await runOf(account, BILLS, `K-${what}-${after}`);
    const released = {
      kind: 'approval' as const,
      body: { subject: 'payment-run', of: run, seen: '1', date: '2026-03-30', step: 'approved', reason: '' },
      key: randomUUID(),
    };
    client = await as('approver');
    setTimeout(() => (what === 'server' ? server.kill('SIGKILL') : process.kill(database.pid(), 'SIGKILL')), after);
    await client.post(released.kind, released.body, released.key).catch(() => undefined);
    if (what === 'server' && server.exitCode === null && server.signalCode === null)
      await new Promise((resolve) => server.once('exit', resolve));
    if (what === 'server') await startServer();
    const found = await whenBack(() => madeOf(run));
    expect([
      [0, 0],
      [BILLS, 1],
    ]).toContainEqual(found);
    client = await as('approver');
    expect(await sendAgain(released)).toBe(201);
    expect(await madeOf(run)).toEqual([BILLS, 1]);
    expect(await proveBooks(source)).toEqual([]);
    await signIn();
  });
});

describe('kill -9 in the middle of posting', () => {
  it.each([5, 10, 14, 17])(
    'of the server after %d answers: what was answered is there, and what was not can be sent again',
    async (after) => {
      const { answered, last } = await postUntilKilled(after, () => server.kill('SIGKILL'));
      await startServer();
      await signIn();
      expect(await sendAgain(last)).toBe(201);
      await expectNothingLost(answered, last.key);
    },
  );

  it.each([4, 11, 15])(
    'of the database after %d answers: it comes back by itself, and nothing that was posted is lost',
    async (after) => {
      const { answered, last } = await postUntilKilled(after, () => process.kill(database.pid(), 'SIGKILL'));
      expect(await sendAgain(last)).toBe(201);
      await expectNothingLost(answered, last.key);
    },
  );
});
