import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { AssessedBill, WaitingBill } from '@obolus/contract/views/bench';
import { proveBooks } from '../proof/proveBooks.ts';
import { changeCompany } from '../testing/company.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';
import { plannedBills } from './plannedBills.ts';
import { heldBy } from '../testing/held.ts';
import PDFDocument from 'pdfkit';

let server: TestServer;
let ines: Client;
let second: Client;
let odile: Client;

beforeAll(async () => {
  server = await startTestServer();
  [ines, second, odile] = await Promise.all([
    server.as('accountant'),
    server.colleague('accountant', 'second'),
    server.as('receiver'),
  ]);
  await server.source.query(
    'UPDATE company SET bill_over_part = 20000, bill_over_amount = 150000, bill_short_part = 100000',
  );
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

interface Line {
  readonly item: string;
  readonly quantity: string;
  readonly price: string;
  readonly vendorItem?: string;
}
const HEAD = 'vendor,number,date,currency,order,vendor_item,item,description,quantity,price,amount,is\n';
const rows = (number: string, order: string, lines: readonly Line[]) =>
  lines
    .map(
      ({ item, quantity, price, vendorItem = '' }) =>
        `TARN,${number},2026-03-20,USD,${order},${vendorItem},${item},,${quantity},${price},${(BigInt(quantity) * BigInt(price)).toString()}.00,line\n`,
    )
    .join('');

const take = async (content: Buffer | string, { name = 'bills.csv', id = randomUUID() } = {}) => {
  const reply = await ines.call('PUT', `/api/incoming-bills/${id}`, {
    name,
    content: Buffer.from(content).toString('base64'),
  });
  return {
    status: reply.status,
    detail: reply.body.detail,
    taken: (reply.body.taken ?? []) as { id: string; number: string; state: string; says: string; kind: string }[],
  };
};
const waiting = async (who = ines) => (await who.call('GET', '/api/bills/waiting')).body.rows as WaitingBill[];
const received = async (item: string, quantity: string, price: string) => {
  const order = await ines.posted('order', make.order([{ item, quantity, price }]));
  const receipt = await odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity }]));
  const { number } = (await ines.call('GET', `/api/orders/${order}`)).body as { number: string };
  return { order, number, line: `${receipt}/1` };
};
const posted = async (id: string, who = ines) =>
  (await who.call('POST', `/api/bills/${id}/post-agreed`)).body as { says: string; posted: { id: string } | null };
const assessed = async (id: string, who = ines) =>
  ((await who.call('GET', `/api/bills/assessed?ids=${id}`)).body.rows as AssessedRead[])[0];
/** How a bill stands, its messages in words. */
type AssessedRead = Omit<AssessedBill, 'says'> & { says: string };

/** A bill of 10 units at 10 as UBL 2.1, with whatever else it says. */
const ubl = (
  number: string,
  order: string,
  { type = '380', date = '2026-03-20', more = '', sums = '', customer = 'Fernhollow Loom Supply' } = {},
) => `<Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2">
  <ID>${number}</ID><IssueDate>${date}</IssueDate>${type === '' ? '' : `<InvoiceTypeCode>${type}</InvoiceTypeCode>`}<DocumentCurrencyCode>USD</DocumentCurrencyCode>
  <OrderReference><ID>${order}</ID></OrderReference>
  <AccountingSupplierParty><Party><PartyName><Name>Tarnside Fibres</Name></PartyName></Party></AccountingSupplierParty>
  ${customer === '' ? '' : `<AccountingCustomerParty><Party><PartyName><Name>${customer}</Name></PartyName></Party></AccountingCustomerParty>`}${more}
  <LegalMonetaryTotal><LineExtensionAmount>100</LineExtensionAmount><TaxInclusiveAmount>100.00</TaxInclusiveAmount>${sums}</LegalMonetaryTotal>
  <InvoiceLine><ID>1</ID><InvoicedQuantity>10</InvoicedQuantity><LineExtensionAmount>100.00</LineExtensionAmount>
    <Item><Name>Yarn</Name><BuyersItemIdentification><ID>YARN</ID></BuyersItemIdentification></Item><Price><PriceAmount>10</PriceAmount></Price></InvoiceLine>
</Invoice>`;

describe('what is no plain bill', () => {
  it('is refused as a pro forma, in words, and leaves nothing behind', async () => {
    const before = (await waiting()).length;
    const { status, detail, taken } = await take(ubl('D-0', 'PO-1', { type: '325' }), { name: 'bill.xml' });
    expect([status, taken, detail]).toEqual([422, [], expect.stringMatching(/^It is a pro forma: nothing is owed/)]);
    expect((await waiting()).length).toBe(before);
    const kept = await server.source.query("SELECT id FROM incoming_paper WHERE number = 'D-0'");
    expect(kept).toEqual([]);
  });

  it('is never posted unseen, and says why', async () => {
    const { number, line } = await received('1', '10', '10');
    const euro = make.order([{ item: '2', quantity: '10', price: '10' }], { vendor: '2', currency: 'EUR' });
    const otherOrder = await ines.posted('order', euro);
    const other = (await ines.call('GET', `/api/orders/${otherOrder}`)).body.number as string;
    const looked = async (content: string) => {
      const { taken } = await take(content, { name: 'bill.xml' });
      const id = taken[0]?.id ?? '';
      const says = (await assessed(id))?.says ?? '';
      expect([says, (await posted(id)).posted]).toEqual([says, null]);
      // The bill's own page says it too.
      const { doubts } = (await ines.call('GET', `/api/incoming-bills/${id}`)).body;
      expect([doubts, says.includes(String(doubts)) && doubts !== '']).toEqual([doubts, true]);
      await ines.call('DELETE', `/api/drafts/${id}`);
      return says;
    };
    const withheld = '<WithholdingTaxTotal><TaxAmount>10</TaxAmount></WithholdingTaxTotal>';
    expect(await looked(ubl('D-1', number, { type: '326' }))).toContain('It is a bill for a part');
    expect(await looked(ubl('D-2', number, { type: '' }))).toContain('its type is none');
    expect(await looked(ubl('D-3', 'PO-999999'))).toContain('order PO-999999, which is not known here');
    expect(await looked(ubl('D-4', other))).toContain(`order ${other}, which is another vendor’s`);
    const given = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '10' }]));
    await ines.posted('order-closing', { of: given, date: '2026-03-18', reason: 'Too late', lines: [] });
    const closed = (await ines.call('GET', `/api/orders/${given}`)).body.number as string;
    expect(await looked(ubl('D-4b', closed))).toContain(`order ${closed}, which was closed`);
    expect(await looked(ubl('D-5b', number, { customer: '' }))).toContain('does not say who is to pay it');
    expect(await looked(ubl('D-5', number, { customer: 'Somebody Else' }))).toContain('made out to “Somebody Else”');
    expect(await looked(ubl('D-6', number, { sums: '<PrepaidAmount>40</PrepaidAmount>' }))).toContain('40 USD is paid');
    expect(await looked(ubl('D-7', number, { sums: '<PayableRoundingAmount>0.02</PayableRoundingAmount>' }))).toContain(
      'rounds what it asks for by 0.02',
    );
    expect(await looked(ubl('D-8', number, { more: withheld }))).toContain('withholds tax of 10');
    expect(await looked(ubl('D-9', number, { date: '2027-01-05' }))).toContain('Jan 5, 2027, which is still to come');
    expect(await looked(ubl('D-10', number, { sums: '<PayableAmount>60.00</PayableAmount>' }))).toContain(
      '60.00 of 100',
    );
    // Less than nothing is a credit memo, whatever its type is.
    const below = ubl('D-21', number)
      .replaceAll('>100', '>-100')
      .replace('>10</InvoicedQuantity>', '>-10</InvoicedQuantity>');
    const [credit] = (await take(below, { name: 'bill.xml' })).taken;
    expect((await ines.call('GET', `/api/drafts/${credit?.id}`)).body).toMatchObject({ kind: 'credit' });
    expect((await posted(credit?.id ?? '')).posted).toBeNull();
    await ines.call('DELETE', `/api/drafts/${credit?.id}`);
    // What differs says what else there is to look at.
    const dearer = ubl('D-22', 'PO-999999')
      .replaceAll('>100', '>150')
      .replace('>10</PriceAmount>', '>15</PriceAmount>');
    expect(await looked(dearer)).toMatch(/50\.00 USD more than expected.*order PO-999999, which is not known here/);
    // Nothing can be held against a paper in a currency that nobody knows, whatever is typed of it.
    expect(await looked(ubl('D-23', number).replace('>USD<', '>ZZZ<'))).toContain('can only be looked at');
    // Its own figures do not make each other.
    expect(await looked(ubl('D-17', number).replace('>10</PriceAmount>', '>11</PriceAmount>'))).toBe(
      'In line 1, quantity and price do not make the amount: 100.00 USD is said, and 110.00 comes of it.',
    );
    const net = '<TaxExclusiveAmount>99.00</TaxExclusiveAmount>';
    expect(await looked(ubl('D-18', number, { sums: net }))).toBe(
      'It does not add up: its net total and its total. 99.00 USD is said, and the parts come to 100.00.',
    );
    const saying = async (more: string) => looked(ubl('D-15', number, { more }));
    expect(await saying('<CopyIndicator>true</CopyIndicator>')).toContain('says that it is a copy');
    expect(await saying('<PayeeParty><PartyName><Name>Quick Factoring</Name></PartyName></PayeeParty>')).toContain(
      'paid to Quick Factoring, not to the vendor',
    );
    const [vendor] = (await server.source.query('SELECT bank_account AS own FROM vendor WHERE id = 1')) as {
      own: string;
    }[];
    const onFile = (own: string) => server.source.query('UPDATE vendor SET bank_account = ? WHERE id = 1', [own]);
    await onFile('NZ 01-0242');
    const account = (id: string) =>
      `<PaymentMeans><PaymentMeansCode>30</PaymentMeansCode><PayeeFinancialAccount><ID>${id}</ID></PayeeFinancialAccount></PaymentMeans>`;
    expect(await saying(account('GB99 1111'))).toContain('another bank account than the vendor’s: GB99 1111');
    // One of several is enough; then only what else is odd about it is said.
    expect(await saying(`${account('GB99 1111')}${account('nz010242')}<CopyIndicator>1</CopyIndicator>`)).toContain(
      'a copy',
    );
    const numberOf = async (id = '') => String((await ines.call('GET', `/api/documents/${id}`)).body.number);
    const ours = await numberOf(line.split('/')[0]);
    const came = [{ of: `${otherOrder}/1`, quantity: '10' }];
    const theirs = await numberOf(await odile.posted('receipt', make.receipt(came, { vendor: '2' })));
    const names = (receipt: string) => `<ReceiptDocumentReference><ID>${receipt}</ID></ReceiptDocumentReference>`;
    expect(await saying(names('GR-999999'))).toContain('receipt GR-999999, which is not known here');
    expect(await saying(names(theirs))).toContain(`receipt ${theirs}, which is of another vendor’s goods`);
    expect(await saying(`${names(ours)}<CopyIndicator>1</CopyIndicator>`)).not.toContain('receipt');
    const slip = (named: string) => `<DespatchDocumentReference><ID>${named}</ID></DespatchDocumentReference>`;
    expect(await saying(slip('PS-404'))).toContain('packing slip PS-404, which came with no receipt of this vendor');
    const contract = (named: string) => `<ContractDocumentReference><ID>${named}</ID></ContractDocumentReference>`;
    const agree = async (of: string, named: string, to: string) => {
      const key = { 'Idempotency-Key': randomUUID() };
      const fields = { vendor: of, number: named, to };
      expect((await ines.call('POST', '/api/registers/contracts', { fields }, key)).status).toBe(201);
    };
    // Of a vendor whose contracts are not kept here nothing is known.
    expect(await saying(`${contract('FRAME 9')}<CopyIndicator>1</CopyIndicator>`)).not.toContain('contract');
    await agree('BEIR', 'FRAME 8', '');
    expect(await saying(contract('frame 8'))).toContain('contract frame 8, which is another vendor’s');
    await agree('TARN', 'FRAME 7', '2026-03-19');
    expect(await saying(contract('FRAME 9'))).toContain('contract FRAME 9, which is none that we have');
    expect(await saying(contract('frame  7'))).toContain('contract frame  7, which is not in force on');
    const earlier = (named: string) =>
      `<BillingReference><InvoiceDocumentReference><ID>${named}</ID></InvoiceDocumentReference></BillingReference>`;
    expect(await saying(earlier('B-404'))).toContain('refers to bill B-404, which is not known here');
    await ines.posted('bill', make.charge('B-405', '10', { vendor: '1' }));
    expect(await saying(earlier('b 405'))).toContain('refers to bill b 405, which is entered already');
    // All of it is said, not the first alone.
    expect(await looked(ubl('D-19', number, { type: '326', date: '2027-01-05', more: withheld }))).toMatch(
      /It is a bill for a part.*withholds tax of 10.*still to come/,
    );
    await onFile(vendor?.own ?? '');
    expect(await saying('<PrepaidPayment><PaidAmount>40</PaidAmount></PrepaidPayment>')).toContain(
      'not understood: prepaid payment, paid amount: 40',
    );
    expect(await saying('<IssueDate>2026-03-21</IssueDate>')).toContain(
      'not understood: issue date: 2026-03-20 | 2026-03-21',
    );
    const euros = '<AllowanceTotalAmount currencyID="EUR">5</AllowanceTotalAmount>';
    expect(await looked(ubl('D-16', number, { sums: euros }))).toContain('allowance total amount: 5 EUR');
    // Billed in full by another paper meanwhile.
    const plain = ubl('D-11', number, {
      customer: ' fernhollow loom  supply',
      sums: '<PayableAmount>100</PayableAmount>',
    });
    const [first] = (await take(plain, { name: 'bill.xml' })).taken;
    await ines.posted('bill', make.bill('D-12', [{ of: line, quantity: '10', price: '10' }]));
    expect((await assessed(first?.id ?? ''))?.standing).not.toBe('agrees');
    expect(await looked(ubl('D-13', number))).not.toBe('');
    await ines.call('DELETE', `/api/drafts/${first?.id}`);
    // The same paper for an order that is open is posted.
    const again = await received('1', '10', '10');
    expect(await looked(ubl('D-20', again.number, { more: names(ours), date: '2026-05-20' }))).toContain(
      `${ours}, of which all is billed`,
    );
    const [good] = (
      await take(plain.replaceAll(number, again.number).replace('D-11', 'D-14').replace('2026-03-20', '2026-05-20'), {
        name: 'b.xml',
      })
    ).taken;
    expect(await posted(good?.id ?? '')).toMatchObject({ says: '', posted: { kind: 'bill' } });
  });
});

describe('a stack of bills', () => {
  it('becomes a bill for each number, and all that agree are posted in one go', async () => {
    const [one, two] = [await received('1', '30', '10'), await received('3', '2', '500')];
    const stack =
      HEAD +
      rows('S-1', one.number, [{ item: 'YARN', quantity: '30', price: '10' }]) +
      rows('S-2', two.number, [{ item: 'LOOM', quantity: '2', price: '520' }]) +
      'TARN,S-3,2026-03-20,USD,,,,Something else,1,5,5.00,line\n';
    const { taken } = await take(stack);
    expect(taken.map(({ number, state }) => [number, state])).toEqual([
      ['S-1', 'read'],
      ['S-2', 'read'],
      ['S-3', 'read'],
    ]);
    const [s1 = '', s2 = '', s3 = ''] = taken.map(({ id }) => id);
    expect(await assessed(s1)).toEqual({ id: s1, standing: 'agrees', says: '', total: '300.00', differs: null });
    expect(await assessed(s2)).toMatchObject({ standing: 'differs', total: '1040.00', differs: '40.00' });
    expect((await posted(s1)).posted).toMatchObject({ kind: 'bill' });
    expect(await posted(s2)).toEqual({ says: expect.stringContaining('40.00'), posted: null });
    expect((await posted(s3)).says).toContain('not complete');
    // Taken in again nothing is new; what was posted is told.
    expect((await take(stack)).taken.map(({ says }) => says)).toEqual([
      'It was taken in before.',
      'It was taken in before.',
      'It was taken in before.',
    ]);
    expect((await ines.call('POST', `/api/bills/${s1}/post-agreed`)).status).toBe(404);
  });

  it('follows what has come since, and teaches what the vendor calls its goods', async () => {
    const order = await ines.posted('order', make.order([{ item: '2', quantity: '10', price: '18' }]));
    const { number } = (await ines.call('GET', `/api/orders/${order}`)).body as { number: string };
    const { taken } = await take(
      HEAD + rows('L-1', number, [{ item: 'LINEN', quantity: '10', price: '18', vendorItem: 'BL-N' }]),
    );
    const id = taken[0]?.id ?? '';
    const before = await assessed(id);
    expect(before).toMatchObject({ standing: 'differs', says: expect.stringContaining('180.00') });
    const proposedOn = async () => {
      await ines.call('POST', `/api/bills/${id}/open`);
      await ines.call('POST', `/api/bills/${id}/let-go`);
      const sql = 'SELECT d.rests_on, d.body, h.place FROM draft d JOIN ledger_head h WHERE d.id = ?';
      const [draft] = (await server.source.query(sql, [id])) as Record<'rests_on' | 'body' | 'place', string>[];
      return draft;
    };
    // As long as nothing came and nothing was set up it is as it was proposed.
    const first = await proposedOn();
    expect(await proposedOn()).toEqual(first);
    expect(first?.rests_on).toContain(` ${first?.place} `);
    await changeCompany(server, { blind: 'yes' });
    await changeCompany(server, { blind: '' });
    const anew = await proposedOn();
    expect([anew?.body, anew?.rests_on === first?.rests_on]).toEqual([first?.body, false]);
    await odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]));
    expect((await posted(id)).posted).toMatchObject({ kind: 'bill' });
    expect(
      await server.source.query('SELECT item_id, number FROM vendor_item WHERE vendor_id = 1 AND item_id = 2'),
    ).toEqual([{ item_id: '2', number: 'BL-N' }]);
    const next = await received('2', '5', '18');
    const { taken: again } = await take(HEAD + `TARN,L-2,2026-03-21,USD,,BL-N,,called otherwise,5,18,90.00,line\n`);
    const shown = (await ines.call('GET', `/api/incoming-bills/${again[0]?.id}`)).body as {
      covers: { of: string }[][];
      lines: { why: string[] }[];
    };
    expect([shown.covers[0]?.[0]?.of, shown.lines[0]?.why]).toEqual([next.line, ['number', 'price', 'quantity']]);
  });
});

describe('two accountants on one bill', () => {
  it('the second sees who has it, and neither changes nor posts it; when it is let go, or the hold runs out, they may', async () => {
    const goods = await received('1', '12', '10');
    const { taken } = await take(HEAD + rows('H-1', goods.number, [{ item: 'YARN', quantity: '12', price: '10' }]));
    const id = taken[0]?.id ?? '';
    expect((await ines.call('POST', `/api/bills/${id}/open`)).body).toEqual({ heldBy: '', version: 1 });
    expect((await second.call('POST', `/api/bills/${id}/open`)).body).toEqual({ heldBy: 'accountant', version: 1 });
    expect((await waiting(second)).find((bill) => bill.id === id)?.heldBy).toBe('accountant');
    const body = make.bill('H-1', [{ of: goods.line, quantity: '12', price: '10' }]);
    const asSecond = await second.post('bill', body, id);
    expect([asSecond.status, asSecond.body.detail]).toEqual([
      409,
      'accountant is working on this: it is free again a while after the last change.',
    ]);
    expect((await posted(id, second)).says).toBe('accountant is working on it.');
    await server.source.query('UPDATE draft SET held_until = UTC_TIMESTAMP(6) - INTERVAL 1 SECOND WHERE id = ?', [id]);
    const changed = await second.call('PUT', `/api/drafts/${id}`, {
      kind: 'bill',
      title: 'mine now',
      body: { vendor: '1' },
      command: body,
      version: 1,
    });
    expect(changed.body).toEqual({ version: 2 });
    await second.call('POST', `/api/bills/${id}/let-go`);
    // The first still looks at what was there before.
    const late = await ines.call('POST', '/api/documents/bill', body, { 'Idempotency-Key': id, 'Draft-Version': '1' });
    expect([late.status, late.body.title]).toEqual([409, 'Changed meanwhile']);
    expect(
      (await ines.call('POST', '/api/documents/bill', body, { 'Idempotency-Key': id, 'Draft-Version': '2' })).status,
    ).toBe(201);
    const twice = await second.post('bill', body, id);
    expect([twice.status, twice.body.detail]).toEqual([422, expect.stringContaining('posted this as')]);
  });

  it('who post it at the same moment post it once', async () => {
    const goods = await received('1', '7', '10');
    const { taken } = await take(HEAD + rows('H-2', goods.number, [{ item: 'YARN', quantity: '7', price: '10' }]));
    const id = taken[0]?.id ?? '';
    const body = make.bill('H-2', [{ of: goods.line, quantity: '7', price: '10' }]);
    const replies = await Promise.all([ines, second].map((who) => who.post('bill', body, id)));
    expect(replies.map(({ status }) => status).sort()).toEqual([201, 422]);
  });
});

describe('a bill that is kept for later', () => {
  const TODAY = '2026-11-23';

  it('posts by itself on its day, once, and says why where it cannot', async () => {
    const [one, two] = [await received('1', '13', '10'), await received('1', '11', '10')];
    const { taken } = await take(
      HEAD +
        rows('P-1', one.number, [{ item: 'YARN', quantity: '13', price: '10' }]) +
        rows('P-2', two.number, [{ item: 'YARN', quantity: '11', price: '10' }]),
    );
    const [p1 = '', p2 = ''] = taken.map(({ id }) => id);
    const plan = (id: string, to: object) =>
      ines.call('PUT', `/api/bills/${id}/plan`, { note: '', lookAgain: '', postOn: '', ...to });
    expect((await plan(p1, { postOn: TODAY })).status).toBe(422);
    const planned = await plan(p1, { postOn: '2026-12-02', note: 'not before December' });
    expect([planned.status, planned.body.detail]).toEqual([200, undefined]);
    expect((await plan(p2, { postOn: '2026-12-01' })).status).toBe(200);
    expect((await waiting()).find(({ id }) => id === p1)).toMatchObject({
      note: 'not before December',
      postOn: '2026-12-02',
    });
    // The goods of the second are billed by hand meanwhile.
    await second.posted('bill', make.bill('P-2B', [{ of: two.line, quantity: '11', price: '10' }]));
    const post = (today: string) => plannedBills.run(heldBy(server.source, today));
    await post('2026-11-30');
    expect((await waiting()).filter(({ id }) => id === p1 || id === p2)).toHaveLength(2);
    await Promise.all([post('2026-12-02'), post('2026-12-02')]);
    const left = await waiting();
    expect(left.find(({ id }) => id === p1)).toBeUndefined();
    expect(left.find(({ id }) => id === p2)).toMatchObject({
      postOn: null,
      says: expect.stringContaining('Everything received on this line is billed already'),
    });
    expect(await server.source.query("SELECT COUNT(*) AS n FROM document WHERE reference = 'P-1'")).toEqual([
      { n: '1' },
    ]);
  });
});

/** The same bill of so many units. */
const quantity = (xml: string, units: string) =>
  xml
    .replaceAll('>100<', `>${units}0<`)
    .replaceAll('>100.00<', `>${units}0.00<`)
    .replace('<InvoicedQuantity>10<', `<InvoicedQuantity>${units}<`);

describe('when a bill is due', () => {
  const due = (...days: readonly string[]) =>
    days.map((day) => `<PaymentTerms><PaymentDueDate>${day}</PaymentDueDate></PaymentTerms>`).join('');
  it('is as its vendor’s terms say; where its paper says another day, that is said, or taken as the company has it', async () => {
    const goods = await received('1', '23', '10');
    const said = quantity(ubl('DU-1', goods.number, { more: due('2026-04-01+01:00') }), '23');
    const id = (await take(said, { name: 'due.xml' })).taken[0]?.id ?? '';
    expect((await assessed(id))?.says).toMatch(
      /^It is due on Apr 1, 2026 by the paper, and on .+ by the vendor’s terms\.$/,
    );
    expect((await ines.call('GET', `/api/incoming-bills/${id}`)).body.due).toBe('2026-04-01');
    await changeCompany(server, { due_by_paper: 'yes' });
    expect((await assessed(id))?.standing).toBe('agrees');
    const { posted: bill } = await posted(id);
    expect(await server.source.query('SELECT due_day FROM document WHERE id = ?', [bill?.id])).toEqual([
      { due_day: '2026-04-01' },
    ]);
    await changeCompany(server, { due_by_paper: '' });
  });

  it('may offer a discount: as the terms have it, another that is looked at, or one that terms of ours take', async () => {
    const goods = await received('1', '31', '10');
    const offering = async (number: string, terms: string) => {
      const xml = quantity(ubl(number, goods.number, { more: `<PaymentTerms>${terms}</PaymentTerms>` }), '31');
      const id = (await take(xml, { name: `${number}.xml` })).taken[0]?.id ?? '';
      const [draft] = (await server.source.query(
        "SELECT JSON_VALUE(command, '$.terms') AS terms FROM draft WHERE id = ?",
        [id],
      )) as { terms: string | null }[];
      const says = (await assessed(id))?.says;
      await ines.call('DELETE', `/api/drafts/${id}`);
      return [says, draft?.terms ?? null];
    };
    const two = (days: string, unit = 'DAY') =>
      `<SettlementDiscountPercent>2.00</SettlementDiscountPercent><SettlementPeriod><DurationMeasure unitCode="${unit}">${days}</DurationMeasure></SettlementPeriod>`;
    const other = 'It offers 2 % for paying within 10 days, which the vendor’s terms do not.';
    expect(await offering('SK-1', two('10'))).toEqual([other, null]);
    expect(await offering('SK-2', '<Note>Thank you. #SKONTO#TAGE=10#PROZENT=2.00#</Note>')).toEqual([other, null]);
    expect(await offering('SK-3', two('2', 'WEE'))).toEqual([expect.stringContaining('say which terms hold'), null]);
    expect(await offering('SK-4', '<Note>#SKONTO#TAGE=7#PROZENT=3#\n#SKONTO#TAGE=14#PROZENT=2#</Note>')).toEqual([
      expect.stringContaining('2 discounts'),
      null,
    ]);
    const { insertId } = (await server.source.query(
      "INSERT INTO terms (code, name, days, discount, discount_days) VALUES ('2/10', '2 % in 10 days', 30, 20000, 10)",
    )) as { insertId: number };
    await changeCompany(server, { due_by_paper: 'yes' });
    expect(await offering('SK-5', two('10'))).toEqual(['', String(insertId)]);
    expect(await offering('SK-6', two('11'))).toEqual([expect.stringContaining('within 11 days'), null]);
    await changeCompany(server, { due_by_paper: '' });
  });

  it('is not before it was billed; in parts it is looked at', async () => {
    const early = make.charge('DU-2', '10', { due: '2026-02-01' });
    expect((await ines.post('bill', early)).body.errors).toMatchObject([{ reason: 'due_before_billed', at: '/due' }]);
    const never = make.charge('DU-2', '10', { due: '2026-02-31' });
    expect((await ines.post('bill', never)).body.errors).toMatchObject([{ reason: 'date_impossible', at: '/due' }]);
    const goods = await received('1', '29', '10');
    const parts = quantity(ubl('DU-3', goods.number, { more: due('2026-05-01', '2026-04-01', '2026-04-01') }), '29');
    const id = (await take(parts, { name: 'parts.xml' })).taken[0]?.id ?? '';
    expect((await assessed(id))?.says).toContain('paid in parts, on Apr 1, 2026 and May 1, 2026');
    await ines.call('DELETE', `/api/drafts/${id}`);
  });
});

describe('a bill for what was not delivered yet', () => {
  it('that asks for a prepayment is offered as one, for its order', async () => {
    const goods = await received('1', '71', '10');
    const { taken } = await take(quantity(ubl('VO-1', goods.number, { type: '386' }), '71'), { name: 'vo.xml' });
    const id = taken[0]?.id ?? '';
    expect((await assessed(id))?.says).toBe('It asks for a prepayment: enter it as one.');
    expect((await ines.call('GET', `/api/incoming-bills/${id}`)).body.prepays).toEqual({
      order: goods.order,
      amount: '710.00',
      tax: '',
    });
    await ines.call('DELETE', `/api/drafts/${id}`);
  });

  it('that is prepaid says what was prepaid here and is open', async () => {
    const goods = await received('1', '73', '10');
    const sums = '<PrepaidAmount>30.00</PrepaidAmount>';
    const said = async (number: string) => {
      const xml = quantity(ubl(number, goods.number, { sums }), '73');
      const id = (await take(xml, { name: `${number}.xml` })).taken[0]?.id ?? '';
      const says = (await assessed(id))?.says;
      await ines.call('DELETE', `/api/drafts/${id}`);
      return says;
    };
    expect(await said('PR-1')).toContain('nothing that was prepaid is open here');
    const prepayment = await ines.posted('prepayment', {
      vendor: '1',
      date: '2026-03-20',
      amount: '50',
      currency: 'USD',
      order: '',
    });
    const { number } = (await ines.call('GET', `/api/documents/${prepayment}`)).body as { number: string };
    expect(await said('PR-2')).toContain(`50.00 USD prepaid is open here (${number})`);
  });
});

describe('a bill that came by mail', () => {
  it('is looked at where it was sent from elsewhere than the vendor has its address', async () => {
    const goods = await received('1', '61', '10');
    const { taken } = await take(quantity(ubl('EL-1', goods.number), '61'), { name: 'el.xml' });
    const id = taken[0]?.id ?? '';
    const from = async (sender: string) => {
      await server.source.query("UPDATE incoming_paper SET came = 'mail', sender = ? WHERE id = ?", [sender, id]);
      return assessed(id);
    };
    await server.source.query("UPDATE vendor SET mail = 'desk@tarnside.example' WHERE id = 1");
    expect(await from('billing@TARNSIDE.example')).toMatchObject({ standing: 'agrees', says: '' });
    expect(await from('desk@tarnside-fibres.example')).toMatchObject({
      standing: 'look',
      says: 'It was sent from desk@tarnside-fibres.example, not from the vendor’s address (desk@tarnside.example).',
    });
    await ines.call('DELETE', `/api/drafts/${id}`);
  });
});

describe('a bill that waits twice', () => {
  it('is one bill with two papers once somebody says so', async () => {
    const goods = await received('1', '67', '10');
    const one = (await take(quantity(ubl('JO-1', goods.number), '67'), { name: 'jo.xml' })).taken[0]?.id ?? '';
    const row = HEAD + rows('jo 1', goods.number, [{ item: 'YARN', quantity: '67', price: '10' }]);
    const two = (await take(row)).taken[0]?.id ?? '';
    const read = async (id: string, what = '') => (await ines.call('GET', `/api/incoming-bills/${id}${what}`)).body;
    expect([(await read(one)).twin, (await read(two)).twin]).toEqual([
      { id: two, number: 'jo 1', name: 'bills.csv' },
      { id: one, number: 'JO-1', name: 'jo.xml' },
    ]);
    const join = async (id: string, of: string, who = ines) =>
      (await who.call('PUT', `/api/incoming-bills/${id}/beside`, { of })).status;
    const other = (await take(row.replaceAll('TARN', 'GREY').replaceAll('jo 1', 'jo 2'))).taken[0]?.id ?? '';
    expect([await join(one, one), await join(other, one), await join(randomUUID(), one)]).toEqual([404, 422, 404]);
    // Whoever holds one of them is not joined away.
    await second.call('POST', `/api/bills/${two}/open`);
    expect(await join(two, one)).toBe(409);
    await second.call('POST', `/api/bills/${two}/let-go`);
    expect([await join(two, one), await join(two, one)]).toEqual([200, 404]);
    expect([(await read(one)).twin, (await read(one, '/readable')).others]).toEqual([
      null,
      [{ id: two, name: 'bills.csv' }],
    ]);
    expect((await waiting()).filter(({ number }) => /^jo.1$/i.test(number))).toHaveLength(1);
    // Taken in once more, it is at work.
    expect((await take(row)).status).toBe(409);
    // Taken out again it waits by itself, as it was read, and is put with the other once more.
    const out = async (id: string) => (await ines.call('DELETE', `/api/incoming-bills/${id}/beside`)).status;
    await ines.call('POST', `/api/bills/${one}/let-go`);
    await second.call('POST', `/api/bills/${one}/open`);
    expect(await out(two)).toBe(409);
    await second.call('POST', `/api/bills/${one}/let-go`);
    expect([await out(two), await out(two), await out(one), await out(randomUUID())]).toEqual([200, 404, 404, 404]);
    expect((await waiting()).filter(({ number }) => /^jo.1$/i.test(number))).toMatchObject([
      { id: one, vendor: { name: 'Tarnside Fibres' }, state: 'ready' },
      { id: two, vendor: { name: 'Tarnside Fibres' }, state: 'ready', total: '670.00' },
    ]);
    expect([(await read(two)).twin, (await read(one, '/readable')).others]).toEqual([
      { id: one, number: 'JO-1', name: 'jo.xml' },
      [],
    ]);
    expect(await join(two, one)).toBe(200);
    expect((await posted(one)).posted).toMatchObject({ kind: 'bill' });
    expect((await take(row)).status).toBe(409);
    await ines.call('DELETE', `/api/drafts/${other}`);
  });

  it('is said at both, whatever they came as, and neither is posted unseen; one of them is enough', async () => {
    const goods = await received('1', '17', '10');
    const xml = ubl('TW-1', goods.number).replaceAll('>100<', '>170<').replaceAll('>100.00<', '>170.00<');
    const seventeen = xml.replace('<InvoicedQuantity>10<', '<InvoicedQuantity>17<');
    const one = (await take(seventeen, { name: 'tw.xml' })).taken[0]?.id ?? '';
    expect((await assessed(one))?.says).not.toContain('waits already');
    const other = await take(HEAD + rows('tw 1', goods.number, [{ item: 'YARN', quantity: '17', price: '10' }]));
    const two = other.taken[0]?.id ?? '';
    expect((await assessed(one))?.says).toContain('tw 1 waits already: bills.csv. Only one of them is to be entered.');
    expect((await assessed(two))?.says).toContain('TW-1 waits already: tw.xml. Only one of them is to be entered.');
    expect([(await posted(one)).posted, (await posted(two)).posted]).toEqual([null, null]);
    await ines.call('DELETE', `/api/drafts/${two}`);
    expect((await assessed(one))?.says).not.toContain('waits already');
  });
});

describe('a bill that somebody planned who may not post it on its day', () => {
  it('does not post, and says why', async () => {
    const goods = await received('1', '37', '10');
    const { taken } = await take(HEAD + rows('P-9', goods.number, [{ item: 'YARN', quantity: '37', price: '10' }]));
    const id = taken[0]?.id ?? '';
    const planned = await second.call('PUT', `/api/bills/${id}/plan`, {
      note: '',
      lookAgain: '',
      postOn: '2026-12-03',
    });
    expect([planned.status, planned.body.detail]).toEqual([200, undefined]);
    const by = 'SELECT post_by FROM draft WHERE id = ?';
    await server.source.query(`UPDATE user_account SET blocked = 1 WHERE id = (${by})`, [id]);
    await plannedBills.run(heldBy(server.source, '2026-12-03'));
    expect((await waiting()).find((row) => row.id === id)).toMatchObject({
      postOn: null,
      says: expect.stringMatching(/^It did not post automatically: .+ may not do this any more\.$/),
    });
    await server.source.query('UPDATE user_account SET blocked = 0');
  });
});

describe('papers that are more than XML', () => {
  const pdf = async (attach?: { name: string; content: string }) => {
    const document = new PDFDocument();
    const parts: Buffer[] = [];
    document.on('data', (part: Buffer) => parts.push(part));
    const ended = new Promise((resolve) => document.on('end', resolve));
    document.text('A bill');
    if (attach) document.file(Buffer.from(attach.content), { name: attach.name });
    document.end();
    await ended;
    return Buffer.concat(parts);
  };

  it('a PDF with an XML in it is read; one without waits for its vendor, and is looked at beside what is typed', async () => {
    const xml = `<r:CrossIndustryInvoice xmlns:r="r" xmlns:x="x" xmlns:u="u"><r:ExchangedDocument><x:ID>PDF-1</x:ID><x:IssueDateTime><u:DateTimeString format="102">20260321</u:DateTimeString></x:IssueDateTime></r:ExchangedDocument>
      <r:SupplyChainTradeTransaction><x:IncludedSupplyChainTradeLineItem><x:AssociatedDocumentLineDocument><x:LineID>1</x:LineID></x:AssociatedDocumentLineDocument><x:SpecifiedTradeProduct><x:Name>Merino yarn</x:Name></x:SpecifiedTradeProduct>
      <x:SpecifiedLineTradeAgreement><x:NetPriceProductTradePrice><x:ChargeAmount>10</x:ChargeAmount></x:NetPriceProductTradePrice></x:SpecifiedLineTradeAgreement><x:SpecifiedLineTradeDelivery><x:BilledQuantity>3</x:BilledQuantity></x:SpecifiedLineTradeDelivery>
      <x:SpecifiedLineTradeSettlement><x:SpecifiedTradeSettlementLineMonetarySummation><x:LineTotalAmount>30.00</x:LineTotalAmount></x:SpecifiedTradeSettlementLineMonetarySummation></x:SpecifiedLineTradeSettlement></x:IncludedSupplyChainTradeLineItem>
      <x:ApplicableHeaderTradeAgreement><x:SellerTradeParty><x:Name>Tarnside Fibres</x:Name></x:SellerTradeParty></x:ApplicableHeaderTradeAgreement><x:ApplicableHeaderTradeSettlement><x:InvoiceCurrencyCode>USD</x:InvoiceCurrencyCode>
      <x:SpecifiedTradeSettlementHeaderMonetarySummation><x:GrandTotalAmount>30.00</x:GrandTotalAmount></x:SpecifiedTradeSettlementHeaderMonetarySummation></x:ApplicableHeaderTradeSettlement></r:SupplyChainTradeTransaction></r:CrossIndustryInvoice>`;
    const read = await take(await pdf({ name: 'factur-x.xml', content: xml }), { name: 'bill.pdf' });
    expect(read.taken).toMatchObject([{ number: 'PDF-1', state: 'read', says: '' }]);
    const plain = await take(await pdf(), { name: 'scan.pdf' });
    expect(plain.taken).toMatchObject([{ state: 'unassigned', says: 'There is no XML in the PDF.' }]);
    const id = plain.taken[0]?.id ?? '';
    await ines.call('PUT', `/api/incoming-bills/${id}/vendor`, { vendor: '3' });
    expect((await waiting()).find((bill) => bill.id === id)).toMatchObject({
      vendor: { name: 'Greywake Lines' },
      state: 'typed',
      complete: false,
    });
    const paper = await ines.fetch(`/api/incoming-bills/${id}/paper`);
    expect([
      paper.headers.get('content-type'),
      paper.headers.get('content-security-policy'),
      paper.headers.get('x-content-type-options'),
    ]).toEqual(['application/pdf', "default-src 'none'; sandbox", 'nosniff']);
    expect((await assessed(id))?.says).toContain('not complete');
  });

  it('a credit note is proposed against what went back and what was asked for', async () => {
    const goods = await received('3', '2', '500');
    const bill = await ines.posted(
      'bill',
      make.bill('CN-B', [{ of: goods.line, quantity: '2', price: '510' }], {
        lines: [
          { of: goods.line, quantity: '2', price: '510', discount: '', difference: 'credit', reason: 'wrong price' },
        ],
      }),
    );
    const back = await odile.posted('return', {
      vendor: '1',
      date: '2026-03-29',
      reference: 'R-1',
      lines: [{ of: goods.line, quantity: '1', replace: false, confirmed: false }],
    });
    const note = `<CreditNote><ID>CN-1</ID><IssueDate>2026-03-30</IssueDate><DocumentCurrencyCode>USD</DocumentCurrencyCode><BillingReference><InvoiceDocumentReference><ID>cn b</ID></InvoiceDocumentReference></BillingReference>
      <AccountingSupplierParty><Party><PartyName><Name>Tarnside Fibres</Name></PartyName></Party></AccountingSupplierParty><LegalMonetaryTotal><TaxInclusiveAmount>520.00</TaxInclusiveAmount></LegalMonetaryTotal>
      <CreditNoteLine><ID>1</ID><CreditedQuantity unitCode="C62">1</CreditedQuantity><LineExtensionAmount>500.00</LineExtensionAmount><Item><Name>As agreed</Name><BuyersItemIdentification><ID>loom</ID></BuyersItemIdentification></Item><Price><PriceAmount>500</PriceAmount></Price></CreditNoteLine>
      <CreditNoteLine><ID>2</ID><CreditedQuantity unitCode="C62">1</CreditedQuantity><LineExtensionAmount>20.00</LineExtensionAmount><Item><Name>Price of bill CN-B</Name></Item><Price><PriceAmount>20</PriceAmount></Price></CreditNoteLine></CreditNote>`;
    const { taken } = await take(note, { name: 'credit.xml' });
    expect(taken).toMatchObject([{ number: 'CN-1', kind: 'credit', state: 'read' }]);
    const draft = (await ines.call('GET', `/api/drafts/${taken[0]?.id}`)).body as {
      kind: string;
      body: { credited: object };
    };
    expect([draft.kind, draft.body.credited]).toEqual([
      'credit',
      { [`${back}/1`]: { quantity: '1', price: '500.00' }, [`${bill}/1`]: { amount: '20.00', to: 'expected' } },
    ]);
    expect((await posted(taken[0]?.id ?? '')).posted).toMatchObject({ kind: 'credit' });
  });
});
