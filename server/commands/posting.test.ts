import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { LIST_NAMES } from '@obolus/contract/lists';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client, Reply } from '../testing/client.ts';

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

const rowsOf = async (reply: Promise<Reply>) => (await reply).body.rows as Record<string, never>[];
const refusalsOf = (reply: Reply) =>
  (reply.body.errors as { reason: string; at: string; says: string }[]).map(({ reason, at }) => `${reason} ${at}`);

/** Previews, posts, and checks that both say the same; gives the document. */
async function both(kind: DocumentKind, body: object): Promise<{ id: string; net: Record<string, bigint> }> {
  const preview = await ines.preview(kind, body);
  expect(preview.body.refusals).toEqual([]);
  const id = await ines.posted(kind, body);
  const document = (await ines.call('GET', `/api/documents/${id}`)).body as { entries: { number?: string }[] };
  const entries = document.entries.map(({ number: _, ...entry }) => entry);
  expect(entries).toEqual(preview.body.entries);
  return { id, net: netOf(entries) };
}

describe('one order all the way to cost of goods', () => {
  it('posts to the cent, and every preview is what is posted', async () => {
    const order = await both('order', make.order([{ item: '1', quantity: '100', price: '12' }]));
    expect(order.net).toEqual({});
    const receipt = await both('receipt', make.receipt([{ of: `${order.id}/1`, quantity: '60' }]));
    expect(receipt.net).toEqual({ inventory: 72_000n, grni: -72_000n });
    const delivery = await both('delivery', make.delivery([{ item: '1', quantity: '40' }]));
    expect(delivery.net).toEqual({ 'shipped-not-billed': 48_000n, inventory: -48_000n });
    const invoice = await both('invoice', make.invoice([{ of: `${delivery.id}/1`, quantity: '30', price: '24' }]));
    expect(invoice.net).toEqual({
      receivables: 72_000n,
      sales: -72_000n,
      'cost-of-goods': 36_000n,
      'shipped-not-billed': -36_000n,
    });
    // 0.40 dearer on 60: 20 on hand, 30 invoiced, 10 delivered and not invoiced.
    const bill = await both('bill', make.bill('TF-1', [{ of: `${receipt.id}/1`, quantity: '60', price: '12.40' }]));
    expect(bill.net).toEqual({
      payables: -74_400n,
      grni: 72_000n,
      inventory: 800n,
      'cost-of-goods': 1_200n,
      'shipped-not-billed': 400n,
    });
    const freight = await both('bill', make.charge('GW-1', '61.35'));
    expect(freight.net).toEqual({ payables: -6_135n, 'charges-to-allocate': 6_135n });
    // 61.35 on 60: the 40 delivered take 40.90, of which 30 invoiced take round(30.675) = 30.68.
    const allocation = await both('allocation', make.allocation(`${freight.id}/1`, [`${receipt.id}/1`]));
    expect(allocation.net).toEqual({
      'charges-to-allocate': -6_135n,
      inventory: 2_045n,
      'cost-of-goods': 3_068n,
      'shipped-not-billed': 1_022n,
    });

    const balance = (await ines.call('GET', '/api/trial-balance?asOf=2026-12-31')).body;
    expect(balance.debit).toBe(balance.credit);
    expect(balance.inventory).toBe(balance.stock);
    const stock = await rowsOf(ines.call('GET', '/api/lists/stock'));
    expect(stock).toMatchObject([{ cells: { quantity: '20', value: '268.45', unit_cost: '13.4225' } }]);
  });

  it('keeps foreign goods at the receipt’s rate and sends the rate’s difference to exchange difference', async () => {
    const order = await both(
      'order',
      make.order([{ item: '2', quantity: '100', price: '10' }], { vendor: '2', currency: 'EUR' }),
    );
    const receipt = await both('receipt', make.receipt([{ of: `${order.id}/1`, quantity: '100' }], { vendor: '2' }));
    const bill = await both(
      'bill',
      make.bill('2026/1', [{ of: `${receipt.id}/1`, quantity: '100', price: '10.5' }], {
        vendor: '2',
        currency: 'EUR',
      }),
    );
    expect(bill.net).toEqual({ payables: -115_500n, grni: 108_000n, 'exchange-difference': 2_100n, inventory: 5_400n });
  });

  it('shows the trail of every document in it', async () => {
    const [order] = await rowsOf(ines.call('GET', '/api/documents?kind=order'));
    const view = (await ines.call('GET', `/api/documents/${String(order?.id)}`)).body;
    expect((view.trail as { label: string }[]).map(({ label }) => label)).toEqual([
      'Ordered',
      'Received',
      'Billed',
      'Charges on it',
    ]);
  });

  it('gives every list and lookup in the shape of the contract', async () => {
    for (const path of [
      ...LIST_NAMES.map((list) => `lists/${list}`),
      'terms',
      'tax-codes',
      'dimensions',
      'items',
      'vendors',
      'warehouses',
      'vendors/1/prices',
      'orders/open-lines',
      'receipts/unbilled-lines',
      'receipts/lines?find=GR',
      'charges/open',
      'deliveries/uninvoiced-lines',
      'stock/1/1',
      'journal',
      'journal?account=1',
      'waiting',
      'search?find=TF-1',
      'search?find=744.00',
      'drafts',
      'imports',
    ]) {
      expect([path, (await ines.call('GET', `/api/${path}`)).status]).toEqual([path, 200]);
    }
  });
});

describe('a request that is sent again', () => {
  it('posts once, and answers the same', async () => {
    const key = randomUUID();
    const body = make.opening([{ item: '3', quantity: '10', value: '5000' }]);
    const first = await ines.post('opening', body, key);
    const again = await Promise.all(Array.from({ length: 6 }, () => ines.post('opening', body, key)));
    expect(again.map((reply) => [reply.status, reply.body.id])).toEqual(again.map(() => [201, first.body.id]));
    const [count] = (await server.source.query("SELECT COUNT(*) AS n FROM document WHERE kind = 'opening'")) as {
      n: string;
    }[];
    expect(Number(count?.n)).toBe(1);
  });

  it('is refused with another body under the same key', async () => {
    const key = randomUUID();
    await ines.post('opening', make.opening([{ item: '3', quantity: '1', value: '500' }]), key);
    const other = await ines.post('opening', make.opening([{ item: '3', quantity: '2', value: '500' }]), key);
    expect([other.status, other.body.detail]).toEqual([422, expect.stringContaining('belongs to another request')]);
  });

  it('may be put right under the same key after a refusal, which is not kept', async () => {
    const key = randomUUID();
    expect((await ines.post('opening', make.opening([{ item: '3', quantity: '-1', value: '500' }]), key)).status).toBe(
      422,
    );
    expect((await ines.post('opening', make.opening([{ item: '3', quantity: '1', value: '500' }]), key)).status).toBe(
      201,
    );
  });
});

describe('bad input', () => {
  const counted = async () =>
    JSON.stringify(
      await server.source.query(
        'SELECT (SELECT COUNT(*) FROM document) AS d, (SELECT COUNT(*) FROM movement) AS m, (SELECT COUNT(*) FROM idempotency) AS i, (SELECT COUNT(*) FROM pool) AS p',
      ),
    );

  it.each<[string, DocumentKind, () => Promise<object> | object, string]>([
    [
      'an impossible date',
      'delivery',
      () => make.delivery([{ item: '1', quantity: '1' }], { date: '2026-02-30' }),
      'date_impossible /date',
    ],
    [
      'a negative price',
      'order',
      () => make.order([{ item: '1', quantity: '1', price: '-3' }]),
      'price_negative /lines/0/price',
    ],
    [
      'a quantity with too many decimals',
      'order',
      () => make.order([{ item: '1', quantity: '1.0000001', price: '3' }]),
      'too_many_decimals /lines/0/quantity',
    ],
    [
      'a figure that is none',
      'order',
      () => make.order([{ item: '1', quantity: 'ten', price: '3' }]),
      'not_a_number /lines/0/quantity',
    ],
    [
      'a vendor that is not there',
      'order',
      () => make.order([{ item: '1', quantity: '1', price: '3' }], { vendor: '99' }),
      'vendor_unknown /vendor',
    ],
    [
      'a warehouse that is not there',
      'opening',
      () => make.opening([{ item: '1', quantity: '1', value: '3' }], { warehouse: '99' }),
      'warehouse_unknown /warehouse',
    ],
    [
      'an item that is not there',
      'order',
      () => make.order([{ item: '99', quantity: '1', price: '3' }]),
      'item_unknown /lines/0/item',
    ],
    [
      'more than is on hand',
      'delivery',
      () => make.delivery([{ item: '4', quantity: '1' }]),
      'stock_short /lines/0/quantity',
    ],
    ['an allocation with no weight', 'allocation', weightless, 'basis_missing /charges/0/basis'],
    [
      'more received than is open',
      'receipt',
      async () =>
        make.receipt([
          {
            of: `${await ines.posted('order', make.order([{ item: '4', quantity: '5', price: '1' }]))}/1`,
            quantity: '6',
          },
        ]),
      'receipt_exceeds_ordered /lines/0/quantity',
    ],
  ])('%s is refused at its field and leaves nothing', async (_, kind, body, refusal) => {
    const sent = await body();
    const before = await counted();
    expect((await ines.preview(kind, sent)).body).toMatchObject({ accepted: false });
    const reply = await ines.post(kind, sent);
    expect(reply.status).toBe(422);
    expect(refusalsOf(reply)).toContain(refusal);
    expect(await counted()).toBe(before);
  });

  it('speaks of items and warehouses as users know them', async () => {
    const reply = await ines.post('delivery', make.delivery([{ item: '4', quantity: '7' }], { warehouse: '2' }));
    expect(reply.body.detail).toBe('BARE in Overflow would be 7 short on Mar 16, 2026.');
  });

  it('a bill’s number that differs only in case, blanks, separator or zeros is taken', async () => {
    await ines.posted('bill', make.charge('INV 0012', '5'));
    expect(refusalsOf(await ines.post('bill', make.charge('inv-12', '6')))).toEqual(['bill_number_taken /reference']);
    expect((await ines.post('bill', make.charge('INV 0013', '6'))).status).toBe(201);
  });
});

async function weightless(): Promise<object> {
  const order = await ines.posted('order', make.order([{ item: '4', quantity: '5', price: '10' }]));
  const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '5' }]));
  const freight = await ines.posted('bill', make.charge(`W-${order}`, '9'));
  return make.allocation(`${freight}/1`, [`${receipt}/1`]);
}

describe('drafts', () => {
  const draft = (version: number, note: string) => ({ kind: 'order', title: 'Order', body: { note }, version });

  it('are kept for their user alone, and gone when posted', async () => {
    const key = randomUUID();
    expect((await ines.call('PUT', `/api/drafts/${key}`, draft(0, 'a'))).body).toEqual({ version: 1 });
    expect((await ines.call('PUT', `/api/drafts/${key}`, draft(1, 'b'))).body).toEqual({ version: 2 });
    expect((await ines.call('GET', `/api/drafts/${key}`)).body.body).toEqual({ note: 'b' });
    expect((await (await server.as('buyer')).call('GET', `/api/drafts/${key}`)).body.text).toBe('null');
    expect((await ines.post('order', make.order([{ item: '1', quantity: '1', price: '1' }]), key)).status).toBe(201);
    expect((await ines.call('GET', `/api/drafts/${key}`)).body.text).toBe('null');
    // A save that was on its way while the document was posted.
    expect((await ines.call('PUT', `/api/drafts/${key}`, draft(0, 'late'))).status).toBe(404);
  });

  it('are not overwritten from an older window', async () => {
    const key = randomUUID();
    await ines.call('PUT', `/api/drafts/${key}`, draft(0, 'a'));
    await ines.call('PUT', `/api/drafts/${key}`, draft(1, 'newer'));
    const late = await ines.call('PUT', `/api/drafts/${key}`, draft(1, 'older'));
    expect([late.status, late.body.detail]).toEqual([409, expect.stringContaining('changed in another window')]);
    // The same save sent twice, as after a lost answer, is no conflict.
    expect((await ines.call('PUT', `/api/drafts/${key}`, draft(1, 'newer'))).status).toBe(200);
  });
});
