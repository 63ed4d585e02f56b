import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { PreviewReply } from '@obolus/contract/commands';
import type { AccountStatementRead, VendorAccount } from '@obolus/contract/views/payables';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* A vendor's statement laid beside our account of it. The tests' day is November 23, 2026. */
let server: TestServer;
let ines: Client;
const ids: Record<string, string> = {};
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '100', price: '10' }]));
  const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '100' }]));
  const bill = (reference: string, quantity: string, date: string) =>
    ines.posted('bill', make.bill(reference, [{ of: `${receipt}/1`, quantity, price: '10' }], { date }));
  ids.first = await bill('INV-0071', '20', '2026-04-02');
  ids.second = await bill('INV-0072', '30', '2026-04-10');
  ids.wrong = await bill('INV-0073', '5', '2026-04-11');
  ids.paid = await ines.posted('payment', make.payment(ids.first, '200', { date: '2026-05-02' }));
  ids.ahead = await ines.posted('prepayment', { vendor: '1', date: '2026-05-20', currency: 'USD', amount: '50' });
  const struck = await bill('INV-0099', '1', '2026-05-21');
  await ines.posted('reversal', { of: struck, date: '2026-05-22', reason: 'another vendor’s' });
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const LINES = [
  { date: '2026-04-02', reference: 'INV 71', amount: '200' },
  { date: '2026-04-10', reference: 'INV-0072', amount: '310' },
  { date: '2026-05-04', reference: 'Wire', amount: '-200' },
  { date: '2026-05-28', reference: 'INV-0080', amount: '40' },
];
const statement = (over: object = {}) => ({
  vendor: '1',
  currency: 'USD',
  date: '2026-05-31',
  from: '2026-04-01',
  reference: 'May',
  opening: '0',
  closing: '350',
  lines: LINES,
  ...over,
});
const preview = async (over: object = {}) =>
  (await ines.preview('vendor-statement', statement(over))).body as unknown as PreviewReply;
const foundIn = ({ statement: said }: PreviewReply) =>
  said?.beside.map(({ found, place, own }) => [found, place, own?.document.id ?? null]);

describe('a vendor’s statement', () => {
  it('has each of its lines beside what stands here, and what stands only here; what was struck out again stands nowhere', async () => {
    const reply = await preview();
    expect([reply.accepted, reply.entries, reply.statement?.own]).toEqual([
      true,
      [],
      { opening: '0.00', closing: '300.00' },
    ]);
    expect(foundIn(reply)).toEqual([
      ['agreed', 0, ids.first],
      ['amount-differs', 1, ids.second],
      ['agreed', 2, ids.paid],
      ['missing-here', 3, null],
      ['missing-there', null, ids.wrong],
      ['missing-there', null, ids.ahead],
    ]);
  });

  it('may list what is open instead, and what of a bill is left then', async () => {
    const open = await preview({ from: '', closing: '300', lines: [LINES[1]] });
    expect(foundIn(open)).toEqual([
      ['amount-differs', 0, ids.second],
      ['missing-there', null, ids.wrong],
      ['missing-there', null, ids.ahead],
    ]);
    expect(open.refusals).toMatchObject([{ at: '/closing', reason: 'statement_does_not_add_up' }]);
    // Before the first was paid it was open.
    expect(foundIn(await preview({ from: '', date: '2026-04-05', lines: [LINES[0]], closing: '200' }))).toEqual([
      ['agreed', 0, ids.first],
    ]);
  });

  it('names the bill that waits to be posted where it is missing here', async () => {
    const id = randomUUID();
    await server.source.query(
      `INSERT INTO draft (id, user_id, shared, kind, title, body, command, version, updated_at) VALUES (?, NULL, 1, 'bill', 'INV-0080', ?, NULL, 1, UTC_TIMESTAMP(6))`,
      [id, JSON.stringify({ vendor: '1', reference: 'inv 80' })],
    );
    expect((await preview()).statement?.beside[3]).toMatchObject({
      found: 'missing-here',
      waiting: { id, kind: 'bill' },
    });
  });

  it('is compared as far as its lines can be read, and each that cannot is said', async () => {
    const reply = await preview({ lines: [{ ...LINES[0], amount: '?' }, { ...LINES[1], date: '?4' }, LINES[2]] });
    expect(reply.accepted).toBe(false);
    expect(reply.refusals.map(({ at }) => at)).toContain('/lines/0/amount');
    expect(reply.statement?.beside.find(({ place }) => place === 2)).toMatchObject({ found: 'agreed' });
    const early = await preview({ date: '2026-05-01' });
    expect(early.refusals).toMatchObject([{ at: '/date', reason: 'date_before_cited' }, { at: '/date' }]);
    expect((await preview({ from: '2026-06-01' })).refusals).toMatchObject([{ at: '/date' }]);
  });

  it('is kept as it stood, with the balance that was agreed and who agreed to it, also in a closed period', async () => {
    await server.source.query("UPDATE company SET first_open_day = '2026-06-01'");
    const id = await ines.posted(
      'vendor-statement',
      statement({ agreed: '300', note: 'One bill is theirs to credit' }),
    );
    await server.source.query("UPDATE company SET first_open_day = '2026-01-01'");
    const document = (await ines.call('GET', `/api/documents/${id}`)).body as unknown as {
      number: string;
      lines: { label: unknown }[];
      facts: { value: unknown }[];
    };
    expect(document.number).toMatch(/^VS-/);
    expect(document.lines).toHaveLength(6);
    expect(JSON.stringify(document)).toContain('One bill is theirs to credit');
    const rows = (await server.source.query(
      'SELECT found, own_amount FROM vendor_statement_line WHERE document_id = ? ORDER BY line_no',
      [id],
    )) as { found: string }[];
    expect(rows.map(({ found }) => found)).toEqual(foundIn(await preview())?.map(([found]) => found));
  });

  it('is in the currency of the account, whatever that of the books', async () => {
    const euro = statement({ vendor: '2', currency: 'EUR', from: '', lines: [{ ...LINES[0] }], closing: '200' });
    expect(await ines.posted('vendor-statement', euro)).toMatch(/^\d+$/);
    expect(foundIn((await ines.preview('vendor-statement', euro)).body as unknown as PreviewReply)).toEqual([
      ['missing-here', 0, null],
    ]);
  });

  it('is found with the vendor’s account, the latest first, unless it was struck out', async () => {
    const latest = async () =>
      ((await ines.call('GET', '/api/vendors/1/account')).body as unknown as VendorAccount).statements;
    const id = await ines.posted('vendor-statement', statement({ reference: 'May again' }));
    expect((await latest())[0]).toMatchObject({ document: { id }, agreed: '300.00', theirs: '350.00', differing: 4 });
    await ines.posted('reversal', { of: id, date: '2026-06-02', reason: 'the wrong month' });
    expect((await latest()).map(({ document }) => document.id)).not.toContain(id);
  });

  it('is kept by accountants alone', async () => {
    for (const role of ['buyer', 'receiver', 'approver', 'auditor'] as const)
      expect((await (await server.as(role)).post('vendor-statement', statement())).status).toBe(403);
  });
});

describe('the file of a statement', () => {
  const read = async (content: string) =>
    ines.call('POST', '/api/vendor-statements/read', { content: Buffer.from(content).toString('base64') });

  it('is read as it is written: debits are owed, credits lower it', async () => {
    const { body } = await read(
      'Date;Reference;Debit;Credit;Balance\n02.04.2026;INV 71;200,00;;200,00\n04.05.2026;Wire;;200,00;0,00\n',
    );
    expect(body as unknown as AccountStatementRead).toEqual({
      from: 'text',
      lines: [
        { date: '02.04.2026', reference: 'INV 71', text: '', amount: '200,00', balance: '200,00' },
        { date: '04.05.2026', reference: 'Wire', text: '', amount: '-200,00', balance: '0,00' },
      ],
    });
  });

  it('may be as the sample has it', async () => {
    const { body } = await read(
      readFileSync(new URL('../../docs/samples/vendors-statement.csv', import.meta.url), 'utf8'),
    );
    const { lines } = body as unknown as AccountStatementRead;
    expect(lines.map(({ amount, balance }) => [amount, balance])).toEqual([
      ['15280.00', '15280.00'],
      ['-15280.00', '0.00'],
      ['1145.00', '1145.00'],
    ]);
  });

  it('is refused without amounts, and with columns that nobody knows', async () => {
    expect((await read('date,reference\n2026-04-02,A\n')).status).toBe(422);
    expect((await read('date,amount,colour\n2026-04-02,1,red\n')).status).toBe(422);
  });
});
