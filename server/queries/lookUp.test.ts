import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { ItemView } from '@obolus/contract/views/setUp';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

/* Who types gets what fits, a few at a time; who shows what was chosen gets just that. */
let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  const many = Array.from(
    { length: 60 },
    (_, at) => `(${100 + at}, 'BOB-${100 + at}', 'Bobbin ${at}', 'each', 'fifo', '', '')`,
  );
  await server.source.query(
    `INSERT INTO item (id, number, name, unit, method, tariff_code, origin) VALUES ${many.join(', ')}`,
  );
  await server.source.query("INSERT INTO item_code (code, item_id, unit) VALUES ('4006381333931', 150, '')");
  await server.source.query("INSERT INTO vendor_item (vendor_id, item_id, number) VALUES (1, 159, 'TF/77')");
  await server.source.query('UPDATE item SET retired = 1 WHERE id = 101');
});
afterAll(() => server.stop());

const found = async (query: string): Promise<string[]> =>
  ((await ines.call('GET', `/api/items?${query}`)).body.rows as ItemView[]).map(({ number }) => number);

it('items are found by number, name, a code on them, and the number that a vendor gives them', async () => {
  expect(await found('find=bob-103')).toEqual(['BOB-103']);
  expect(await found('find=Bobbin%2042')).toEqual(['BOB-142']);
  expect(await found('find=400638')).toEqual(['BOB-150']);
  expect(await found('find=tf/7')).toEqual(['BOB-159']);
  expect(await found('find=no%25such')).toEqual([]);
});

it('texts that were pasted name items by number, a vendor’s own number or a code, however they are written; what names none is left out', async () => {
  const named = async (texts: string[], vendor = '') =>
    (
      await ines.call(
        'GET',
        `/api/items/named?texts=${encodeURIComponent(texts.join('\n'))}${vendor && `&vendor=${vendor}`}`,
      )
    ).body.rows;
  expect(await named(['bob-103', '4006381333931', 'TF/77', 'BOB-101', 'nothing'], '1')).toEqual([
    { text: 'bob-103', item: '103' },
    { text: '4006381333931', item: '150' },
    { text: 'TF/77', item: '159' },
  ]);
  // Another vendor's number is another's.
  expect(await named(['TF/77'])).toEqual([]);
});

it('no more than forty come, numbers that begin so first, retired ones never', async () => {
  const rows = await found('find=bob');
  expect(rows).toHaveLength(40);
  expect(rows.slice(0, 2)).toEqual(['BOB-100', 'BOB-102']);
});

it('what was bought from a vendor comes first: what has its number, its price, or was ordered there', async () => {
  await ines.posted('order', make.order([{ item: '140', quantity: '5', price: '2' }]));
  await server.source.query(
    "INSERT INTO vendor_price (vendor_id, item_id, unit, least, from_day, price) VALUES (1, 150, '', 0, '2026-01-01', 100)",
  );
  const [first, second, third] = await found('find=bobbin&vendor=1');
  expect([first, second, third].sort()).toEqual(['BOB-140', 'BOB-150', 'BOB-159']);
  expect((await found('find=&vendor=1')).slice(0, 3)).not.toContain('BOB-100');
});

it('what is named by its id comes also where it is retired; what is no id is refused', async () => {
  expect(await found('ids=101,103,999999')).toEqual(['BOB-101', 'BOB-103']);
  expect((await ines.call('GET', '/api/items?ids=1;2')).status).toBe(400);
  const vendors = await ines.call('GET', '/api/vendors?find=tarn');
  expect((vendors.body.rows as { id: string; name: string }[]).map(({ name }) => name)).toEqual(['Tarnside Fibres']);
  const [one] = vendors.body.rows as { id: string }[];
  expect((await ines.call('GET', `/api/vendors?ids=${one?.id ?? ''}`)).body).toEqual(vendors.body);
});
