import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { show } from '@obolus/core/testing/bookkeeper';
import { BooksLoader } from '../storage/load/loader.ts';
import { snapshot } from '../storage/transaction.ts';
import { loadAndDecide } from './loadAndDecide.ts';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

/*
 * Every kind of document over HTTP: the preview says what posting does, the journal is right to the cent, what is reversed
 * leaves nothing, and the books are what they are worked out to be from the first document.
 */
let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query(
    `INSERT INTO item (id, number, name, unit, method, weight, volume, tariff_code, origin, tracking, standard) VALUES
     (5, 'SHUTTLE', 'Boat shuttle', 'each', 'standard', 200000, NULL, '8448.49', 'IN', 'none', 8500000),
     (6, 'DYE', 'Indigo dye', 'tin', 'lot', 250000, NULL, '3204.15', 'JP', 'lot', NULL),
     (7, 'SERIAL', 'Floor loom, numbered', 'each', 'lot', 42500000, NULL, '8446.30', 'CA', 'serial', NULL),
     (8, 'KIT', 'Starter kit', 'each', 'fifo', 13000000, NULL, '', '', 'none', NULL)`,
  );
  await server.source.query(
    `INSERT INTO tariff_rate (measure, code, digits, from_day, percent, per_unit, unit, \`combine\`) VALUES ('duty', '5107', '5107', '2026-01-01', 60000, 120000, 'stock-unit', 'sum')`,
  );
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  // As known at the end of all days, folded from the first movement with everything ever reversed, each pool is what it is now.
  const pools = (await server.source.query('SELECT item_id AS item, warehouse_id AS warehouse FROM pool')) as {
    item: string;
    warehouse: string;
  }[];
  for (const { item, warehouse } of pools) {
    const held = async (query: string) => (await ines.call('GET', `/api/stock/${item}/${warehouse}/held${query}`)).body;
    expect(await held('?known=9999-01-01')).toEqual(await held(''));
  }
  await server.stop();
});

const ASKED = ['keep', 'keepAll', 'keepList', 'want'];

/** Loads for a decision all but one thing, by its place among what is asked for; what that would ask for goes with it. */
function forgetful(loader: BooksLoader, forgets: number) {
  const count = { asked: 0, within: 0 };
  const proxy = new Proxy(loader, {
    get(target, name) {
      const value: unknown = Reflect.get(target, name);
      if (typeof value !== 'function' || !ASKED.includes(String(name)) || count.within > 0) return value;
      return (...asked: unknown[]): unknown => {
        count.asked += 1;
        if (count.asked === forgets) return undefined;
        count.within += 1;
        const done: unknown = Reflect.apply(value, target, asked);
        if (!(done instanceof Promise)) count.within -= 1;
        return done instanceof Promise ? done.finally(() => (count.within -= 1)) : done;
      };
    },
  });
  return { loader: proxy, count };
}

/** With anything that it rests on not loaded, a decision is the same, or breaks an invariant: it is never another one. */
async function forgetting(kind: DocumentKind, body: object): Promise<void> {
  const deciding = (forgets: number) =>
    snapshot(server.source, async (manager) => {
      const { loader, count } = forgetful(new BooksLoader(manager, false, '2026-12-31'), forgets);
      const how = { locking: false, user: '1', today: '2026-12-31', blind: false };
      const { decision } = await loadAndDecide(manager, kind, body as never, how, loader);
      return { asked: count.asked, decision: show(decision) };
    });
  const { asked, decision } = await deciding(0);
  for (let forgets = 1; forgets <= asked; forgets += 1) {
    const without = await deciding(forgets).catch((problem: unknown) => ({
      decision: problem instanceof Error && problem.message.startsWith('Broken invariant') ? decision : String(problem),
    }));
    expect([kind, forgets, without.decision]).toEqual([kind, forgets, decision]);
  }
}

/** Previews, posts, checks that both say the same and that the document can be read; gives its id. */
async function both(kind: DocumentKind, body: object, net: Record<string, bigint>): Promise<string> {
  await forgetting(kind, body);
  const preview = await ines.preview(kind, body);
  expect([kind, preview.body.refusals]).toEqual([kind, []]);
  const key = randomUUID();
  const reply = await ines.post(kind, body, key);
  expect([kind, reply.status]).toEqual([kind, 201]);
  const { id, number, lines } = reply.body as { id: string; number: string; lines: string[] };
  const document = (await ines.call('GET', `/api/documents/${id}`)).body as {
    number: string;
    lines: { line: string }[];
    entries: { number?: string }[];
  };
  expect([kind, number, lines]).toEqual([kind, document.number, shownLines(document)]);
  // Whenever it is asked again, the reply is the same.
  expect((await ines.post(kind, body, key)).body).toEqual(reply.body);
  // A write-down that is taken back changes what goods cost and writes no fact of its own about them.
  const { changed } = reply.body as { changed: string[] };
  const written = await changedBy(key);
  const besides = changed.filter((what) => what !== 'stock' || written.includes('stock'));
  expect([kind, besides.sort()]).toEqual([kind, written]);
  const entries = document.entries.map(({ number: _, ...entry }) => entry);
  expect(entries).toEqual(preview.body.entries);
  expect([kind, netOf(entries)]).toEqual([kind, net]);
  expect((await ines.call('GET', `/api/documents?kind=${kind}`)).status).toBe(200);
  return id;
}

/** What was changed by the documents of a key, by what they wrote. */
async function changedBy(key: string): Promise<string[]> {
  const of = `document_id IN (SELECT id FROM document WHERE idempotency_key = ? OR idempotency_key LIKE CONCAT(?, ':%'))`;
  const rows = (await server.source.query(
    `SELECT kind FROM open_change WHERE ${of} UNION SELECT 'stock' FROM movement WHERE ${of} UNION SELECT 'stock' FROM value_change WHERE ${of}
     UNION SELECT 'stock' FROM write_down_line WHERE ${of} UNION SELECT 'ledger' FROM journal_line WHERE ${of} ORDER BY 1`,
    Array.from({ length: 10 }, () => key),
  )) as { kind: string }[];
  return rows.map(({ kind }) => kind);
}

const shownLines = ({ lines }: { lines: { line: string }[] }): string[] =>
  lines.map(({ line }) => line).filter((line) => line !== '');

async function refusal(kind: DocumentKind, body: object): Promise<string> {
  const reply = await ines.post(kind, body);
  return [
    reply.status,
    ...((reply.body.errors as { reason: string }[] | undefined) ?? []).map(({ reason }) => reason),
  ].join(' ');
}

const reverse = (of: string, net: Record<string, bigint>, date = '2026-03-31') =>
  both('reversal', { date, of, reason: 'a mistake' }, net);

describe('purchasing', () => {
  it('estimates, an expense line, tax, a return, its credit and the payment', async () => {
    const order = await both(
      'order',
      make.order([
        {
          item: '1',
          quantity: '100',
          price: '12',
          estimates: [
            { kind: 'freight', by: 'unit', figure: '0.50' },
            { kind: 'duty', by: 'tariff', figure: '' },
          ],
          department: 'Yarn',
        },
        { item: '', expense: 'packing', quantity: '1', price: '50' },
      ] as never),
      {},
    );
    // 1,200 of goods, 50 of freight, duty 6 % and 0.12 a kilogram: 84.
    const receipt = await both(
      'receipt',
      make.receipt([
        { of: `${order}/1`, quantity: '100' },
        { of: `${order}/2`, quantity: '1' },
      ]),
      {
        inventory: 133_400n,
        expense: 5_000n,
        grni: -125_000n,
        'accrued-charges': -13_400n,
      },
    );
    // Billed 12.40 on 80 of them: 32.00 into the goods; tax 50.10 over 992 and 50: 47.70 and 2.40.
    const bill = await both(
      'bill',
      make.bill(
        'TF-9',
        [
          { of: `${receipt}/1`, quantity: '80', price: '12.40' },
          { of: `${receipt}/2`, quantity: '1', price: '50' },
        ],
        {
          tax: [
            { amount: '50.10', recoverable: false },
            { amount: '10', recoverable: true },
          ],
        },
      ),
      { payables: -110_210n, grni: 101_000n, inventory: 7_970n, expense: 240n, 'input-tax': 1_000n },
    );
    expect(await refusal('reversal', { date: '2026-03-31', of: receipt, reason: 'x' })).toBe('422 document_cited');
    // 20 unbilled at 12.00 and 10 billed at 12.40: 364.00; their share of freight, duty and tax is 30 % of 181.70.
    const back = await both(
      'return',
      {
        vendor: '1',
        date: '2026-03-29',
        reference: 'RMA 7',
        lines: [{ of: `${receipt}/1`, quantity: '30', replace: false, confirmed: false }],
      },
      { grni: 24_000n, 'returns-to-credit': 12_400n, 'return-variance': 5_451n, inventory: -41_851n },
    );
    const credit = await both(
      'credit',
      {
        vendor: '1',
        reference: 'CN 1',
        date: '2026-03-30',
        currency: 'USD',
        lines: [{ of: `${back}/1`, quantity: '10', price: '12.40' }],
      },
      { payables: 12_400n, 'returns-to-credit': -12_400n },
    );
    const paid = await both(
      'payment',
      {
        vendor: '1',
        date: '2026-03-30',
        currency: 'USD',
        from: '',
        discountsTo: 'goods',
        reason: '',
        bills: [
          { of: bill, amount: '1000', discount: '10.421', writeOff: '' },
          { of: credit, amount: '-124', discount: '', writeOff: '' },
        ].map((line) => ({ ...line, discount: line.discount.replace('10.421', '11.02') })),
      },
      // 11.02 over 1,102.10: on the goods' 992.00 it is 9.92, of which 30 in a hundred went back.
      { payables: 88_702n, bank: -87_600n, 'discounts-taken': -110n, inventory: -694n, 'return-variance': -298n },
    );
    await reverse(paid, {
      payables: -88_702n,
      bank: 87_600n,
      'discounts-taken': 110n,
      inventory: 694n,
      'return-variance': 298n,
    });
    await reverse(credit, { payables: -12_400n, 'returns-to-credit': 12_400n });
    await reverse(back, {
      grni: -24_000n,
      'returns-to-credit': -12_400n,
      'return-variance': -5_451n,
      inventory: 41_851n,
    });
    const closing = await both(
      'estimate-closing',
      { date: '2026-03-31', reason: 'no bill', lines: [{ of: `${receipt}/1`, charge: 'duty' }] },
      {
        'accrued-charges': 8_400n,
        inventory: -8_400n,
      },
    );
    await reverse(closing, { 'accrued-charges': -8_400n, inventory: 8_400n });
    await reverse(bill, {
      payables: 110_210n,
      grni: -101_000n,
      inventory: -7_970n,
      expense: -240n,
      'input-tax': -1_000n,
    });
    await reverse(receipt, { inventory: -133_400n, expense: -5_000n, grni: 125_000n, 'accrued-charges': 13_400n });
    // The bill's number is free again, and the whole order open.
    const again = await both('receipt', make.receipt([{ of: `${order}/1`, quantity: '100' }]), {
      inventory: 133_400n,
      grni: -120_000n,
      'accrued-charges': -13_400n,
    });
    await both('bill', make.bill('TF-9', [{ of: `${again}/1`, quantity: '100', price: '12' }]), {
      payables: -120_000n,
      grni: 120_000n,
    });
  });

  it('a bill ahead of the goods, in part, and goods that are replaced', async () => {
    const order = await both('order', make.order([{ item: '3', quantity: '10', price: '1180' }]), {});
    const ahead = await both('bill', make.bill('AJ-1', [{ of: `${order}/1`, quantity: '6', price: '1195' }]), {
      payables: -717_000n,
      'billed-ahead': 717_000n,
    });
    const receipt = await both('receipt', make.receipt([{ of: `${order}/1`, quantity: '8' }]), {
      inventory: 953_000n,
      grni: -236_000n,
      'billed-ahead': -717_000n,
    });
    expect(await refusal('reversal', { date: '2026-03-31', of: ahead, reason: 'x' })).toBe('422 document_cited');
    expect(await refusal('bill', make.bill('AJ-2', [{ of: `${order}/1`, quantity: '1', price: '1180' }]))).toBe(
      '422 bill_ahead_while_unbilled',
    );
    // The two unbilled at 1,180 and one billed at 1,195 go back; one comes in its place.
    const lines = [{ of: `${receipt}/1`, quantity: '3', replace: true, confirmed: false }];
    await both(
      'return',
      { vendor: '1', date: '2026-03-20', reference: '', lines },
      { grni: 236_000n, 'billed-ahead': 119_500n, inventory: -355_500n },
    );
    await both('receipt', make.receipt([{ of: `${order}/1`, quantity: '1' }], { date: '2026-03-25' }), {
      inventory: 119_500n,
      'billed-ahead': -119_500n,
    });
  });
});

describe('charges', () => {
  it('an expense that was a charge, a refund, allocation by duty and its undoing', async () => {
    const order = await both(
      'order',
      make.order([
        { item: '1', quantity: '50', price: '10' },
        { item: '2', quantity: '50', price: '10' },
      ]),
      {},
    );
    const receipt = await both(
      'receipt',
      make.receipt([
        { of: `${order}/1`, quantity: '50' },
        { of: `${order}/2`, quantity: '50' },
      ]),
      {
        inventory: 100_000n,
        grni: -100_000n,
      },
    );
    const bill = await both(
      'bill',
      make.charge('GW-9', '90', {
        charges: [
          { kind: 'storage', amount: '30' },
          { kind: 'duty', amount: '90' },
        ],
      }),
      {
        payables: -12_000n,
        expense: 3_000n,
        'charges-to-allocate': 9_000n,
      },
    );
    const to = [`${receipt}/1`, `${receipt}/2`];
    // Only the yarn has a rate: 36.00 worked out, and so it takes all.
    const allocation = await both('allocation', make.allocation(`${bill}/2`, to, 'duty'), {
      'charges-to-allocate': -9_000n,
      inventory: 9_000n,
    });
    await reverse(allocation, { 'charges-to-allocate': 9_000n, inventory: -9_000n });
    // As declared the yarn came from where another rate holds: nothing on the wool, 10 % on the linen.
    await server.source.query(
      `INSERT INTO tariff_rate (measure, code, digits, origin, from_day, percent, per_unit, unit, \`combine\`) VALUES
       ('duty', '5107', '5107', 'XA', '2026-01-01', 0, 0, 'stock-unit', 'sum'), ('duty', '5306', '5306', 'XA', '2026-01-01', 100000, 0, 'stock-unit', 'sum')`,
    );
    const line = { origin: 'XA', value: '500', duty: '0', importTax: '' };
    const entry = await both(
      'customs-entry',
      make.customsEntry(
        '26US-1',
        [
          { ...line, goods: to.slice(0, 1), code: '5107.10' },
          { ...line, goods: to.slice(1), code: '5306.10', preference: false },
        ],
        { date: '2026-02-20', entered: '2026-02-20', vendor: '3', rates: [{ currency: 'NZD', rate: '0.6' }] },
      ),
      {},
    );
    expect(await refusal('reversal', { date: '2026-03-31', of: receipt, reason: 'x' })).toBe('422 document_cited');
    const declared = await both('allocation', make.allocation(`${bill}/2`, to, 'duty', { entry }), {
      'charges-to-allocate': -9_000n,
      inventory: 9_000n,
    });
    const shares = await server.source.query(
      'SELECT amount FROM allocation_share WHERE document_id = ? ORDER BY line_no',
      [declared],
    );
    expect(shares).toEqual([{ amount: '0' }, { amount: '9000' }]);
    expect(await refusal('reversal', { date: '2026-03-31', of: entry, reason: 'x' })).toBe('422 document_cited');
    await reverse(declared, { 'charges-to-allocate': 9_000n, inventory: -9_000n });
    await reverse(entry, {});
    expect(await refusal('allocation', make.allocation(`${bill}/2`, to, 'duty', { entry }))).toBe(
      '422 document_unknown',
    );
    await both('allocation', make.allocation(`${bill}/2`, to, 'quantity'), {
      'charges-to-allocate': -9_000n,
      inventory: 9_000n,
    });
    const moved = await both(
      'charge-move',
      { date: '2026-03-30', of: `${bill}/1`, charge: 'freight', amount: '20' },
      { 'charges-to-allocate': 2_000n, expense: -2_000n },
    );
    await both('allocation', make.allocation(`${moved}/1`, to, 'equal'), {
      'charges-to-allocate': -2_000n,
      inventory: 2_000n,
    });
    const refund = await both(
      'credit',
      {
        vendor: '3',
        reference: 'GWC',
        date: '2026-03-30',
        currency: 'USD',
        lines: [{ of: `${bill}/2`, amount: '10', to: 'cost' }],
      },
      {
        payables: 1_000n,
        'charges-to-allocate': -1_000n,
      },
    );
    await both('allocation', make.allocation(`${refund}/1`, to, 'equal'), {
      'charges-to-allocate': 1_000n,
      inventory: -1_000n,
    });
  });
});

describe('stock and sales', () => {
  it('lots and serial numbers, chosen', async () => {
    const order = await both(
      'order',
      make.order([
        { item: '6', quantity: '40', price: '6' },
        { item: '7', quantity: '2', price: '1180' },
      ]),
      {},
    );
    const serials = ['S1', 'S2'].map((lot) => ({ lot, quantity: '1' }));
    const lots = [
      { lot: 'A', quantity: '30' },
      { lot: 'B', quantity: '10' },
    ];
    const received = [
      { of: `${order}/1`, quantity: '40', lots },
      { of: `${order}/2`, quantity: '2', lots: serials },
    ];
    expect(await refusal('receipt', make.receipt([{ of: `${order}/1`, quantity: '40' }]))).toBe('422 lots_missing');
    const receipt = await both('receipt', make.receipt(received), { inventory: 260_000n, grni: -260_000n });
    const delivered = [
      { item: '6', quantity: '5', lots: [{ lot: 'B', quantity: '5' }] },
      { item: '7', quantity: '1', lots: [{ lot: 'S2', quantity: '1' }] },
    ];
    await both('delivery', make.delivery(delivered), { inventory: -121_000n, 'shipped-not-billed': 121_000n });
    expect(
      await refusal(
        'delivery',
        make.delivery([{ item: '7', quantity: '1', lots: [{ lot: 'S2', quantity: '1' }] } as never]),
      ),
    ).toBe('422 stock_short');
    // 0.40 dearer on 40 tins: 5 of them are delivered.
    await both('bill', make.bill('KD-1', [{ of: `${receipt}/1`, quantity: '40', price: '6.40' }]), {
      payables: -25_600n,
      grni: 24_000n,
      inventory: 1_400n,
      'shipped-not-billed': 200n,
    });
    const gone = [
      { of: `${receipt}/2`, quantity: '1', lots: [{ lot: 'S1', quantity: '1' }], replace: false, confirmed: false },
    ];
    await both(
      'return',
      { vendor: '1', date: '2026-03-30', reference: '', lines: gone },
      { grni: 118_000n, inventory: -118_000n },
    );
  });

  it('assembly, transfers and a late cost through all of them; what customers give back', async () => {
    const order = await both('order', make.order([{ item: '3', quantity: '10', price: '100' }]), {});
    // A warehouse of their own, so that no other loom is in the pool.
    const receipt = await both('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }], { warehouse: '2' }), {
      inventory: 100_000n,
      grni: -100_000n,
    });
    const made = { item: '8', quantity: '5' };
    const assembly = await both(
      'assembly',
      { date: '2026-03-12', warehouse: '2', uses: [{ item: '3', quantity: '5' }], makes: made, conversion: '25' },
      { inventory: 2_500n, conversion: -2_500n },
    );
    const transfer = await both(
      'transfer',
      { date: '2026-03-13', from: '2', to: '1', inTransit: true, lines: [{ item: '8', quantity: '4' }] },
      {
        'goods-in-transit': 42_000n,
        inventory: -42_000n,
      },
    );
    await both(
      'arrival',
      { date: '2026-03-14', lines: [{ of: `${transfer}/1`, quantity: '3', lost: '1' }] },
      {
        inventory: 31_500n,
        'stock-adjustment': 10_500n,
        'goods-in-transit': -42_000n,
      },
    );
    const delivery = await both('delivery', make.delivery([{ item: '8', quantity: '2' }]), {
      inventory: -21_000n,
      'shipped-not-billed': 21_000n,
    });
    await both('invoice', make.invoice([{ of: `${delivery}/1`, quantity: '1', price: '300' }]), {
      receivables: 30_000n,
      sales: -30_000n,
      'cost-of-goods': 10_500n,
      'shipped-not-billed': -10_500n,
    });
    const back = {
      customer: 'Oxbow Street Weavers',
      date: '2026-03-20',
      warehouse: '1',
      lines: [{ of: `${delivery}/1`, quantity: '1', price: '300' }],
    };
    await both('customer-return', back, { inventory: 10_500n, 'shipped-not-billed': -10_500n });
    // 10.00 dearer a loom: 5 looms here, one kit here, three moved of which one is with the customer, one lost.
    await both('bill', make.bill('AJ-9', [{ of: `${receipt}/1`, quantity: '10', price: '110' }]), {
      payables: -110_000n,
      grni: 100_000n,
      inventory: 8_000n,
      'stock-adjustment': 1_000n,
      'cost-of-goods': 1_000n,
    });
    expect(await refusal('reversal', { date: '2026-03-31', of: assembly, reason: 'x' })).toBe('422 stock_short');
    const once = await both(
      'transfer',
      { date: '2026-03-30', from: '2', to: '1', inTransit: false, lines: [{ item: '3', quantity: '2' }] },
      {},
    );
    await reverse(once, {});
  });

  it('standards, counts and write-downs', async () => {
    const order = await both('order', make.order([{ item: '5', quantity: '200', price: '8.10' }]), {});
    await both('receipt', make.receipt([{ of: `${order}/1`, quantity: '200' }]), {
      inventory: 170_000n,
      grni: -162_000n,
      'price-variance': -8_000n,
    });
    await both('delivery', make.delivery([{ item: '5', quantity: '35' }]), {
      inventory: -29_750n,
      'shipped-not-billed': 29_750n,
    });
    // Dated before the delivery: 200 on hand then, 35 of them delivered at the new standard.
    const raised = await both(
      'standard',
      { date: '2026-03-12', lines: [{ item: '5', standard: '9' }] },
      {
        inventory: 8_250n,
        'shipped-not-billed': 1_750n,
        'stock-adjustment': -10_000n,
      },
    );
    await both(
      'count',
      {
        date: '2026-03-20',
        warehouse: '1',
        reason: 'broken',
        lines: [{ item: '5', quantity: '5', change: 'scrapped' }],
      },
      {
        inventory: -4_500n,
        'stock-adjustment': 4_500n,
      },
    );
    await reverse(raised, { inventory: -8_000n, 'shipped-not-billed': -1_750n, 'stock-adjustment': 9_750n });
    const written = await both(
      'write-down',
      { date: '2026-03-31', warehouse: '1', lines: [{ item: '5', netRealisable: '8' }] },
      { 'write-down': 8_000n, allowance: -8_000n },
    );
    await both('delivery', make.delivery([{ item: '5', quantity: '60' }], { date: '2026-03-31' }), {
      inventory: -51_000n,
      'shipped-not-billed': 51_000n,
      allowance: 3_000n,
      'write-down': -3_000n,
    });
    await reverse(written, { 'write-down': -5_000n, allowance: 5_000n });
  });
});

describe('a stock card', () => {
  it('shows a change of standard as a cost', async () => {
    await server.source.query(
      `INSERT INTO item (id, number, name, unit, method, tariff_code, origin, standard) VALUES (9, 'PIRN', 'Pirn', 'each', 'standard', '', '', 2000000)`,
    );
    await ines.posted('opening', make.opening([{ item: '9', quantity: '10', value: '20' }]));
    await ines.posted('standard', { date: '2026-03-12', lines: [{ item: '9', standard: '2.5' }] });
    const card = await ines.call('GET', '/api/stock/9/1');
    expect(card.status).toBe(200);
    expect(card.body.movements).toMatchObject([
      { direction: 'in', quantity: '10', balanceValue: '20.00' },
      { direction: 'cost', quantity: '0', value: '5.00', balanceValue: '25.00' },
    ]);
  });
});

describe('money and periods', () => {
  it('a prepayment in euro, the closing of a period, its opening and its lock', async () => {
    const prepaid = await both(
      'prepayment',
      { vendor: '2', date: '2026-03-02', currency: 'EUR', amount: '600' },
      { prepayments: 64_800n, bank: -64_800n },
    );
    const bill = await both(
      'bill',
      {
        vendor: '2',
        reference: 'BL-1',
        date: '2026-03-22',
        currency: 'EUR',
        lines: [],
        charges: [],
        expenses: [{ expense: 'cleaning', amount: '1000' }],
      },
      { expense: 110_000n, payables: -110_000n },
    );
    const paying = {
      vendor: '2',
      date: '2026-03-23',
      currency: 'EUR',
      from: prepaid,
      discountsTo: 'income',
      reason: '',
    };
    await both(
      'payment',
      { ...paying, bills: [{ of: bill, amount: '400', discount: '', writeOff: '' }] },
      {
        payables: 44_000n,
        prepayments: -43_200n,
        'exchange-difference': -800n,
      },
    );
    // 100.00 of the 200.00 that are left come back at 1.10, and were paid at 1.08.
    const refund = { vendor: '2', date: '2026-03-24', currency: 'EUR', of: prepaid, amount: '100', got: '' };
    const refunded = await both('prepayment-refund', refund, {
      bank: 11_000n,
      prepayments: -10_800n,
      'exchange-difference': -200n,
    });
    expect(await refusal('prepayment-refund', { ...refund, amount: '100.01' })).toBe('422 prepayment_exceeds_left');
    await reverse(refunded, { bank: -11_000n, prepayments: 10_800n, 'exchange-difference': 200n });
    await server.source.query(
      "INSERT INTO exchange_rate (currency, from_day, rate) VALUES ('EUR', '2026-03-31', 11200000000)",
    );
    const closing = await both(
      'close',
      { date: '2026-03-31', period: '2026-03' },
      { payables: -1_200n, 'exchange-difference': 1_200n },
    );
    expect(await refusal('prepayment', { vendor: '2', date: '2026-03-31', currency: 'EUR', amount: '1' })).toBe(
      '422 date_in_closed_period',
    );
    const opening = await both(
      'open',
      { date: '2026-04-01', period: '2026-04' },
      { payables: 1_200n, 'exchange-difference': -1_200n },
    );
    await reverse(opening, { payables: -1_200n, 'exchange-difference': 1_200n }, '2026-04-01');
    await reverse(closing, { payables: 1_200n, 'exchange-difference': -1_200n });
    await both(
      'prepayment',
      { vendor: '1', date: '2026-03-31', currency: 'USD', amount: '1' },
      { prepayments: 100n, bank: -100n },
    );
    const charges = await both(
      'bank-statement',
      { date: '2026-03-31', account: '', reference: 'S-1', lines: [{ of: '', took: '4', fee: '4', text: 'Keeping' }] },
      { 'bank-charges': 400n, bank: -400n },
    );
    await reverse(charges, { 'bank-charges': -400n, bank: 400n });
    const last = await both(
      'close',
      { date: '2026-03-31', period: '2026-03' },
      { payables: -1_200n, 'exchange-difference': 1_200n },
    );
    await both('lock', { date: '2026-04-02', period: '2026-03' }, {});
    expect(await refusal('reversal', { date: '2026-04-02', of: last, reason: 'x' })).toBe('422 period_locked');
  });
});
