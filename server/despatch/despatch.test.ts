import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { AdviceView, HeldView } from '@obolus/contract/views/receiving';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client, Reply } from '../testing/client.ts';

let server: TestServer;
let odile: Client;
let ines: Client;
let order: string;
let number: string;

beforeAll(async () => {
  server = await startTestServer();
  [odile, ines] = await Promise.all([server.as('receiver'), server.as('accountant')]);
  await server.source.query("INSERT INTO item_pack VALUES (1, 'cone', 500000)");
  await server.source.query("INSERT INTO item_code VALUES ('02000000000107', 1, ''), ('12000000000104', 1, 'cone')");
  await server.source.query("INSERT INTO vendor_item VALUES (1, 3, 'AJ-FL')");
  order = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '60', price: '10', due: '2026-03-20' },
      { item: '3', quantity: '2', price: '900' },
    ]),
  );
  number = ((await odile.call('GET', `/api/orders/${order}`)).body as { number: string }).number;
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const send = (client: Client, content: string | Buffer, id: string = randomUUID()): Promise<Reply> =>
  client.call('PUT', `/api/despatch-advices/${id}`, { content: Buffer.from(content).toString('base64') });
const waiting = async () => (await odile.call('GET', '/api/despatch-advices')).body.rows as AdviceView[];

/** As another program writes it: prefixes of its own, an attribute more than is asked for. */
const ubl = (lines: string, more = '') => `<?xml version="1.0" encoding="UTF-8"?>
<d:DespatchAdvice xmlns:d="urn:oasis:names:specification:ubl:schema:xsd:DespatchAdvice-2" xmlns:a="urn:a" xmlns:b="urn:b">
  <b:UBLVersionID>2.1</b:UBLVersionID><b:ID>DA-551</b:ID><b:IssueDate>2026-03-08</b:IssueDate>
  <a:OrderReference><b:ID>${number}/2</b:ID></a:OrderReference>
  <a:DespatchSupplierParty><b:CustomerAssignedAccountID>TARN</b:CustomerAssignedAccountID></a:DespatchSupplierParty>
  <a:Shipment><b:ID>1</b:ID><a:Consignment><b:ID>FHL-077</b:ID></a:Consignment>
    <a:Delivery><a:EstimatedDeliveryPeriod><b:EndDate>2026-03-12</b:EndDate></a:EstimatedDeliveryPeriod></a:Delivery></a:Shipment>${more}
  ${lines}
</d:DespatchAdvice>`;
const ublLine = (
  item: string,
  quantity: string,
  code: string,
) => `<a:DespatchLine><b:ID>1</b:ID><b:DeliveredQuantity unitCode="${code}">${quantity}</b:DeliveredQuantity>
  <a:Item><b:Name>Goods &amp; more</b:Name>${item}</a:Item></a:DespatchLine>`;

describe('a despatch advice', () => {
  it('in UBL fills in what comes before it comes, and goes off the list with the receipt', async () => {
    const gtin =
      '<a:StandardItemIdentification><b:ID schemeID="0160">12000000000104</b:ID></a:StandardItemIdentification>';
    const serials = ['FL-1', 'FL-2']
      .map((serial) => `<a:ItemInstance><b:SerialID>${serial}</b:SerialID></a:ItemInstance>`)
      .join('');
    const loom = `<a:SellersItemIdentification><b:ID>aj-fl</b:ID></a:SellersItemIdentification>${serials}`;
    const lot =
      '<a:ItemInstance><a:LotIdentification><b:LotNumberID>L7</b:LotNumberID><b:ExpiryDate>2027-01-31</b:ExpiryDate></a:LotIdentification></a:ItemInstance>';
    const unknown = `<a:BuyersItemIdentification><b:ID>NOBODY</b:ID></a:BuyersItemIdentification>${lot}`;
    const id = randomUUID();
    const content = ubl([ublLine(gtin, '80', 'XCJ'), ublLine(loom, '2', 'EA'), ublLine(unknown, '4', 'KGM')].join(''));
    const kept = await send(odile, content, id);
    expect([kept.status, (await send(odile, content, id)).status, (await send(odile, content)).status]).toEqual([
      200, 200, 409,
    ]);
    expect(await waiting()).toMatchObject([
      {
        number: 'DA-551',
        vendor: { name: 'Tarnside Fibres' },
        arrives: '2026-03-12',
        shipment: 'FHL-077',
        lines: [
          { of: `${order}/1`, quantity: '40', lot: '', problem: '' },
          { of: `${order}/2`, quantity: '1', lot: 'FL-1', problem: '' },
          { of: `${order}/2`, quantity: '1', lot: 'FL-2', problem: '' },
          {
            of: null,
            said: 'Goods & more · NOBODY',
            quantity: '4',
            lot: 'L7',
            expires: '2027-01-31',
            problem: 'Nothing is to come that is called so.',
          },
        ],
      },
    ]);
    const receipt = await odile.posted(
      'receipt',
      make.receipt([{ of: `${order}/1`, quantity: '40' }], { packingSlip: 'DA-551' }),
    );
    expect(await waiting()).toEqual([]);
    await ines.posted('reversal', { of: receipt, date: '2026-03-12', reason: 'wrong warehouse' });
    expect(await waiting()).toHaveLength(1);
    await odile.call('DELETE', `/api/despatch-advices/${id}`);
    expect(await waiting()).toEqual([]);
  });

  it('keeps the quantities of its lots, and leaves uncounted what it does not divide', async () => {
    const lots = (...units: string[]) =>
      units
        .map(
          (quantity, at) =>
            `<a:ItemInstance><a:LotIdentification><b:LotNumberID>L${at + 1}</b:LotNumberID>${quantity && `<a:AdditionalItemProperty><b:Name>quantity</b:Name><b:ValueQuantity unitCode="KGM">${quantity}</b:ValueQuantity></a:AdditionalItemProperty>`}</a:LotIdentification></a:ItemInstance>`,
        )
        .join('');
    const yarn = (instances: string) =>
      `<a:BuyersItemIdentification><b:ID>yarn</b:ID></a:BuyersItemIdentification>${instances}`;
    const id = randomUUID();
    const lines = [ublLine(yarn(lots('1500', '500')), '2000', 'GRM'), ublLine(yarn(lots('', '')), '3', 'KGM')];
    expect((await send(odile, ubl(lines.join('')), id)).status).toBe(200);
    expect((await waiting())[0]?.lines).toMatchObject([
      { of: `${order}/1`, quantity: '1.5', lot: 'L1' },
      { of: `${order}/1`, quantity: '0.5', lot: 'L2' },
      { of: `${order}/1`, quantity: '3', lot: '', said: expect.stringContaining('L1 · L2') },
    ]);
    await odile.call('DELETE', `/api/despatch-advices/${id}`);
  });

  it('that is taken back, or is for somebody else, is refused in words; a line that is taken back is said', async () => {
    const loom = '<a:SellersItemIdentification><b:ID>aj-fl</b:ID></a:SellersItemIdentification>';
    const refused = async (more: string) => {
      const { status, body } = await send(odile, ubl(ublLine(loom, '1', 'EA'), more));
      return [status, body.detail];
    };
    expect(await refused('<b:DocumentStatusCode>Cancelled</b:DocumentStatusCode>')).toEqual([
      422,
      'The advice DA-551 is cancelled: nothing of it comes.',
    ]);
    expect(
      await refused(
        '<a:BuyerCustomerParty><a:Party><a:PartyName><b:Name>Somebody Else</b:Name></a:PartyName></a:Party></a:BuyerCustomerParty>',
      ),
    ).toEqual([422, 'The advice is for Somebody Else, not for us.']);
    const id = randomUUID();
    const cancelled = ublLine(loom, '1', 'EA').replace(
      '<b:ID>1</b:ID>',
      '<b:ID>1</b:ID><b:LineStatusCode>Cancelled</b:LineStatusCode>',
    );
    expect((await send(odile, ubl(cancelled + ublLine(loom, '1', 'EA')), id)).status).toBe(200);
    expect((await waiting())[0]?.lines).toMatchObject([
      { of: null, problem: 'The vendor has cancelled this line: it does not come.' },
      { of: `${order}/2`, problem: '' },
    ]);
    await odile.call('DELETE', `/api/despatch-advices/${id}`);
  });

  it('comes as a table too, and says which part cannot be read', async () => {
    const table = (rows: string) => send(odile, `advice;order;item;quantity;unit;lot\n${rows}`);
    expect(
      (await table(`CSV-1;${number};02000000000107;12.5;kg;\nCSV-1;${number};YARN;10;cone;\n`)).body,
    ).toMatchObject({
      number: 'CSV-1',
      vendor: { name: 'Tarnside Fibres' },
      lines: [{ quantity: '12.5' }, { quantity: '5' }],
    });
    const says = async (reply: Promise<Reply>) => [(await reply).status, (await reply).body.detail];
    expect(await says(table(`CSV-2;${number};YARN;ten;kg;`))).toEqual([
      422,
      'Line 1: “ten” is no quantity above zero.',
    ]);
    expect(await says(table(`A;;YARN;1;;\nB;;YARN;1;;`))).toEqual([
      422,
      'The file holds more than one advice (A, B): give each in a file of its own.',
    ]);
    expect(await says(table(`CSV-3;PO-0;YARN;1;;`))).toEqual([
      422,
      expect.stringContaining('no order is named that is known'),
    ]);
    expect(await says(send(odile, 'item,quantity\nYARN,1'))).toEqual([422, expect.stringContaining('missing: advice')]);
  });

  it('that means harm is refused, and nothing of it is kept', async () => {
    const before = await waiting();
    const bomb =
      '<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><DespatchAdvice><ID>&b;</ID></DespatchAdvice>';
    const outside = '<!DOCTYPE x SYSTEM "file:///etc/passwd"><DespatchAdvice/>';
    for (const [content, says] of [
      [bomb, 'DOCTYPE'],
      [outside, 'DOCTYPE'],
      [`${'<a>'.repeat(5000)}${'</a>'.repeat(5000)}`, '60 deep'],
      ['<DespatchAdvice><ID>1</DespatchAdvice>', 'not read'],
      ['<Invoice><ID>1</ID></Invoice>', 'outermost element'],
      [Buffer.from([0x3c, 0x61, 0x3e, 0xff, 0xfe, 0x3c, 0x2f, 0x61, 0x3e]), 'not the utf-8'],
      ['', 'no lines'],
      [ubl(''), 'names no goods'],
    ] as const) {
      const reply = await send(odile, content);
      expect([reply.status, reply.body.detail]).toEqual([422, expect.stringContaining(says)]);
    }
    expect((await send(odile, 'x'.repeat(6_000_000))).status).toBe(413);
    expect(await waiting()).toEqual(before);
    expect((await send(await server.as('auditor'), ubl(''))).status).toBe(403);
  });
});

describe('a photo of rejected goods', () => {
  const PNG = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  const keep = (client: Client, content: Buffer, id: string, name = 'tins.png') =>
    client.call('PUT', `/api/papers/${id}`, { name, content: content.toString('base64') });

  it('is kept as what it is, shown where the goods stand, and never run', async () => {
    const id = randomUUID();
    expect([(await keep(odile, PNG, id)).status, (await keep(odile, PNG, id)).status]).toEqual([200, 200]);
    expect((await keep(odile, Buffer.concat([PNG, PNG]), id)).status).toBe(422);
    const held = { of: `${order}/1`, item: '', what: '', quantity: '2', reason: 'wet', place: 'REJ', photo: id };
    await odile.posted('receipt', make.receipt([], { held: [held] }));
    expect((await odile.call('GET', '/api/held-goods')).body.rows as HeldView[]).toMatchObject([{ photo: id }]);
    const shown = await odile.fetch(`/api/papers/${id}`);
    expect(Buffer.from(await shown.arrayBuffer()).equals(PNG)).toBe(true);
    expect(
      ['content-type', 'x-content-type-options', 'content-security-policy'].map((name) => shown.headers.get(name)),
    ).toEqual(['image/png', 'nosniff', "default-src 'none'; sandbox"]);
  });

  it('is refused where it is something else under another name, or somebody else may not', async () => {
    for (const content of ['<svg onload="alert(1)"/>', '<script>alert(1)</script>', 'MZ…']) {
      expect((await keep(odile, Buffer.from(content), randomUUID(), 'photo.png')).status).toBe(422);
    }
    expect((await keep(odile, Buffer.alloc(4_100_000), randomUUID())).status).toBe(413);
    expect((await keep(await server.as('auditor'), PNG, randomUUID())).status).toBe(403);
    expect((await odile.call('GET', `/api/papers/${randomUUID()}`)).status).toBe(404);
    expect(
      (
        await odile.post(
          'receipt',
          make.receipt([], {
            held: [{ of: `${order}/1`, item: '', what: '', quantity: '1', reason: 'x', place: '', photo: 'me.png' }],
          }),
        )
      ).status,
    ).toBe(400);
  });
});

describe('what the company wants of receiving', () => {
  it('is counted blind: whoever receives sees which goods may come, not how many, also not in what is refused', async () => {
    await server.source.query('UPDATE company SET blind = 1');
    const lines = async (client: Client) =>
      (await client.call('GET', '/api/orders/open-lines')).body.rows as OpenOrderLine[];
    expect((await lines(odile))[0]).toMatchObject({
      line: `${order}/1`,
      ordered: '',
      open: '',
      received: '',
      asked: '',
      mayBeOver: '',
    });
    expect((await lines(ines))[0]).toMatchObject({ open: '60' });
    const tooMuch = make.receipt([{ of: `${order}/1`, quantity: '61' }]);
    for (const reply of [await odile.post('receipt', tooMuch), await odile.preview('receipt', tooMuch)]) {
      const [refusal] = (reply.body.errors ?? reply.body.refusals) as { reason: string; says: string }[];
      expect([refusal?.reason, /\d/.test(refusal?.says ?? '')]).toEqual(['count_again', false]);
    }
    expect(JSON.stringify((await ines.post('receipt', tooMuch)).body)).toContain('60');
    expect([
      (await odile.call('GET', '/api/session')).body.company,
      (await ines.call('GET', '/api/session')).body.company,
    ]).toMatchObject([{ blind: true }, { blind: false }]);
    await server.source.query('UPDATE company SET blind = 0');
  });

  it('leaves a draft of the bill for whoever may enter bills; one takes it up, others see by whom', async () => {
    await server.source.query('UPDATE company SET drafts_bill = 1');
    const receipt = await odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '5' }]));
    await server.source.query('UPDATE company SET drafts_bill = 0');
    const [draft] = await ines.drafts();
    expect([draft?.kind, draft?.title, draft?.body, await odile.drafts()]).toEqual([
      'bill',
      'Tarnside Fibres, 2026-03-10',
      { vendor: '1', receipt },
      [],
    ]);
    const second = await server.colleague('accountant', 'second');
    expect(await second.drafts()).toHaveLength(1);
    const kept = await ines.call('PUT', `/api/drafts/${draft?.id}`, {
      kind: 'bill',
      title: 'Mine',
      body: { vendor: '1', reference: 'B-1' },
      version: 1,
    });
    const seen = async (client: Client) => (await client.drafts()).map(({ title, heldBy }) => [title, heldBy]);
    expect([kept.status, await seen(second), await seen(ines)]).toEqual([
      200,
      [['Mine', 'accountant']],
      [['Mine', '']],
    ]);
    const late = await second.call('PUT', `/api/drafts/${draft?.id}`, {
      kind: 'bill',
      title: 'Theirs',
      body: {},
      version: 2,
    });
    expect([late.status, late.body.detail]).toEqual([
      409,
      'accountant is working on this: it is free again a while after the last change.',
    ]);
  });
});
