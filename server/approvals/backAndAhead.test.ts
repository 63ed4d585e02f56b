import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { proveBooks } from '../proof/proveBooks.ts';
import { answer, approvals } from '../testing/answer.ts';
import type { Client, Reply } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
let ines: Client;
let odile: Client;
let piet: Client;
let order: string;
/** Ten kilograms at 10.00, not billed. */
let received: string;

beforeAll(async () => {
  server = await startTestServer();
  [ines, odile, piet] = await Promise.all([server.as('accountant'), server.as('receiver'), server.as('approver')]);
  await server.source.query('UPDATE company SET return_above = 500000, prepayment_above = 1000000');
  order = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '10' }]));
  received = `${await odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]))}/1`;
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const back = (quantity: string) => ({
  vendor: '1',
  date: '2026-03-29',
  lines: [{ of: received, quantity, reason: 'Torn' }],
});
const ahead = (amount: string, over: object = {}) => ({
  vendor: '1',
  date: '2026-03-29',
  currency: 'USD',
  amount,
  ...over,
});
const refusals = ({ body }: Reply) => ((body.errors ?? []) as RefusalView[]).map(({ reason }) => reason);
const NEEDED = ['second_person_needed'];
type Kind = 'return' | 'prepayment';
const draftOf = async (who: Client, kind: Kind, body: object) => {
  const draft = randomUUID();
  await who.call('PUT', `/api/drafts/${draft}`, { kind, title: 'Tarnside', body: {}, command: body, version: 0 });
  return draft;
};
const ask = (who: Client, kind: Kind, draft: string, body: object) =>
  who.call('POST', `/api/documents/${kind}/approval/${draft}`, { body, note: 'it is torn' });

it('goods worth more than one person sends back go once somebody else agreed to exactly this', async () => {
  const [body, more] = [back('6'), back('7')];
  const draft = await draftOf(odile, 'return', body);
  expect(refusals(await odile.post('return', body, draft))).toEqual(NEEDED);
  expect((await ask(odile, 'return', draft, body)).status).toBe(200);
  const [asked] = await approvals(piet);
  expect(asked).toMatchObject({
    subject: 'return',
    title: 'Goods go back to Tarnside Fibres',
    amount: '60.00',
    above: '50.00',
    note: 'it is torn',
    mayAnswer: true,
    changes: [{ what: expect.stringMatching(/, GR-\d+: Torn$/), was: '10', became: '6', isFigure: true }],
  });
  // Who asked does not answer, nor may a receiver.
  expect((await answer(odile, draft)).status).toBe(403);
  expect((await answer(piet, draft)).status).toBe(201);
  const look = async (of: object) =>
    ((await odile.preview('return', of, draft)).body as unknown as PreviewReply).approval;
  expect([await look(body), await look(more)]).toEqual(['approved', '']);
  expect(refusals(await odile.post('return', more, draft))).toEqual(NEEDED);
  const posted = await Promise.all([odile.post('return', body, draft), odile.post('return', body, draft)]);
  expect(posted.map(({ status }) => status)).toEqual([201, 201]);
  expect(posted[1]?.body.id).toBe(posted[0]?.body.id);
  const { entries } = (await ines.call('GET', `/api/documents/${String(posted[0]?.body.id)}`)).body;
  expect(netOf(entries)).toEqual({ inventory: -6000n, grni: 6000n });
  // Within the limit nobody is asked, and nobody can be.
  const small = back('4');
  expect((await ask(odile, 'return', await draftOf(odile, 'return', small), small)).status).toBe(422);
  expect((await odile.post('return', small)).status).toBe(201);
});

it('a prepayment above the limit is paid by two, never by whoever asked alone; what was rejected is not paid', async () => {
  const body = ahead('100.01', { order });
  const draft = await draftOf(ines, 'prepayment', body);
  expect(refusals(await ines.post('prepayment', body, draft))).toEqual(NEEDED);
  expect((await ask(odile, 'prepayment', draft, body)).status).toBe(403);
  expect((await ask(ines, 'prepayment', draft, body)).status).toBe(200);
  expect(refusals(await answer(ines, draft))).toEqual(['approval_own']);
  const [asked] = await approvals(piet);
  expect(asked).toMatchObject({
    subject: 'prepayment',
    title: expect.stringMatching(/^Prepayment to Tarnside Fibres for order PO-/),
    link: `/orders/${order}`,
    total: { amount: '100.01', currency: 'USD' },
    amount: '100.01',
    above: '100.00',
  });
  expect((await answer(piet, draft, 'rejected', { reason: 'They have not even begun' })).status).toBe(201);
  expect(refusals(await ines.post('prepayment', body, draft))).toEqual(NEEDED);
  await ask(ines, 'prepayment', draft, body);
  await answer(piet, draft);
  const posted = await ines.post('prepayment', body, draft);
  expect(posted.status).toBe(201);
  const { entries } = (await ines.call('GET', `/api/documents/${String(posted.body.id)}`)).body;
  expect(netOf(entries)).toEqual({ prepayments: 10001n, bank: -10001n });
  const deposit = ahead('200', { refundable: true });
  const another = await draftOf(ines, 'prepayment', deposit);
  await ask(ines, 'prepayment', another, deposit);
  expect((await approvals(piet))[0]).toMatchObject({ title: 'Deposit with Tarnside Fibres', link: '' });
  await ines.call('DELETE', `/api/drafts/${another}`);
  expect((await approvals(piet)).filter(({ answer: given }) => given === '')).toEqual([]);
  // Exactly the limit is one person's.
  expect((await ines.post('prepayment', ahead('100.00'))).status).toBe(201);
});
