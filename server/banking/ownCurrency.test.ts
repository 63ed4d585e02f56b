import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { BankFileView, BankLine, RunView } from '@obolus/contract/views/paying';
import { documentAmount, formatAmount, rateOrThrow, toBase } from '@obolus/core/exact/amounts';
import { proveBooks } from '../proof/proveBooks.ts';
import { replayBooks } from '../proof/replayBooks.ts';
import { giveAccounts, ownAccount } from '../testing/bankAccounts.ts';
import { entry, statement } from '../testing/bankStatement.ts';
import type { Client } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';
import { problemsOfTransfers } from './standIn.ts';

/* An account of the company in euro beside the main one in dollars; the books are in dollars, a euro is 1.10 of them. */
let server: TestServer;
let ines: Client;
let piet: Client;
let [main, euro] = ['', ''];
beforeAll(async () => {
  server = await startTestServer({ standIns: true });
  [ines, piet] = await Promise.all([server.as('accountant'), server.as('approver')]);
  main = await ownAccount(ines);
  euro = await ownAccount(ines, { code: 'EURO', name: 'Euro account', currency: 'EUR', account: '5000 1234 5678', first_check: '51' }); // prettier-ignore
  await giveAccounts(server, { 2: { number: 'PT50000201231234567890154' }, 3: { number: 'US 7788 0909' } });
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  await server.stop();
});

const EURO = { vendor: '2', currency: 'EUR' };
const bill = (reference: string, amount: string, rest: object = EURO): Promise<string> =>
  ines.posted('bill', {
    ...make.charge(reference, amount, { charges: [], ...rest }),
    expenses: [{ expense: 'storage', amount }],
  });
const reasons = (reply: { body: Record<string, unknown> }) =>
  ((reply.body.errors ?? []) as { reason: string; at: string }[]).map(({ reason, at }) => `${reason} ${at}`);
const pays = (of: string, amount: string, rest: object = {}) => make.payment(of, amount, { ...EURO, ...rest });
const entriesOf = async (id: string) => (await ines.call('GET', `/api/documents/${id}`)).body.entries;
const bankLineOf = async (id: string) =>
  ((await entriesOf(id)) as { lines: { account: string; bank?: string; held?: object }[] }[])
    .flatMap(({ lines }) => lines)
    .find(({ account }) => account === 'bank');
const readFile = async (content: string) =>
  (await ines.call('PUT', '/api/bank/files', { content: Buffer.from(content).toString('base64') })).body
    .rows as BankFileView[];
const CHARGE = '<BkTxCd><Domn><Fmly><SubFmlyCd>CHRG</SubFmlyCd></Fmly></Domn></BkTxCd></Ntry>';
/** A statement of the euro account. */
const ofEuro = (reference: string, entries: string) =>
  statement(reference, entries, '500012345678').replaceAll('"USD"', '"EUR"');
const balance = async () => {
  const [row] = (await server.source.query(
    'SELECT SUM(amount) AS amount, SUM(held) AS held FROM journal_line WHERE bank_account_id = ?',
    [euro],
  )) as { amount: string; held: string }[];
  return [BigInt(row?.held ?? 0), BigInt(row?.amount ?? 0)];
};

it('pays in its own currency what was paid and the fee; the journal says the account, and what left it', async () => {
  const of = await bill('EU-1', '100');
  expect(reasons(await ines.post('payment', pays(of, '100', { account: euro, took: '106', fee: '5' })))).toEqual([
    'took_differs /took',
  ]);
  expect(reasons(await ines.post('payment', pays(of, '100', { account: '999' })))).toEqual([
    'bank_account_unknown /account',
  ]);
  const payment = await ines.posted('payment', pays(of, '100', { account: euro, took: '105', fee: '5' }));
  expect(netOf(await entriesOf(payment))).toEqual({ payables: 11_000n, bank: -11_550n, 'bank-charges': 550n });
  expect(await bankLineOf(payment)).toMatchObject({
    bank: 'Euro account',
    held: { amount: '-105.00', currency: 'EUR' },
  });
  const body = (await ines.call('GET', `/api/documents/${payment}/body`)).body.body;
  expect(body).toMatchObject({ account: euro, took: '105.00', fee: '5.00' });
});

it('waits for whoever changes the currency of an account, and is decided on what it became', async () => {
  const fresh = await ownAccount(ines, { code: 'FRESH', name: 'Fresh account', currency: 'USD', account: '5000 7777 1111' }); // prettier-ignore
  const of = await bill('EU-1b', '10');
  const other = server.source.createQueryRunner();
  await other.startTransaction();
  await other.query("UPDATE bank_account SET currency = 'EUR' WHERE id = ?", [fresh]);
  const paying = ines.posted('payment', pays(of, '10', { account: fresh, took: '11', fee: '1' }));
  // Long enough for it to be there and wait.
  await Promise.race([paying, setTimeout(500)]);
  await other.commitTransaction();
  await other.release();
  const payment = await paying;
  expect(await bankLineOf(payment)).toMatchObject({ held: { amount: '-11.00', currency: 'EUR' } });
  await ines.posted('reversal', { of: payment, date: make.payment(of, '10').date, reason: 'tried' });
});

it('takes its statements in its currency, and nothing of another account’s', async () => {
  const of = await bill('EURO-2', '40');
  const payment = await ines.posted('payment', pays(of, '40', { account: euro }));
  const named = '<RmtInf><Ustrd>Beira EURO-2</Ustrd></RmtInf>';
  const [fromMain] = await readFile(statement('M-1', entry('50', '', named)));
  expect(fromMain?.lines.map(({ because }) => because)).toEqual(['payment-unknown']);
  const [own] = await readFile(ofEuro('E-1', entry('40', '', named) + entry('3').replace('</Ntry>', CHARGE)));
  expect(own?.lines.map(({ because, currency, payment: found }) => [because, currency, found?.id])).toEqual([
    ['', 'EUR', payment],
    ['', 'EUR', undefined],
  ]);
  // What it kept of itself stands at the day's rate.
  expect(netOf(await entriesOf(own?.document?.id ?? ''))).toEqual({ bank: -330n, 'bank-charges': 330n });
  // Whoever says by hand what a line was is offered what left its account, and no other.
  const other = await ines.posted('payment', make.payment(await bill('US-1', '9', { vendor: '1' }), '9', { account: main })); // prettier-ignore
  const [unknown] = await readFile(ofEuro('E-2', entry('9', '', '<AddtlTxInf>Nobody knows</AddtlTxInf>')));
  const [line] = unknown?.lines as BankLine[];
  const path = `/api/bank/open-lines/${line?.id}`;
  expect((await ines.call('GET', `${path}/payments`)).body.rows).toEqual([]);
  const tried = await ines.call('PUT', path, { as: 'payment', of: other, note: '' });
  expect(tried.status).toBe(422);
  const charged = await ines.call('PUT', path, { as: 'charge', note: 'Keeping of the account' });
  expect(netOf(await entriesOf(String(charged.body.document)))).toEqual({ bank: -990n, 'bank-charges': 990n });
});

it('pays a run: the file says its currency, the bank answers in it, and what it took is booked', async () => {
  const [one, two] = [await bill('EU-3', '200'), await bill('US-3', '100', { vendor: '3' })];
  const run = await ines.posted('payment-run', {
    date: '2026-03-30',
    account: euro,
    sure: 'looked at',
    payments: [
      { vendor: '2', currency: 'EUR', bills: [{ of: one, amount: '200', discount: '' }] },
      { vendor: '3', currency: 'USD', bills: [{ of: two, amount: '100', discount: '' }] },
    ],
  });
  await piet.posted('approval', { subject: 'payment-run', of: run, seen: '1', date: '2026-03-30', step: 'approved', reason: '' }); // prettier-ignore
  const view = (await ines.call('GET', `/api/payment-runs/${run}`)).body as unknown as RunView;
  expect(view.account).toMatchObject({ id: euro, currency: 'EUR' });
  const file = String((await ines.call('GET', `/api/payment-runs/${run}/file`)).body.text);
  expect(await problemsOfTransfers(file)).toEqual([]);
  expect(file).toMatch(/<DbtrAcct>\s*<Id>[\s\S]*?<\/Id>\s*<Ccy>EUR<\/Ccy>/);
  await ines.call('PUT', `/api/payment-runs/${run}/sent`, {});
  const files = (await ines.call('PUT', '/api/bank/fetched', {})).body.rows as BankFileView[];
  const taken = files.flatMap(({ lines }) => lines).filter(({ kind }) => kind !== 'accepted');
  // Euro as they are; 100 dollars cost 90.91 euro, dearer by four in a thousand, and 15 for the transfer; keeping the account 6.50.
  expect(taken.map(({ kind, amount, currency, because }) => [kind, amount, currency, because])).toEqual([
    ['taken', '200.00', 'EUR', ''],
    ['taken', '106.27', 'EUR', ''],
    ['charge', '6.50', 'EUR', ''],
  ]);
  const booked = files.find(({ document }) => document)?.document?.id ?? '';
  // 91.27 euro are 100.40 dollars, 15 are 16.50, 6.50 are 7.15.
  expect(netOf(await entriesOf(booked))).toEqual({ bank: -2405n, 'bank-charges': 2365n, 'exchange-difference': 40n });
});

it('is drawn on by checks in its currency, for payments that left it', async () => {
  const payment = await ines.posted('payment', pays(await bill('EU-4', '30'), '30', { account: euro }));
  const offered = (await ines.call('GET', `/api/payments/${payment}/check`)).body;
  expect(offered).toEqual({ standing: null, accounts: [{ id: euro, name: 'Euro account', next: '51' }] });
  const check = await ines.posted('check', { date: '2026-03-30', account: euro, form: '', of: payment, reason: '' });
  const paper = await ines.call('GET', `/api/checks/${check}/check.pdf`);
  expect(paper.status).toBe(200);
});

it('is measured again at the closing rate when a period ends, and taken back on the first day of the next', async () => {
  await ines.call('POST', '/api/registers/rates', { fields: { currency: 'EUR', from: '2026-03-31', rate: '1.3' } }, { 'Idempotency-Key': randomUUID() }); // prettier-ignore
  const [held = 0n, booked = 0n] = await balance();
  const closing = await ines.posted('close', { date: '2026-03-31', period: '2026-03' });
  const measured = ((await entriesOf(closing)) as { lines: { account: string; bank?: string; amount: string }[] }[])
    .flatMap(({ lines }) => lines)
    .filter(({ account }) => account === 'bank');
  const difference = toBase(documentAmount(held), 'EUR', rateOrThrow('1.3'), 'USD') - booked;
  expect(measured).toMatchObject([{ bank: 'Euro account', amount: formatAmount(documentAmount(difference), 'USD') }]);
  expect(await balance()).toEqual([held, booked + difference]);
  await ines.posted('open', { date: '2026-04-01', period: '2026-04' });
  expect(await balance()).toEqual([held, booked]);
});

it('stays in its currency once it is used', async () => {
  const change = await ines.call('PUT', `/api/registers/bank-accounts/${euro}`, { fields: { currency: 'USD' }, seen: { currency: 'EUR' } }); // prettier-ignore
  expect(change.status).toBe(422);
});
