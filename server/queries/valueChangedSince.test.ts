import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { DocumentView } from '@obolus/contract/views/documents';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* A charge was shared by value; then a dearer bill came. That is pointed out, and the allocation can be done again just as it was asked for. */
let server: TestServer;
let ines: Client;
let receipt: string;

beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  const order = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '10', price: '20' },
      { item: '3', quantity: '2', price: '300' },
    ]),
  );
  receipt = await ines.posted(
    'receipt',
    make.receipt([
      { of: `${order}/1`, quantity: '10' },
      { of: `${order}/2`, quantity: '2' },
    ]),
  );
});
afterAll(() => server.stop());

const sheet = (charge: string, basis: string, more: object = {}) => ({
  date: '2026-03-29',
  to: [`${receipt}/1`, `${receipt}/2`],
  charges: [{ of: `${charge}/1`, basis, amount: '', fixed: [], ...more }],
  entry: '',
});
const outdated = async () =>
  (await ines.call('GET', '/api/allocations/outdated')).body.rows as {
    document: { id: string };
    lines: number;
    changed: string;
  }[];
const shares = async (id: string) =>
  ((await ines.call('GET', `/api/documents/${id}`)).body as unknown as DocumentView).lines.map(({ amount }) => amount);
const freight = (reference: string, amount: string) =>
  ines.posted('bill', make.bill(reference, [], { charges: [{ kind: 'freight', amount }] }));

it('goods that a later bill made dearer, or its reversal cheaper, are pointed out where they were shared by value', async () => {
  const byValue = await ines.posted('allocation', sheet(await freight('F-1', '80'), 'value'));
  const byWeight = await ines.posted('allocation', sheet(await freight('F-2', '80'), 'weight'));
  expect([await outdated(), await shares(byValue)]).toEqual([[], ['20.00', '60.00']]);
  const dearer = await ines.posted(
    'bill',
    make.bill('B-1', [{ of: `${receipt}/1`, quantity: '10', price: '40' }], { date: '2026-03-30' }),
  );
  expect(await outdated()).toMatchObject([{ document: { id: byValue }, lines: 1, changed: '200.00' }]);
  const { lines } = (await ines.call('GET', `/api/documents/${byValue}`)).body as unknown as DocumentView;
  expect(lines.map(({ note }) => JSON.stringify(note).includes('200.00 since'))).toEqual([true, false]);

  // Done again: reversed, and asked for once more as it was.
  const asked = await ines.call('GET', `/api/documents/${byValue}/body`);
  await ines.posted('reversal', { of: byValue, date: '2026-03-30', reason: 'The yarn was billed dearer' });
  expect(await outdated()).toEqual([]);
  const again = await ines.posted('allocation', { ...(asked.body.body as object), date: '2026-03-30' });
  expect([await outdated(), await shares(again), await shares(byWeight)]).toEqual([
    [],
    ['32.00', '48.00'],
    await shares(byWeight),
  ]);

  // What the bill had changed is taken back after the shares were fixed by it.
  await ines.posted('reversal', { of: dearer, date: '2026-03-31', reason: 'Entered twice' });
  expect(await outdated()).toMatchObject([{ document: { id: again }, lines: 1, changed: '-200.00' }]);
  expect(await proveBooks(server.source)).toEqual([]);
});

it('what a document asked for is given as it was asked, to whoever may post its kind', async () => {
  const charge = await freight('F-3', '80');
  const body = sheet(charge, 'equal', { fixed: [{ line: `${receipt}/2`, amount: '30.00' }], difference: 'variance' });
  const posted = await ines.posted('allocation', { ...body, more: true });
  const { entry: _, ...asked } = { ...body, more: true };
  expect((await ines.call('GET', `/api/documents/${posted}/body`)).body).toEqual({ kind: 'allocation', body: asked });
  const buyer = await server.as('buyer');
  expect((await buyer.call('GET', `/api/documents/${posted}/body`)).status).toBe(403);
  expect((await ines.call('GET', '/api/documents/999999/body')).status).toBe(404);
});

it('goods that were moved are worth more when what they were taken from becomes dearer, and that is pointed out too', async () => {
  const order = await ines.posted(
    'order',
    make.order([{ item: '1', quantity: '10', price: '20' }], { warehouse: '2' }),
  );
  const came = await ines.posted(
    'receipt',
    make.receipt([{ of: `${order}/1`, quantity: '10' }], { warehouse: '2', date: '2026-03-29' }),
  );
  const moved = { from: '2', to: '1', inTransit: false, lines: [{ item: '1', quantity: '10' }] };
  const transfer = await ines.posted('transfer', { date: '2026-03-30', ...moved });
  const charge = await freight('F-4', '80');
  const byValue = await ines.posted('allocation', {
    ...sheet(charge, 'value'),
    date: '2026-03-30',
    to: [`${transfer}/2`, `${receipt}/2`],
  });
  expect((await outdated()).filter(({ document }) => document.id === byValue)).toEqual([]);
  await ines.posted(
    'bill',
    make.bill('B-2', [{ of: `${came}/1`, quantity: '10', price: '23' }], { date: '2026-03-31' }),
  );
  expect((await outdated()).filter(({ document }) => document.id === byValue)).toMatchObject([
    { lines: 1, changed: '30.00' },
  ]);
});
