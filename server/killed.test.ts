import { fork, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { DataSource } from 'typeorm';
import { dataSource } from './storage/dataSource.ts';
import { Client, make, PASSWORD, seed } from './testing/testServer.ts';
import { proveBooks } from './testing/proveBooks.ts';

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
    env: { ...process.env, ...environment, OBOLUS_PORT: '0', OBOLUS_SESSION_SECRET: 'k'.repeat(40), OBOLUS_SET_UP: 'false', OBOLUS_LOG_LEVEL: 'fatal' },
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
  await startServer();
  source = await dataSource(
    { host: database.host, port: database.port, name: 'obolus', owner: database.owner, app: database.app },
    database.app,
    2,
  ).initialize();
  await seed(source);
  await signIn();
});
afterAll(async () => {
  server.kill('SIGKILL');
  await source.destroy().catch(() => undefined);
  await database.stop();
});

/** Posts receipts one after the other until something kills the server or the database; gives the keys that were answered. */
async function postUntilKilled(kill: () => void): Promise<{ answered: string[]; last: { key: string; body: object } }> {
  const order = await client.posted('order', make.order([{ item: '1', quantity: '100000', price: '3.33' }]));
  const answered: string[] = [];
  setTimeout(kill, 250);
  for (;;) {
    const key = randomUUID();
    const body = make.receipt([{ of: `${order}/1`, quantity: '1' }]);
    const reply = await client.post('receipt', body, key).catch(() => undefined);
    if (reply?.status !== 201) return { answered, last: { key, body } };
    answered.push(key);
  }
}

/** Tries until the answer is not one of a server or database that is still coming up. */
async function sendAgain(last: { key: string; body: object }): Promise<number> {
  for (let attempt = 0; attempt < 100; attempt += 1) {
    const reply = await client.post('receipt', last.body, last.key).catch(() => undefined);
    if (reply && reply.status < 500) return reply.status;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return 0;
}

async function expectNothingLost(answered: readonly string[], last: string): Promise<void> {
  expect(answered.length).toBeGreaterThan(3);
  const rows = (await source.query('SELECT idempotency_key AS k FROM document WHERE idempotency_key IN (?)', [[...answered, last]])) as { k: string }[];
  expect(rows.map(({ k }) => k).sort()).toEqual([...answered, last].sort());
  expect(await proveBooks(source)).toEqual([]);
}

describe('kill -9 in the middle of posting', () => {
  it('of the server: what was answered is there, and what was not can be sent again', async () => {
    const { answered, last } = await postUntilKilled(() => server.kill('SIGKILL'));
    await startServer();
    await signIn();
    expect(await sendAgain(last)).toBe(201);
    await expectNothingLost(answered, last.key);
  });

  it('of the database: it comes back by itself, and nothing that was posted is lost', async () => {
    const { answered, last } = await postUntilKilled(() => process.kill(database.pid(), 'SIGKILL'));
    expect(await sendAgain(last)).toBe(201);
    await expectNothingLost(answered, last.key);
  });
});
