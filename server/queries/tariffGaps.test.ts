import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { Client } from '../testing/client.ts';
import { startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(() => server.stop());

const gaps = async (on: string) =>
  ((await ines.call('GET', `/api/tariff/gaps?on=${on}`)).body.rows as { item: { number: string }; gap: string }[]).map(
    ({ item, gap }) => [item.number, gap],
  );

it('items without a code or a rate on the day are named; retired ones are not', async () => {
  await server.source.query(
    `INSERT INTO tariff_rate (measure, code, digits, origin, preference, from_day, to_day, percent, per_unit, unit, combine) VALUES
     ('duty', '51', '51', '', 0, '2026-01-01', NULL, 40000, 0, 'stock-unit', 'sum'), ('duty', '5306', '5306', 'PT', 0, '2026-01-01', '2026-06-30', 40000, 0, 'stock-unit', 'sum'),
     ('duty', '8446', '8446', 'NZ', 0, '2026-01-01', NULL, 40000, 0, 'stock-unit', 'sum')`,
  );
  expect(await gaps('2026-03-01')).toEqual([
    ['BARE', 'no-code'],
    ['LOOM', 'no-rate'],
  ]);
  expect(await gaps('2026-07-01')).toEqual([
    ['BARE', 'no-code'],
    ['LINEN', 'no-rate'],
    ['LOOM', 'no-rate'],
  ]);
  await server.source.query("UPDATE item SET retired = 1 WHERE number = 'LOOM'");
  expect(await gaps('2026-03-01')).toEqual([['BARE', 'no-code']]);
  expect((await ines.call('GET', '/api/tariff/gaps?on=soon')).status).toBe(400);
});
