import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { Unmatched } from '@obolus/contract/views/bench';
import type { ReturnableLine } from '@obolus/contract/views/payables';
import { proveBooks } from '../proof/proveBooks.ts';
import { replayBooks } from '../proof/replayBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

/* Goods go back to be replaced after their order was closed: with their return a new order is made for what comes instead. */
let server: TestServer;
let ines: Client;
let odile: Client;
beforeAll(async () => {
  server = await startTestServer();
  [ines, odile] = await Promise.all([server.as('accountant'), server.as('receiver')]);
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  await server.stop();
});

const MARCH = { date: '2026-03-29' };
/** Looms, received and billed as far as said, whose order is closed. */
async function closed(received: string, billed: string): Promise<{ order: string; receipt: string }> {
  const order = await ines.posted('order', make.order([{ item: '3', quantity: '20', price: '500', department: 'STUDIO' }])); // prettier-ignore
  const receipt = await odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: received }]));
  await ines.posted('order-closing', { of: order, date: '2026-03-28', reason: 'sold out', lines: [] });
  const line = { of: `${receipt}/1`, quantity: billed, price: '500' };
  await ines.posted('bill', make.bill(`B-${order}`, [line], MARCH));
  return { order, receipt };
}
const back = (receipt: string, quantity: string, more: object = { anew: true }) => ({
  vendor: '1',
  ...MARCH,
  reference: 'R',
  lines: [{ of: `${receipt}/1`, quantity, replace: true, confirmed: false, ...more }],
});
const ordersOf = async () =>
  (await server.source.query("SELECT id FROM document WHERE kind = 'order' ORDER BY id")) as { id: string }[];
const openOf = async (order: string) =>
  (await server.source.query(
    "SELECT kind, part, quantity FROM open_item WHERE is_open = 1 AND (line_document_id = ? AND kind = 'to-receive' OR kind = 'billed-ahead' AND part = ?) ORDER BY kind",
    [order, `${order}/1`],
  )) as { kind: string; quantity: string }[];
const unmatched = async () => {
  const found = (await ines.call('GET', '/api/bills/unmatched')).body as unknown as Unmatched;
  expect(found.sum).toBe(found.account);
  return found.rows.map(({ kind, quantity, amount }) => `${kind} ${quantity} ${amount}`);
};

describe('goods that are replaced where their order is closed', () => {
  it('are ordered anew as they were asked for, also by who sends them back and may order nothing else', async () => {
    const { order, receipt } = await closed('5', '4');
    const { rows } = (await odile.call('GET', '/api/vendors/1/returnable-lines')).body as { rows: ReturnableLine[] };
    expect(rows.map(({ order: of, isClosed }) => [of.id, isClosed])).toEqual([[order, true]]);
    expect((await odile.preview('return', back(receipt, '3'))).body.accepted).toBe(true);
    expect(await ordersOf()).toEqual([{ id: order }]);
    await odile.posted('return', back(receipt, '3'));
    const [, made] = await ordersOf();
    const shown = (await ines.call('GET', `/api/orders/${made?.id}`)).body as { lines: object[]; currency: string };
    expect(shown.lines).toMatchObject([{ quantity: '3', price: '500.00', department: 'STUDIO' }]);
    // One was not billed: two are billed ahead of what comes.
    expect(await openOf(order)).toEqual([]);
    expect(await openOf(made?.id ?? '')).toMatchObject([
      { kind: 'billed-ahead', quantity: '2000000' },
      { kind: 'to-receive', quantity: '3000000' },
    ]);
    expect(await unmatched()).toContain('billed 2 1000.00');
    const [into] = await Promise.all([
      odile.post('receipt', make.receipt([{ of: `${made?.id}/1`, quantity: '3' }], MARCH)),
    ]);
    expect(netOf((await ines.call('GET', `/api/documents/${String(into.body.id)}`)).body.entries)).toEqual({
      inventory: 150_000n,
      'billed-ahead': -100_000n,
      grni: -50_000n,
    });
    expect((await unmatched()).filter((text) => text.startsWith('billed'))).toEqual([]);
  });

  it('are on order again where they were once the new order is taken back, and the return stands while it is there', async () => {
    const { order, receipt } = await closed('4', '4');
    const returned = await odile.posted('return', back(receipt, '2'));
    const made = (await ordersOf()).at(-1)?.id ?? '';
    const twice = await ines.post('reversal', { of: returned, ...MARCH, reason: 'entered twice' });
    expect(JSON.stringify(twice.body)).toContain('document_cited');
    await ines.posted('reversal', { of: made, ...MARCH, reason: 'not that way' });
    expect(await openOf(order)).toMatchObject([
      { kind: 'billed-ahead', quantity: '2000000' },
      { kind: 'to-receive', quantity: '2000000' },
    ]);
    expect(await openOf(made)).toEqual([]);
    await ines.posted('reversal', { of: returned, ...MARCH, reason: 'entered twice' });
    expect(await openOf(order)).toEqual([]);
  });

  it('are not ordered anew where nobody asks for it, nor where a credit is to come; nor as other goods', async () => {
    const { order, receipt } = await closed('4', '4');
    const before = (await ordersOf()).length;
    const returned = await odile.posted('return', back(receipt, '1', {}));
    await odile.posted('return', back(receipt, '1', { replace: false, anew: true }));
    expect((await ordersOf()).length).toBe(before);
    expect(await openOf(order)).toMatchObject([{ kind: 'billed-ahead' }, { kind: 'to-receive', quantity: '1000000' }]);
    const anew = (line: object) => ines.post('order', make.order([{ item: '3', quantity: '1', price: '500', replaces: `${returned}/1`, ...line }], MARCH)); // prettier-ignore
    const reasons = async (line: object) =>
      ((await anew(line)).body.errors as { reason: string }[]).map(({ reason }) => reason);
    expect(await reasons({ item: '1' })).toEqual(['replacement_differs']);
    expect(await reasons({ quantity: '2' })).toEqual(['replacement_differs']);
    expect(await reasons({ replaces: '999/1' })).toEqual(['line_unknown']);
    expect((await anew({})).status).toBe(201);
    expect(await reasons({})).toEqual(['line_unknown']);
  });
});
