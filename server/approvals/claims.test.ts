import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { proveBooks } from '../proof/proveBooks.ts';
import { answer, approvals } from '../testing/answer.ts';
import type { Client, Reply } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
let ines: Client;
let second: Client;
let piet: Client;
let odile: Client;
/** Ten kilograms at 10.00 that went back after their bill. */
let claim: string;

beforeAll(async () => {
  server = await startTestServer();
  [ines, second, piet, odile] = await Promise.all([
    server.as('accountant'),
    server.colleague('accountant', 'second'),
    server.as('approver'),
    server.as('receiver'),
  ]);
  await server.source.query('UPDATE company SET sign_off_above = 500000');
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '10' }]));
  const receipt = await odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]));
  const lines = [{ of: `${receipt}/1`, quantity: '10', price: '10' }];
  await ines.posted('bill', make.bill('TF-1', lines));
  const back = { vendor: '1', date: '2026-03-29', lines: [{ of: `${receipt}/1`, quantity: '10' }] };
  claim = `${await odile.posted('return', back)}/1`;
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const closing = (quantity: string, over: object = {}) => ({
  vendor: '1',
  date: '2026-03-30',
  currency: 'USD',
  reason: 'They refuse',
  lines: [{ of: claim, quantity, received: '' }],
  ...over,
});
const refusals = ({ body }: Reply) => ((body.errors ?? []) as RefusalView[]).map(({ reason }) => reason);
const draftOf = async (body: object) => {
  const draft = randomUUID();
  const kept = { kind: 'claim-closing', title: 'Tarnside', body: {}, command: body, version: 0 };
  await ines.call('PUT', `/api/drafts/${draft}`, kept);
  return draft;
};
const ask = (draft: string, body: object, who = ines) =>
  who.call('POST', `/api/documents/claim-closing/approval/${draft}`, { body, note: 'they will not pay' });

it('what one person decides is asked of nobody, and what is wrong is put right first', async () => {
  const small = closing('5');
  const draft = await draftOf(small);
  expect((await ask(draft, small)).status).toBe(422);
  expect((await ask(draft, closing('7', { reason: '' }))).status).toBe(422);
  expect((await ask(draft, closing('7'), odile)).status).toBe(403);
  expect(await approvals(piet)).toEqual([]);
});

it('more of it is let go when somebody else agrees to exactly this, once', async () => {
  const body = closing('8', { lines: [{ of: claim, quantity: '8', received: '10' }] });
  const draft = await draftOf(body);
  const look = async (of: object) =>
    ((await ines.preview('claim-closing', of, draft)).body as unknown as PreviewReply).approval;
  expect(refusals(await ines.post('claim-closing', body, draft))).toEqual(['second_person_needed']);
  expect((await ask(draft, body)).status).toBe(200);
  expect([await look(body), await look(closing('7'))]).toEqual(['asked', '']);
  const [asked] = await approvals(piet);
  expect(asked).toMatchObject({
    subject: 'claim',
    title: 'Tarnside Fibres does not give back: They refuse',
    amount: '70.00',
    above: '50.00',
    note: 'they will not pay',
    mayAnswer: true,
    changes: [{ what: expect.stringMatching(/^From /), was: '8', became: '10', isFigure: true }],
  });
  expect(refusals(await answer(ines, draft))).toEqual(['approval_own']);
  expect((await answer(odile, draft)).status).toBe(403);
  const both = await Promise.all([answer(piet, draft), answer(second, draft)]);
  expect(both.map(({ status }) => status).sort()).toEqual([201, 422]);
  // Anything else was not agreed to.
  expect(refusals(await ines.post('claim-closing', closing('8'), draft))).toEqual(['second_person_needed']);
  const posted = await Promise.all([ines.post('claim-closing', body, draft), ines.post('claim-closing', body, draft)]);
  expect(posted.map(({ status, body: reply }) => [status, reply.id])).toEqual([201, 201].map((status) => [status, posted[0]?.body.id])); // prettier-ignore
  const { entries } = (await ines.call('GET', `/api/documents/${String(posted[0]?.body.id)}`)).body;
  expect(netOf(entries)).toEqual({ bank: 1000n, 'returns-to-credit': -8000n, 'return-variance': 7000n });
  const [answered] = await approvals(ines);
  expect(answered).toMatchObject({ subject: 'claim', answer: 'approved', amount: '70.00' });
});

it('what was rejected is changed, and what was thrown away is asked of nobody any more', async () => {
  await server.source.query('UPDATE company SET sign_off_above = 100000');
  const body = closing('2');
  const draft = await draftOf(body);
  await ask(draft, body);
  expect((await answer(piet, draft, 'rejected', { reason: 'Write to them once more' })).status).toBe(201);
  expect(refusals(await ines.post('claim-closing', body, draft))).toEqual(['second_person_needed']);
  await ask(draft, body);
  expect((await approvals(piet)).filter(({ answer: given }) => given === '').length).toBe(1);
  await ines.call('DELETE', `/api/drafts/${draft}`);
  expect((await approvals(piet)).filter(({ answer: given }) => given === '')).toEqual([]);
});
