import { type ChildProcess, fork } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { DataSource } from 'typeorm';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { readDatabase, readOwnedDatabase } from './config.ts';
import { dataSource, migrate } from './storage/dataSource.ts';
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
  client = new Client(url);
}

const signIn = () => client.call('POST', '/api/session', { email: 'accountant@test.example', password: PASSWORD });

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

async function expectNothingLost(answered: readonly string[], last: string): Promise<void> {
  const rows = (await source.query('SELECT idempotency_key AS k FROM document WHERE idempotency_key IN (?)', [
    [...answered, last],
  ])) as { k: string }[];
  expect(rows.map(({ k }) => k).sort()).toEqual([...answered, last].sort());
  expect(await proveBooks(source)).toEqual([]);
}

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
