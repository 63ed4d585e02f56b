import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

/* On the way to its first receipt a company is told what is there and what comes next; afterwards it has begun. */
let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(() => server.stop());

const steps = async () => (await ines.call('GET', '/api/first-steps')).body;
const begun = async () =>
  ((await ines.call('GET', '/api/start')).body as { me: { company: { begun: boolean } } }).me.company.begun;

it('counts what is set up and posted, up to the first receipt', async () => {
  const before = await steps();
  expect(before).toMatchObject({ openingStock: 0, orders: 0, receipts: 0 });
  expect([await begun(), Number(before.items) > 0, Number(before.vendors) > 0]).toEqual([false, true, true]);
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '5', price: '2' }]));
  expect([await steps(), await begun()]).toEqual([{ ...before, orders: 1 }, false]);
  await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '5' }]));
  expect([await steps(), await begun()]).toEqual([{ ...before, orders: 1, receipts: 1 }, true]);
});

it('counts nothing that is retired', async () => {
  const before = await steps();
  await server.source.query('UPDATE vendor SET retired = 1 WHERE id = 1');
  expect(await steps()).toEqual({ ...before, vendors: Number(before.vendors) - 1 });
});
