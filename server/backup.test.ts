import { execFile } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { makeSchema } from './testing/schema.ts';
import { make, startTestServer, type TestServer } from './testing/testServer.ts';
import type { Client } from './testing/client.ts';
import { proveBooks } from './proof/proveBooks.ts';
import { serve } from './serve.ts';

let server: TestServer;
let ines: Client;
let folder: string;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  folder = await mkdtemp(join(tmpdir(), 'backup-'));
});
afterAll(async () => {
  await server.stop();
  await rm(folder, { recursive: true });
});

/** A day on which those books are open. */
const LATER = { date: '2026-11-23' };

type Database = TestServer['config']['database'];

/** Books of the demo as versions of before left them, by the migration that they had come to; each with its keys. */
const KEPT_BOOKS = fileURLToPath(new URL('testing/keptBooks', import.meta.url));
const KEPT = await readdir(KEPT_BOOKS);

/** Runs one of the commands on a database, and gives what it said. */
const command = (name: string, { host, port, name: schema, owner, app }: Database, ...args: string[]) =>
  new Promise<{ code: number; said: string }>((resolve) => {
    const script = fileURLToPath(new URL(`../scripts/${name}.mjs`, import.meta.url));
    const env = {
      ...process.env,
      OBOLUS_DB_HOST: host,
      OBOLUS_DB_PORT: String(port),
      OBOLUS_DB_NAME: schema,
      OBOLUS_DB_OWNER_USER: owner.user,
      OBOLUS_DB_OWNER_PASSWORD: owner.password,
      OBOLUS_DB_USER: app.user,
      OBOLUS_DB_PASSWORD: app.password,
      OBOLUS_SEAL_KEYS: `test:${'07'.repeat(32)}`,
      OBOLUS_ANCHORS: '',
    };
    execFile(process.execPath, [script, ...args], { env }, (problem, out, errors) =>
      resolve({ code: problem ? 1 : 0, said: `${out}${errors}` }),
    );
  });

describe('a backup', () => {
  it('is taken while the books are used, restored into an empty database, proved, and gone on with', async () => {
    const order = await ines.posted('order', make.order([{ item: '1', quantity: '100', price: '12' }]));
    const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '60' }]));
    const kept = join(folder, 'first');
    const posting = ines.posted('bill', make.bill('B-1', [{ of: `${receipt}/1`, quantity: '10', price: '12.50' }]));
    expect(await command('backup', server.config.database, kept)).toMatchObject({ code: 0 });
    await posting;
    expect((await readdir(kept)).sort()).toEqual(['books.sql.gz', 'seal-keys']);

    const { database, drop } = await makeSchema();
    const restored = await command('restore', database, kept);
    expect(restored).toMatchObject({
      code: 0,
      said: expect.stringMatching(/documents are restored, and nothing differs/),
    });
    // Nothing that is there is written over.
    expect(await command('restore', database, kept)).toMatchObject({
      code: 1,
      said: expect.stringContaining('is not empty'),
    });

    const running = await serve({ ...server.config, database });
    const there = ines.at(running.url);
    const session = { email: 'accountant@test.example', password: 'for the tests only' };
    expect((await there.call('POST', '/api/session', session)).status).toBe(200);
    await there.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '40' }]));
    expect(await proveBooks(running.source)).toEqual([]);
    await running.stop();
    await drop();
  });

  it('that was changed since is restored, and what differs is said', async () => {
    const kept = join(folder, 'second');
    await command('backup', server.config.database, kept);
    await writeFile(join(kept, 'seal-keys'), `test:${'08'.repeat(32)}`);
    const { database, drop } = await makeSchema();
    const restored = await command('restore', database, kept);
    expect(restored).toMatchObject({ code: 1, said: expect.stringContaining('PO-1001 is not what was sealed') });
    await drop();
  });

  it.each(KEPT)('of an earlier version (%s) is restored, migrated, proved, and gone on with', async (version) => {
    const { database, drop } = await makeSchema();
    const kept = join(KEPT_BOOKS, version);
    expect(await command('restore', database, kept)).toMatchObject({
      code: 0,
      said: expect.stringMatching(/documents are restored, and nothing differs/),
    });
    const [id = '', key = ''] = (await readFile(join(kept, 'seal-keys'), 'utf8')).trim().split(':');
    const sealKeys = [{ id, key: Buffer.from(key, 'hex') }];
    const running = await serve({ ...server.config, database: { ...database, sealKeys } });
    const there = ines.at(running.url);
    const session = { email: 'ines@fernhollow.example', password: 'weave-and-count' };
    expect((await there.call('POST', '/api/session', session)).status).toBe(200);
    const order = await there.posted('order', make.order([{ item: '1', quantity: '10', price: '12' }], LATER));
    await there.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }], LATER));
    expect(await proveBooks(running.source)).toEqual([]);
    await running.stop();
    await drop();
  });

  it('goes into a new folder, and from one that holds a backup', async () => {
    expect(await command('backup', server.config.database, folder)).toMatchObject({ code: 1 });
    expect(await command('restore', server.config.database, folder)).toMatchObject({
      code: 1,
      said: expect.stringContaining('there is no books.sql.gz'),
    });
  });
});
