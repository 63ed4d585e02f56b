import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { PostingProgress } from '@obolus/contract/commands';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* An allocation of thousands of shares is decided and written in another thread: it can be followed, and stopped before it writes. */
const [LINES, CHARGES] = [300, 8];
let server: TestServer;
let ines: Client;
let body: object;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  const all = Array.from({ length: LINES }, (_, at) => at);
  const lines = all.map((at) => ({
    item: String(1 + (at % 2)),
    quantity: '3',
    price: `${4 + (at % 90)}.${10 + (at % 89)}`,
  }));
  const order = await ines.posted('order', make.order(lines));
  const came = all.map((at) => ({ of: `${order}/${at + 1}`, quantity: '3' }));
  const receipt = await ines.posted('receipt', make.receipt(came));
  const bills: string[] = [];
  for (let at = 0; at < CHARGES; at += 1) bills.push(await ines.posted('bill', make.charge(`GW-${at}`, '1234.56')));
  body = {
    date: '2026-03-30',
    to: all.map((at) => `${receipt}/${at + 1}`),
    charges: bills.map((bill) => ({ of: `${bill}/1`, basis: 'value', amount: '', fixed: [] })),
  };
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const progress = async (client: Client, key: string) =>
  (await client.call('GET', `/api/postings/${key}`)).body.progress as PostingProgress | null;
const allocations = async () => {
  const [row] = (await server.source.query("SELECT COUNT(*) AS n FROM document WHERE kind = 'allocation'")) as {
    n: string;
  }[];
  return Number(row?.n);
};

it('previews like any other, with words for what is refused', async () => {
  expect((await ines.preview('allocation', body)).body).toMatchObject({ accepted: true });
  const refused = await ines.preview('allocation', { ...body, date: '2025-01-01' });
  expect(refused.body).toMatchObject({ accepted: false, refusals: [{ at: '/date' }] });
});

it('gives a preview up where the same draft is previewed anew, and no other', async () => {
  const key = randomUUID();
  // On a quick machine the earlier one may be done before the later one comes: then they are asked again.
  let givenUp = false;
  for (let attempt = 0; attempt < 20 && !givenUp; attempt += 1) {
    const other = ines.preview('allocation', body, randomUUID());
    const both = [ines.preview('allocation', body, key), ines.preview('allocation', body, key)];
    expect((await other).body).toMatchObject({ accepted: true });
    const statuses = (await Promise.all(both)).map(({ status }) => status).sort();
    // Whichever came last is worked out.
    expect(['200 200', '200 409']).toContain(statuses.join(' '));
    givenUp = statuses.includes(409);
  }
  expect(givenUp).toBe(true);
});

it('that is stopped before it writes leaves nothing, and may be posted under its key again; nobody else follows or stops it', async () => {
  const key = randomUUID();
  const other = await server.as('administrator');
  const going = ines.post('allocation', body, key);
  let seen = await progress(ines, key);
  while (seen === null) seen = await progress(ines, key);
  expect(seen.phase).toBe('reading');
  expect(await progress(other, key)).toBeNull();
  await other.call('DELETE', `/api/postings/${key}`);
  await ines.call('DELETE', `/api/postings/${key}`);
  expect((await going).status).toBe(409);
  expect([await allocations(), await progress(ines, key)]).toEqual([0, null]);
  const posted = await ines.post('allocation', body, key);
  expect(posted.status).toBe(201);
  expect((await ines.post('allocation', body, key)).body).toEqual(posted.body);
  expect(await allocations()).toBe(1);
});

it('is refused by the rules as it is anywhere: the charge is shared out whole', async () => {
  const again = await ines.post('allocation', body);
  expect([again.status, JSON.stringify(again.body)]).toEqual([
    422,
    expect.stringContaining('allocation_exceeds_charge'),
  ]);
});
