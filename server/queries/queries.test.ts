import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { Commitments, OpenOrderLine } from '@obolus/contract/views/orders';
import type { DocumentView, JournalEntry, TrialBalance } from '@obolus/contract/views/documents';
import type { StockCard } from '@obolus/contract/views/stock';
import type { SearchHit, Waiting } from '@obolus/contract/views/me';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

/** One small story, read back through every list: an order of two lines, half received, billed dearer, charged, sold. */
let server: TestServer;
let ines: Client;
const ids = { order: '', receipt: '', bill: '', freight: '', allocation: '', delivery: '', invoice: '' };
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  ids.order = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '100', price: '12' },
      { item: '3', quantity: '2', price: '500' },
    ]),
  );
  ids.receipt = await ines.posted(
    'receipt',
    make.receipt([{ of: `${ids.order}/1`, quantity: '60' }], { packingSlip: 'PS 7', shipment: 'FHL-1' }),
  );
  ids.bill = await ines.posted('bill', make.bill('TF-9', [{ of: `${ids.receipt}/1`, quantity: '40', price: '12.50' }]));
  ids.freight = await ines.posted('bill', make.charge('GW-9', '30'));
  ids.allocation = await ines.posted(
    'allocation',
    make.allocation(`${ids.freight}/1`, [`${ids.receipt}/1`], 'weight', {
      charges: [{ of: `${ids.freight}/1`, basis: 'weight', amount: '24', fixed: [] }],
    }),
  );
  ids.delivery = await ines.posted('delivery', make.delivery([{ item: '1', quantity: '10' }]));
  ids.invoice = await ines.posted('invoice', make.invoice([{ of: `${ids.delivery}/1`, quantity: '4', price: '20' }]));
});
afterAll(() => server.stop());

const rows = async <Row>(path: string) => (await ines.call('GET', `/api/${path}`)).body.rows as Row[];
const view = async <View>(path: string) => (await ines.call('GET', `/api/${path}`)).body as unknown as View;

describe('what is open', () => {
  it('is worked out on an order', async () => {
    expect(await rows('lists/orders')).toMatchObject([
      { cells: { amount: '2200.00', received: '720.00', billed: '480.00', open: '1480.00', lines: '2' } },
    ]);
  });

  it('is still to come', async () => {
    const lines = await rows<OpenOrderLine>('orders/open-lines');
    expect(lines.map((line) => [line.item.number, line.ordered, line.received])).toEqual([
      ['YARN', '100', '60'],
      ['LOOM', '2', '0'],
    ]);
    expect(await rows('orders/open-lines?vendor=2')).toEqual([]);
  });

  it('is received and not billed, at what the goods are worth by now', async () => {
    // 60 at 12.00, 40 of them billed 0.50 dearer; 24.00 of freight on top.
    expect(await rows<ReceivedLine>('receipts/unbilled-lines?vendor=1')).toMatchObject([
      { received: '60', billed: '40', goods: '740.00', value: '764.00', onHand: '50' },
    ]);
    expect(await rows<ReceivedLine>('receipts/lines?find=FHL-1')).toHaveLength(1);
    expect(await rows<ReceivedLine>('receipts/lines?find=FHL_1')).toHaveLength(0);
  });

  it('is left of a charge, and of a delivery', async () => {
    expect(await rows('charges/open')).toMatchObject([
      { kind: 'freight', amount: '30.00', left: '6.00', bill: { number: 'GW-9' } },
    ]);
    expect(await rows('deliveries/uninvoiced-lines')).toMatchObject([
      { delivered: '10', invoiced: '4', cost: '127.33' },
    ]);
    expect(await rows('deliveries/uninvoiced-lines?customer=Nobody')).toEqual([]);
  });

  it('is counted for the index', async () => {
    // For whoever enters bills those that wait, for others the receipts that have none.
    const counted = { approvals: 0, orders: 0, receiving: 1, charges: 1, deliveries: 1, credits: 0, due: 2, drafts: 0 };
    const asked = await view<Waiting>('waiting');
    expect(asked).toEqual({ ...counted, bills: 0, latestOfOthers: null });
    // What one posted oneself is news for everybody else only.
    const others = (await (await server.as('receiver')).call('GET', '/api/waiting')).body;
    expect(others).toEqual({ ...counted, bills: 1, latestOfOthers: expect.stringMatching(/^\d+$/) });
  });

  it('is a commitment at the rate of its order, by vendor, department and month', async () => {
    const body = await view<Commitments>('orders/commitments');
    const sum = (rows: Commitments['vendors']) =>
      rows.reduce((all, { amount }) => all + Number(amount.replace('.', '')), 0);
    expect([body.vendors, body.departments, body.months].map(sum)).toEqual(
      Array.from({ length: 3 }, () => Number(body.total.replace('.', ''))),
    );
    const lines = [
      { item: '1', quantity: '10', price: '3.333', department: 'Weaving', due: '2026-05-31' },
      { item: '2', quantity: '2', price: '5', due: '2026-06-01' },
    ];
    const order = await ines.posted('order', make.order(lines, { vendor: '2', currency: 'EUR' }));
    // 33.33 and 10.00 euro at 1.08 are 36.00 (35.9964) and 10.80.
    const more = await view<Commitments>('orders/commitments');
    expect(more.vendors.find(({ name }) => name === 'Beira Linho')?.amount).toBe('46.80');
    expect(more.departments.find(({ name }) => name === 'Weaving')?.amount).toBe('36.00');
    expect(more.months).toEqual(
      expect.arrayContaining([
        { name: '2026-05', amount: '36.00' },
        { name: '2026-06', amount: '10.80' },
      ]),
    );
    await ines.posted('order-closing', { of: order, date: '2026-03-20', reason: 'not wanted', lines: [] });
    expect(await view<Commitments>('orders/commitments')).toEqual(body);
  });

  it('is bought at what the list says, and what the last order paid', async () => {
    await server.source.query(
      "INSERT INTO vendor_price (vendor_id, item_id, unit, least, from_day, price) VALUES (1, 3, '', 0, '2026-01-01', 480000000)",
    );
    expect(await rows('vendors/1/prices')).toEqual([
      {
        item: '3',
        number: '',
        list: [{ unit: '', least: '0', from: '2026-01-01', to: null, price: '480.00' }],
        last: { order: expect.stringMatching(/^PO-/), unit: '', price: '500.00' },
      },
      { item: '1', number: '', list: [], last: { order: expect.stringMatching(/^PO-/), unit: '', price: '12.00' } },
    ]);
  });
});

describe('a document', () => {
  it('shows its lines, what they stand on, and what was decided', async () => {
    const bill = await view<DocumentView>(`documents/${ids.bill}`);
    expect(bill).toMatchObject({
      kind: 'bill',
      party: 'Tarnside Fibres',
      reference: 'TF-9',
      amount: '500.00',
      rate: null,
    });
    expect(bill.lines).toMatchObject([
      { label: 'Merino yarn', quantity: '40', price: '12.50', of: { id: ids.receipt }, note: '20.00 into cost' },
    ]);
    expect(bill.facts).toContainEqual({ name: 'Due', value: 'Apr 27, 2026' });
  });

  it('shows the whole trail from any of its documents', async () => {
    for (const id of [ids.order, ids.receipt, ids.bill, ids.allocation]) {
      const { trail } = await view<DocumentView>(`documents/${id}`);
      expect(trail.map(({ label, amount }) => [label, amount])).toEqual([
        ['Ordered', '2200.00'],
        ['Received', '720.00'],
        ['Billed', '500.00'],
        ['Charges on it', '24.00'],
      ]);
    }
    const sold = await view<DocumentView>(`documents/${ids.invoice}`);
    expect(sold.trail.map(({ label, amount, documents }) => [label, amount, documents.length])).toEqual([
      ['Delivered, at cost', '127.33', 1],
      ['Invoiced, at cost', '50.93', 1],
    ]);
  });

  it('keeps a trail in foreign currency free of exchange', async () => {
    const order = await ines.posted(
      'order',
      make.order([{ item: '2', quantity: '3', price: '3.33' }], { vendor: '2', currency: 'EUR' }),
    );
    await ines.posted(
      'receipt',
      make.receipt([{ of: `${order}/1`, quantity: '1' }], { vendor: '2', date: '2026-03-25' }),
    );
    const receipt = await ines.posted(
      'receipt',
      make.receipt([{ of: `${order}/1`, quantity: '2' }], { vendor: '2', date: '2026-03-26' }),
    );
    expect(await view<DocumentView>(`documents/${receipt}`)).toMatchObject({
      currency: 'EUR',
      amount: '6.66',
      lines: [{ amount: '6.66', currency: 'EUR' }],
    });
    const { trail } = await view<DocumentView>(`documents/${order}`);
    expect([trail[0]?.amount, trail[1]?.amount]).toEqual(['10.79', '10.79']);
  });
});

describe('stock', () => {
  it('has a card whose balance is the ledger’s, late costs on their own day', async () => {
    const card = await view<StockCard>('stock/1/1');
    expect(
      card.movements.map(({ date, direction, what, value, balance, balanceValue }) => [
        date,
        direction,
        what,
        value,
        balance,
        balanceValue,
      ]),
    ).toEqual([
      ['2026-03-10', 'in', '', '720.00', '60', '720.00'],
      ['2026-03-16', 'out', '', '-127.33', '50', '592.67'],
      ['2026-03-28', 'cost', expect.stringMatching(/^Price difference on GR-/), '20.00', '50', '612.67'],
      ['2026-03-30', 'cost', expect.stringMatching(/^freight on GR-/), '24.00', '50', '636.67'],
    ]);
    expect(card.row).toMatchObject({ quantity: '50', value: '636.67', unitCost: '12.7334' });
  });
});

describe('the ledger', () => {
  it('pages by its own numbers, and by account', async () => {
    const all = await rows<JournalEntry>('journal');
    expect(all.map(({ number }) => Number(number))).toEqual([...all.keys()].map((at) => all.length - at));
    const older = await rows<JournalEntry>(`journal?before=${all[2]?.number}`);
    expect(older[0]?.number).toBe(all[3]?.number);
    const accounts = await rows<{ id: string; account: string }>('trial-balance?asOf=2026-12-31');
    const charges = accounts.find(({ account }) => account === 'charges-to-allocate')?.id;
    const freight = await rows<JournalEntry>(`journal?account=${charges ?? '0'}`);
    expect(freight.map(({ document }) => document.id)).toEqual([ids.allocation, ids.freight]);
  });

  it('has a trial balance as of any day', async () => {
    const early = await view<TrialBalance>('trial-balance?asOf=2026-03-15');
    expect(early.rows.map(({ account, debit, credit }) => [account, debit, credit])).toEqual([
      ['inventory', '720.00', '0.00'],
      ['grni', '0.00', '720.00'],
    ]);
    const late = await view<TrialBalance>('trial-balance?asOf=2026-12-31');
    expect([late.debit, late.inventory]).toEqual([late.credit, late.stock]);
  });
});

describe('one box', () => {
  it.each([
    ['TF-9', 'bill'],
    ['tf 009', 'bill'],
    ['FHL-1', 'receipt'],
    ['Oxbow', 'delivery'],
    ['Merino', 'item'],
    ['Beira', 'vendor'],
    ['30.00', 'bill'],
  ])('finds %s: a %s', async (find, what) => {
    const hits = await rows<SearchHit>(`search?find=${encodeURIComponent(find)}`);
    expect(hits.map((hit) => hit.what)).toContain(what);
  });

  it('finds nothing where there is nothing, and takes no wildcard', async () => {
    expect(await rows('search?find=zzz')).toEqual([]);
    expect(await rows('search?find=%25%25')).toEqual([]);
  });
});
