import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { ApprovalView } from '@obolus/contract/views/approvals';
import type { PreviewReply } from '@obolus/contract/commands';
import type { DocumentView } from '@obolus/contract/views/documents';
import type { OwedToVendor } from '@obolus/contract/views/payables';
import type { Proposal, RunView } from '@obolus/contract/views/paying';
import { proveBooks } from '../proof/proveBooks.ts';
import { replayBooks } from '../proof/replayBooks.ts';
import type { Client, Reply } from '../testing/client.ts';
import { giveAccounts, ownAccount } from '../testing/bankAccounts.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import { problemsOfTransfers } from './standIn.ts';

let server: TestServer;
let ines: Client;
let second: Client;
let piet: Client;
let account: string;

const OWN = 'NZ-11-2222-3333';
const FACTOR = { payee: 'Callow Factoring', toAccount: 'US 5511 0099', bankCode: 'FERNUS33' };

beforeAll(async () => {
  server = await startTestServer({ standIns: true });
  [ines, piet, second] = await Promise.all([
    server.as('accountant'),
    server.as('approver'),
    server.colleague('accountant', 'second'),
  ]);
  account = await ownAccount(ines);
  await giveAccounts(server, { 1: { number: OWN, bank: 'FERNUS33' } });
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  await server.stop();
});

const expense = (reference: string, amount: string, rest: object = {}) => ({
  ...make.charge(reference, amount, { vendor: '1', charges: [], ...rest }),
  expenses: [{ expense: 'storage', amount }],
});
const runOf = (bills: readonly (readonly [string, string])[][]) => ({
  date: '2026-03-30',
  account,
  sure: 'looked at',
  payments: bills.map((own) => ({
    vendor: '1',
    currency: 'USD',
    bills: own.map(([of, amount]) => ({ of, amount, discount: '' })),
  })),
});
const answer = (of: string, step = 'approved', reason = '') => ({
  subject: 'remit-to',
  of,
  seen: '1',
  date: '2026-03-29',
  step,
  reason,
});
const reasons = ({ body }: Reply) =>
  ((body.errors ?? []) as { reason: string; at: string }[]).map(({ reason, at }) => `${reason} ${at}`);
const waiting = async (who: Client) =>
  ((await who.call('GET', '/api/approvals')).body.rows as ApprovalView[]).filter(
    ({ subject }) => subject === 'remit-to',
  );
const held = async (of: string) =>
  ((await ines.call('GET', '/api/payables/proposal')).body as unknown as Proposal).items.find(({ id }) => id === of)
    ?.held;
const factsOf = async (of: string) =>
  ((await ines.call('GET', `/api/documents/${of}`)).body as unknown as DocumentView).facts.map(({ value }) => value);

describe('a bill that asks to be paid to somebody else', () => {
  it('waits until another person confirms that, and goes there with a run of its own payment', async () => {
    const of = await ines.posted('bill', expense('F-1', '250', { remitTo: FACTOR }));
    const plain = await ines.posted('bill', expense('F-2', '40'));
    expect([await held(of), await held(plain)]).toEqual(['payee-unconfirmed', '']);
    expect(await factsOf(of)).toEqual(
      expect.arrayContaining(['Callow Factoring, US 5511 0099: waits for another person']),
    );
    expect(reasons(await ines.post('payment-run', runOf([[[of, '250']]])))).toEqual([
      'payee_unconfirmed /payments/0/bills/0',
    ]);
    const owed = (await ines.call('GET', '/api/vendors/1/payables')).body as unknown as OwedToVendor;
    expect(owed.payables.find(({ id }) => id === of)?.paidTo).toEqual({
      payee: 'Callow Factoring',
      account: 'US 5511 0099',
      isConfirmed: false,
    });
    const open = (await ines.call('GET', '/api/lists/payables')).body.rows as { id: string; cells: { held: string } }[];
    expect(open.find(({ id }) => id === of)?.cells.held).toBe('payee-unconfirmed');

    const [mine] = await waiting(ines);
    expect([mine?.mine, mine?.mayAnswer]).toEqual([true, false]);
    expect((await ines.call('GET', '/api/waiting')).body.approvals).toBe(0);
    const [asked] = await waiting(piet);
    expect(asked).toMatchObject({ of, amount: '250.00', mayAnswer: true, askedBy: 'accountant' });
    expect(asked?.changes.map(({ was, became }) => [was, became])).toEqual([
      ['Tarnside Fibres', 'Callow Factoring'],
      [OWN, 'US 5511 0099'],
    ]);
    expect((await piet.call('GET', '/api/waiting')).body.approvals).toBe(1);
    expect(reasons(await ines.post('approval', answer(of)))).toEqual(['approval_own /of']);

    // Two who answer at once: one of them does.
    const both = await Promise.all([piet.post('approval', answer(of)), second.post('approval', answer(of))]);
    expect(both.map(({ status }) => status).sort()).toEqual([201, 422]);
    expect([await held(of), await waiting(piet)]).toEqual(['', [expect.objectContaining({ answer: 'approved' })]]);
    expect(
      reasons(
        await second.post(
          'payment-run',
          runOf([
            [
              [plain, '40'],
              [of, '250'],
            ],
          ]),
        ),
      ),
    ).toEqual(['payee_differs /payments/0/bills/1']);

    const run = await second.posted('payment-run', runOf([[[plain, '40']], [[of, '250']]]));
    const release = { ...answer(run), subject: 'payment-run', date: '2026-03-30' };
    expect(reasons(await ines.post('approval', release))).toEqual(['own_bank_account /bills/0']);
    expect((await piet.post('approval', release)).status).toBe(201);
    const view = (await ines.call('GET', `/api/payment-runs/${run}`)).body as unknown as RunView;
    expect(view.payments.map(({ payee, account: to }) => [payee, to])).toEqual([
      ['Tarnside Fibres', OWN],
      ['Callow Factoring', 'US 5511 0099'],
    ]);
    const file = String((await ines.call('GET', `/api/payment-runs/${run}/file`)).body.text);
    expect(await problemsOfTransfers(file)).toEqual([]);
    expect(file).toContain('<Nm>Callow Factoring</Nm>');
    expect(file).toContain('<Id>US55110099</Id>');
  });

  it('is paid to the account on file where the other person says so', async () => {
    const of = await ines.posted('bill', expense('F-3', '70', { remitTo: { ...FACTOR, payee: '' } }));
    await piet.posted('approval', answer(of, 'rejected', 'asked the vendor by telephone'));
    expect(await held(of)).toBe('');
    const run = await second.posted('payment-run', runOf([[[of, '70']]]));
    const view = (await ines.call('GET', `/api/payment-runs/${run}`)).body as unknown as RunView;
    expect(view.payments.map(({ account: to }) => to)).toEqual([OWN]);
    expect(await factsOf(of)).toContain('US 5511 0099: no, to the account on file, says approver');
  });

  it('says what is no account, and confirms none', async () => {
    const wrong = expense('F-4', '10', {
      remitTo: { payee: '', toAccount: 'DE89 3704 0044 0532 0130 01', bankCode: 'X' },
    });
    expect(reasons(await ines.post('bill', wrong))).toEqual([
      'account_wrong /remitTo/toAccount',
      'bank_code_wrong /remitTo/bankCode',
    ]);
    const nothing = await ines.posted(
      'bill',
      expense('F-5', '10', { remitTo: { payee: ' ', toAccount: '', bankCode: '' } }),
    );
    expect(await held(nothing)).toBe('');
  });
});

describe('a paper that names another payee or account', () => {
  const paper = (number: string, payee: string, to: string, bank = '') =>
    `<Invoice><ID>${number}</ID><IssueDate>2026-03-28</IssueDate><InvoiceTypeCode>380</InvoiceTypeCode><DocumentCurrencyCode>USD</DocumentCurrencyCode>
      <AccountingSupplierParty><Party><PartyName><Name>Tarnside Fibres</Name></PartyName></Party></AccountingSupplierParty>${payee === '' ? '' : `<PayeeParty><PartyName><Name>${payee}</Name></PartyName></PayeeParty>`}
      <PaymentMeans><PaymentMeansCode>30</PaymentMeansCode><PayeeFinancialAccount><ID>${to}</ID>${bank === '' ? '' : `<FinancialInstitutionBranch><ID>${bank}</ID></FinancialInstitutionBranch>`}</PayeeFinancialAccount></PaymentMeans>
      <LegalMonetaryTotal><TaxInclusiveAmount>30.00</TaxInclusiveAmount><PayableAmount>30.00</PayableAmount></LegalMonetaryTotal>
      <InvoiceLine><ID>1</ID><InvoicedQuantity unitCode="C62">1</InvoicedQuantity><LineExtensionAmount>30.00</LineExtensionAmount><Item><Name>Storage</Name></Item><Price><PriceAmount>30</PriceAmount></Price></InvoiceLine></Invoice>`;
  const take = async (content: string): Promise<string> => {
    const id = randomUUID();
    const body = { name: 'bill.xml', content: Buffer.from(content).toString('base64') };
    expect((await ines.call('PUT', `/api/incoming-bills/${id}`, body)).status).toBe(200);
    return id;
  };
  const entered = (key: string, reference: string, rest: object = {}) =>
    ines.post('bill', expense(reference, '30', rest), key);

  it('holds the payment whatever is typed beside it, and shows this before it is posted', async () => {
    const id = await take(paper('P-1', 'Callow Factoring', 'US 5511 0099', 'FERNUS33'));
    const preview = (await ines.preview('bill', expense('P-1', '30'), id)).body as unknown as PreviewReply;
    expect(preview.asksPayee).toEqual({
      payee: 'Callow Factoring',
      account: 'US 5511 0099',
      bankCode: 'FERNUS33',
    });
    const { status, body } = await entered(id, 'P-1', { remitTo: { payee: '', toAccount: OWN, bankCode: '' } });
    expect(status).toBe(201);
    expect(await held(String(body.id))).toBe('payee-unconfirmed');
    expect(await factsOf(String(body.id))).toContain('Callow Factoring, US 5511 0099: waits for another person');
    const [asked] = await waiting(piet);
    expect([asked?.of, asked?.paper]).toEqual([body.id, id]);
  });

  it('is like others where the account is the one on file, and is no longer held once it is', async () => {
    const known = await entered(await take(paper('P-2', 'TARNSIDE  fibres', OWN.replaceAll('-', ' '))), 'P-2');
    expect(await held(String(known.body.id))).toBe('');
    const other = await entered(await take(paper('P-3', '', 'US 7788 0404')), 'P-3');
    expect(await held(String(other.body.id))).toBe('payee-unconfirmed');
    await giveAccounts(server, { 1: { number: 'us77880404' } });
    expect(await held(String(other.body.id))).toBe('');
    expect(await factsOf(String(other.body.id))).toContain('US 7788 0404: on file by now');
    await giveAccounts(server, { 1: { number: OWN } });
  });

  it('with something that is no account is entered, and nobody sends money there', async () => {
    const { body } = await entered(await take(paper('P-4', '', 'see our letter!')), 'P-4');
    expect(reasons(await piet.post('approval', answer(String(body.id))))).toEqual(['account_wrong /of']);
    await piet.posted('approval', answer(String(body.id), 'rejected', 'no account'));
    expect(await held(String(body.id))).toBe('');
  });
});

describe('every role', () => {
  it('may confirm where a bill is paid to only where it is a second person', async () => {
    const of = await ines.posted('bill', expense('R-1', '12', { remitTo: FACTOR }));
    for (const role of ['buyer', 'receiver', 'auditor'] as const) {
      const { status } = await (await server.as(role)).post('approval', answer(of));
      expect([role, status]).toEqual([role, 403]);
    }
  });
});

describe('a vendor that is paid through somebody else as a rule', () => {
  const change = (fields: object) =>
    server.as('administrator').then((sam) => sam.call('PUT', '/api/registers/vendors/3', { fields, seen: {} }));

  it('is, once a second person has approved it: runs go there, and letters say so', async () => {
    expect((await change({ payee: 'Callow Factoring' })).status).toBe(422);
    await giveAccounts(server, { 3: { number: 'US 5511 0099', bank: 'FERNUS33', payee: 'Callow Factoring' } });
    const of = await ines.posted('bill', make.charge('R-1', '80'));
    const proposal = (await ines.call('GET', '/api/payables/proposal')).body as unknown as Proposal;
    expect(proposal.vendors.find(({ id }) => id === '3')?.payee).toBe('Callow Factoring');
    expect(await held(of)).toBe('');
    const run = await ines.posted('payment-run', {
      ...runOf([]),
      payments: [{ vendor: '3', currency: 'USD', bills: [{ of, amount: '80', discount: '' }] }],
    });
    await piet.posted('approval', { ...answer(run), subject: 'payment-run', date: '2026-03-30' });
    const file = String((await ines.call('GET', `/api/payment-runs/${run}/file`)).body.text);
    expect(await problemsOfTransfers(file)).toEqual([]);
    expect(file).toContain('<Nm>Callow Factoring</Nm>');
    expect(file).not.toContain('Greywake');
    await ines.call('PUT', `/api/payment-runs/${run}/sent`, {});
    await server.source.query("UPDATE vendor SET mail = 'bills@greywake.example' WHERE id = 3");
    await ines.call('PUT', `/api/payment-runs/${run}/remittances`, {});
    const mails = (await ines.call('GET', '/api/mails')).body.rows as { text: string }[];
    expect(mails.map(({ text }) => text).join()).toMatch(/80\.00 USD to Callow Factoring, account .*0099/);
  });

  it('holds no bill that asks for just that, and waits again for a second person where it is to change', async () => {
    const asks = { remitTo: { payee: 'Callow Factoring', toAccount: 'US 5511 0099', bankCode: '' } };
    expect(await held(await ines.posted('bill', make.charge('R-2', '30', asks)))).toBe('');
    await change({ payee: 'Somebody Else' });
    expect(await held(await ines.posted('bill', make.charge('R-3', '31')))).toBe('account-changing');
    const [kept] = (await server.source.query('SELECT payee FROM vendor WHERE id = 3')) as object[];
    expect(kept).toEqual({ payee: 'Callow Factoring' });
  });
});
