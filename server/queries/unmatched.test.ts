import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { ListPage } from '@obolus/contract/listState';
import { base, formatAmount } from '@obolus/core/exact/amounts';
import type { CreditableView, Unmatched } from '@obolus/contract/views/bench';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

let server: TestServer;
let ines: Client;
let odile: Client;

beforeAll(async () => {
  server = await startTestServer();
  [ines, odile] = await Promise.all([server.as('accountant'), server.as('receiver')]);
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

/** What stands unmatched: it must be the account, to the cent, whatever happened. */
const stands = async () => {
  const found = (await ines.call('GET', '/api/bills/unmatched')).body as unknown as Unmatched;
  expect([found.sum, 'is the account']).toEqual([found.account, 'is the account']);
  // The list of the same lines, sorted and filtered by the server, adds up to the same.
  const { rows, sums, count } = (await ines.call('GET', '/api/lists/unmatched?sort=amount'))
    .body as unknown as ListPage;
  expect(rows.map(({ cells }) => cells.amount).sort()).toEqual(found.rows.map(({ amount }) => amount).sort());
  expect([sums.amount, count]).toEqual([
    formatAmount(base(cents(found.sum) - cents(found.measured)), 'USD'),
    found.rows.length,
  ]);
  return found.rows.map(({ kind, label, quantity, amount }) => `${kind} ${label} ${quantity} ${amount}`);
};
const cents = (amount: string) => BigInt(amount.replace('.', ''));
const ordered = (item: string, quantity: string, price: string, rest: object = {}) =>
  ines.posted('order', make.order([{ item, quantity, price }], rest));
const received = (order: string, quantity: string, rest: object = {}) =>
  odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity }], rest));
const EURO = { vendor: '2', currency: 'EUR' };
const line = (of: string, quantity: string, price: string, more: object = {}) => ({
  of,
  quantity,
  price,
  difference: 'cost',
  ...more,
});

describe('what is received or billed and not both', () => {
  it('follows a delivery through its bills, to the cent in another currency', async () => {
    const order = await ordered('2', '7', '3.333', EURO);
    const receipt = await received(order, '7', { vendor: '2' });
    // 7 × 3.333 = 23.33 euro, at 1.08: 25.20.
    expect(await stands()).toEqual(['received Linen yarn 7 -25.20']);
    await ines.posted('bill', make.bill('U-1', [line(`${receipt}/1`, '2', '3.4')], EURO));
    expect(await stands()).toEqual(['received Linen yarn 5 -18.00']);
    await ines.posted('bill', make.bill('U-2', [line(`${receipt}/1`, '5', '3.333')], EURO));
    expect(await stands()).toEqual([]);
  });

  it('shows what was billed before it came, and what came of that', async () => {
    const order = await ordered('1', '10', '10');
    await ines.posted('bill', make.bill('U-3', [line(`${order}/1`, '10', '11')]));
    expect(await stands()).toEqual(['billed Merino yarn 10 110.00']);
    await received(order, '4', { date: '2026-03-29' });
    expect(await stands()).toEqual(['billed Merino yarn 6 66.00']);
    await received(order, '6', { date: '2026-03-29' });
    expect(await stands()).toEqual([]);
  });

  it('shows goods that went back after they were billed until the credit memo comes, or others come in their place', async () => {
    const order = await ordered('3', '4', '500');
    const receipt = await received(order, '4');
    await ines.posted('bill', make.bill('U-4', [line(`${receipt}/1`, '4', '500')]));
    const back = (quantity: string, replace: boolean) =>
      odile.posted('return', {
        vendor: '1',
        date: '2026-03-29',
        reference: 'R',
        lines: [{ of: `${receipt}/1`, quantity, replace, confirmed: false }],
      });
    const returned = await back('1', false);
    await back('2', true);
    expect(await stands()).toEqual(['billed Floor loom 2 1000.00', 'returned Floor loom 1 500.00']);
    const owed = async () => (await ines.call('GET', '/api/credits/open')).body.rows as CreditableView[];
    const credits = async () =>
      (await owed()).map(({ kind, label, quantity, price }) => [kind, label, quantity, price]);
    expect(await credits()).toEqual([['return', 'Floor loom', '1', '500.00']]);
    // What was said last of it stands with it.
    const said = async (words: string) => {
      await ines.call('PUT', `/api/document-notes/${randomUUID()}`, { document: returned, text: words });
      return (await owed()).map(({ lastNote }) => lastNote?.text);
    };
    expect((await owed()).map(({ lastNote }) => lastNote)).toEqual([null]);
    expect([await said('reminded'), await said('promised for May')]).toEqual([['reminded'], ['promised for May']]);
    const [listed] = ((await ines.call('GET', '/api/lists/credits?find=loom')).body as unknown as ListPage).rows;
    expect(listed).toMatchObject({
      link: '/bench/1/credit',
      cells: { kind: 'return', quantity: '1', amount: '500.00', base: '500.00', currency: 'USD' },
    });
    await received(order, '2', { date: '2026-03-30' });
    await ines.posted('credit', {
      vendor: '1',
      reference: 'C-1',
      date: '2026-03-30',
      currency: 'USD',
      lines: [{ of: `${returned}/1`, quantity: '1', price: '490' }],
    });
    expect([await stands(), await credits()]).toEqual([[], []]);
  });

  it('is the account also after the end of a period measured what is open anew, and after that is taken back', async () => {
    const order = await ordered('2', '100', '2', EURO);
    await received(order, '100', { vendor: '2' });
    await server.source.query(
      "INSERT INTO exchange_rate (currency, from_day, rate) VALUES ('EUR', '2026-03-31', 12000000000)",
    );
    for (const period of ['2026-01', '2026-02'])
      await ines.posted('close', { date: `${period}-${period === '2026-01' ? '31' : '28'}`, period });
    await ines.posted('close', { date: '2026-03-31', period: '2026-03' });
    const found = (await ines.call('GET', '/api/bills/unmatched')).body as unknown as Unmatched;
    expect([found.rows.map(({ amount }) => amount), found.sum]).toEqual([['-216.00'], found.account]);
    await ines.posted('open', { date: '2026-04-01', period: '2026-04' });
    expect(await stands()).toEqual(['received Linen yarn 100 -216.00']);
  });

  it('is for everybody who may look, and for nobody who is not signed in', async () => {
    expect((await (await server.as('auditor')).call('GET', '/api/bills/unmatched')).status).toBe(200);
    expect((await fetch(`${server.url}/api/bills/unmatched`)).status).toBe(401);
  });
});
