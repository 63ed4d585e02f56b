import { readdirSync, readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { IMPORT_KINDS } from '@obolus/contract/imports';
import { proveBooks } from '../proof/proveBooks.ts';
import { startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client, Reply } from '../testing/client.ts';

/* Every sample of docs/samples loads as it stands, in the order that docs/csv-files.md gives, beginning with an empty company. */
const ORDER = [
  'terms',
  'tax-codes',
  'warehouses',
  'dimensions',
  'item-groups',
  'return-reasons',
  'accounts',
  'bank-accounts',
  'posting-accounts',
  'expense-accounts',
  'items',
  'vendors',
  'customers',
  'charge-kinds',
  'estimate-rules',
  'shipments',
  'prices',
  'contracts',
  'rates',
  'tariff',
  'opening-stock',
  'orders',
  'receipts',
];
const folder = new URL('../../docs/samples/', import.meta.url);
const page = readFileSync(new URL('../../docs/csv-files.md', import.meta.url), 'utf8');

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

it('there is a sample of everything that files bring in, and the page describes it', () => {
  expect([...ORDER].sort()).toEqual([...IMPORT_KINDS].sort());
  // Bills come in by the match bench, a broker's statement by the customs entry, a vendor's by the page that compares it.
  expect(readdirSync(folder).sort()).toEqual(
    [...ORDER, 'bills', 'brokers-statement', 'vendors-statement'].map((name) => `${name}.csv`).sort(),
  );
  for (const name of ORDER) expect(page).toContain(`[${name}](samples/${name}.csv)`);
});

it.each(ORDER)('%s.csv', async (kind) => {
  const id = randomUUID();
  const content = readFileSync(new URL(`${kind}.csv`, folder)).toString('base64');
  const staged = await ines.call('PUT', `/api/imports/${id}`, { kind, fileName: `${kind}.csv`, content });
  const rows = staged.body.rows as { problems: object[] }[];
  expect(rows.flatMap(({ problems }) => problems)).toEqual([]);
  expect((await ines.call('POST', `/api/imports/${id}/load`, { leaveOutWrong: false })).status).toBe(200);
  expect(await finished(id)).toBe('loaded');
});

async function finished(id: string): Promise<unknown> {
  let reply: Reply;
  do {
    reply = await ines.call('GET', `/api/imports/${id}`);
  } while (reply.body.state === 'loading');
  return reply.body.state;
}
