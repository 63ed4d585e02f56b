import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { Ageing, CreditsOwed, OwedToVendor, ReturnableLine } from '@obolus/contract/views/payables';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
let ines: Client;
let receipt = '';
let bill = '';
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query("UPDATE terms SET discount = 20000, discount_days = 10 WHERE code = '30'");
  const lines = [{ discount: '', due: '', item: '1', quantity: '10', price: '10.05', estimates: [] }];
  const order = await ines.posted('order', make.order([], { lines }));
  receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]));
  bill = await ines.posted(
    'bill',
    make.bill('A1', [{ of: `${receipt}/1`, quantity: '6', price: '10.05' }], { date: '2026-03-11' }),
  );
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const owed = async (vendor: string) =>
  (await ines.call('GET', `/api/vendors/${vendor}/payables`)).body as unknown as OwedToVendor;
const ageing = async (asOf: string, by = 'due') =>
  (await ines.call('GET', `/api/payables/ageing?asOf=${asOf}&by=${by}`)).body as unknown as Ageing;
const payment = (of: string, amount: string, more: object = {}) =>
  make.payment(of, amount, { date: '2026-03-18', ...more });

describe('what is owed to a vendor', () => {
  it('is each bill with the day it is due, and the discount that is offered by its terms', async () => {
    const { vendor, payables } = await owed('1');
    expect(vendor.currency).toBe('USD');
    expect(payables).toMatchObject([
      {
        id: bill,
        kind: 'bill',
        open: '60.30',
        base: '60.30',
        due: '2026-04-10',
        discountDay: '2026-03-21',
        discount: '1.21',
        waitsFor: '',
        heldBecause: '',
      },
    ]);
  });

  it('is less by what was paid of it, and what was paid before stands beside it with its order', async () => {
    const lines = [{ discount: '', due: '', item: '1', quantity: '5', price: '10', estimates: [] }];
    const order = await ines.posted('order', make.order([], { vendor: '2', currency: 'EUR', lines }));
    const prepaid = { vendor: '2', date: '2026-03-12', currency: 'EUR', amount: '30', order };
    const prepayment = await ines.posted('prepayment', prepaid);
    expect((await owed('2')).prepaid).toMatchObject([
      { id: prepayment, left: '30.00', currency: 'EUR', order: expect.stringMatching(/^PO-/) },
    ]);
    await ines.posted('payment', payment(bill, '20'));
    expect((await owed('1')).payables).toMatchObject([{ open: '40.30', discount: '0.81' }]);
    const other = { ...prepaid, vendor: '1', currency: 'USD' };
    expect((await ines.post('prepayment', other)).status).toBe(422);
  });

  it('is not there for a vendor that is not', async () => {
    expect((await ines.call('GET', '/api/vendors/999/payables')).status).toBe(404);
  });
});

describe('payables by age', () => {
  it('are the account as of any day, before and after what was paid', async () => {
    const open = await ages('2026-03-17');
    expect(open).toEqual([['60.30', '0.00', '0.00', '0.00', '0.00'], '60.30', '60.30']);
    expect(await ages('2026-03-18')).toEqual([['40.30', '0.00', '0.00', '0.00', '0.00'], '40.30', '40.30']);
    expect(await ages('2026-04-11')).toEqual([['0.00', '40.30', '0.00', '0.00', '0.00'], '40.30', '40.30']);
    expect(await ages('2026-04-11', 'paper')).toEqual([['0.00', '0.00', '40.30', '0.00', '0.00'], '40.30', '40.30']);
    expect(await ages('2026-03-10')).toEqual([['0.00', '0.00', '0.00', '0.00', '0.00'], '0.00', '0.00']);
  });

  it('are the account with what a period end measured anew, and without it once that is taken back', async () => {
    const expensed = {
      ...make.bill('E1', []),
      vendor: '2',
      currency: 'EUR',
      expenses: [{ expense: 'cleaning', amount: '100' }],
      date: '2026-03-19',
    };
    await ines.posted('bill', expensed);
    await server.source.query(
      "INSERT INTO exchange_rate (currency, from_day, rate) VALUES ('EUR', '2026-03-31', 12000000000)",
    );
    await ines.posted('close', { date: '2026-03-31', period: '2026-03' });
    const closed = await ageing('2026-03-31');
    expect([closed.measured, closed.total, closed.account]).toEqual(['12.00', '160.30', '160.30']);
    expect(closed.rows.map(({ currency, open, total }) => [currency, open, total])).toEqual(
      expect.arrayContaining([
        ['EUR', '100.00', '108.00'],
        ['USD', '40.30', '40.30'],
      ]),
    );
    await ines.posted('open', { date: '2026-04-01', period: '2026-04' });
    const after = await ageing('2026-04-01');
    expect([after.measured, after.total, after.account]).toEqual(['0.00', '148.30', '148.30']);
  });

  const ages = async (asOf: string, by?: string) => {
    const { aged, total, account } = await ageing(asOf, by);
    return [aged, total, account];
  };
});

describe('what can go back to a vendor', () => {
  const returnable = async () =>
    (await ines.call('GET', `/api/vendors/1/returnable-lines?receipt=${receipt}`)).body
      .rows as unknown as ReturnableLine[];

  it('is what came and did not go back: first what is not billed of it', async () => {
    expect(await returnable()).toMatchObject([{ line: `${receipt}/1`, received: '10', left: '10', unbilled: '4' }]);
    const back = { vendor: '1', date: '2026-04-02', reference: 'RMA 7' };
    const line = { of: `${receipt}/1`, quantity: '5', replace: false, confirmed: false, reason: 'split reeds' };
    const returned = await ines.posted('return', { ...back, lines: [line] });
    expect(await returnable()).toMatchObject([{ left: '5', unbilled: '0' }]);
    const view = (await ines.call('GET', `/api/documents/${returned}`)).body as { lines?: { note: string }[] };
    expect(view.lines?.[0]?.note).toBe('split reeds');
    const credits = (await ines.call('GET', '/api/credits/owed')).body as unknown as CreditsOwed;
    // One of the five was billed, at 10.05; the other four lower what is to be billed.
    expect(credits).toEqual({ returned: '10.05', claimed: '0.00', measured: '0.00', sum: '10.05', accounts: '10.05' });
    const { rows } = (await ines.call('GET', '/api/lists/returns')).body as unknown as {
      rows: { cells: Record<string, string> }[];
    };
    expect(rows[0]?.cells).toMatchObject({ reference: 'RMA 7', stands: 'awaits-credit' });
  });
});
