import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { ListPage } from '@obolus/contract/listState';
import { base, formatAmount } from '@obolus/core/exact/amounts';
import type { CreditableView } from '@obolus/contract/views/bench';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';
import { answer, approvals } from '../testing/answer.ts';
import type { Client, Reply } from '../testing/client.ts';

let server: TestServer;
let ines: Client;
let sam: Client;
let piet: Client;
let odile: Client;

beforeAll(async () => {
  server = await startTestServer();
  [ines, sam, piet, odile] = await Promise.all([
    server.as('accountant'),
    server.as('administrator'),
    server.as('approver'),
    server.as('receiver'),
  ]);
  // Two percent, at most 15.00; less by ten percent; a second person above 100.00.
  await server.source.query(
    'UPDATE company SET bill_over_part = 20000, bill_over_amount = 150000, bill_short_part = 100000, sign_off_above = 1000000',
  );
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const received = async (item: string, quantity: string, price: string, ordered = quantity) => {
  const order = await ines.posted('order', make.order([{ item, quantity: ordered, price }]));
  return { order, line: `${await odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity }]))}/1` };
};
const refusals = ({ body }: Reply) =>
  ((body.errors ?? body.refusals) as RefusalView[]).map(({ reason, at }) => `${reason} ${at}`);
const line = (of: string, quantity: string, price: string, more: object = {}) => ({
  of,
  quantity,
  price,
  difference: 'cost',
  ...more,
});

describe('a difference on a bill', () => {
  it('passes within what is allowed, and shows what that is; outside it needs a reason, which stays with the bill', async () => {
    const { line: yarn } = await received('1', '100', '10');
    const within = (await ines.preview('bill', make.bill('D-1', [line(yarn, '50', '10.20')])))
      .body as unknown as PreviewReply;
    expect([within.accepted, within.differences]).toEqual([
      true,
      [{ at: '/lines/0', kind: 'price', amount: '10.00', allowed: '10.00', outside: false }],
    ]);
    const outside = make.bill('D-1', [line(yarn, '50', '10.21')]);
    expect(refusals(await ines.post('bill', outside))).toEqual(['difference_unexplained /lines/0/reason']);
    const bill = await ines.posted('bill', { ...outside, lines: [{ ...outside.lines[0], reason: 'new list' }] });
    const decisions = (await ines.call('GET', '/api/lists/decisions')).body.rows as { cells: Record<string, string> }[];
    expect(decisions[0]?.cells).toMatchObject({
      what: 'Merino yarn',
      amount: '10.50',
      decision: 'cost',
      reason: 'new list',
      by: 'accountant',
      second: '',
    });
    expect(JSON.stringify((await ines.call('GET', `/api/documents/${bill}`)).body)).toContain('new list');
  });

  it('of an item, a vendor, a kind of charge is measured by what is set up for it', async () => {
    await server.source.query('UPDATE item SET bill_over_amount = 500000 WHERE id = 3');
    await server.source.query('UPDATE vendor SET bill_over_part = 0 WHERE id = 1');
    await server.source.query(
      "INSERT INTO charge_allowance (company_id, kind, bill_over_amount) VALUES (1, 'freight', 80000)",
    );
    const { line: loom } = await received('3', '2', '500');
    const { line: yarn } = await received('1', '10', '10');
    const preview = async (body: object) =>
      ((await ines.preview('bill', body)).body as unknown as PreviewReply).differences.map(({ allowed, outside }) => [
        allowed,
        outside,
      ]);
    expect(await preview(make.bill('D-2', [line(loom, '1', '550'), line(yarn, '10', '10.01')]))).toEqual([
      ['50.00', false],
      ['0.00', true],
    ]);
    expect(
      await preview(
        make.bill('D-2', [line(loom, '1', '500')], {
          charges: [
            { kind: 'freight', amount: '8.01' },
            { kind: 'duty', amount: '5' },
          ],
        }),
      ),
    ).toEqual([
      ['8.00', true],
      ['0.00', true],
    ]);
    await server.source.query('UPDATE vendor SET bill_over_part = NULL WHERE id = 1');
    await server.source.query('UPDATE item SET bill_over_amount = NULL WHERE id = 3');
  });

  it('is set up by whoever may, read as it was written, and counts from then on', async () => {
    const limits = {
      bill_over_part: '2',
      bill_over_amount: '15',
      bill_short_part: '10',
      sign_off_above: '100',
      charge_limits: 'freight = = 8 | handling = 10 = 60',
    };
    const company = async () =>
      ((await sam.call('GET', '/api/registers/company/1')).body as { fields: Record<string, string> }).fields;
    const change = (who: Client, fields: object) => who.call('PUT', '/api/registers/company/1', { fields, seen: {} });
    expect((await change(odile, limits)).status).toBe(403);
    expect((await change(sam, { sign_off_above: 'a lot' })).status).toBe(422);
    expect((await change(sam, limits)).status).toBe(200);
    expect(await company()).not.toMatchObject(limits);
    expect((await answer(piet, 'company/1/limits')).status).toBe(201);
    expect(await company()).toMatchObject(limits);
    const { line: yarn } = await received('1', '100', '10');
    const body = make.bill('D-2C', [line(yarn, '100', '10')], { charges: [{ kind: 'handling', amount: '60.01' }] });
    expect(((await ines.preview('bill', body)).body as unknown as PreviewReply).differences).toEqual([
      { at: '/charges/0', kind: 'charge', amount: '60.01', allowed: '60.00', outside: true },
    ]);
    expect(refusals(await ines.post('bill', body))).toEqual(['difference_unexplained /charges/0/reason']);
    await ines.posted('bill', { ...body, charges: [{ kind: 'handling', amount: '60.01', reason: 'by the pallet' }] });
  });

  it('may be in its tax, or in what the paper asks for in all: allowed, explained and kept as on a line', async () => {
    await server.source.query("INSERT INTO tax_code (id, code, name) VALUES (1, 'T8', 'Eight')");
    await server.source.query(
      "INSERT INTO tax_level (tax_code_id, level_no, name, percent, recoverable) VALUES (1, 1, 'Tax', 80000, 1)",
    );
    const fields = { charge_limits: 'freight = = 8 | handling = 10 = 60 | tax = = 0.5' };
    expect((await sam.call('PUT', '/api/registers/company/1', { fields, seen: {} })).status).toBe(200);
    expect((await answer(piet, 'company/1/limits')).status).toBe(201);
    const order = await ines.posted('order', make.order([{ item: '1', quantity: '100', price: '10', taxCode: 'T8' }]));
    const receipt = await odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '50' }]));
    const billed = (number: string, tax: string, whole: object) =>
      make.bill(number, [line(`${receipt}/1`, '25', '10')], { tax: [{ amount: tax, recoverable: true }], whole });
    const asked = billed('D-2T', '20.60', { total: { asked: '271.00' } });
    const preview = (await ines.preview('bill', asked)).body as unknown as PreviewReply;
    expect([preview.total, preview.differences]).toEqual([
      '270.60',
      [
        { at: '/whole/tax', kind: 'tax', amount: '0.60', allowed: '0.50', outside: true },
        { at: '/whole/total', kind: 'total', amount: '0.40', allowed: '0.00', outside: true },
      ],
    ]);
    const refused = await ines.post('bill', asked);
    expect(refusals(refused)).toEqual([
      'difference_unexplained /whole/tax/reason',
      'difference_unexplained /whole/total/reason',
    ]);
    expect((refused.body.errors as RefusalView[])[1]?.says).toBe(
      'The paper asks for 0.40 USD more than what is entered: put it right, or say why it is taken so.',
    );
    await ines.posted(
      'bill',
      billed('D-2T', '20.60', {
        tax: { reason: 'by the vendor’s rounding' },
        total: { asked: '271.00', reason: 'they misadd' },
      }),
    );
    expect((await ines.post('bill', billed('D-2U', '20.50', { total: { asked: 'much' } }))).status).toBe(422);
    await ines.posted('bill', billed('D-2U', '20.50', { total: { asked: '270.50' } }));
    const decisions = (await ines.call('GET', '/api/lists/decisions?find=D-2')).body.rows as {
      cells: Record<string, string>;
    }[];
    expect(decisions.map(({ cells }) => [cells.kind, cells.amount, cells.reason]).sort()).toEqual([
      ['charge', '60.01', 'by the pallet'],
      ['tax', '0.50', ''],
      ['tax', '0.60', 'by the vendor’s rounding'],
      ['total', '0.40', 'they misadd'],
    ]);
    // With the receipt the bill is entered with the taxes of its order.
    const both = make.receipt([{ of: `${order}/1`, quantity: '50' }], { bill: { reference: 'D-2V' } });
    expect(netOf((await ines.preview('receipt', both)).body.entries)).toMatchObject({
      'input-tax': 4000n,
      payables: -54000n,
    });
    await ines.posted('receipt', both);
  });
});

describe('a second person', () => {
  it('is needed above the company’s amount, and agrees to exactly this or sends it back', async () => {
    const { line: loom } = await received('3', '2', '500');
    const draft = randomUUID();
    const body = make.bill('D-3', [line(loom, '2', '560', { difference: 'credit', reason: 'wrong list' })]);
    expect(refusals(await ines.post('bill', body, draft))).toEqual(['second_person_needed ']);
    await ines.call('PUT', `/api/drafts/${draft}`, { kind: 'bill', title: 'D-3', body: {}, command: body, version: 0 });
    const ask = (body: object) => ines.call('POST', `/api/documents/bill/approval/${draft}`, { body, note: 'please' });
    expect((await ask({ ...body, lines: [{ ...body.lines[0], reason: '' }] })).status).toBe(422);
    const look = async (bill: object) =>
      ((await ines.preview('bill', bill, draft)).body as unknown as PreviewReply).approval;
    expect(await look(body)).toBe('');
    expect((await ask(body)).status).toBe(200);
    expect([await look(body), await look({ ...body, another: 'quite' })]).toEqual(['asked', '']);
    const [asked] = await approvals(piet);
    expect(asked).toMatchObject({
      title: 'Tarnside Fibres, D-3',
      askedBy: 'accountant',
      note: 'please',
      mine: false,
      mayAnswer: true,
      paper: '',
      amount: '120.00',
      above: '100.00',
    });
    expect(asked?.differences).toEqual([
      {
        at: '/lines/0',
        kind: 'price',
        amount: '120.00',
        allowed: '15.00',
        outside: true,
        label: 'Floor loom',
        decision: 'credit',
        reason: 'wrong list',
      },
    ]);
    const waits = async (who: Client) =>
      ((await who.call('GET', '/api/waiting')).body as { approvals: number }).approvals;
    expect([await waits(piet), await waits(sam), await waits(ines), await waits(odile)]).toEqual([1, 1, 0, 0]);
    expect(refusals(await answer(ines, draft))).toEqual(['approval_own /of']);
    expect(refusals(await answer(piet, draft, 'rejected'))).toEqual(['reason_missing /reason']);
    expect((await answer(odile, draft)).status).toBe(403);
    const both = await Promise.all([answer(piet, draft), answer(sam, draft)]);
    expect(both.map(({ status }) => status).sort()).toEqual([201, 422]);
    expect([await waits(piet), await look(body)]).toEqual([0, 'approved']);
    // What was agreed to is this body, and no other; in whatever order its fields are written.
    expect(refusals(await ines.post('bill', { ...body, lines: [{ ...body.lines[0], price: '561' }] }, draft))).toEqual([
      'second_person_needed ',
    ]);
    const posted = await ines.post('bill', Object.fromEntries(Object.entries(body).reverse()), draft);
    expect(posted.status).toBe(201);
    const decisions = (await ines.call('GET', '/api/lists/decisions')).body.rows as { cells: Record<string, string> }[];
    expect(decisions[0]?.cells).toMatchObject({
      decision: 'credit',
      reason: 'wrong list',
      by: 'accountant',
      second: expect.stringMatching(/approver|administrator/),
    });
  });

  it('is shown what speaks against the paper, besides its figures', async () => {
    const { line: loom } = await received('3', '1', '500');
    const draft = randomUUID();
    const paper =
      'vendor,number,date,currency,item,quantity,price,amount,is\nTARN,D-9,2099-01-01,USD,LOOM,1,700,700.00,line\n';
    await ines.call('PUT', `/api/incoming-bills/${draft}`, {
      name: 'd-9.csv',
      content: Buffer.from(paper).toString('base64'),
    });
    const body = make.bill('D-9', [line(loom, '1', '700', { reason: 'a new list' })]);
    const reply = await ines.call('POST', `/api/documents/bill/approval/${draft}`, { body, note: '' });
    expect(reply.status).toBe(200);
    const [asked] = await approvals(piet);
    expect(asked).toMatchObject({ paper: draft, differences: [{ amount: '200.00' }] });
    expect(asked?.doubts).toEqual(expect.stringContaining('Jan 1, 2099'));
  });
});

describe('what a bill asks for', () => {
  it('and is not accepted stands in expected credits until the credit memo comes', async () => {
    const { line: yarn } = await received('1', '10', '10');
    const disputed = [{ said: 'Gift wrapping', amount: '30.00', decision: 'not-ours', reason: 'not ordered' }];
    const body = make.bill('D-4', [line(yarn, '10', '10')], { disputed });
    const preview = (await ines.preview('bill', body)).body as unknown as PreviewReply;
    expect([netOf(preview.entries), preview.total]).toEqual([
      { grni: 10000n, 'expected-credits': 3000n, payables: -13000n },
      '130.00',
    ]);
    const bill = await ines.posted('bill', body);
    const open = async () =>
      ((await ines.call('GET', '/api/credits/open?vendor=1')).body.rows as CreditableView[]).map(
        ({ line: of, label, expected }) => [of, label, expected],
      );
    expect(await open()).toContainEqual([`${bill}/2`, 'Gift wrapping', '30.00']);
    // What the list says of prices and of what is not accepted is what the account holds.
    const listed = (
      await ines.call(
        'GET',
        `/api/lists/credits?where=${JSON.stringify([{ column: 'kind', is: 'has-not', to: 'return' }])}`,
      )
    ).body as unknown as ListPage;
    const [held] = (await server.source.query(
      "SELECT SUM(amount) AS amount FROM journal_line WHERE account = 'expected-credits'",
    )) as { amount: string }[];
    expect([listed.sums.base, listed.count]).toEqual([formatAmount(base(BigInt(held?.amount ?? 0)), 'USD'), 2]);
    const credit = {
      vendor: '1',
      reference: 'C-4',
      date: '2026-03-29',
      currency: 'USD',
      lines: [{ of: `${bill}/2`, amount: '30.00', to: 'expected' }],
    };
    await ines.posted('credit', credit);
    expect(await open()).not.toContainEqual(expect.arrayContaining([`${bill}/2`]));
  });

  it('before the goods waits for them: the bill stands, and is paid when they are here', async () => {
    const { order, line: yarn } = await received('1', '8', '10', '10');
    const ahead = line(`${order}/1`, '2', '10', { wait: true, reason: 'two are on their way' });
    const bill = await ines.posted('bill', make.bill('D-5', [line(yarn, '8', '10'), ahead]));
    const pay = make.payment(bill, '100', { date: '2026-03-29' });
    expect(refusals(await ines.post('payment', pay))).toEqual(['payment_waits_for_goods /bills/0']);
    await odile.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '2' }], { date: '2026-03-28' }));
    expect((await ines.post('payment', pay)).status).toBe(201);
  });

  it('of a service stands on its order alone: its bill stands for its receipt, and what is billed is no longer to come', async () => {
    const order = await ines.posted(
      'order',
      make.order([{ item: '', expense: 'workshop cleaning', quantity: '4', price: '150' }]),
    );
    const body = make.bill('D-6', [line(`${order}/1`, '3', '150', { done: true })]);
    const preview = (await ines.preview('bill', body)).body as unknown as PreviewReply;
    expect([netOf(preview.entries), preview.differences]).toEqual([{ expense: 45000n, payables: -45000n }, []]);
    const bill = await ines.posted('bill', body);
    const standing = async () =>
      (
        (await ines.call('GET', `/api/orders/${order}`)).body.lines as {
          received: string;
          billed: string;
          open: string;
        }[]
      )[0];
    expect(await standing()).toMatchObject({ received: '3', billed: '3', open: '1' });
    await ines.posted('reversal', { date: '2026-03-30', of: bill, reason: 'not done yet' });
    expect(await standing()).toMatchObject({ received: '0', billed: '0', open: '4' });
  });
});
