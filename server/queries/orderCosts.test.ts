import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { OrderCosts } from '@obolus/contract/views/orders';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* What an order was expected to cost is held beside what it came to, line by line and part by part. */
let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(() => server.stop());

const costs = async (order: string) =>
  ((await ines.call('GET', `/api/orders/${order}/costs`)).body as unknown as OrderCosts).rows;

it('says by part what one unit came to more or less, over several receipts, and what is still estimated', async () => {
  const estimates = [{ kind: 'freight' as const, by: 'unit' as const, figure: '3' }];
  const order = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '10', price: '20', estimates },
      { item: '3', quantity: '2', price: '300' },
    ]),
  );
  expect(await costs(order)).toMatchObject([
    { line: `${order}/1`, expected: '23.0000', quantity: '0', actual: '', difference: '', parts: [], receipts: [] },
    { expected: '300.0000', actual: '' },
  ]);
  const first = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '4' }]));
  const second = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '4' }]));
  expect((await costs(order))[0]).toMatchObject({
    actual: '23.0000',
    difference: '0.0000',
    parts: [],
    estimated: '24.00',
  });

  // Four of them a dollar dearer, and their freight 20.00 instead of 12.00.
  await ines.posted('bill', make.bill('B-1', [{ of: `${first}/1`, quantity: '4', price: '21' }]));
  const freight = await ines.posted('bill', make.bill('F-1', [], { charges: [{ kind: 'freight', amount: '20' }] }));
  await ines.posted('allocation', {
    date: '2026-03-29',
    to: [`${first}/1`],
    charges: [{ of: `${freight}/1`, basis: 'quantity', amount: '', fixed: [] }],
  });
  expect((await costs(order))[0]).toMatchObject({
    quantity: '8',
    actual: '24.5000',
    difference: '1.5000',
    parts: [
      { what: 'Goods', difference: '0.5000' },
      { what: 'freight', difference: '1.0000' },
    ],
    estimated: '12.00',
    receipts: [{ line: `${first}/1` }, { line: `${second}/1` }],
  });
  // What was taken back came to nothing.
  await ines.posted('reversal', { of: second, date: '2026-03-30', reason: 'Counted twice' });
  expect((await costs(order))[0]).toMatchObject({ quantity: '4', actual: '26.0000', estimated: '0.00' });
});
