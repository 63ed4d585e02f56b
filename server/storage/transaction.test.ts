import { createServer, connect, type AddressInfo, type Server, type Socket } from 'node:net';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createConnection } from 'mysql2/promise';
import { serve, type Running } from '../serve.ts';
import { Client, make, PASSWORD, startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const opening = (quantity: string) => make.opening([{ item: '1', quantity, value: '100' }]);
const documents = async () =>
  Number(((await server.source.query('SELECT COUNT(*) AS n FROM document')) as { n: string }[])[0]?.n ?? 0);

describe('a posting that waits for others', () => {
  it('gives up after a few seconds, in words, and leaves nothing', async () => {
    const ines = await server.as('accountant');
    const { host, port, name, owner } = server.config.database;
    const other = await createConnection({ host, port, database: name, ...owner });
    await other.query('START TRANSACTION');
    await other.query('SELECT * FROM company FOR UPDATE');
    const before = await documents();
    const reply = await ines.post('opening', opening('1'));
    expect([reply.status, reply.body.detail, await documents()]).toEqual([
      503,
      'Others are posting to the same goods: try again in a moment.',
      before,
    ]);
    await other.query('ROLLBACK');
    await other.end();
    expect((await ines.post('opening', opening('1'))).status).toBe(201);
  });
});

describe('a commit whose answer is lost', () => {
  let proxy: Server;
  let second: Running;
  let cutting = false;
  const sockets = new Set<Socket>();

  /** Between the server and the database: where it is told to, it passes a commit on, and the answer never comes back. */
  beforeAll(async () => {
    const { database } = server.config;
    proxy = createServer((from) => {
      const to = connect(database.port, database.host);
      for (const socket of [from, to]) {
        sockets.add(socket);
        socket.on('error', () => undefined);
      }
      from.on('data', (data) => {
        const isCommit = cutting && /COMMIT(;\nEND)?$/.test(data.toString('latin1'));
        to.write(data);
        if (isCommit) {
          cutting = false;
          to.removeAllListeners('data');
          to.once('data', () => from.destroy());
        }
      });
      to.on('data', (data) => from.write(data));
      to.on('close', () => from.destroy());
      from.on('close', () => to.end());
    });
    await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve));
    const { port } = proxy.address() as AddressInfo;
    // Its own work would commit too, at a moment of its own.
    second = await serve({ ...server.config, connections: 2, database: { ...database, port }, worksOnJobs: false });
  });
  afterAll(async () => {
    await second.stop();
    for (const socket of sockets) socket.destroy();
    await new Promise((resolve) => proxy.close(resolve));
  });

  it('says that it is not known, and the same key finds out: it is posted once', async () => {
    const ines = new Client(second.url);
    await ines.signIn('accountant@test.example', PASSWORD);
    const [key, body, before] = [randomUUID(), opening('2'), await documents()];
    cutting = true;
    const lost = await ines.post('opening', body, key);
    expect([lost.status, lost.body.detail]).toEqual([503, expect.stringContaining('it is not known whether it was')]);
    const again = await ines.post('opening', body, key);
    expect([again.status, await documents()]).toEqual([201, before + 1]);
  });
});
