import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { DataSource } from 'typeorm';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer, TODAY } from '../testing/testServer.ts';
import { previewDocument } from './previewDocument.ts';
import { postDocument } from './runCommand.ts';

/* How often the database is asked for one document: what can be asked together goes off together, and what is written goes with the commit. */
let server: TestServer;
let ines: Client;
let user: string;
let order: string;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  user = await server.userOf('accountant');
  order = await ines.posted('order', make.order(['1', '2', '3'].map((item) => ({ item, quantity: '40', price: '5' }))));
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

/** A connection to the books that counts round trips. */
function counting(source: DataSource): { source: DataSource; trips: () => number } {
  let asked = 0;
  const createQueryRunner = () => {
    const runner = source.createQueryRunner();
    const query = runner.query.bind(runner);
    runner.query = (...what: Parameters<typeof query>) => {
      asked += 1;
      return query(...what);
    };
    return runner;
  };
  return { source: Object.create(source, { createQueryRunner: { value: createQueryRunner } }), trips: () => asked };
}

const receipt = () =>
  make.receipt(['1', '2', '3'].map((line) => ({ of: `${order}/${line}`, quantity: '2' }))) as BodyOf<'receipt'>;
const posting = () => ({ user, key: randomUUID(), now: () => new Date(), today: TODAY });

it('posts a receipt of three lines in eight', async () => {
  // What is set up is kept once, and the pools are there from then on.
  await postDocument(server.source, 'receipt', receipt(), posting());
  const { source, trips } = counting(server.source);
  await postDocument(source, 'receipt', receipt(), posting());
  expect(trips()).toBe(8);
});

it('gives the reply of before in two and takes the transaction back', async () => {
  const [body, one] = [receipt(), posting()];
  const posted = await postDocument(server.source, 'receipt', body, one);
  const { source, trips } = counting(server.source);
  expect(await postDocument(source, 'receipt', body, one)).toEqual(posted);
  expect(trips()).toBe(3);
});

it('previews it in nine', async () => {
  const { source, trips } = counting(server.source);
  const preview = await previewDocument(source, 'receipt', receipt(), { user, today: TODAY });
  expect(preview.accepted).toBe(true);
  expect(trips()).toBe(9);
});

it('posts one dated before later goods in not many more, however many goods it has', async () => {
  const early = { ...receipt(), date: '2026-03-04' };
  await postDocument(server.source, 'receipt', early, posting());
  const { source, trips } = counting(server.source);
  await postDocument(source, 'receipt', early, posting());
  const three = trips();
  const other = counting(server.source);
  await postDocument(other.source, 'receipt', { ...early, lines: early.lines.slice(0, 1) }, posting());
  expect(three).toBe(other.trips());
});
