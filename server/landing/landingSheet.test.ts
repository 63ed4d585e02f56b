import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import ExcelJS from 'exceljs';
import fc from 'fast-check';
import type { LandedGoods } from '@obolus/contract/views/receiving';
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
    const policy = `${await ines.posted('bill', make.bill('GW-2', [], { charges: [{ kind: 'insurance', amount: '33.21' }] }))}/1`;
    const bill = await ines.posted('bill', make.bill('GW-1', [], { charges }));
    const to = [1, 2, 3].map((line) => `${receipt}/${line}`);
    body = {
      date: '2026-03-29',
      to,
      charges: [
        { of: `${bill}/1`, basis: 'weight', amount: '', fixed: [{ line: to[1], amount: '40' }] },
        { of: `${bill}/2`, basis: 'value', amount: '', fixed: [] },
        { of: `${bill}/3`, basis: 'chargeable', amount: '', fixed: [], density: '333' },
        { of: policy, basis: 'value-and-freight', amount: '', fixed: [] },
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
    expect([...results(10), ...results(11), ...results(12), ...results(13)]).toEqual(shares);
    expect([formulas(11), formulas(12), formulas(13)].flat()).not.toContain(false);
    // Insured for its value and its freight, and neither for what the other policy nor for what handling put on it.
    const insured = [5, 6, 7].map((row) => book.getWorksheet('Workings')?.getCell(row, 3 * 4 + 2));
    expect(insured.map((cell) => cell?.result)).toEqual([518.1, 2400, 67.2]);
    expect(insured[0]?.formula).toBe("ROUND('Landing sheet'!H5+(0)+'Landing sheet'!J5,2)");
    // The freight that was estimated with the yarn goes.
    expect(results(14)).toEqual([-33, 0, 0]);
    const value = await ines.call('GET', `/api/lines/value?line=${encodeURIComponent(body.to[0] ?? '')}`);
    expect(results(15)[0]).toBe(Number(value.body.value));
    await ines.posted('reversal', { of: posted, date: '2026-03-29', reason: 'Once more' });
  });

  it('rests on goods that say what carries them, landed or still estimated, and which customs entries declare them', async () => {
    const [receipt] = (body.to[0] ?? '').split('/');
    const goods = async () =>
      (
        (await ines.call('GET', `/api/receipts/lines?receipts=${receipt}`)).body as unknown as { rows: LandedGoods[] }
      ).rows.map(({ carried, entries, returned }) => [
        carried.map(({ kind, amount }) => `${kind} ${amount}`).join(', '),
        entries,
        returned,
      ]);
    const before = [['freight 33.00', [], '0'], ['', [], '0'], ['', [], '0']]; // prettier-ignore
    expect(await goods()).toEqual(before);
    const of = (body.charges as { of: string }[]).slice(0, 2);
    const charges = [
      { ...of[0], basis: 'manual', amount: '60', fixed: body.to.map((line) => ({ line, amount: '20' })) },
      { ...of[1], basis: 'equal', amount: '3', fixed: [] },
    ];
    const allocated = await ines.posted('allocation', { date: '2026-03-29', to: body.to, charges, more: true });
    const declared = await ines.posted('customs-entry', make.customsEntry('E-1', [{ goods: body.to.slice(0, 2) }]));
    const sentBack = { of: body.to[1], quantity: '1', replace: false, confirmed: false, reason: 'split reeds' };
    const back = await ines.posted('return', {
      vendor: '1',
      date: '2026-03-29',
      reference: 'RMA 7',
      lines: [sentBack],
    });
    // 20.00 of the 33.00 that were estimated are used up, and landed in their place.
    expect(await goods()).toEqual([
      ['freight 33.00, insurance 1.00', [declared], '0'],
      ['freight 20.00, insurance 1.00', [declared], '1'],
      ['freight 20.00, insurance 1.00', [], '0'],
    ]);
    for (const posted of [back, allocated, declared])
      await ines.posted('reversal', { of: posted, date: '2026-03-29', reason: 'Once more' });
    expect(await goods()).toEqual(before);
  });

  it('is refused with the words of a preview, and only made for whoever may allocate', async () => {
    const bare = { ...body, charges: [{ ...body.charges[2], density: undefined }] };
    const refused = await ines.call('POST', '/api/allocations/sheet', JSON.parse(JSON.stringify(bare)));
    expect([refused.status, JSON.stringify(refused.body)]).toEqual([422, expect.stringContaining('cubic meter')]);
    expect((await (await server.as('buyer')).call('POST', '/api/allocations/sheet', body)).status).toBe(403);
  });
});

describe('goods that were moved or made', () => {
  let server: TestServer;
  let ines: Client;
  let [receipt, transfer, assembly] = ['', '', ''];
  beforeAll(async () => {
    server = await startTestServer();
    ines = await server.as('accountant');
    const order = await ines.posted('order', make.order([{ item: '1', quantity: '30', price: '10' }]));
    receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '30' }]));
    const freight = `${await ines.posted('bill', make.charge('GW-1', '15'))}/1`;
    await ines.posted('allocation', make.allocation(freight, [`${receipt}/1`]));
    const moved = { from: '1', to: '2', inTransit: false, lines: [{ item: '1', quantity: '10' }] };
    transfer = await ines.posted('transfer', { date: '2026-03-30', ...moved });
    const made = { date: '2026-03-30', warehouse: '1', conversion: '4' };
    assembly = await ines.posted('assembly', {
      ...made,
      uses: [{ item: '1', quantity: '8' }],
      makes: { item: '2', quantity: '4' },
    });
  });
  afterAll(() => server.stop());

  const landed = async (query: string) =>
    (await ines.call('GET', `/api/receipts/lines?${query}`)).body.rows as LandedGoods[];

  it('are offered beside what was received, the latest first, with what was carried with them as their price', async () => {
    const rows = await landed('');
    expect(rows.map(({ how, line, received, vendor }) => [how, line, received, vendor?.name ?? ''])).toEqual([
      ['made', `${assembly}/2`, '4', ''],
      ['arrived', `${transfer}/2`, '10', ''],
      ['received', `${receipt}/1`, '30', 'Tarnside Fibres'],
    ]);
    expect(rows.map(({ goods, value, onHand }) => [goods, value, onHand])).toEqual([
      ['88.00', '88.00', '4'],
      ['105.00', '105.00', '10'],
      ['300.00', '315.00', '12'],
    ]);
    expect(await landed(`receipts=${transfer},${receipt}`)).toHaveLength(2);
    expect(await landed('find=Overflow')).toEqual([]);
    expect(await landed('shipment=FHL%209')).toEqual([]);
  });

  it('take a charge like any others, and stand in the spreadsheet of the sheet', async () => {
    const charge = `${await ines.posted('bill', make.charge('GW-2', '6'))}/1`;
    const body = make.allocation(charge, [`${transfer}/2`, `${assembly}/2`], 'equal');
    const reply = await ines.call('POST', '/api/allocations/sheet', body);
    expect(reply.status).toBe(200);
    await ines.posted('allocation', body);
    expect((await landed(`receipts=${transfer},${assembly}`)).map(({ goods, value }) => [goods, value])).toEqual([
      ['88.00', '91.00'],
      ['105.00', '108.00'],
    ]);
  });
});
