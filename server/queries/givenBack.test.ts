import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

const CUSTOMER = 'Oxbow Street Weavers';

let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const left = async (customer = CUSTOMER) => {
  const { body } = await ines.call(
    'GET',
    `/api/deliveries/lines-to-give-back?customer=${encodeURIComponent(customer)}`,
  );
  return (body.rows as { left: string; invoiced: string; price: string }[]).map((row) => [row.left, row.invoiced, row.price]); // prettier-ignore
};

it('what is with a customer can come back: what was not invoiced first, the rest against a credit at its price', async () => {
  await ines.posted('opening', make.opening([{ item: '1', quantity: '50', value: '1000' }]));
  const delivery = await ines.posted('delivery', make.delivery([{ item: '1', quantity: '10' }]));
  expect(await left()).toEqual([['10', '0', '']]);
  await ines.posted('invoice', make.invoice([{ of: `${delivery}/1`, quantity: '6', price: '30' }]));
  expect([await left(), await left('Somebody else')]).toEqual([[['10', '6', '30.00']], []]);
  const back = (quantity: string) => ({
    customer: CUSTOMER,
    date: '2026-03-20',
    warehouse: '1',
    lines: [{ of: `${delivery}/1`, quantity, price: '30' }],
  });
  // Four were not invoiced; the fifth is credited, and its cost comes back out of cost of goods.
  const preview = await ines.preview('customer-return', back('5'));
  expect(netOf(preview.body.entries)).toEqual({ inventory: 10_000n, 'shipped-not-billed': -8_000n, 'cost-of-goods': -2_000n, sales: 3_000n, receivables: -3_000n }); // prettier-ignore
  const id = await ines.posted('customer-return', back('5'));
  expect(await left()).toEqual([['5', '5', '30.00']]);
  expect((await ines.post('customer-return', back('6'))).status).toBe(422);
  await ines.posted('customer-return', back('5'));
  expect(await left()).toEqual([]);
  // Taken back, the goods are with the customer again.
  const [later] = (await server.source.query(
    "SELECT id FROM document WHERE kind = 'customer-return' ORDER BY id DESC LIMIT 1",
  )) as { id: string }[];
  await ines.posted('reversal', { of: later?.id ?? '', date: '2026-03-21', reason: 'miscounted' });
  expect([await left(), id === later?.id]).toEqual([[['5', '5', '30.00']], false]);
});
