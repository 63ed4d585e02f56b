import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import ExcelJS from 'exceljs';
import fc from 'fast-check';
import { shareOut } from '@obolus/core/exact/shareOut';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import { sharedBySpreadsheet } from './sheetShares.ts';

describe('shares by the formulas of a spreadsheet', () => {
  it('always add up, and are the ledger’s for figures of everyday size', () => {
    const weights = fc.array(fc.integer({ min: 0, max: 5_000 }), { minLength: 1, maxLength: 40 });
    const some = weights.filter((all) => all.some((weight) => weight > 0));
    fc.assert(
      fc.property(fc.integer({ min: -2_000_000, max: 2_000_000 }), some, (left, all) => {
        const shared = sharedBySpreadsheet({ left, weights: all });
        expect(shared.reduce((sum, share) => sum + share, 0)).toBe(left);
        const ledger = shareOut(BigInt(left), all.map(BigInt));
        expect(ledger.ok && ledger.shares.map(Number).map((share) => share + 0)).toEqual(
          shared.map((share) => share + 0),
        );
      }),
      { numRuns: 500 },
    );
  });
});

describe('a landing sheet as a workbook', () => {
  let server: TestServer;
  let ines: Client;
  let body: { to: string[]; charges: object[]; date: string };
  beforeAll(async () => {
    server = await startTestServer();
    ines = await server.as('accountant');
    const estimates = [{ kind: 'freight' as const, by: 'unit' as const, figure: '1' }];
    const order = await ines.posted(
      'order',
      make.order([
        { item: '1', quantity: '33', price: '14.20', estimates },
        { item: '3', quantity: '2', price: '1180' },
        { item: '2', quantity: '7', price: '8.10' },
      ]),
    );
    const quantities = ['33', '2', '7'];
    const receipt = await ines.posted(
      'receipt',
      make.receipt(quantities.map((quantity, at) => ({ of: `${order}/${at + 1}`, quantity }))),
    );
    const charges = [
      { kind: 'freight', amount: '100' },
      { kind: 'insurance', amount: '12.35' },
      { kind: 'handling', amount: '10' },
    ];
    const bill = await ines.posted('bill', make.bill('GW-1', [], { charges }));
    const to = [1, 2, 3].map((line) => `${receipt}/${line}`);
    body = {
      date: '2026-03-29',
      to,
      charges: [
        { of: `${bill}/1`, basis: 'weight', amount: '', fixed: [{ line: to[1], amount: '40' }] },
        { of: `${bill}/2`, basis: 'value', amount: '', fixed: [] },
        { of: `${bill}/3`, basis: 'chargeable', amount: '', fixed: [], density: '333' },
      ],
    };
  });
  afterAll(() => server.stop());

  const open = async () => {
    const reply = await ines.call('POST', '/api/allocations/sheet', body);
    expect(reply.status).toBe(200);
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(Buffer.from(String(reply.body.content), 'base64') as unknown as ArrayBuffer);
    return book;
  };

  it('has every share as a formula that comes to what posting gives, fixed ones as figures, and estimates replaced', async () => {
    const book = await open();
    const sheet = book.getWorksheet('Landing sheet');
    const column = (at: number) => [5, 6, 7].map((row) => sheet?.getCell(row, at));
    const results = (at: number) => column(at).map((cell) => cell?.result ?? cell?.value);
    const formulas = (at: number) => column(at).map((cell) => cell?.formula !== undefined);
    expect([results(10), formulas(10)]).toEqual([
      [49.5, 40, 10.5],
      [true, false, true],
    ]);
    const posted = await ines.posted('allocation', body);
    const { lines } = (await ines.call('GET', `/api/documents/${posted}`)).body as unknown as {
      lines: { amount: string }[];
    };
    const shares = lines.map(({ amount }) => Number(amount));
    expect([...results(10), ...results(11), ...results(12)]).toEqual(shares);
    expect([formulas(11), formulas(12)]).toEqual([
      [true, true, true],
      [true, true, true],
    ]);
    // The freight that was estimated with the yarn goes.
    expect(results(13)).toEqual([-33, 0, 0]);
    const value = await ines.call('GET', `/api/lines/value?line=${encodeURIComponent(body.to[0] ?? '')}`);
    expect(results(14)[0]).toBe(Number(value.body.value));
    await ines.posted('reversal', { of: posted, date: '2026-03-29', reason: 'Once more' });
  });

  it('is refused with the words of a preview, and only made for whoever may allocate', async () => {
    const bare = { ...body, charges: [{ ...body.charges[2], density: undefined }] };
    const refused = await ines.call('POST', '/api/allocations/sheet', JSON.parse(JSON.stringify(bare)));
    expect([refused.status, JSON.stringify(refused.body)]).toEqual([422, expect.stringContaining('cubic meter')]);
    expect((await (await server.as('buyer')).call('POST', '/api/allocations/sheet', body)).status).toBe(403);
  });
});
