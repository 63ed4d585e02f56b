import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { BankFileView, RunView } from '@obolus/contract/views/paying';
import type { DocumentView } from '@obolus/contract/views/documents';
import { proveBooks } from '../proof/proveBooks.ts';
import { replayBooks } from '../proof/replayBooks.ts';
import { giveAccounts, ownAccount } from '../testing/bankAccounts.ts';
import type { Client } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';
import { problemsOfTransfers } from './standIn.ts';

/* What is paid before the bill goes with a run too: asked for by one, released by another, sent, rejected or booked as the bank took it. */
let server: TestServer;
let ines: Client;
let piet: Client;
let account: string;
let order: string;
beforeAll(async () => {
  server = await startTestServer({ standIns: true });
  ines = await server.as('accountant');
  piet = await server.as('approver');
  // More than this nobody prepays alone: a run is released by another person anyway.
  await server.source.query('UPDATE company SET prepayment_above = 10000');
  account = await ownAccount(ines);
  await giveAccounts(server, {
    1: { number: 'NZ-11-2222-3333', bank: 'FERNUS33' },
    3: { number: 'US 7788 0404', bank: 'FERNUS33' },
  });
  order = await ines.posted('order', make.order([{ item: '1', quantity: '100', price: '10' }]));
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  await server.stop();
});

const prepays = (amount: string, more: object = {}) => ({ order: '', amount, ...more });
const runOf = (payments: readonly { vendor: string; prepays: object }[]) => ({
  date: '2026-03-30',
  account,
  payments: payments.map((payment) => ({ ...payment, currency: 'USD', bills: [] })),
});
const answer = (run: string) => ({
  subject: 'payment-run',
  of: run,
  seen: '1',
  date: '2026-03-30',
  step: 'approved',
  reason: '',
});
const reasons = (reply: { body: Record<string, unknown> }) =>
  ((reply.body.errors ?? []) as { reason: string; at: string }[]).map(({ reason, at }) => `${reason} ${at}`);
const viewOf = async (run: string) => (await ines.call('GET', `/api/payment-runs/${run}`)).body as unknown as RunView;

it('is refused at the place of the run where it is wrong', async () => {
  const wrong = (vendor: string, of: object) => ines.post('payment-run', runOf([{ vendor, prepays: of }]));
  expect(reasons(await wrong('1', prepays('0')))).toEqual(['amount_zero /payments/0/prepays/amount']);
  expect(reasons(await wrong('1', prepays('10', { tax: '10' })))).toEqual(['tax_exceeds_prepaid /payments/0/prepays/tax']); // prettier-ignore
  expect(reasons(await wrong('2', prepays('10')))).toEqual(['vendor_without_account /payments/0/vendor']);
  expect(reasons(await wrong('3', prepays('10', { order })))).toEqual(['vendor_differs /payments/0/prepays/order']);
  expect(reasons(await wrong('1', prepays('10', { order, refundable: true })))).toEqual(['deposit_for_goods /payments/0/prepays/refundable']); // prettier-ignore
});

it('waits for another person, whatever its amount, and is then posted as it was released', async () => {
  const run = await ines.posted(
    'payment-run',
    runOf([
      { vendor: '1', prepays: prepays('480', { order, tax: '80' }) },
      { vendor: '3', prepays: prepays('50', { refundable: true }) },
    ]),
  );
  const { number } = await viewOf(run);
  expect((await viewOf(run)).payments.map(({ prepays: of, state }) => [of, state])).toMatchObject([
    [{ order, refundable: false, tax: '80.00' }, 'waits'],
    [{ order: '', refundable: true, tax: '0.00' }, 'waits'],
  ]);
  const own = { vendor: '1', date: '2026-03-30', currency: 'USD', amount: '480', tax: '80', order, run: `${run}/1` };
  expect(reasons(await ines.post('prepayment', own))).toEqual(['payment_not_released /run']);
  expect(reasons(await ines.post('approval', answer(run)))).toEqual(['approval_own /of']);
  const preview = await piet.preview('approval', answer(run));
  expect(netOf(preview.body.entries)).toEqual({ prepayments: 45_000n, 'input-tax': 8000n, bank: -53_000n });
  expect((await piet.post('approval', answer(run))).status).toBe(201);
  // The place of the run is paid: nobody pays it once more, nor anything like it under its name.
  expect(reasons(await ines.post('prepayment', own))).toEqual(['payment_not_released /run']);
  const released = await viewOf(run);
  const [first] = released.payments;
  const document = (await ines.call('GET', `/api/documents/${first?.payment?.id}`)).body as unknown as DocumentView;
  expect([document.kind, document.number]).toEqual(['prepayment', first?.payment?.number]);

  const file = String((await ines.call('GET', `/api/payment-runs/${run}/file`)).body.text);
  expect(await problemsOfTransfers(file)).toEqual([]);
  const [asked] = (await server.source.query('SELECT number FROM document WHERE id = ?', [order])) as { number: string }[]; // prettier-ignore
  expect(file).toContain(`<Ustrd>Prepayment, order ${asked?.number}</Ustrd>`);
  expect(file).toContain('<Ustrd>On account</Ustrd>');
  await ines.call('PUT', `/api/payment-runs/${run}/sent`, {});
  const [status, statement] = (await ines.call('PUT', '/api/bank/fetched', {})).body.rows as BankFileView[];
  // The bank of vendor 3 sends it back: its prepayment is reversed, the other one is booked by the statement.
  expect(status?.lines.map(({ kind, because }) => [kind, because])).toEqual([
    ['accepted', ''],
    ['rejected', ''],
  ]);
  expect(statement?.lines.map(({ kind, amount }) => [kind, amount])).toEqual([
    ['taken', '480.00'],
    ['charge', '6.50'],
  ]);
  expect((await viewOf(run)).payments.map(({ state }) => state)).toEqual(['taken', 'rejected']);
  expect((await server.source.query('SELECT COUNT(*) AS n FROM run_paid')) as unknown).toEqual([{ n: '2' }]);

  await server.source.query("UPDATE vendor SET mail = 'bills@vendor1.example' WHERE id = 1");
  await ines.call('PUT', `/api/payment-runs/${run}/remittances`, {});
  const [mail] = (await ines.call('GET', '/api/mails')).body.rows as { subject: string; text: string }[];
  expect(mail?.subject).toBe(`Payment by Fernhollow Loom Supply, ${number}-1`);
  expect(mail?.text).toContain(`- in advance, our order ${asked?.number}`);
});

it('is used by its bill, which gives back what of its tax was reclaimed before', async () => {
  const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '100' }], { date: '2026-03-31' })); // prettier-ignore
  const lines = [{ of: `${receipt}/1`, quantity: '100', price: '10' }];
  const bill = await ines.posted('bill', make.bill('TF-9', lines, { date: '2026-03-31', tax: [{ amount: '200' }] }));
  const [open] = (await server.source.query('SELECT document_id AS id FROM prepayment WHERE order_id = ?', [
    order,
  ])) as { id: string }[];
  const use = (amount: string) => ({
    vendor: '1',
    date: '2026-03-31',
    currency: 'USD',
    from: open?.id,
    discountsTo: 'income',
    reason: '',
    bills: [{ of: bill, amount, discount: '', writeOff: '' }],
  });
  expect(netOf((await ines.preview('payment', use('480'))).body.entries)).toEqual({
    payables: 48_000n,
    prepayments: -40_000n,
    'input-tax': -8000n,
  });
  await ines.posted('payment', use('480'));
  const left = "SELECT amount, base_amount FROM open_item WHERE kind = 'prepaid' AND is_open = 1";
  expect((await server.source.query(left)) as unknown).toEqual([]);
});
