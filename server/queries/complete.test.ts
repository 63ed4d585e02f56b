import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { ListPage } from '@obolus/contract/listState';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* An order and its receipts are complete once nothing is to come, and everything is billed, credited and paid. */
let server: TestServer;
let ines: Client;

beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(() => server.stop());

const standingOf = async (list: 'orders' | 'receipts', id: string) => {
  const { body } = await ines.call('GET', `/api/lists/${list}`);
  return (body as unknown as ListPage).rows.find((row) => row.id === id)?.cells.stands;
};
const pay = (of: string, amount: string) => ines.posted('payment', make.payment(of, amount));

it('when the last bill is paid, and no longer once goods wait for their credit', async () => {
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '10' }]));
  const first = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '4' }]));
  const bill = await ines.posted('bill', make.bill('C-1', [{ of: `${first}/1`, quantity: '4', price: '10' }]));
  await pay(bill, '30');
  expect([await standingOf('orders', order), await standingOf('receipts', first)]).toEqual(['', '']);
  await pay(bill, '10');
  // All that came is paid; more is to come.
  expect([await standingOf('orders', order), await standingOf('receipts', first)]).toEqual(['', 'complete']);
  const second = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '6' }]));
  expect(await standingOf('receipts', second)).toBe('');
  const rest = await ines.posted('bill', make.bill('C-2', [{ of: `${second}/1`, quantity: '6', price: '10' }]));
  await pay(rest, '60');
  expect([await standingOf('orders', order), await standingOf('receipts', second)]).toEqual(['complete', 'complete']);
  const lines = [{ of: `${second}/1`, quantity: '1' }];
  const back = await ines.posted('return', { vendor: '1', date: '2026-03-30', reference: '', lines });
  expect([await standingOf('orders', order), await standingOf('receipts', second)]).toEqual(['', '']);
  const credit = { vendor: '1', reference: 'C-3', date: '2026-03-30', currency: 'USD' };
  await ines.posted('credit', { ...credit, lines: [{ of: `${back}/1`, quantity: '1', price: '10' }] });
  expect([await standingOf('orders', order), await standingOf('receipts', second)]).toEqual(['complete', 'complete']);
});

it('not while goods that were billed and paid ahead have not come', async () => {
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '5', price: '10' }]));
  const bill = await ines.posted('bill', make.bill('C-9', [{ of: `${order}/1`, quantity: '5', price: '10' }]));
  await pay(bill, '50');
  expect(await standingOf('orders', order)).toBe('');
  const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '5' }]));
  expect([await standingOf('orders', order), await standingOf('receipts', receipt)]).toEqual(['complete', 'complete']);
});
