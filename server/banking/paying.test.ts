import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { BankFileView, Proposal, RunView } from '@obolus/contract/views/paying';
import { proveBooks } from '../proof/proveBooks.ts';
import { replayBooks } from '../proof/replayBooks.ts';
import type { Client } from '../testing/client.ts';
import type { DocumentView } from '@obolus/contract/views/documents';
import { giveAccounts, ownAccount } from '../testing/bankAccounts.ts';
import { entry, statement } from '../testing/bankStatement.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';
import { problemsOfTransfers } from './standIn.ts';

let server: TestServer;
let ines: Client;
let piet: Client;
let account: string;

beforeAll(async () => {
  server = await startTestServer({ standIns: true });
  ines = await server.as('accountant');
  piet = await server.as('approver');
  account = await ownAccount(ines);
  await giveAccounts(server, {
    1: { number: 'NZ-11-2222-3333', bank: 'FERNUS33' },
    2: { number: 'PT50000201231234567890154' },
    3: { number: 'US 7788 0404', bank: 'FERNUS33' },
  });
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  await server.stop();
});

const expense = (vendor: string, reference: string, amount: string, rest: object = {}) => ({
  ...make.charge(reference, amount, { vendor, charges: [], ...rest }),
  expenses: [{ expense: 'storage', amount }],
});
const bill = (vendor: string, reference: string, amount: string, rest: object = {}): Promise<string> =>
  ines.posted('bill', expense(vendor, reference, amount, rest));
const runOf = (
  payments: readonly { vendor: string; currency?: string; bills: readonly (readonly [string, string, string?])[] }[],
  rest: object = {},
) => ({
  date: '2026-03-30',
  account,
  sure: 'looked at',
  payments: payments.map(({ vendor, currency = 'USD', bills }) => ({
    vendor,
    currency,
    bills: bills.map(([of, amount, discount = '']) => ({ of, amount, discount })),
  })),
  ...rest,
});
const answer = (run: string, step = 'approved', reason = '') => ({
  subject: 'payment-run',
  of: run,
  seen: '1',
  date: '2026-03-30',
  step,
  reason,
});
const reasons = (reply: { body: Record<string, unknown> }) =>
  ((reply.body.errors ?? []) as { reason: string; at: string }[]).map(({ reason, at }) => `${reason} ${at}`);
const viewOf = async (run: string) => (await ines.call('GET', `/api/payment-runs/${run}`)).body as unknown as RunView;
const fileOf = async (run: string) => String((await ines.call('GET', `/api/payment-runs/${run}/file`)).body.text);
const open = async (vendor: string) =>
  (
    (await ines.call('GET', `/api/vendors/${vendor}/payables`)).body.payables as { reference: string; open: string }[]
  ).map(({ reference, open: amount }) => `${reference} ${amount}`);
const fetchFiles = async () => (await ines.call('PUT', '/api/bank/fetched', {})).body.rows as BankFileView[];
const readFile = async (content: string) =>
  (await ines.call('PUT', '/api/bank/files', { content: Buffer.from(content).toString('base64') })).body
    .rows as BankFileView[];

describe('a run', () => {
  it('is proposed, entered by one, released by another, sent, rejected in part and booked as the bank took it', async () => {
    const [yarn, linen, freight] = [
      await bill('1', 'TF-1', '100'),
      await bill('2', 'BL-1', '1000', { currency: 'EUR', date: '2026-03-15' }),
      await bill('3', 'GW-1', '60'),
    ];
    const proposal = (await ines.call('GET', '/api/payables/proposal')).body as unknown as Proposal;
    expect(proposal.items.map(({ id, held }) => [id, held])).toEqual([[yarn, ''], [linen, ''], [freight, '']]); // prettier-ignore
    const run = await ines.posted(
      'payment-run',
      runOf([
        { vendor: '1', bills: [[yarn, '98', '2']] },
        { vendor: '2', currency: 'EUR', bills: [[linen, '1000']] },
        { vendor: '3', bills: [[freight, '60']] },
      ]),
    );
    const waits = await viewOf(run);
    expect(waits.payments.map(({ account: to }) => to)).toEqual(['NZ-11-2222-3333', 'PT50000201231234567890154', 'US 7788 0404']); // prettier-ignore
    expect([waits.state, waits.base, waits.mayRelease, waits.mine]).toEqual(['waits', '1258.00', false, true]);
    expect((await ines.call('GET', `/api/payment-runs/${run}/file`)).status).toBe(404);
    const again = (await ines.call('GET', '/api/payables/proposal')).body as unknown as Proposal;
    expect(again.items.map(({ held }) => held)).toEqual(['in-a-run', 'in-a-run', 'in-a-run']);
    // Nothing is paid yet, and nobody releases their own.
    expect(await open('1')).toEqual(['TF-1 100.00']);
    expect(reasons(await ines.post('approval', answer(run)))).toEqual(['approval_own /of']);
    const preview = await piet.preview('approval', answer(run));
    expect(netOf(preview.body.entries)).toEqual({ payables: 124_000n, bank: -125_800n, 'discounts-taken': -200n, 'exchange-difference': 2000n }); // prettier-ignore
    expect((await piet.post('approval', answer(run))).status).toBe(201);
    expect([await open('1'), await open('2'), await open('3')]).toEqual([[], [], []]);

    const file = await fileOf(run);
    expect(await problemsOfTransfers(file)).toEqual([]);
    expect(file).toContain('<IBAN>PT50000201231234567890154</IBAN>');
    expect(file).toContain('<Id>NZ1122223333</Id>');
    expect(await fileOf(run)).toBe(file);
    const sends = await Promise.all([1, 2, 3].map(() => ines.call('PUT', `/api/payment-runs/${run}/sent`, {})));
    expect(sends.map(({ status }) => status)).toEqual([200, 200, 200]);

    const [status, statement] = (await fetchFiles()) as [BankFileView, BankFileView];
    expect(status.lines.map(({ kind, because, says }) => [kind, because, says])).toEqual([
      ['accepted', '', ''],
      ['rejected', '', 'AC04 The account is closed'],
      ['accepted', '', ''],
    ]);
    expect(await open('3')).toEqual(['GW-1 60.00']);
    // EUR 1,000 at 1.10 dearer by 0.4 percent, and 15 for it; 6.50 for the account.
    expect(statement.lines.map(({ kind, amount }) => [kind, amount])).toEqual([['taken', '98.00'], ['taken', '1119.40'], ['charge', '6.50']]); // prettier-ignore
    const booked = (await ines.call('GET', `/api/documents/${statement.document?.id}`)).body.entries;
    expect(netOf(booked)).toEqual({ bank: -2590n, 'bank-charges': 2150n, 'exchange-difference': 440n });
    const after = await viewOf(run);
    expect(after.payments.map(({ state }) => state)).toEqual(['taken', 'taken', 'rejected']);
    expect(await fetchFiles()).toEqual([]);
    // Vendors are told once what they are paid, in mails; what was sent back is not.
    await server.source.query("UPDATE vendor SET mail = CONCAT('bills@vendor', id, '.example') WHERE id <> 2");
    const advise = async () => (await ines.call('PUT', `/api/payment-runs/${run}/remittances`, {})).body;
    expect([await advise(), await advise()]).toEqual([
      { sent: 1, without: ['Beira Linho'] },
      { sent: 0, without: ['Beira Linho'] },
    ]);
    const mails = (await ines.call('GET', '/api/mails')).body.rows as {
      recipients: string;
      subject: string;
      text: string;
    }[];
    expect(mails.map(({ recipients, subject }) => [recipients, subject])).toEqual([['bills@vendor1.example', `Payment by Fernhollow Loom Supply, ${after.number}-1`]]); // prettier-ignore
    // What goes to a vendor’s own address for bills does not come in here as one.
    expect(await server.source.query("SELECT id FROM incoming_paper WHERE came = 'mail'")).toEqual([]);
    expect(mails[0]?.text).toContain('98.00 USD');
    expect(mails[0]?.text).toContain('less 2.00 discount');
    // The bill that was sent back is paid with another run, and never again under the first.
    expect(reasons(await ines.post('payment', make.payment(freight, '60', { vendor: '3', run: `${run}/3` })))).toEqual([
      'payment_not_released /run',
    ]);
  });

  it('is released once where two do it at once, and pays all of it or nothing', async () => {
    const one = await bill('1', 'TF-2', '10');
    const two = await bill('2', 'BL-2', '20', { currency: 'EUR' });
    const run = await ines.posted(
      'payment-run',
      runOf([
        { vendor: '1', bills: [[one, '10']] },
        { vendor: '2', currency: 'EUR', bills: [[two, '20']] },
      ]),
    );
    // Somebody pays one of them meanwhile: then nothing of the run is paid.
    const typed = await ines.posted('payment', make.payment(two, '20', { vendor: '2', currency: 'EUR' }));
    expect(reasons(await piet.post('approval', answer(run)))).toEqual(['payment_exceeds_open /bills/0/amount']);
    expect(await open('1')).toEqual(['TF-2 10.00']);
    expect((await ines.call('GET', `/api/payment-runs/${run}/file`)).status).toBe(404);
    await ines.posted('reversal', { of: typed, date: '2026-03-30', reason: 'entered twice' });
    const ana = await server.colleague('approver', 'ana');
    const replies = await Promise.all([piet.post('approval', answer(run)), ana.post('approval', answer(run))]);
    expect(replies.map(({ status }) => status).sort()).toEqual([201, 422]);
    const [count] = (await server.source.query('SELECT COUNT(*) AS n FROM run_paid WHERE run_id = ?', [run])) as {
      n: string;
    }[];
    expect(Number(count?.n)).toBe(2);
    expect((await ines.post('reversal', { of: run, date: '2026-03-30', reason: 'changed our mind' })).status).toBe(422);
    // A payment that is taken back here would be paid by the bank all the same: the file is not given any more.
    const [made] = (await viewOf(run)).payments;
    await ines.posted('reversal', { of: made?.payment?.id ?? '', date: '2026-03-30', reason: 'not this one' });
    expect((await ines.call('GET', `/api/payment-runs/${run}/file`)).status).toBe(409);
    expect((await ines.call('PUT', `/api/payment-runs/${run}/sent`, {})).status).toBe(409);
  });

  it('lowers the cost of the goods by the discounts that it takes, where the company has them go there', async () => {
    const sam = await server.as('administrator');
    const lets = (yes: string) =>
      sam.call('PUT', '/api/registers/company/1', { fields: { discounts_to_goods: yes }, seen: {} });
    expect((await lets('yes')).status).toBe(200);
    const order = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '10' }]));
    const goods = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]));
    const id = await ines.posted('bill', make.bill('TF-G', [{ of: `${goods}/1`, quantity: '10', price: '10' }]));
    const run = await ines.posted('payment-run', runOf([{ vendor: '1', bills: [[id, '98', '2']] }]));
    const preview = await piet.preview('approval', answer(run));
    const release = await piet.post('approval', answer(run));
    expect([preview.status, release.status]).toEqual([200, 201]);
    const [paid] = (await viewOf(run)).payments;
    const { entries } = (await ines.call('GET', `/api/documents/${paid?.payment?.id}`)).body as unknown as DocumentView;
    const lines = entries.flatMap((entry) => entry.lines).map(({ account, amount }) => `${account} ${amount}`);
    expect(lines.sort()).toEqual(['bank -98.00', 'inventory -2.00', 'payables 100.00']);
    expect((await lets('')).status).toBe(200);
  });

  it('is rejected with a reason, and its bills may go into another', async () => {
    const id = await bill('1', 'TF-3', '10');
    const run = await ines.posted('payment-run', runOf([{ vendor: '1', bills: [[id, '10']] }]));
    expect(reasons(await piet.post('approval', answer(run, 'rejected')))).toEqual(['reason_missing /reason']);
    expect((await piet.post('approval', answer(run, 'rejected', 'not this week'))).status).toBe(201);
    expect([(await viewOf(run)).state, await open('1')]).toEqual(['rejected', ['TF-2 10.00', 'TF-3 10.00']]);
    expect((await ines.post('payment-run', runOf([{ vendor: '1', bills: [[id, '10']] }]))).status).toBe(201);
  });

  it('is not what pays a vendor without an account, on hold, twice the same, or whose account the same person changed', async () => {
    const [one, two] = [await bill('1', 'TF-4', '10'), await bill('3', 'GW-4', '10')];
    const twice = runOf([
      { vendor: '1', bills: [[one, '5']] },
      { vendor: '1', bills: [[one, '5']] },
    ]);
    expect(reasons(await ines.post('payment-run', twice))).toEqual(['line_cited_twice /payments/1/bills/0']);
    const of = (vendor: string, bill: string, more: object = {}) =>
      ines.post('payment-run', runOf([{ vendor, bills: [[bill, '10']] }], more));
    expect(reasons(await of('1', one, { account: '' }))).toEqual(['missing /account']);
    expect(reasons(await of('1', one, { account: '99' }))).toEqual(['bank_account_unknown /account']);
    expect(reasons(await of('3', one))).toEqual(['vendor_differs /payments/0/bills/0']);
    await ines.call('PUT', '/api/registers/vendors/3', { fields: { hold: 'damaged goods' }, seen: {} });
    expect(reasons(await of('3', two))).toEqual(['vendor_on_hold /payments/0/vendor']);
    await ines.call('PUT', '/api/registers/vendors/3', { fields: { hold: '' }, seen: {} });
    await server.source.query("UPDATE vendor SET bank_account = '' WHERE id = 3");
    expect(reasons(await of('3', two))).toEqual(['vendor_without_account /payments/0/vendor']);
    await server.source.query("UPDATE vendor SET bank_account = 'US 7788 0404' WHERE id = 3");
    // Whoever asked for a vendor's account releases no run that pays it.
    const omar = await server.colleague('accountant', 'omar');
    const run = await omar.posted('payment-run', runOf([{ vendor: '3', bills: [[two, '10']] }]));
    await ines.call('PUT', '/api/registers/vendors/3', { fields: { bank_account: 'US 9988 0404' }, seen: {} });
    const proposal = (await ines.call('GET', '/api/payables/proposal')).body as unknown as Proposal;
    expect(proposal.items.find(({ id }) => id === two)?.held).toBe('account-changing');
    const asked = (await piet.call('GET', '/api/approvals')).body.rows as { of: string; seen: string }[];
    const { of: change, seen } = asked.find((row) => row.of === 'vendors/3/bank_account') as (typeof asked)[number];
    await piet.posted('approval', {
      subject: 'set-up',
      of: change,
      seen,
      date: '2026-03-29',
      step: 'approved',
      reason: '',
    });
    expect(reasons(await ines.post('approval', answer(run)))).toEqual(['own_bank_account /vendor']);
    expect((await viewOf(run)).state).toBe('waits');
  });
});

describe('what may be paid twice', () => {
  it('is said of one paper under two vendors, of the same amount again, and of what was paid before', async () => {
    const paper = await bill('1', 'DUP 0077', '321');
    const again = await bill('3', 'dup-77', '321');
    const other = await bill('1', 'TF-78', '321', { date: '2026-03-20' });
    const older = await bill('1', 'TF-79', '321', { date: '2026-01-20' });
    const linen = await bill('2', 'BL-9', '77', { currency: 'EUR' });
    await ines.posted('prepayment', { vendor: '2', date: '2026-03-29', currency: 'EUR', amount: '50' });
    const { items } = (await ines.call('GET', '/api/payables/proposal')).body as unknown as Proposal;
    const numberOf = (id: string) => items.find((item) => item.id === id)?.number;
    const doubtOf = (id: string) => items.find((item) => item.id === id)?.doubt;
    expect(doubtOf(paper)).toEqual({ why: 'same-number', of: numberOf(again) });
    expect(doubtOf(again)).toEqual({ why: 'same-number', of: numberOf(paper) });
    expect(doubtOf(other)).toEqual({ why: 'same-amount', of: numberOf(paper) });
    expect(doubtOf(older)).toBeNull();
    expect(doubtOf(linen)).toMatchObject({ why: 'prepaid' });
    // Whoever asks for it says why it is not; whoever releases it sees both.
    const asked = (sure: string) =>
      ines.post('payment-run', runOf([{ vendor: '1', bills: [[paper, '321']] }], { sure }));
    expect(reasons(await asked(' '))).toEqual(['may_be_paid_twice /sure']);
    const run = String((await asked('Two deliveries')).body.id);
    const seen = await viewOf(run);
    expect([seen.sure, seen.payments[0]?.bills[0]?.doubt]).toEqual(['Two deliveries', doubtOf(paper)]);
    await piet.posted('approval', answer(run, 'rejected', 'the carrier sent it too'));
  });

  it('is asked again of whoever releases a run where it came up since', async () => {
    const id = await bill('1', 'TF-90', '654.32');
    const run = await ines.posted('payment-run', runOf([{ vendor: '1', bills: [[id, '654.32']] }]));
    await bill('3', 'TF 90', '654.32');
    expect(reasons(await piet.post('approval', answer(run)))).toEqual(['may_be_paid_twice /reason']);
    expect((await viewOf(run)).state).toBe('waits');
    expect((await piet.post('approval', answer(run, 'approved', 'the other is a copy'))).status).toBe(201);
  });
});

describe('what the bank sends', () => {
  const status = (id: string, lines: readonly (readonly [string, string])[]) =>
    `<Document><CstmrPmtStsRpt><GrpHdr><MsgId>${id}</MsgId></GrpHdr><OrgnlPmtInfAndSts>${lines
      .map(
        ([reference, code]) =>
          `<TxInfAndSts><OrgnlEndToEndId>${reference}</OrgnlEndToEndId><TxSts>${code}</TxSts></TxInfAndSts>`,
      )
      .join('')}</OrgnlPmtInfAndSts></CstmrPmtStsRpt></Document>`;
  const released = async (vendor: string, of: string, amount: string): Promise<string> => {
    const run = await ines.posted('payment-run', runOf([{ vendor, bills: [[of, amount]] }]));
    await piet.posted('approval', answer(run));
    return `${(await viewOf(run)).number}-1`;
  };
  const because = ([file]: BankFileView[]) => file?.lines.map((line) => line.because);
  const bank = async () => {
    const rows = (await ines.call('GET', '/api/trial-balance?asOf=2026-12-31')).body.rows as Record<string, string>[];
    return rows.find((row) => row.account === 'bank')?.credit;
  };

  it('is booked once, however often and in whatever order it comes', async () => {
    const reference = await released('1', await bill('1', 'TF-5', '40'), '40');
    const before = await bank();
    const file = statement('A-1', entry('40', reference));
    const [first, second] = await Promise.all([readFile(file), readFile(file)]);
    expect(second).toEqual(first);
    expect([because(first), first[0]?.document === null]).toEqual([[''], false]);
    expect(await bank()).toBe(before);
    // The same payment in another statement, then rejected after it was taken: nothing is booked, each says why.
    expect(because(await readFile(statement('A-2', entry('40', reference))))).toEqual(['taken-before']);
    expect(because(await readFile(status('S-1', [[reference, 'RJCT']])))).toEqual(['taken-before']);
    expect(await open('1')).not.toContain('TF-5 40.00');
  });

  it('names what it cannot be: unknown payments, other amounts, other accounts, money that came in', async () => {
    const reference = await released('1', await bill('1', 'TF-6', '40'), '40');
    const before = await bank();
    const lines = [
      entry('40', 'RN-9999-1'),
      entry('41', reference),
      entry('40', reference, '<AmtDtls><InstdAmt><Amt Ccy="USD">44</Amt></InstdAmt></AmtDtls>'),
      entry('12.50', '', '<AddtlTxInf>Courier</AddtlTxInf>'),
      entry('40', reference, '', 'CRDT'),
    ];
    expect(because(await readFile(statement('A-3', lines.join(''))))).toEqual(['payment-unknown', 'amount-differs', 'amount-differs', 'payment-unknown', 'money-in']); // prettier-ignore
    expect(because(await readFile(statement('A-4', entry('40', reference), '999')))).toEqual(['not-ours']);
    expect(because(await readFile(status('S-2', [['RN-9999-1', 'RJCT'], [reference, 'RJCT'], [reference, 'RJCT']])))).toEqual(['payment-unknown', '', 'rejected-before']); // prettier-ignore
    expect(because(await readFile(statement('A-5', entry('40', reference))))).toEqual(['rejected-before']);
    // The payment that was sent back gave its money back to the bank.
    expect(Number(before) - Number(await bank())).toBe(40);

    const left = (await ines.call('GET', '/api/bank/open-lines')).body.rows as { id: string; says: string }[];
    const courier = left.find(({ says }) => says === 'Courier');
    const explain = (body: object) => ines.call('PUT', `/api/bank/open-lines/${courier?.id}`, body);
    expect((await explain({ as: 'charge', note: ' ' })).status).toBe(422);
    const explained = await explain({ as: 'charge', note: 'Courier of the bank' });
    expect(netOf((await ines.call('GET', `/api/documents/${String(explained.body.document)}`)).body.entries)).toEqual({ bank: -1250n, 'bank-charges': 1250n }); // prettier-ignore
    expect((await explain({ as: 'charge', note: 'again' })).status).toBe(409);
  });

  it('finds what was typed, and not sent with a run, where the bank names its payee or bill, and nothing else is alike', async () => {
    const typed = (of: string, amount: string, rest: object = {}) =>
      ines.posted('payment', make.payment(of, amount, rest));
    const one = await typed(await bill('1', 'TF-71', '71'), '71');
    await typed(await bill('1', 'TF-72', '72'), '72');
    await typed(await bill('1', 'TF-73', '72'), '72');
    const prepaid = { vendor: '1', date: '2026-03-29', currency: 'USD', amount: '74' };
    const early = await ines.posted('prepayment', prepaid);
    const to = (name: string) => `<RltdPties><Cdtr><Nm>${name}</Nm></Cdtr></RltdPties>`;
    const lines = [
      // Its fee is known from the statement alone.
      entry(
        '73.50',
        '',
        `${to('TARNSIDE FIBRES LTD')}<Chrgs><TtlChrgsAndTaxAmt Ccy="USD">2.50</TtlChrgsAndTaxAmt></Chrgs>`,
      ),
      // Two are alike; one of them is named by its bill.
      entry('72', '', to('Tarnside Fibres')),
      entry('72', '', '<RmtInf><Ustrd>inv TF 73</Ustrd></RmtInf>'),
      // Nobody that was paid.
      entry('74', '', to('Courier')),
      entry('74', '', to('Tarnside Fibres')),
    ];
    const [file] = await readFile(statement('A-7', lines.join('')));
    expect(file?.lines.map(({ because: why, payment }) => [why, payment?.id])).toEqual([
      ['', one],
      ['payment-unknown', undefined],
      ['', expect.any(String)],
      ['payment-unknown', undefined],
      ['', early],
    ]);
    expect(netOf((await ines.call('GET', `/api/documents/${file?.document?.id}`)).body.entries)).toEqual({
      bank: -250n,
      'bank-charges': 250n,
    });
    // The other one is the only one of that amount now.
    expect(because(await readFile(statement('A-8', entry('72', '', to('Tarnside Fibres')))))).toEqual(['']);
  });

  it('finds what vendors gave back, a refund or a claim that was paid, and books what the bank kept of it', async () => {
    const prepaid = { vendor: '1', date: '2026-03-29', currency: 'USD', amount: '81' };
    const early = await ines.posted('prepayment', prepaid);
    const refund = { vendor: '1', date: '2026-03-30', currency: 'USD', of: early, amount: '81' };
    const back = await ines.posted('prepayment-refund', refund);
    const from = (name: string) => `<RltdPties><Dbtr><Nm>${name}</Nm></Dbtr></RltdPties>`;
    const credit = (amount: string, more: string) => entry(amount, '', more).replaceAll('DBIT', 'CRDT');
    const fee = '<Chrgs><TtlChrgsAndTaxAmt Ccy="USD">1.50</TtlChrgsAndTaxAmt></Chrgs>';
    const lines = [
      credit('81', from('Somebody else')),
      // What left the account is no refund.
      entry('79.50', '', `<RltdPties><Cdtr><Nm>Tarnside Fibres</Nm></Cdtr></RltdPties>${fee}`),
      credit('79.50', `${from('TARNSIDE FIBRES LTD')}${fee}`),
      credit('79.50', `${from('TARNSIDE FIBRES LTD')}${fee}`),
    ];
    const [file] = await readFile(statement('A-9', lines.join('')));
    expect(file?.lines.map(({ kind, because: why, payment }) => [kind, why, payment?.id])).toEqual([
      ['other', 'money-in', undefined],
      ['other', 'payment-unknown', undefined],
      ['got', '', back],
      ['other', 'money-in', undefined],
    ]);
    expect(netOf((await ines.call('GET', `/api/documents/${file?.document?.id}`)).body.entries)).toEqual({
      bank: -150n,
      'bank-charges': 150n,
    });
    const taken = await ines.call('POST', '/api/documents/reversal', { of: back, date: '2026-03-31', reason: 'no' }, { 'Idempotency-Key': randomUUID() }); // prettier-ignore
    expect(taken.status).toBe(422);
  });

  it('may reject a whole currency, or a whole file, without naming a payment', async () => {
    const [one, two] = [await bill('1', 'TF-11', '11'), await bill('2', 'BL-11', '22', { currency: 'EUR' })];
    const run = await ines.posted(
      'payment-run',
      runOf([
        { vendor: '1', bills: [[one, '11']] },
        { vendor: '2', currency: 'EUR', bills: [[two, '22']] },
      ]),
    );
    await piet.posted('approval', answer(run));
    const { number } = await viewOf(run);
    const rejecting = (id: string, of: string, groups: string) =>
      `<Document><CstmrPmtStsRpt><GrpHdr><MsgId>${id}</MsgId></GrpHdr><OrgnlGrpInfAndSts><OrgnlMsgId>${number}</OrgnlMsgId>${of}</OrgnlGrpInfAndSts>${groups}</CstmrPmtStsRpt></Document>`;
    const euro = `<OrgnlPmtInfAndSts><OrgnlPmtInfId>${number}-EUR</OrgnlPmtInfId><PmtInfSts>RJCT</PmtInfSts></OrgnlPmtInfAndSts>`;
    expect(because(await readFile(rejecting('S-10', '', euro)))).toEqual(['']);
    expect((await viewOf(run)).payments.map(({ state }) => state)).toEqual(['to-send', 'rejected']);
    expect(because(await readFile(rejecting('S-11', '<GrpSts>RJCT</GrpSts>', '')))).toEqual(['', 'rejected-before']);
    expect((await viewOf(run)).payments.map(({ state }) => state)).toEqual(['rejected', 'rejected']);
    expect([await open('1'), await open('2')]).toEqual([
      expect.arrayContaining(['TF-11 11.00']),
      expect.arrayContaining(['BL-11 22.00']),
    ]);
  });

  it('is no file of a bank, or has no name: said, and nothing is kept', async () => {
    const content = (text: string) => ({ content: Buffer.from(text).toString('base64') });
    for (const text of ['<Invoice/>', statement('', ''), 'not xml at all'])
      expect((await ines.call('PUT', '/api/bank/files', content(text))).status).toBe(422);
    const [count] = (await server.source.query("SELECT COUNT(*) AS n FROM bank_file WHERE reference = ''")) as {
      n: string;
    }[];
    expect(Number(count?.n)).toBe(0);
  });

  it('is read by an accountant alone', async () => {
    const content = Buffer.from(statement('A-9', '')).toString('base64');
    for (const role of ['buyer', 'receiver', 'approver', 'auditor', 'administrator'] as const) {
      const client = await server.as(role);
      expect([role, (await client.call('PUT', '/api/bank/files', { content })).status]).toEqual([role, 403]);
      expect([role, (await client.call('PUT', '/api/bank/fetched', {})).status]).toEqual([role, 403]);
      expect([role, (await client.post('payment-run', runOf([]), randomUUID())).status]).toEqual([role, 403]);
      const mayRelease = role === 'approver';
      expect([role, (await client.post('approval', answer('999999'))).status]).toEqual([role, mayRelease ? 422 : 403]);
    }
  });
});
