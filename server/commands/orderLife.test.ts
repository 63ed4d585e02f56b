import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { OrderView } from '@obolus/contract/views/orders';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client, Reply } from '../testing/client.ts';

let server: TestServer;
let buyer: Client;
let accountant: Client;
let approver: Client;
beforeAll(async () => {
  server = await startTestServer();
  const administrator = await server.as('administrator');
  await administrator.call('PUT', '/api/people/1', { role: 'buyer', approvalLimit: '500', blocked: false });
  [buyer, accountant, approver] = await Promise.all([
    server.as('buyer'),
    server.as('accountant'),
    server.as('approver'),
  ]);
});
afterAll(() => server.stop());

const orderOf = (quantity: string, price: string) => make.order([{ item: '1', quantity, price }]);
const about = (of: string) => ({ of, date: '2026-03-04', reason: 'agreed' });
const step = (of: string, word: string, seen = 1) => ({ ...about(of), seen, step: word });
const answered = (of: string, word: string, seen = 1) => ({
  ...step(of, word),
  subject: 'order',
  seen: String(seen),
});
const change = (of: string, quantity: string, price: string, more: readonly object[] = [], seen = 1) => ({
  ...about(of),
  seen,
  lines: [{ of: `${of}/1`, item: '', quantity, price, discount: '', due: '' }, ...more],
});
const receive = (of: string, quantity: string) => make.receipt([{ of: `${of}/1`, quantity }]);
const view = async (id: string): Promise<OrderView> =>
  (await buyer.call('GET', `/api/orders/${id}`)).body as unknown as OrderView;
const said = ({ status, body }: Reply): unknown[] => [
  status,
  ...((body.errors ?? []) as { reason: string; at: string }[]).map(({ reason, at }) => `${reason} ${at}`),
];

describe('an order above its buyer’s limit', () => {
  it('goes on when another person has approved it, and shows the way it went', async () => {
    const id = await buyer.posted('order', orderOf('100', '6'));
    expect(said(await buyer.post('order-step', step(id, 'sent')))).toEqual([422, 'order_awaits_approval /of']);
    expect(said(await accountant.post('receipt', receive(id, '10')))).toEqual([
      422,
      'order_awaits_approval /lines/0/quantity',
    ]);
    expect(await view(id)).toMatchObject({
      base: '600.00',
      limit: '500.00',
      approval: 'awaited',
      held: false,
      version: 1,
      sent: null,
      buyer: 'buyer',
    });

    await approver.posted('approval', answered(id, 'approved'));
    await buyer.posted('order-step', step(id, 'sent'));
    await accountant.posted('receipt', receive(id, '10'));
    const more = { of: '', item: '3', quantity: '1', price: '20', discount: '', due: '2026-04-01' };
    await buyer.posted('order-change', change(id, '90', '6.1', [more]));
    await accountant.posted('receipt', receive(id, '80'));
    const order = await view(id);
    // 90 × 6.10 + 20 = 569.00, no dearer than the 600.00 that were approved.
    expect(order).toMatchObject({ base: '569.00', approval: 'approved', version: 2, sent: 1 });
    expect(
      order.lines.map(({ quantity, received, open, billed, amount }) => [quantity, received, open, billed, amount]),
    ).toEqual([
      ['90', '90', '0', '0', '549.00'],
      ['1', '0', '1', '0', '20.00'],
    ]);
    expect(order.history.map((entry) => [entry.step, entry.by, entry.version])).toEqual([
      ['placed', 'buyer', 1],
      ['approved', 'approver', 1],
      ['sent', 'buyer', 1],
      ['changed', 'buyer', 2],
    ]);
    expect(order.history[3]?.changes.map(({ line, what, was, is }) => [line, what, was, is])).toEqual([
      [`${id}/1`, 'quantity', '100', '90'],
      [`${id}/1`, 'price', '6.00', '6.10'],
      [`${id}/2`, 'new-line', '', '1 each at 20.00 USD'],
    ]);
    // 10 at 6 and 80 at 6.10.
    const [pool] = (await server.source.query('SELECT quantity, value FROM pool WHERE item_id = 1')) as {
      quantity: string;
      value: string;
    }[];
    expect(pool).toEqual({ quantity: '90000000', value: '54800' });
    expect(await proveBooks(server.source)).toEqual([]);
  });

  it('is never approved by one who ordered or changed it, whatever role that person has by then', async () => {
    const id = await buyer.posted('order', orderOf('100', '6'));
    await server.source.query("UPDATE user_account SET role = 'approver' WHERE email = 'buyer@test.example'");
    const promoted = await server.as('buyer');
    try {
      expect(said(await promoted.post('approval', answered(id, 'approved')))).toEqual([422, 'approval_own /of']);
      expect((await promoted.preview('approval', answered(id, 'approved'))).body).toMatchObject({ accepted: false });
    } finally {
      await server.source.query("UPDATE user_account SET role = 'buyer' WHERE email = 'buyer@test.example'");
    }
    expect((await accountant.post('approval', answered(id, 'approved'))).status).toBe(403);
    expect((await view(id)).approval).toBe('awaited');
  });

  it('is not approved in a version that came a moment before', async () => {
    for (let round = 0; round < 5; round += 1) {
      const id = await buyer.posted('order', orderOf('100', '6'));
      const [approved, changed] = await Promise.all([
        approver.post('approval', answered(id, 'approved')),
        buyer.post('order-change', change(id, '100', '60')),
      ]);
      expect(changed.status).toBe(201);
      if (approved.status !== 201) expect(said(approved)).toEqual([422, 'order_changed_since /seen']);
      expect(await view(id)).toMatchObject({ base: '6000.00', approval: 'awaited', version: 2 });
    }
  });

  it('is answered once, also where two answer at the same moment', async () => {
    for (let round = 0; round < 5; round += 1) {
      const id = await buyer.posted('order', orderOf('100', '6'));
      const answers = await Promise.all(
        ['approved', 'rejected'].map((word) => approver.post('approval', answered(id, word))),
      );
      expect(answers.map(({ status }) => status).sort()).toEqual([201, 422]);
      const order = await view(id);
      expect(order.history.map((entry) => entry.step)).toEqual(['placed', order.approval]);
    }
  });
});

describe('a version of an order', () => {
  it('and a receipt at the same moment leave nothing received beyond what is ordered', async () => {
    for (let round = 0; round < 8; round += 1) {
      const id = await accountant.posted('order', orderOf('10', '5'));
      const [changed, received] = await Promise.all([
        accountant.post('order-change', change(id, '4', '5')),
        accountant.post('receipt', receive(id, '7')),
      ]);
      expect([changed.status, received.status].sort()).toEqual([201, 422]);
    }
    expect(await proveBooks(server.source)).toEqual([]);
  });

  it('is stated by one of two who change the order at the same moment; the other is told', async () => {
    for (let round = 0; round < 5; round += 1) {
      const id = await accountant.posted('order', orderOf('10', '5'));
      const changes = await Promise.all([
        accountant.post('order-change', change(id, '12', '5')),
        buyer.post('order-change', change(id, '10', '6')),
      ]);
      expect(changes.map(({ status }) => status).sort()).toEqual([201, 422]);
      expect((await view(id)).version).toBe(2);
    }
  });

  it('is taken back by its reverse until goods came by it', async () => {
    const id = await accountant.posted('order', orderOf('10', '5'));
    const version = await accountant.posted('order-change', change(id, '12', '5.5'));
    await accountant.posted('reversal', { date: '2026-03-05', of: version, reason: 'a mistake' });
    expect((await view(id)).lines.map(({ quantity, price }) => [quantity, price])).toEqual([['10', '5.00']]);
    const again = await accountant.posted('order-change', change(id, '12', '5.5'));
    expect(said(await buyer.post('order-change', change(id, '13', '5')))).toEqual([422, 'order_changed_since /seen']);
    await accountant.posted('receipt', receive(id, '12'));
    expect(said(await accountant.post('reversal', { date: '2026-03-30', of: again, reason: 'a mistake' }))).toEqual([
      422,
      'document_cited /of',
    ]);
    expect(said(await accountant.post('order-change', change(id, '11', '5.5', [], 2)))).toEqual([
      422,
      'order_below_received /lines/0/quantity',
    ]);
  });

  it('is previewed like any document and posts nothing', async () => {
    const id = await accountant.posted('order', orderOf('10', '5'));
    expect((await accountant.preview('order-change', change(id, '10', '5'))).body).toMatchObject({
      accepted: false,
      refusals: [{ reason: 'nothing_changed' }],
    });
    expect((await accountant.preview('order-change', change(id, '11', '5'))).body).toMatchObject({
      accepted: true,
      entries: [],
    });
  });
});

describe('the paper of an order', () => {
  it('is that of each version, shown and never run', async () => {
    const id = await accountant.posted(
      'order',
      make.order([{ item: '1', quantity: '10', price: '5' }], { note: 'A <note> & more' }),
    );
    await accountant.posted('order-change', change(id, '12', '5.5'));
    const first = await buyer.call('GET', `/api/orders/${id}/paper.xml?version=1`);
    const latest = await buyer.call('GET', `/api/orders/${id}/paper.xml`);
    expect(
      [first, latest].map(({ body }) => /<cbc:Quantity unitCode="KGM">([\d.]+)</.exec(String(body.text))?.[1]),
    ).toEqual(['10', '12']);
    expect(String(latest.body.text)).toContain('<cbc:PayableAmount currencyID="USD">66.00</cbc:PayableAmount>');
    expect(String(latest.body.text)).toContain('A &lt;note&gt; &amp; more');
    const pdf = await buyer.call('GET', `/api/orders/${id}/paper.pdf?version=1`);
    expect([pdf.status, pdf.headers.get('content-type'), String(pdf.body.text).slice(0, 5)]).toEqual([
      200,
      'application/pdf',
      '%PDF-',
    ]);
    expect(pdf.headers.get('content-security-policy')).toContain('sandbox');
    expect(pdf.headers.get('content-disposition')).toMatch(/^inline; filename="PO-\d+-1\.pdf"$/);
    expect((await buyer.call('GET', `/api/orders/${id}/paper.pdf?version=3`)).status).toBe(404);
    expect((await buyer.call('GET', `/api/orders/${id}/paper.pdf?version=x`)).status).toBe(400);
  });
});

describe('the rest of an order', () => {
  it('is closed with a reason that the one at the door is told, and opened again', async () => {
    const id = await accountant.posted('order', orderOf('10', '5'));
    await accountant.posted('receipt', receive(id, '4'));
    const closing = await buyer.posted('order-closing', { of: id, date: '2026-03-11', reason: 'sold out', lines: [] });
    expect((await view(id)).lines[0]).toMatchObject({ open: '0', closed: { quantity: '6', reason: 'sold out' } });
    const atTheDoor = await accountant.post(
      'receipt',
      make.receipt([{ of: `${id}/1`, quantity: '1' }], { date: '2026-03-12' }),
    );
    expect(said(atTheDoor)).toEqual([422, 'order_line_closed /lines/0/quantity']);
    expect(JSON.stringify(atTheDoor.body)).toContain('closed on Mar 11, 2026 (sold out)');
    const open = (await accountant.call('GET', '/api/orders/open-lines?vendor=1')).body as { rows: { line: string }[] };
    expect(open.rows.map(({ line }) => line)).not.toContain(`${id}/1`);
    await accountant.posted('reversal', { date: '2026-03-13', of: closing, reason: 'found some' });
    expect((await view(id)).lines[0]).toMatchObject({ open: '6', closed: null });
  });

  it('stays on hold until it is released', async () => {
    const id = await accountant.posted('order', orderOf('10', '5'));
    await buyer.posted('order-step', step(id, 'held'));
    expect(said(await accountant.post('receipt', receive(id, '1')))).toEqual([422, 'order_on_hold /lines/0/quantity']);
    await buyer.posted('order-step', step(id, 'released'));
    await accountant.posted('receipt', receive(id, '1'));
    expect((await view(id)).history.map((entry) => entry.step)).toEqual(['placed', 'held', 'released']);
  });

  it('is not there for an order that is not', async () => {
    expect((await buyer.call('GET', '/api/orders/999999')).status).toBe(404);
    expect(
      said(await buyer.post('order-closing', { of: '999999', date: '2026-03-11', reason: 'x', lines: [] })),
    ).toEqual([422, 'document_unknown /of']);
  });
});
