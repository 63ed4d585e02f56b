import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { HeldView } from '@obolus/contract/views/receiving';
import type { DocumentView } from '@obolus/contract/views/documents';
import type { OrderView } from '@obolus/contract/views/orders';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client, Reply } from '../testing/client.ts';

let server: TestServer;
let odile: Client;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  [odile, ines] = await Promise.all([server.as('receiver'), server.as('accountant')]);
  await server.source.query('UPDATE company SET over_tolerance = 50000, short_tolerance = 20000');
  await server.source.query('UPDATE vendor SET over_tolerance = 0 WHERE id = 3');
  await server.source.query('UPDATE item SET over_tolerance = 100000 WHERE id = 2');
  await server.source.query(
    "INSERT INTO item (id, number, name, unit, method, tracking, tariff_code, origin) VALUES (5, 'DYE', 'Indigo dye', 'tin', 'lot', 'lot', '', '')",
  );
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const said = ({ status, body }: Reply): unknown[] => [
  status,
  ...((body.errors ?? []) as { at: string; says: string }[]).map(({ at, says }) => `${at} ${says}`),
];
const view = async <View>(path: string): Promise<View> => (await odile.call('GET', `/api/${path}`)).body as View;
const heldGoods = async () => (await view<{ rows: HeldView[] }>('held-goods')).rows;
const ordered = (quantity: string, item = '1', vendor = '1') =>
  ines.posted('order', make.order([{ item, quantity, price: '5' }], { vendor }));
const came = (of: string, quantity: string, more: object = {}, rest: object = {}) =>
  make.receipt([{ of: `${of}/1`, quantity, ...more }], rest);
const held = (more: object = {}) => ({
  of: '',
  item: '',
  what: '',
  quantity: '1',
  reason: 'wet',
  place: 'dock',
  ...more,
});

describe('more or less than was ordered', () => {
  it('is taken within what the company, the vendor or the item allows', async () => {
    const [company, vendor, item] = await Promise.all([ordered('100'), ordered('100', '1', '3'), ordered('100', '2')]);
    expect(said(await odile.post('receipt', came(company, '105.1')))).toEqual([
      422,
      '/lines/0/quantity Only 105 of this line may come: 100 are open.',
    ]);
    expect(said(await odile.post('receipt', came(vendor, '100.1', {}, { vendor: '3' })))).toEqual([
      422,
      '/lines/0/quantity Only 100 of this line are open.',
    ]);
    await odile.posted('receipt', came(company, '105'));
    await odile.posted('receipt', came(item, '110'));
    const shown = await view<OrderView>(`orders/${item}`);
    expect(shown.lines).toMatchObject([{ quantity: '100', received: '110', open: '0' }]);
  });

  it('ends a line that is short by little, and says so where the line is met again', async () => {
    const order = await ordered('100');
    expect(said(await odile.post('receipt', came(order, '97', { last: true })))).toEqual([
      422,
      '/lines/0/last 3 are missing and 2 may be: leave the rest open, or let the buyer close it.',
    ]);
    const receipt = await odile.posted('receipt', came(order, '98', { last: true }));
    const shown = await view<OrderView>(`orders/${order}`);
    expect(shown.lines).toMatchObject([{ open: '0', closed: { quantity: '2', reason: '' } }]);
    expect(shown.history.at(-1)).toMatchObject({ step: 'closed', id: receipt });
    const late = said(await odile.post('receipt', came(order, '1')));
    expect(late[1]).toContain('came short, within what is allowed');
    await ines.posted('reversal', { of: receipt, date: '2026-03-12', reason: 'miscounted' });
    expect((await view<OrderView>(`orders/${order}`)).lines).toMatchObject([{ open: '100', closed: null }]);
  });
});

describe('goods that are held', () => {
  it('come with others or alone, post nothing, and stay on the list until something becomes of them', async () => {
    const order = await ordered('10');
    const receipt = await odile.posted(
      'receipt',
      came(order, '8', {}, { held: [held({ of: `${order}/1`, quantity: '2' })] }),
    );
    const shown = await view<DocumentView>(`documents/${receipt}`);
    expect(shown.facts).toContainEqual({ name: 'Held goods', value: '2 kg Merino yarn: wet, dock' });
    expect(shown.amount).toBe('40.00');
    const alone = await odile.posted(
      'receipt',
      make.receipt([], { held: [held({ item: '3' }), held({ what: 'a crate of bobbins', quantity: '1' })] }),
    );
    expect((await view<DocumentView>(`documents/${alone}`)).entries).toEqual([]);
    expect(await heldGoods()).toMatchObject([
      { what: 'Merino yarn', quantity: '2', left: '2', order: { id: order } },
      { what: 'Floor loom', unit: 'each', order: null },
      { what: 'a crate of bobbins', unit: '' },
    ]);
    // The rejected goods are still to come.
    expect((await view<OrderView>(`orders/${order}`)).lines).toMatchObject([{ received: '8', open: '2' }]);

    const gone = (of: string, quantity: string, outcome = 'sent-back') => ({
      date: '2026-03-12',
      reason: 'collected',
      lines: [{ of, quantity, outcome }],
    });
    const closing = await odile.posted('held-closing', gone(`${receipt}/2`, '1.5'));
    expect(said(await odile.post('held-closing', gone(`${receipt}/2`, '1')))).toEqual([
      422,
      '/lines/0/quantity Only 0.5 of it is held.',
    ]);
    expect((await view<DocumentView>(`documents/${closing}`)).lines).toMatchObject([
      { label: 'Merino yarn', quantity: '1.5', note: 'Sent back' },
    ]);
    expect((await heldGoods())[0]).toMatchObject({ quantity: '2', left: '0.5' });
    expect(said(await ines.post('reversal', { of: receipt, date: '2026-03-13', reason: 'x' }))).toEqual([
      422,
      expect.stringMatching(/^\/of Other documents build on this one: AC-/),
    ]);
  });

  it('cannot go twice when two say so at once', async () => {
    const receipt = await odile.posted(
      'receipt',
      make.receipt([], { held: [held({ what: 'pallets', quantity: '3' })] }),
    );
    const go = {
      date: '2026-03-12',
      reason: 'collected',
      lines: [{ of: `${receipt}/1`, quantity: '2', outcome: 'sent-back' }],
    };
    const replies = await Promise.all([odile.post('held-closing', go), ines.post('held-closing', go)]);
    expect(replies.map(({ status }) => status).sort()).toEqual([201, 422]);
  });

  it('say what they are and why, at the field', async () => {
    const reply = await odile.post(
      'receipt',
      make.receipt([], {
        held: [held({ reason: ' ' }), held({ what: 'x', quantity: 'two' }), held({ item: '99' })],
      }),
    );
    expect(said(reply)).toEqual([422, '/held/1/quantity “two” is not understood as a figure.']);
    const next = await odile.post('receipt', make.receipt([], { held: [held({ reason: ' ' }), held({ item: '99' })] }));
    expect(said(next).map((text) => String(text).split(' ')[0])).toEqual([
      '422',
      '/held/0/what',
      '/held/0/reason',
      '/held/1/item',
    ]);
  });
});

it('a lot keeps its day, and does not come in after it', async () => {
  const order = await ordered('4', '5');
  const lots = (expires: string) => ({ lots: [{ lot: 'KD-1', quantity: '4', expires }] });
  expect(said(await odile.post('receipt', came(order, '4', lots('2026-03-09'))))).toEqual([
    422,
    '/lines/0/lots/0/expires Lot KD-1 is past its day: reject it, or correct the day.',
  ]);
  const receipt = await odile.posted('receipt', came(order, '4', lots('2027-03-31')));
  const [kept] = (await server.source.query('SELECT expires FROM movement_lot WHERE document_id = ?', [receipt])) as {
    expires: string;
  }[];
  expect(kept?.expires).toBe('2027-03-31');
});

describe('the bill that comes with the goods', () => {
  const withBill = (of: string, quantity: string, number: string, more: object = {}) =>
    came(of, quantity, more, { bill: { reference: number, another: 'another one' } });

  it('is posted with the receipt in one step, as the preview shows both', async () => {
    const order = await ordered('40');
    const body = withBill(order, '40', 'ONE-STEP 1');
    const preview = (await ines.preview('receipt', body)).body;
    // 40 × 5.00: in against goods received not invoiced, and that against payables.
    expect(netOf(preview.entries)).toEqual({ inventory: 20_000n, payables: -20_000n });
    const posted = await ines.posted('receipt', body);
    const receipt = await view<DocumentView>(`documents/${posted}`);
    const bill = receipt.trail.flatMap(({ documents }) => documents).find(({ number }) => number.startsWith('VB-'));
    const billed = await view<DocumentView>(`documents/${bill?.id ?? ''}`);
    expect([billed.reference, billed.amount, netOf([...receipt.entries, ...billed.entries])]).toEqual([
      'ONE-STEP 1',
      '200.00',
      netOf(preview.entries),
    ]);
    expect(await view<OrderView>(`orders/${order}`)).toMatchObject({
      lines: [{ received: '40', billed: '40', open: '0' }],
    });
  });

  it('is wholly there or not at all: a number that is taken is said at its field, and nothing is received', async () => {
    const order = await ordered('40');
    const body = withBill(order, '10', 'one-step 1');
    expect(said(await ines.preview('receipt', body))[0]).toBe(200);
    expect((await ines.preview('receipt', body)).body).toMatchObject({
      accepted: false,
      refusals: [{ at: '/bill/reference' }],
    });
    expect(said(await ines.post('receipt', body))[1]).toMatch(/^\/bill\/reference /);
    expect(said(await ines.post('receipt', withBill(order, '10', ' ')))[1]).toMatch(/^\/bill\/reference /);
    expect(await view<OrderView>(`orders/${order}`)).toMatchObject({ lines: [{ received: '0', billed: '0' }] });
    const replies = await Promise.all(
      ['10', '11', '12', '13'].map((quantity) => ines.post('receipt', withBill(order, quantity, 'ONE-STEP 2'))),
    );
    expect(replies.map(({ status }) => status).sort()).toEqual([201, 422, 422, 422]);
  });

  it('sent again under its key it is the same receipt and the same bill', async () => {
    const order = await ordered('40');
    const [key, body] = [crypto.randomUUID(), withBill(order, '40', 'ONE-STEP 3')];
    const replies = await Promise.all([1, 2, 3].map(() => ines.post('receipt', body, key)));
    expect([replies.map(({ status }) => status < 300), new Set(replies.map((reply) => reply.body.id)).size]).toEqual([
      [true, true, true],
      1,
    ]);
    expect(await view<OrderView>(`orders/${order}`)).toMatchObject({ lines: [{ received: '40', billed: '40' }] });
  });

  it('and another price than the order’s are for whoever may enter bills', async () => {
    const order = await ordered('40');
    for (const body of [withBill(order, '1', 'X-1'), came(order, '1', { price: '6', reason: 'as agreed' })]) {
      expect([(await odile.post('receipt', body)).status, (await odile.preview('receipt', body)).status]).toEqual([
        403, 403,
      ]);
    }
    expect(said(await ines.post('receipt', came(order, '1', { price: '6' })))[1]).toMatch(/^\/lines\/0\/reason /);
    const receipt = await ines.posted(
      'receipt',
      came(order, '10', { price: '6.5', reason: 'as agreed by telephone' }, { bill: { reference: 'ONE-STEP 4' } }),
    );
    const shown = await view<DocumentView>(`documents/${receipt}`);
    expect(shown.lines).toMatchObject([
      { price: '6.50', amount: '65.00', note: expect.stringContaining('as agreed by telephone') },
    ]);
    expect(netOf(shown.entries)).toEqual({ inventory: 6_500n, grni: -6_500n });
  });
});

describe('goods on the dock', () => {
  const put = (...lines: (readonly [of: string, quantity: string, bin: string])[]) => ({
    date: '2026-03-11',
    lines: lines.map(([of, quantity, bin]) => ({ of, quantity, bin })),
  });
  const onDock = async () =>
    (await view<{ rows: { line: string; left: string }[] }>('receipts/on-dock')).rows.map(({ line, left }) => [
      line,
      left,
    ]);

  it('go into bins in a second step, no more of them than came, and stand there again when that is taken back', async () => {
    await server.source.query("INSERT INTO bin VALUES (1, 'DOCK', 'dock'), (1, 'A-1', 'shelf'), (1, 'A-2', 'shelf')");
    const receipt = `${await odile.posted('receipt', came(await ordered('40'), '40'))}/1`;
    const elsewhere = `${await odile.posted('receipt', came(await ordered('5'), '5', {}, { warehouse: '2' }))}/1`;
    expect((await onDock()).filter(([line]) => line === receipt || line === elsewhere)).toEqual([[receipt, '40']]);
    expect(said(await odile.post('put-away', put([receipt, '41', 'A-1'])))).toEqual([
      422,
      '/lines/0/quantity Only 40 of it still stand on the dock, not 41.',
    ]);
    expect(said(await odile.post('put-away', put([receipt, '1', 'B-1'])))[1]).toBe(
      '/lines/0/bin “B-1” is no bin of this warehouse: choose one of those that are set up.',
    );
    const document = await odile.posted('put-away', put([receipt, '25', 'A-1'], [receipt, '10', 'A-2']));
    const shown = await view<DocumentView>(`documents/${document}`);
    expect([
      shown.lines.map(({ note }) => note),
      shown.entries,
      (await onDock()).find(([line]) => line === receipt),
    ]).toEqual([['A-1', 'A-2'], [], [receipt, '5']]);
    expect(
      said(await ines.post('reversal', { of: receipt.split('/')[0], date: '2026-03-12', reason: 'x' }))[1],
    ).toContain('PT-');
    await ines.posted('reversal', { of: document, date: '2026-03-12', reason: 'wrong shelf' });
    expect((await onDock()).find(([line]) => line === receipt)).toEqual([receipt, '40']);
  });

  it('are put away once, also when two do it at the same moment', async () => {
    const receipt = `${await odile.posted('receipt', came(await ordered('40'), '40'))}/1`;
    const replies = await Promise.all([1, 2, 3, 4].map(() => odile.post('put-away', put([receipt, '30', 'A-1']))));
    expect(replies.map(({ status }) => status).sort()).toEqual([201, 422, 422, 422]);
  });
});
