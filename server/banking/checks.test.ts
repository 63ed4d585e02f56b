import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { BankFileView, RunView } from '@obolus/contract/views/paying';
import { proveBooks } from '../proof/proveBooks.ts';
import { replayBooks } from '../proof/replayBooks.ts';
import { readCheckPapers } from '../papers/checkPaper.ts';
import { amountInWords, checkPdf } from '../papers/checkPdf.ts';
import type { Client } from '../testing/client.ts';
import { pdfText } from '../testing/pdfText.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

/* Checks: written with the release of a run, each number of an account once; void, written anew, and paid by the bank by their numbers. */
let server: TestServer;
let ines: Client;
let piet: Client;
let account = '';
const bills: string[] = [];
beforeAll(async () => {
  server = await startTestServer({ standIns: true });
  ines = await server.as('accountant');
  piet = await server.as('approver');
  const fields = { code: 'FIRST', name: 'First', currency: 'USD', account: 'XX 100200300', first_check: '1201' };
  account = String(
    (await ines.call('POST', '/api/registers/bank-accounts', { fields }, { 'Idempotency-Key': randomUUID() })).body.id,
  );
  for (const [vendor, amount] of [
    ['1', '100'],
    ['2', '1234.50'],
    ['3', '70'],
  ] as const)
    bills.push(await ines.posted('bill', make.charge(`B-${bills.length}`, amount, { vendor })));
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  await server.stop();
});

const pays = (vendor: string, bill: string, amount: string, discount = '') => ({
  vendor,
  currency: 'USD',
  bills: [{ of: bill, amount, discount }],
});
const run = (payments: object[], more: object = {}) => ({
  date: '2026-03-30',
  account,
  way: 'check',
  payments,
  ...more,
});
const answer = (of: string) => ({
  subject: 'payment-run',
  of,
  seen: '1',
  date: '2026-03-30',
  step: 'approved',
  reason: '',
});
const reasons = (reply: { body: Record<string, unknown> }) =>
  ((reply.body.errors ?? []) as { reason: string; at: string }[]).map(({ reason, at }) => `${reason} ${at}`);
const viewOf = async (id: string) => (await ines.call('GET', `/api/payment-runs/${id}`)).body as unknown as RunView;
const statesOf = async (id: string) =>
  (await viewOf(id)).payments.map(({ state, checks }) => [
    state,
    checks.map(({ number, isVoid }) => (isVoid ? `${number} void` : number)),
  ]);
let released = '';

it('are written by runs of an account that has them, in the currency of the books, also to a vendor whose account nobody knows', async () => {
  const bare = await ines.call('POST', '/api/registers/bank-accounts', { fields: { code: 'BARE', name: 'Bare', currency: 'USD', account: 'XX 100200301' } }, { 'Idempotency-Key': randomUUID() }); // prettier-ignore
  const one = pays('1', bills[0] ?? '', '100');
  expect(reasons(await ines.post('payment-run', run([one], { account: String(bare.body.id) })))).toEqual([
    'no_checkbook /account',
  ]);
  expect(reasons(await ines.post('payment-run', run([{ ...one, currency: 'EUR' }])))).toContain(
    'check_currency /payments/0/currency',
  );
  expect(reasons(await ines.post('payment-run', run([one], { way: 'transfer' })))).toEqual([
    'vendor_without_account /payments/0/vendor',
  ]);
});

it('follow the payments of a run once it is released, with the next numbers, and post nothing', async () => {
  const [first, second] = [bills[0] ?? '', bills[1] ?? ''];
  released = await ines.posted('payment-run', run([pays('1', first, '100'), pays('2', second, '1200', '34.50')]));
  expect(await statesOf(released)).toEqual([['waits', []], ['waits', []]]); // prettier-ignore
  expect(netOf((await piet.preview('approval', answer(released))).body.entries)).toEqual({
    payables: 133_450n,
    bank: -130_000n,
    'discounts-taken': -3_450n,
  });
  expect((await piet.post('approval', answer(released))).status).toBe(201);
  expect(await statesOf(released)).toEqual([['check-out', ['1201']], ['check-out', ['1202']]]); // prettier-ignore
  expect((await ines.call('GET', `/api/payment-runs/${released}/file`)).status).toBe(404);
  const { rows } = (await ines.call('GET', '/api/lists/checks')).body as { rows: { cells: Record<string, string> }[] };
  expect(JSON.stringify(rows)).toContain('check-out');
});

it('are printed after what they pay, with their amount in words; by nobody who does not pay', async () => {
  const papers = await readCheckPapers(server.source.manager, { run: released });
  const { pages } = await pdfText(await checkPdf(papers));
  expect(pages).toHaveLength(2);
  expect(pages[1]).toContain('Check 1202');
  expect(pages[1]).toContain('USD **1,200.00**');
  expect(pages[1]).toContain('one thousand two hundred 00/100 USD ***');
  expect(pages[1]).toContain('34.50');
  expect(amountInWords('21.05', 'de')).toBe('einundzwanzig 05/100');
  expect(amountInWords('300', 'en')).toBe('three hundred');
  expect((await ines.call('GET', `/api/payment-runs/${released}/checks.pdf`)).status).toBe(200);
  expect((await (await server.as('buyer')).call('GET', `/api/payment-runs/${released}/checks.pdf`)).status).toBe(403);
});

it('are void with a reason, keep their number, and another is written for the payment, which is not taken back before', async () => {
  const [payment] = (await viewOf(released)).payments;
  const [standing] = payment?.checks ?? [];
  const undo = (of: string) => ({ of, date: '2026-03-30', reason: 'Lost in the mail' });
  expect(reasons(await ines.post('reversal', undo(payment?.payment?.id ?? '')))).toEqual(['document_cited /of']);
  const another = { date: '2026-03-30', account, form: '', of: payment?.payment?.id ?? '', reason: '' };
  expect(reasons(await ines.post('check', another))).toEqual(['check_out /of']);
  await ines.posted('reversal', undo(standing?.id ?? ''));
  expect((await statesOf(released))[0]).toEqual(['to-write', ['1201 void']]);
  expect(reasons(await ines.post('check', { ...another, form: '1201' }))).toEqual(['check_used /form']);
  // A form was spoiled on the way.
  await ines.posted('check', { ...another, of: '', form: '', reason: 'Jammed in the printer' });
  await ines.posted('check', another);
  expect((await statesOf(released))[0]).toEqual(['check-out', ['1201 void', '1204']]);
});

it('go to whom a bill asks for once that is confirmed: the run, the check and the register name the same payee', async () => {
  const remitTo = { payee: 'Callow Factoring', toAccount: 'US 5511 0099', bankCode: 'FERNUS33' };
  const bill = await ines.posted('bill', make.charge('F-1', '45', { vendor: '1', remitTo }));
  await piet.posted('approval', { ...answer(bill), subject: 'remit-to' });
  const own = await ines.posted('payment-run', run([pays('1', bill, '45')]));
  await piet.posted('approval', answer(own));
  const [payment] = (await viewOf(own)).payments;
  const [paper] = await readCheckPapers(server.source.manager, { run: own });
  const { rows } = (await ines.call('GET', '/api/lists/checks')).body as {
    rows: { cells: { check: string; payee: string } }[];
  };
  const listed = rows.find(({ cells }) => cells.check === payment?.checks[0]?.number)?.cells.payee;
  expect([payment?.payee, paper?.payee, listed]).toEqual([
    'Callow Factoring',
    { name: 'Callow Factoring', lines: [] },
    'Callow Factoring',
  ]);
  await ines.posted('reversal', { of: payment?.checks[0]?.id ?? '', date: '2026-03-30', reason: 'Not sent' });
});

it('are written for a payment that was typed, where one may be, on an account that has forms', async () => {
  const offeredFor = async (id: string) => (await ines.call('GET', `/api/payments/${id}/check`)).body;
  const bill = await ines.posted('bill', make.charge('T-1', '80', { vendor: '2' }));
  const payment = await ines.posted('payment', make.payment(bill, '80', { vendor: '2' }));
  const { accounts } = (await offeredFor(payment)) as { accounts: { id: string; next: string }[] };
  expect(accounts).toEqual([{ id: account, name: 'First', next: '1206' }]);
  const written = { date: '2026-03-30', account, form: '1300', of: payment, reason: '' };
  const id = await ines.posted('check', written);
  expect(await offeredFor(payment)).toEqual({ standing: { id, number: '1300' }, accounts: [] });
  // Numbers go on after the highest.
  await ines.posted('reversal', { of: id, date: '2026-03-30', reason: 'Not sent' });
  expect(await offeredFor(payment)).toMatchObject({ standing: null, accounts: [{ next: '1301' }] });
  // Not in another currency, nor of what left no bank, nor of no payment at all.
  const abroad = await ines.posted('prepayment', {
    vendor: '1',
    date: '2026-03-30',
    currency: 'EUR',
    amount: '50',
    order: '',
    refundable: false,
  });
  for (const none of [abroad, bill, '999999']) expect(await offeredFor(none)).toEqual({ standing: null, accounts: [] });
  expect((await (await server.as('buyer')).call('GET', `/api/payments/${payment}/check`)).status).toBe(403);
});

it('two who write one for the same payment write one', async () => {
  const own = await ines.posted('payment-run', run([pays('3', bills[2] ?? '', '70')]));
  await piet.posted('approval', answer(own));
  const [payment] = (await viewOf(own)).payments;
  await ines.posted('reversal', { of: payment?.checks[0]?.id ?? '', date: '2026-03-30', reason: 'Torn' });
  const omar = await server.as('accountant');
  const body = { date: '2026-03-30', account, form: '', of: payment?.payment?.id ?? '', reason: '' };
  const replies = await Promise.all([ines.post('check', body), omar.post('check', body)]);
  expect(replies.map(({ status }) => status).sort()).toEqual([201, 422]);
  expect(await statesOf(own)).toEqual([['check-out', ['1301 void', '1302']]]);
});

it('are found in a statement by their numbers, void ones are not; what the bank paid is not void', async () => {
  await ines.call('PUT', `/api/payment-runs/${released}/presented`, {});
  const [statement] = (await ines.call('PUT', '/api/bank/fetched', {})).body.rows as BankFileView[];
  expect(statement?.lines.map(({ kind, amount, because, reference }) => [kind, amount, because, reference])).toEqual([
    ['taken', '1200.00', '', '1202'],
    ['taken', '100.00', '', '1204'],
    ['charge', '6.50', '', ''],
  ]);
  expect((await statesOf(released)).map(([state]) => state)).toEqual(['taken', 'taken']);
  const paid = (await viewOf(released)).payments[1]?.checks[0]?.id ?? '';
  expect(reasons(await ines.post('reversal', { of: paid, date: '2026-03-30', reason: 'No' }))).toEqual([
    'check_paid /of',
  ]);
  // The void one comes to the bank all the same: it is listed, and nothing is booked for it.
  const [sent] = (await server.source.query('SELECT content FROM bank_stand_in ORDER BY id DESC LIMIT 1')) as {
    content: string;
  }[];
  const again = (sent?.content ?? '').replaceAll('CHK-1202-1204', 'CHK-VOID').replace('<ChqNb>1202<', '<ChqNb>001201<');
  const read = await ines.call('PUT', '/api/bank/files', { content: Buffer.from(again).toString('base64') });
  const [file] = read.body.rows as BankFileView[];
  expect(file?.lines.slice(0, 2).map(({ reference, because }) => [reference, because])).toEqual([
    ['1201', 'payment-unknown'],
    ['1204', 'taken-before'],
  ]);
});
