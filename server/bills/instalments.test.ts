import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { AssessedBill, IncomingBill } from '@obolus/contract/views/bench';
import type { ListPage } from '@obolus/contract/listState';
import { addDays } from '@obolus/core/exact/calendar';
import type { Me } from '@obolus/contract/views/me';
import type { Ageing, CashOutlook, OwedToVendor } from '@obolus/contract/views/payables';
import type { Proposal } from '@obolus/contract/views/paying';
import { replayBooks } from '../proof/replayBooks.ts';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client, Reply } from '../testing/client.ts';
import type { RefusalView } from '@obolus/contract/commands';
import { changeCompany } from '../testing/company.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* Bills that are due in parts: by their terms, as somebody says, or as their paper does. */
let server: TestServer;
let ines: Client;

beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  await server.stop();
});

const refusals = ({ body }: Reply) =>
  ((body.errors ?? body.refusals) as RefusalView[]).map(({ reason, at }) => `${reason} ${at}`);
const set = (fields: object) =>
  ines.call('POST', '/api/registers/terms', { fields }, { 'Idempotency-Key': randomUUID() });
const get = async <Reply>(path: string) => (await ines.call('GET', `/api/${path}`)).body as unknown as Reply;
const open = async (id: string) =>
  (await get<OwedToVendor>('vendors/3/payables')).payables.find((payable) => payable.id === id);
/** What a document says of itself, its messages in words. */
interface Facts {
  readonly facts: readonly { readonly name: string; readonly value: string }[];
}
const facts = async (id: string) =>
  (await get<Facts>(`documents/${id}`)).facts.filter(({ name }) => name.startsWith('Instalment'));
const freight = (reference: string, amount: string, rest: object = {}) =>
  make.charge(reference, amount, { date: '2026-03-02', ...rest });
const pay = (of: string, amount: string) => ines.posted('payment', make.payment(of, amount, { vendor: '3' }));

it('by its terms falls due part by part, and what is paid went to the parts that are due first', async () => {
  const terms = { code: '3P', name: 'In three parts', days: '60', after: 'bill', earlier: '30=10 | 30=30' };
  const kept = await set(terms);
  expect(kept.status).toBe(201);
  const bill = await ines.posted('bill', freight('F-1', '100.05', { terms: kept.body.id }));
  expect(await open(bill)).toMatchObject({
    due: '2026-03-12',
    open: '100.05',
    parts: [
      { due: '2026-03-12', amount: '30.02' },
      { due: '2026-04-01', amount: '30.02' },
      { due: '2026-05-01', amount: '40.01' },
    ],
  });
  await pay(bill, '40');
  expect(await open(bill)).toMatchObject({
    due: '2026-04-01',
    open: '60.05',
    parts: [
      { due: '2026-04-01', amount: '20.04' },
      { due: '2026-05-01', amount: '40.01' },
    ],
  });
  expect((await facts(bill)).map(({ value }) => value)).toEqual([
    '30.02, due Mar 12, 2026: settled',
    '30.02, due Apr 1, 2026: 20.04 still open',
    '40.01, due May 1, 2026',
  ]);
  await pay(bill, '60.05');
  expect((await facts(bill)).every(({ value }) => value.endsWith('settled'))).toBe(true);
});

it('is aged, looked ahead at, listed and proposed by its parts; all of them together are what is open', async () => {
  const instalments = [
    { due: '2026-03-10', amount: '0.05' },
    { due: '2026-04-25', amount: '70' },
    { due: '2026-08-01', amount: '29.95' },
  ];
  const euro = { currency: 'EUR', instalments };
  const bill = await ines.posted('bill', freight('F-2', '100', euro));
  const { rows, total, account } = await get<Ageing>('payables/ageing?asOf=2026-04-30&by=due');
  // 100.00 at 1.08: 0.05 of it are 0.054, 70.05 of it 75.654, rounded where each part ends.
  expect(rows).toMatchObject([{ open: '100.00', aged: ['32.35', '75.60', '0.05', '0.00', '0.00'], total: '108.00' }]);
  expect(total).toBe(account);
  const { company } = await get<Me>('session');
  const [soon, later] = [addDays(company.today, 10), addDays(company.today, 100)];
  const toCome = [
    { due: soon, amount: '20' },
    { due: later, amount: '40' },
  ];
  await ines.posted('bill', freight('F-5', '60', { instalments: toCome }));
  const outlook = await get<CashOutlook>('payables/outlook');
  const due = [...outlook.weeks.map(({ base }) => base), outlook.later].filter((base) => base !== '0.00');
  expect([due, outlook.total]).toEqual([['108.00', '20.00', '40.00'], '168.00']);
  const { rows: listed } = await get<ListPage>('lists/payables');
  expect(listed.find(({ id }) => id === bill)?.cells).toMatchObject({ due: '2026-03-10', open: '100.00' });
  const { items } = await get<Proposal>('payables/proposal');
  expect(items.find(({ id }) => id === bill)).toMatchObject({ due: '2026-03-10', parts: instalments.map(twoPlaces) });
});
const twoPlaces = ({ due, amount }: { due: string; amount: string }) => ({
  due,
  amount: amount.includes('.') ? amount : `${amount}.00`,
});

it('is refused where its parts are not all of it, or not in order, and leaves nothing behind', async () => {
  const wrong = async (instalments: object[]) =>
    refusals(await ines.post('bill', freight('F-3', '100', { instalments })));
  expect(await wrong([{ due: '2026-03-10', amount: '99.99' }])).toEqual(['instalments_do_not_add_up /instalments']);
  const late = { due: '2026-03-20', amount: '50' };
  expect(await wrong([late, { ...late, due: '2026-03-20' }])).toEqual(['instalment_not_later /instalments/1/due']);
  expect(await wrong([{ ...late, amount: '5O' }, late])).toEqual(['not_a_number /instalments/0/amount']);
  expect(await wrong([{ due: '2026-03-01', amount: '50' }, late])).toEqual(['due_before_billed /instalments/0/due']);
  const [count] = (await server.source.query("SELECT COUNT(*) AS n FROM document WHERE reference = 'F-3'")) as object[];
  expect(count).toEqual({ n: '0' });
});

it('terms that are no whole, not in order, or with a discount are not kept', async () => {
  const said = async (fields: object) => {
    const reply = await set({ code: 'XP', name: 'X', days: '60', after: 'bill', ...fields });
    return [reply.status, JSON.stringify(reply.body)];
  };
  expect(await said({ earlier: '60=10 | 40=30' })).toEqual([422, expect.stringContaining('less than all of the bill')]);
  expect(await said({ earlier: '0=10' })).toEqual([422, expect.stringContaining('more than nothing')]);
  expect(await said({ earlier: '30=30 | 30=30' })).toEqual([422, expect.stringContaining('later than the one before')]);
  expect(await said({ earlier: '30=60' })).toEqual([422, expect.stringContaining('before the days of the terms')]);
  expect(await said({ earlier: '30=10', discount: '2', discount_days: '5' })).toEqual([
    422,
    expect.stringContaining('has no discount'),
  ]);
});

describe('a paper that asks to be paid in parts', () => {
  const xml = (
    number: string,
    parts: string,
  ) => `<Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2">
    <ID>${number}</ID><IssueDate>2026-03-20</IssueDate><InvoiceTypeCode>380</InvoiceTypeCode><DocumentCurrencyCode>USD</DocumentCurrencyCode>
    <AccountingSupplierParty><Party><PartyName><Name>Tarnside Fibres</Name></PartyName></Party></AccountingSupplierParty>
    <AccountingCustomerParty><Party><PartyName><Name>Fernhollow Loom Supply</Name></PartyName></Party></AccountingCustomerParty>${parts}
    <LegalMonetaryTotal><LineExtensionAmount>100</LineExtensionAmount><TaxInclusiveAmount>100.00</TaxInclusiveAmount></LegalMonetaryTotal>
    <InvoiceLine><ID>1</ID><InvoicedQuantity>10</InvoicedQuantity><LineExtensionAmount>100.00</LineExtensionAmount>
      <Item><Name>Yarn</Name><BuyersItemIdentification><ID>YARN</ID></BuyersItemIdentification></Item><Price><PriceAmount>10</PriceAmount></Price></InvoiceLine>
  </Invoice>`;
  const part = (due: string, more: string) =>
    `<PaymentTerms>${more}<InstallmentDueDate>${due}</InstallmentDueDate></PaymentTerms>`;
  const percent = (of: string) => `<PaymentPercent>${of}</PaymentPercent>`;
  const taken = async (content: string) => {
    const id = randomUUID();
    await ines.call('PUT', `/api/incoming-bills/${id}`, {
      name: 'parts.xml',
      content: Buffer.from(content).toString('base64'),
    });
    const [standing] = (await get<{ rows: AssessedBill[] }>(`bills/assessed?ids=${id}`)).rows;
    return { id, standing: standing?.standing, says: standing?.says };
  };
  beforeAll(async () => {
    const order = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '10' }]));
    await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]));
  });

  it('is looked at where its vendor’s terms say otherwise, and taken where the company takes the paper’s', async () => {
    const paper = xml('P-1', part('2026-04-01', percent('33.3')) + part('2026-05-01', percent('66.7')));
    const { id, says } = await taken(paper);
    expect(says).toContain('in parts, on Apr 1, 2026 and May 1, 2026, and the vendor’s terms say otherwise');
    expect((await get<IncomingBill>(`incoming-bills/${id}`)).instalments).toEqual([
      { due: '2026-04-01', amount: '33.30' },
      { due: '2026-05-01', amount: '66.70' },
    ]);
    await changeCompany(server, { due_by_paper: 'yes' });
    const { rows } = await get<{ rows: AssessedBill[] }>(`bills/assessed?ids=${id}`);
    expect(rows[0]?.standing).toBe('agrees');
    const reply = await ines.call('POST', `/api/bills/${id}/post-agreed`);
    const bill = (reply.body.posted as { id: string }).id;
    expect((await facts(bill)).map(({ value }) => value)).toEqual(['33.30, due Apr 1, 2026', '66.70, due May 1, 2026']);
    await ines.posted('reversal', { of: bill, date: '2026-03-30', reason: 'once more' });
    await changeCompany(server, { due_by_paper: '' });
  });

  it('agrees where its vendor’s terms say the same', async () => {
    await server.source.query('UPDATE vendor v JOIN terms t ON t.code = ? SET v.terms_id = t.id WHERE v.number = ?', [
      '3P',
      'TARN',
    ]);
    const amounts = [part('2026-03-30', '<Amount>30.00</Amount>'), part('2026-04-19', '<Amount>30</Amount>')];
    const same = xml('P-2', amounts.join('') + part('2026-05-19', '<Amount>40.00</Amount>'));
    expect((await taken(same)).standing).toBe('agrees');
  });

  it('and does not say how much when, or is not all of it, is looked at', async () => {
    const half = await taken(xml('P-3', part('2026-04-01', '<Amount>50</Amount>') + part('2026-05-01', '')));
    expect(half.says).toContain('does not say how much on which');
    const less = await taken(xml('P-4', part('2026-04-01', percent('50')) + part('2026-05-01', percent('40'))));
    expect(less.says).toContain('does not say how much on which');
  });
});
