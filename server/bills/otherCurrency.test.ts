import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { AssessedBill, IncomingBill } from '@obolus/contract/views/bench';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

/* A vendor bills in another currency than its order: compared in the order's, owed in its own (accounting.md, vendor bill on a receipt line). */
let server: TestServer;
let ines: Client;

beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query('UPDATE company SET bill_over_part = 500000, bill_short_part = 500000');
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

/** Goods that were ordered in euro at 10 a unit, and are here. */
async function received(quantity: string): Promise<{ number: string; line: string }> {
  const asked = make.order([{ item: '2', quantity, price: '10' }], { vendor: '2', currency: 'EUR' });
  const order = await ines.posted('order', asked);
  const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity }], { vendor: '2' }));
  return { number: (await ines.call('GET', `/api/orders/${order}`)).body.number as string, line: `${receipt}/1` };
}

async function take(number: string, currency: string, order: string, quantity: string, price: string) {
  const amount = (BigInt(quantity) * BigInt(price)).toString();
  const content = `vendor,number,date,currency,order,item,quantity,price,amount\nBEIR,${number},2026-03-25,${currency},${order},LINEN,${quantity},${price},${amount}.00\n`;
  const id = randomUUID();
  await ines.call('PUT', `/api/incoming-bills/${id}`, {
    name: 'bills.csv',
    content: Buffer.from(content).toString('base64'),
  });
  return id;
}
const paperOf = async (id: string) =>
  (await ines.call('GET', `/api/incoming-bills/${id}`)).body as unknown as IncomingBill;

it('is proposed for the order that it names, at its price by the day’s cross rate, and looked at for the rate', async () => {
  const { number, line } = await received('100');
  await received('30');
  const id = await take('B-1', 'USD', number, '100', '11');
  const { lines, billed } = await paperOf(id);
  expect(lines).toMatchObject([{ covers: [{ of: line, quantity: '100' }], certain: true }]);
  // 10 euro are 11 dollars at 1.10.
  expect(billed[line]).toMatchObject({ price: '11.00' });
  const [standing] = (await ines.call('GET', `/api/bills/assessed?ids=${id}`)).body.rows as AssessedBill[];
  expect([standing?.standing, standing?.says]).toEqual([
    'look',
    'It is in USD, its order in EUR: look at the rate, 0.9090909091 EUR for 1 USD.',
  ]);
  await ines.call('DELETE', `/api/drafts/${id}`);
});

it('is for what was ordered in its own currency first, where it names no order', async () => {
  const own = await ines.posted('order', make.order([{ item: '2', quantity: '5', price: '11' }], { vendor: '2' }));
  const receipt = await ines.posted(
    'receipt',
    make.receipt([{ of: `${own}/1`, quantity: '5' }], { vendor: '2', date: '2026-03-20' }),
  );
  const id = await take('B-2', 'USD', '', '5', '11');
  expect((await paperOf(id)).lines).toMatchObject([{ covers: [{ of: `${receipt}/1` }] }]);
  await ines.call('DELETE', `/api/drafts/${id}`);
});

it('is posted at an agreed rate, shown with the bill; goods that went back are credited in its currency', async () => {
  const { line } = await received('50');
  const agreedRates = [{ currency: 'EUR', rate: '0.92' }];
  const header = { vendor: '2', currency: 'USD' };
  const bill = make.bill('B-3', [{ of: line, quantity: '50', price: '11' }], { ...header, agreedRates });
  const preview = (await ines.call('POST', '/api/documents/bill/preview', bill)).body;
  expect(preview.crossRates).toEqual([{ currency: 'EUR', rate: '0.92', agreed: true }]);
  const posted = await ines.posted('bill', bill);
  const document = (await ines.call('GET', `/api/documents/${posted}`)).body;
  // 550.00 dollars × 0.92 = 506.00 euro: 6.00 more at 1.08. Owed are 550.00.
  expect(netOf(document.entries)).toEqual({
    payables: -55000n,
    grni: 54000n,
    inventory: 648n,
    'exchange-difference': 352n,
  });
  expect(document.facts).toContainEqual({ name: 'USD to EUR', value: '0.92, as agreed' });
  const back = await ines.posted('return', {
    vendor: '2',
    date: '2026-03-29',
    lines: [{ of: line, quantity: '5' }],
  });
  const credit = {
    ...header,
    reference: 'C-3',
    date: '2026-03-30',
    agreedRates,
    lines: [{ of: `${back}/1`, quantity: '5', price: '11' }],
  };
  // A tenth of what stands in the goods, 546.48 + 0.00; of 55.00 dollars × 0.92 = 50.60 euro nothing is kept.
  const credited = (await ines.call('POST', '/api/documents/credit/preview', credit)).body;
  expect(credited).toMatchObject({ accepted: true, total: '55.00' });
  expect(netOf(credited.entries)).toEqual({
    payables: 5500n,
    'returns-to-credit': -5465n,
    'exchange-difference': -35n,
  });
  await ines.posted('credit', credit);
});

it('says which rate is missing, and which is of nothing', async () => {
  const { line } = await received('5');
  const refused = async (rest: object) => {
    const bill = make.bill('B-4', [{ of: line, quantity: '5', price: '11' }], { vendor: '2', ...rest });
    const { refusals } = (await ines.call('POST', '/api/documents/bill/preview', bill)).body;
    return (refusals as { at: string; reason: string }[]).map(({ at, reason }) => `${reason} ${at}`);
  };
  expect(await refused({ currency: 'CHF' })).toContain('rate_missing /currency');
  const agreedRates = [
    { currency: 'GBP', rate: '1' },
    { currency: 'EUR', rate: '0' },
  ];
  expect(await refused({ currency: 'USD', agreedRates })).toEqual([
    'agreed_rate_unused /agreedRates/0/currency',
    'rate_not_positive /agreedRates/1/rate',
  ]);
  const rates = await ines.call('GET', '/api/rates/cross?currency=EUR&on=2026-03-25');
  expect(rates.body.rows).toEqual([{ currency: 'USD', rate: '1.1' }]);
});
