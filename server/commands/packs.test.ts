import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { DocumentView } from '@obolus/contract/views/documents';
import type { OpenOrderLine, OrderView } from '@obolus/contract/views/orders';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client, Reply } from '../testing/client.ts';

let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query("INSERT INTO item_pack VALUES (1, 'cone', 500000), (3, 'box', 3000000)");
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const refusalsOf = (reply: Reply) =>
  (reply.body.errors as { reason: string; at: string; says: string }[]).map(({ at, says }) => `${at} ${says}`);
const asked = (item: string, quantity: string, unit: string, price: string, more = {}) => ({
  item,
  quantity,
  unit,
  price,
  discount: '',
  due: '',
  ...more,
});
type Lines = Parameters<typeof make.order>[0];
const order = (...lines: Lines) => ines.posted('order', make.order(lines));
const orderRefused = async (...lines: Lines) => {
  const reply = await ines.post('order', make.order(lines));
  expect(reply.status).toBe(422);
  return refusalsOf(reply);
};
const view = async <View>(path: string): Promise<View> => (await ines.call('GET', `/api/${path}`)).body as View;

describe('goods ordered by the pack', () => {
  it('are received and billed in stock units, at the price of the pack', async () => {
    const placed = await order(asked('3', '2', 'box', '10'), asked('1', '8', 'cone', '7.25'));
    const shown = await view<OrderView>(`orders/${placed}`);
    expect(shown.lines).toMatchObject([
      { quantity: '6', unit: 'box', asked: '2', per: '3', price: '10.00', amount: '20.00' },
      { quantity: '4', unit: 'cone', asked: '8', per: '0.5', price: '7.25', amount: '58.00' },
    ]);
    const open = (await view<{ rows: OpenOrderLine[] }>('orders/open-lines?vendor=1')).rows.filter(
      ({ order: of }) => of.id === placed,
    );
    expect(open).toMatchObject([
      { ordered: '6', asked: '2', unit: 'box', open: '6' },
      { ordered: '4', asked: '8', unit: 'cone', open: '4' },
    ]);
    const receipt = await ines.posted('receipt', {
      ...make.receipt([]),
      lines: [
        { of: `${placed}/1`, quantity: '4' },
        { of: `${placed}/2`, quantity: '8', unit: 'cone' },
      ],
    });
    const posted = await view<DocumentView>(`documents/${receipt}`);
    expect(posted.lines).toMatchObject([
      { quantity: '4', amount: '13.33' },
      { quantity: '4', amount: '58.00' },
    ]);
    const bill = await ines.posted(
      'bill',
      make.bill('BY-THE-BOX', [{ of: `${receipt}/1`, quantity: '4', price: '10.50' }]),
    );
    expect((await view<DocumentView>(`documents/${bill}`)).amount).toBe('14.00');
  });

  it('keep the pack in which a version states them', async () => {
    const placed = await order(asked('3', '2', 'box', '10'));
    await ines.posted('order-change', {
      of: placed,
      seen: 1,
      date: '2026-03-03',
      reason: 'Loose ones will do',
      lines: [{ of: `${placed}/1`, ...asked('', '7', '', '3.50') }],
    });
    const shown = await view<OrderView>(`orders/${placed}`);
    expect(shown.lines).toMatchObject([{ quantity: '7', unit: 'each', per: '1', price: '3.50', amount: '24.50' }]);
    expect(shown.history.at(-1)?.changes).toMatchObject([
      { what: 'quantity', was: '2 box', is: '7' },
      { what: 'price', was: '10.00', is: '3.50' },
    ]);
  });

  it('are refused where the pack is not known, is divided, or is of another size', async () => {
    expect(await orderRefused(asked('3', '2', 'crate', '10'))).toEqual([
      '/lines/0/unit “crate” is no unit of this item: choose each, box.',
    ]);
    expect(await orderRefused(asked('3', '1.5', 'box', '10'))).toEqual([
      '/lines/0/quantity A box is not divided: give a whole number, or each instead.',
    ]);
    expect(await orderRefused(asked('3', '2', 'box', '10', { packSize: '4' }))).toEqual([
      '/lines/0/packSize A box of this item holds 3 each: give one of another size another name.',
    ]);
    expect(await orderRefused(asked('3', '2', 'a|b', '10', { packSize: '4' }))).toEqual([
      '/lines/0/unit A unit’s name has no bar and no equals sign in it.',
    ]);
    expect(await orderRefused(asked('3', '2', 'crate', '10', { packSize: '0' }))).toHaveLength(1);
    expect(await orderRefused(asked('', '2', 'box', '10', { expense: 'Cleaning' }))).toEqual([
      '/lines/0/unit An expense has no unit.',
    ]);
  });
});

describe('what an order tells of buying an item', () => {
  it('is known the next time: the vendor’s number, and a pack that nobody had', async () => {
    await order(asked('2', '3', 'bale', '90', { packSize: '12.5', vendorNumber: ' BL-N 16/2 ' }));
    const known = (await view<{ rows: object[] }>('vendors/1/prices')).rows;
    expect(known).toContainEqual({
      item: '2',
      number: 'BL-N 16/2',
      list: [],
      last: { order: expect.stringMatching(/^PO-/), unit: 'bale', price: '90.00' },
    });
    const items = (await view<{ rows: { id: string; packs: object[] }[] }>('items')).rows;
    expect(items.find(({ id }) => id === '2')?.packs).toEqual([{ unit: 'bale', size: '12.5' }]);
    const again = await order(asked('2', '1', 'bale', '91'));
    expect((await view<OrderView>(`orders/${again}`)).lines).toMatchObject([{ quantity: '12.5', per: '12.5' }]);
  });

  it('is not kept where the order is refused', async () => {
    await orderRefused(asked('4', '1.5', 'sack', '10', { packSize: '5', vendorNumber: 'S-5' }));
    const items = (await view<{ rows: { id: string; packs: object[] }[] }>('items')).rows;
    expect(items.find(({ id }) => id === '4')?.packs).toEqual([]);
  });

  it('of two who tell of the same pack at once, both orders stand by what they said', async () => {
    const lines = [asked('4', '2', 'tray', '10', { packSize: '6' })];
    const placed = await Promise.all([order(...lines), order(...lines), order(...lines)]);
    for (const id of placed)
      expect((await view<OrderView>(`orders/${id}`)).lines).toMatchObject([{ quantity: '12', per: '6' }]);
  });
});
