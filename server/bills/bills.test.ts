import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { IncomingBill, WaitingBill } from '@obolus/contract/views/bench';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client, Reply } from '../testing/client.ts';

let server: TestServer;
let ines: Client;
let odile: Client;
let order: string;
let number: string;
let [first, second] = ['', ''];

beforeAll(async () => {
  server = await startTestServer();
  [ines, odile] = await Promise.all([server.as('accountant'), server.as('receiver')]);
  await server.source.query("INSERT INTO item_pack VALUES (1, 'cone', 500000)");
  await server.source.query("INSERT INTO vendor_item VALUES (1, 3, 'AJ-FL')");
  order = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '60', price: '10' },
      { item: '3', quantity: '2', price: '900' },
    ]),
  );
  number = ((await ines.call('GET', `/api/orders/${order}`)).body as { number: string }).number;
  first = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '40' }], { packingSlip: 'PS-1' }));
  second = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '20' }], { packingSlip: 'PS-2' }));
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const take = (content: string, id: string = randomUUID(), client = ines): Promise<Reply> =>
  client.call('PUT', `/api/incoming-bills/${id}`, {
    name: 'bill.xml',
    content: Buffer.from(content).toString('base64'),
  });
const takenOf = ({ body }: Reply) =>
  (body.taken as { id: string; vendor: string | null; state: string; says: string }[])[0];
const drafts = async () => (await ines.drafts()).filter(({ kind }) => kind === 'bill');
const read = async (id: string) =>
  (await ines.call('GET', `/api/incoming-bills/${id}`)).body as unknown as IncomingBill;

interface Line {
  readonly name: string;
  readonly quantity: string;
  readonly code?: string;
  readonly price: string;
  readonly amount: string;
  readonly item?: string;
}
/** As another program writes it: prefixes of its own, an attribute more than is asked for. */
const ubl = (
  id: string,
  lines: readonly Line[],
  { more = '', total = '0', vendor = 'Tarnside Fibres' } = {},
) => `<?xml version="1.0"?>
<i:Invoice xmlns:i="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2" xmlns:a="urn:a" xmlns:b="urn:b">
  <b:ID schemeID="x">${id}</b:ID><b:IssueDate>2026-03-20</b:IssueDate><b:InvoiceTypeCode>380</b:InvoiceTypeCode><b:DocumentCurrencyCode>USD</b:DocumentCurrencyCode>
  <a:OrderReference><b:ID>${number}</b:ID></a:OrderReference>
  <a:AccountingSupplierParty><a:Party><a:PartyName><b:Name>${vendor}</b:Name></a:PartyName></a:Party></a:AccountingSupplierParty>${more}
  <a:LegalMonetaryTotal><b:TaxInclusiveAmount currencyID="USD">${total}</b:TaxInclusiveAmount></a:LegalMonetaryTotal>
  ${lines
    .map(
      ({ name, quantity, code = 'C62', price, amount, item = '' }, at) => `<a:InvoiceLine><b:ID>${at + 1}</b:ID>
    <b:InvoicedQuantity unitCode="${code}">${quantity}</b:InvoicedQuantity><b:LineExtensionAmount currencyID="USD">${amount}</b:LineExtensionAmount>
    <a:Item><b:Name>${name}</b:Name>${item === '' ? '' : `<a:SellersItemIdentification><b:ID>${item}</b:ID></a:SellersItemIdentification>`}</a:Item>
    <a:Price><b:PriceAmount currencyID="USD">${price}</b:PriceAmount></a:Price></a:InvoiceLine>`,
    )
    .join('')}
</i:Invoice>`;

const yarn = (line: Partial<Line> = {}): Line => ({
  name: 'Yarn',
  item: 'yarn',
  quantity: '50',
  price: '10',
  amount: '500.00',
  ...line,
});
const carriage: Line = { name: 'Road freight', quantity: '1', price: '35', amount: '35.00' };

describe('a bill that comes as a file', () => {
  it('waits with what is proposed for it over several receipts, packs in stock units, charges as charges', async () => {
    const id = randomUUID();
    const more =
      '<a:AllowanceCharge><b:ChargeIndicator>true</b:ChargeIndicator><b:AllowanceChargeReason>Fuel surcharge</b:AllowanceChargeReason><b:Amount>5</b:Amount></a:AllowanceCharge>';
    const content = ubl('TF-77', [yarn({ quantity: '100', code: 'XCJ', price: '5.000000000' }), carriage], {
      more,
      total: '540.00',
    });
    const taken = await take(content, id);
    expect([taken.status, taken.body]).toEqual([
      200,
      { taken: [{ id, vendor: '1', number: 'TF-77', kind: 'bill', state: 'read', says: '' }] },
    ]);
    const [draft] = await drafts();
    expect(draft).toMatchObject({
      id,
      title: 'Tarnside Fibres, TF-77',
      body: {
        paper: id,
        reference: 'TF-77',
        date: '2026-03-20',
        currency: 'USD',
        billed: {
          [`${first}/1`]: { quantity: '40', price: '10.00', difference: 'cost' },
          [`${second}/1`]: { quantity: '10', price: '10.00', difference: 'cost' },
        },
        further: [{ what: 'freight', about: '', amount: '40.00' }],
      },
    });
    expect(await read(id)).toMatchObject({
      number: 'TF-77',
      total: '540.00',
      charges: [{ said: 'Fuel surcharge', amount: '5.00' }],
      lines: [
        {
          said: 'Yarn · yarn',
          quantity: '100',
          unit: 'cone',
          price: '5.00',
          amount: '500.00',
          certain: true,
          why: ['number', 'order', 'price'],
          charge: '',
        },
        { said: 'Road freight', covers: [], certain: false, charge: 'freight' },
      ],
    });
    const lines = [{ of: `${first}/1`, quantity: '40', price: '10', discount: '', difference: 'cost' }];
    expect((await ines.post('bill', make.bill('TF-77', lines), id)).status).toBe(201);
    expect(await drafts()).toEqual([]);
    expect((await read(id)).lines[0]).toMatchObject({
      covers: [{ of: `${second}/1`, quantity: '50' }],
      certain: false,
    });
  });

  it('is taken in once, and again only when its draft was thrown away', async () => {
    const [id, content] = [randomUUID(), ubl('TF-78', [yarn({ quantity: '1', amount: '10.00' })])];
    const statuses = await Promise.all([take(content, id), take(content, id)]);
    expect(statuses.map(({ status }) => status)).toEqual([200, 200]);
    expect(await drafts()).toHaveLength(1);
    const other = await take(ubl('TF-78B', [yarn({ quantity: '2', amount: '20.00' })]), id);
    expect([other.status, other.body.detail]).toEqual([422, 'Something else is kept under this id: make a new one.']);
    const again = await take(content);
    expect([again.status, again.body.detail]).toEqual([
      409,
      'TF-78 was taken in already: it is the same paper. Say why it is another bill, or leave it.',
    ]);
    const because = {
      name: 'bill.xml',
      content: Buffer.from(content).toString('base64'),
      another: 'one paper for two bills',
    };
    const second = randomUUID();
    expect((await ines.call('PUT', `/api/incoming-bills/${second}`, because)).status).toBe(200);
    expect((await drafts()).find((draft) => draft.id === second)).toMatchObject({
      body: { reference: 'TF-78', another: 'one paper for two bills' },
    });
    // Proposed anew when it is opened, it is still known why.
    await ines.call('POST', `/api/bills/${second}/open`, {});
    expect((await drafts()).find((draft) => draft.id === second)).toMatchObject({
      body: { another: 'one paper for two bills' },
    });
    await ines.call('DELETE', `/api/drafts/${second}`);
    await ines.call('DELETE', `/api/drafts/${id}`);
    expect((await take(content)).status).toBe(200);
    for (const { id: left } of await drafts()) await ines.call('DELETE', `/api/drafts/${left}`);
  });

  it('at another price than the order’s says so in the order’s own terms', async () => {
    const reply = await take(
      ubl('TF-79', [
        yarn({ quantity: '8', price: '10.40', amount: '83.20' }),
        yarn({ name: 'A loom', item: 'AJ-FL', quantity: '1', price: '900', amount: '900' }),
      ]),
    );
    const shown = await read(String(takenOf(reply)?.id));
    // The loom was ordered and has not come: it is billed ahead.
    expect(shown.billed).toEqual({
      [`${second}/1`]: { quantity: '8', price: '10.40', difference: 'cost' },
      [`${order}/2`]: { quantity: '1', price: '900.00', difference: 'cost' },
    });
    expect(shown.lines[1]).toMatchObject({ covers: [{ of: `${order}/2`, quantity: '1' }], charge: '' });
    await ines.call('DELETE', `/api/drafts/${String(takenOf(reply)?.id)}`);
  });

  it('is read as a Cross Industry Invoice too', async () => {
    const cii = `<r:CrossIndustryInvoice xmlns:r="urn:r" xmlns:x="urn:x" xmlns:u="urn:u">
      <r:ExchangedDocument><x:ID>TF-80</x:ID><x:TypeCode>380</x:TypeCode><x:IssueDateTime><u:DateTimeString format="102">20260321</u:DateTimeString></x:IssueDateTime></r:ExchangedDocument>
      <r:SupplyChainTradeTransaction>
        <x:IncludedSupplyChainTradeLineItem><x:AssociatedDocumentLineDocument><x:LineID>1</x:LineID></x:AssociatedDocumentLineDocument>
          <x:SpecifiedTradeProduct><x:BuyerAssignedID>YARN</x:BuyerAssignedID><x:Name>Yarn</x:Name></x:SpecifiedTradeProduct>
          <x:SpecifiedLineTradeAgreement><x:NetPriceProductTradePrice><x:ChargeAmount>100</x:ChargeAmount><x:BasisQuantity unitCode="KGM">10</x:BasisQuantity></x:NetPriceProductTradePrice></x:SpecifiedLineTradeAgreement>
          <x:SpecifiedLineTradeDelivery><x:BilledQuantity unitCode="KGM">20</x:BilledQuantity></x:SpecifiedLineTradeDelivery>
          <x:SpecifiedLineTradeSettlement><x:SpecifiedTradeSettlementLineMonetarySummation><x:LineTotalAmount>190.00</x:LineTotalAmount></x:SpecifiedTradeSettlementLineMonetarySummation></x:SpecifiedLineTradeSettlement>
        </x:IncludedSupplyChainTradeLineItem>
        <x:ApplicableHeaderTradeAgreement><x:SellerTradeParty><x:Name>Tarnside Fibres</x:Name></x:SellerTradeParty></x:ApplicableHeaderTradeAgreement>
        <x:ApplicableHeaderTradeDelivery><x:DespatchAdviceReferencedDocument><x:IssuerAssignedID>PS-2</x:IssuerAssignedID></x:DespatchAdviceReferencedDocument></x:ApplicableHeaderTradeDelivery>
        <x:ApplicableHeaderTradeSettlement><x:InvoiceCurrencyCode>USD</x:InvoiceCurrencyCode>
          <x:SpecifiedTradeSettlementHeaderMonetarySummation><x:TaxTotalAmount currencyID="USD">15.20</x:TaxTotalAmount><x:GrandTotalAmount>205.20</x:GrandTotalAmount></x:SpecifiedTradeSettlementHeaderMonetarySummation>
        </x:ApplicableHeaderTradeSettlement>
      </r:SupplyChainTradeTransaction></r:CrossIndustryInvoice>`;
    const shown = await read(String(takenOf(await take(cii))?.id));
    // The line takes ten off what its price makes: 190.00 for 20.
    expect(shown).toMatchObject({
      number: 'TF-80',
      tax: '15.20',
      total: '205.20',
      billed: { [`${second}/1`]: { quantity: '20', price: '9.50' } },
      lines: [
        {
          quantity: '20',
          unit: 'kg',
          price: '9.50',
          amount: '190.00',
          why: ['number', 'slip', 'price-near', 'quantity'],
          certain: true,
        },
      ],
    });
  });

  it('says which part cannot be read, keeps the paper, and lets the rest be typed', async () => {
    for (const [content, says, state] of [
      [ubl('X1', [yarn({ amount: '5.001' })]), 'In line 1 “5.001” is no figure with at most 2 decimals.', 'typed'],
      [ubl('X2', [yarn({ quantity: 'some' })]), 'In line 1 “some”', 'typed'],
      [ubl('', [yarn()]), 'no number', 'typed'],
      [ubl('X3', []), 'no lines', 'typed'],
      [ubl('X4', [yarn()]).replace('2026-03-20', '20th March'), '20th March', 'typed'],
      [ubl('X5', [yarn()]).replace('>USD<', '>XXQ<'), 'XXQ', 'typed'],
      [
        ubl('X6', [yarn()], { vendor: 'Nobody' }).replace(number, 'PO-0'),
        'Nobody here is called “Nobody”',
        'unassigned',
      ],
    ] as const) {
      const taken = takenOf(await take(content));
      expect(taken).toMatchObject({ state, says: expect.stringContaining(says) });
      expect((await ines.call('GET', `/api/incoming-bills/${taken?.id}/paper`)).status).toBe(200);
    }
    const waiting = (await ines.call('GET', '/api/bills/waiting')).body.rows as WaitingBill[];
    expect(waiting.filter(({ state }) => state === 'typed')).toHaveLength(6);
    const whose = waiting.find(({ state }) => state === 'unassigned');
    expect((await ines.call('PUT', `/api/incoming-bills/${whose?.id}/vendor`, { vendor: '1' })).status).toBe(200);
    expect((await ines.call('PUT', `/api/incoming-bills/${whose?.id}/vendor`, { vendor: '2' })).status).toBe(409);
    expect((await drafts()).find(({ id }) => id === whose?.id)).toMatchObject({
      body: { vendor: '1', reference: 'X6' },
    });
    for (const { id } of await drafts()) await ines.call('DELETE', `/api/drafts/${id}`);
  });

  it('is refused where it is no paper of a bill at all, and leaves nothing behind', async () => {
    const before = (await ines.call('GET', '/api/bills/waiting')).body;
    for (const [content, says] of [
      ['<Order><ID>1</ID></Order>', 'outermost element'],
      ['<!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/passwd">]><Invoice><ID>&a;</ID></Invoice>', 'DOCTYPE'],
      ['<Invoice>'.repeat(100), 'deep'],
      ['#!/bin/sh\nrm -rf /', 'whatever its name says'],
      ['PK\u0003\u0004 zipped', 'no spreadsheet that can be read'],
    ] as const) {
      const reply = await take(content);
      expect([reply.status, reply.body.detail]).toEqual([422, expect.stringContaining(says)]);
    }
    expect((await ines.call('GET', '/api/bills/waiting')).body).toEqual(before);
    expect((await take(ubl('X', [yarn()]), randomUUID(), odile)).status).toBe(403);
    expect((await odile.call('GET', `/api/incoming-bills/${randomUUID()}`)).status).toBe(403);
    expect((await ines.call('GET', `/api/incoming-bills/${randomUUID()}`)).status).toBe(404);
  });
});

describe('whose a bill is', () => {
  it('is its vendor’s by whatever it calls it that is known here; its tax is that in its own currency', async () => {
    await server.source.query("UPDATE vendor SET mail = 'desk@tarnside.example' WHERE id = 1");
    const tax = (currency: string, amount: string) =>
      `<a:TaxTotal><b:TaxAmount currencyID="${currency}">${amount}</b:TaxAmount></a:TaxTotal>`;
    const content = ubl('TF-80', [yarn({ quantity: '1', amount: '10.00' })], {
      more: tax('NZD', '0.83') + tax('USD', '0.50'),
      total: '10.50',
    });
    const called = {
      number: content.replace('<a:Party>', '<b:CustomerAssignedAccountID>77-4</b:CustomerAssignedAccountID><a:Party>'),
      mail: content
        .replace('TF-80', 'TF-81')
        .replace('Tarnside Fibres', 'Fibres of the Tarn')
        .replace(
          '</a:PartyName>',
          '</a:PartyName><a:Contact><b:ElectronicMail>Desk@tarnside.example</b:ElectronicMail></a:Contact>',
        ),
      other: content.replace('TF-80', 'TF-82').replace('Tarnside Fibres', 'Fibres of the Tarn'),
    };
    const taken = [];
    for (const paper of Object.values(called))
      taken.push(takenOf(await take(paper.replace(`<a:OrderReference><b:ID>${number}</b:ID></a:OrderReference>`, ''))));
    expect(taken.map((one) => [one?.vendor, one?.state])).toEqual([
      ['1', 'read'],
      ['1', 'read'],
      [null, 'unassigned'],
    ]);
    expect(taken[2]?.says).toContain('Nobody here is called “Fibres of the Tarn”');
    expect(await read(taken[0]?.id ?? '')).toMatchObject({ tax: '0.50', total: '10.50' });
    for (const { id } of await drafts()) await ines.call('DELETE', `/api/drafts/${id}`);
    await ines.call('DELETE', `/api/incoming-bills/${taken[2]?.id}`);
  });
});
