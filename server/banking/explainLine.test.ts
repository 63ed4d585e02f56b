import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { BankFileView, BankLine, OpenBankPayment } from '@obolus/contract/views/paying';
import { proveBooks } from '../proof/proveBooks.ts';
import { replayBooks } from '../proof/replayBooks.ts';
import { ownAccount } from '../testing/bankAccounts.ts';
import { entry, statement } from '../testing/bankStatement.ts';
import type { Client } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

/* Lines of the bank that nobody found by itself: somebody says which payment, refund or claim they are, and what the bank did is booked with it. */
let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await ownAccount(ines);
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  await server.stop();
});

const paid = async (reference: string, amount: string, rest: object = { vendor: '1' }): Promise<string> => {
  const bill = await ines.posted('bill', make.charge(reference, amount, rest));
  return ines.posted('payment', make.payment(bill, amount, rest));
};
let count = 0;
/** A line that the bank gives no name to, open in the list. */
async function openLine(amount: string, direction: 'DBIT' | 'CRDT' = 'DBIT', currency = 'USD'): Promise<BankLine> {
  const content = statement(`X-${(count += 1)}`, entry(amount, '', `<AddtlTxInf>Line ${count}</AddtlTxInf>`, direction)); // prettier-ignore
  await ines.call('PUT', '/api/bank/files', {
    content: Buffer.from(content.replaceAll('"USD"', `"${currency}"`)).toString('base64'),
  });
  const { rows } = (await ines.call('GET', '/api/bank/open-lines')).body as { rows: BankLine[] };
  const line = rows.find(({ says }) => says === `Line ${count}`);
  if (!line) throw new Error('The line is not open');
  return line;
}
const offered = async ({ id }: BankLine) =>
  ((await ines.call('GET', `/api/bank/open-lines/${id}/payments`)).body as { rows: OpenBankPayment[] }).rows;
const explain = ({ id }: BankLine, body: object) =>
  ines.call('PUT', `/api/bank/open-lines/${id}`, { as: 'payment', note: '', ...body });
const bookedBy = async ({ id, body }: { id?: string; body: Record<string, unknown> }) =>
  netOf((await ines.call('GET', `/api/documents/${id ?? String(body.document)}`)).body.entries);

it('a payment is named by hand: what the bank kept of it is the difference, and it is offered no more', async () => {
  const one = await paid('E-1', '50');
  const two = await paid('E-2', '60');
  const line = await openLine('62.25');
  // Nothing is of its amount: all that left the account is offered, and once one is, that is the first.
  expect((await offered(line)).map(({ id, charge }) => [id, charge])).toEqual([
    [one, '12.25'],
    [two, '2.25'],
  ]);
  expect((await offered(await openLine('60'))).map(({ id }) => id)).toEqual([two, one]);
  const reply = await explain(line, { of: two });
  expect(reply.status).toBe(200);
  expect(await bookedBy(reply)).toEqual({ bank: -225n, 'bank-charges': 225n });
  expect((await explain(line, { of: one })).status).toBe(409);
  expect((await offered(await openLine('60'))).map(({ id }) => id)).toEqual([one]);
  const { rows } = (await ines.call('GET', '/api/bank/files')).body as { rows: BankFileView[] };
  const shown = rows.flatMap(({ lines }) => lines).find(({ id }) => id === line.id);
  expect([shown?.state, shown?.booked?.id]).toEqual(['settled', reply.body.document]);
});

it('less than was paid is no charge of the bank, and is refused in words', async () => {
  const payment = await paid('E-3', '70');
  const line = await openLine('69');
  expect((await offered(line)).map(({ id }) => id)).not.toContain(payment);
  const reply = await explain(line, { of: payment });
  expect([reply.status, JSON.stringify(reply.body)]).toEqual([422, expect.stringContaining('took_differs')]);
});

it('of a payment in another currency the bank took its own rate, and the fee that somebody says', async () => {
  const payment = await paid('E-4', '100', { vendor: '2', currency: 'EUR' });
  const line = await openLine('118.40');
  expect((await offered(line)).find(({ id }) => id === payment)).toMatchObject({
    amount: '100.00',
    currency: 'EUR',
    charge: '',
  });
  const booked = await bookedBy(await explain(line, { of: payment, fee: '3.40' }));
  expect(booked['bank-charges']).toBe(340n);
  const before = await bookedBy({ id: payment, body: {} });
  // Together the books have what the bank took.
  expect((before.bank ?? 0n) + (booked.bank ?? 0n)).toBe(-11_840n);
});

it('money that came in is a refund, never a payment; what is said so twice is booked once', async () => {
  const early = await ines.posted('prepayment', { vendor: '1', date: '2026-03-29', currency: 'USD', amount: '81' });
  const line = await openLine('80.10', 'CRDT');
  expect(await offered(line)).toEqual([]);
  expect((await explain(line, { of: early })).status).toBe(422);
  // Entered once its money is here.
  const refund = { vendor: '1', date: '2026-03-31', currency: 'USD', of: early, amount: '81' };
  const back = await ines.posted('prepayment-refund', refund);
  expect((await offered(line)).map(({ id }) => id)).toEqual([back]);
  const replies = await Promise.all([explain(line, { of: back }), explain(line, { of: back })]);
  expect(replies.map(({ status }) => status).sort()).toEqual([200, 409]);
  const [good] = replies.filter(({ status }) => status === 200);
  expect(good && (await bookedBy(good))).toEqual({ bank: -90n, 'bank-charges': 90n });
});

it('not in another currency than the books, nor twice for one payment, nor by others than accountants', async () => {
  const payment = await paid('E-5', '90');
  const foreign = await openLine('90', 'DBIT', 'EUR');
  expect(await offered(foreign)).toEqual([]);
  expect((await explain(foreign, { of: payment })).status).toBe(422);
  const [one, two] = [await openLine('90'), await openLine('90')];
  const replies = await Promise.all([explain(one, { of: payment }), explain(two, { of: payment })]);
  expect(replies.map(({ status }) => status).sort()).toEqual([200, 422]);
  for (const role of ['buyer', 'approver', 'auditor'] as const) {
    const client = await server.as(role);
    expect((await client.call('GET', `/api/bank/open-lines/${two.id}/payments`)).status).toBe(403);
    expect((await client.call('PUT', `/api/bank/open-lines/${two.id}`, { as: 'payment', note: '', of: payment })).status).toBe(403); // prettier-ignore
  }
});
