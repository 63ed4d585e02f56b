import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { LIST_NAMES, type ListName, LISTS } from '@obolus/contract/lists';
import type { Condition, ListPage, ListRow, ListState } from '@obolus/contract/listState';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';
import ExcelJS from 'exceljs';

let server: TestServer;
let ines: Client;

beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  // 230 items, of which every third has an origin, so that a list has pages and equals.
  const items = Array.from(
    { length: 230 },
    (_, at) =>
      `(${1000 + at}, 'N-${String(at).padStart(3, '0')}', 'Shuttle ${at % 7}', 'each', 'average', '', '${at % 3 === 0 ? 'IN' : ''}')`,
  );
  await server.source.query(
    `INSERT INTO item (id, number, name, unit, method, tariff_code, origin) VALUES ${items.join(', ')}`,
  );
  const late = await ines.posted(
    'order',
    make.order([{ item: '1', quantity: '100', price: '12.345', due: '2026-11-01' }]),
  );
  await ines.posted('receipt', make.receipt([{ of: `${late}/1`, quantity: '40' }], { packingSlip: 'PS-77' }));
  await ines.posted(
    'order',
    make.order([{ item: '2', quantity: '10', price: '9', due: '2026-11-29' }], { vendor: '2', currency: 'EUR' }),
  );
});
afterAll(() => server.stop());

interface Asked extends Omit<ListState, 'down'> {
  readonly down?: boolean;
  readonly after?: string;
}
const search = ({ where, down, columns, ...asked }: Asked): string =>
  new URLSearchParams({
    ...asked,
    ...(down ? { down: 'yes' } : {}),
    ...(where ? { where: JSON.stringify(where) } : {}),
    ...(columns ? { columns: columns.join(',') } : {}),
  }).toString();
const ask = (list: ListName, asked: Asked = {}) => ines.call('GET', `/api/lists/${list}?${search(asked)}`);
const page = async (list: ListName, asked: Asked = {}): Promise<ListPage> => {
  const reply = await ask(list, asked);
  expect(reply.status).toBe(200);
  return reply.body as unknown as ListPage;
};
const where = (column: string, is: Condition['is'], to = ''): Condition => ({ column, is, to });
const numbers = (rows: readonly ListRow[], name = 'number') => rows.map(({ cells }) => cells[name]);

describe('a list', () => {
  it.each(LIST_NAMES)('%s can be sorted both ways by every column that can be, and filtered by each', async (list) => {
    for (const { name, as, calculated, hidden } of LISTS[list].columns) {
      if (calculated) continue;
      const wanted = {
        text: [where(name, 'has', 'x'), where(name, 'is', 'x')],
        day: [where(name, 'from', 'today-30')],
        figure: [where(name, 'to', '1240.5')],
      }[as];
      for (const asked of [
        { sort: name },
        { sort: name, down: true },
        ...[...wanted, where(name, 'empty'), where(name, 'filled')].map((one) => ({ where: [one] })),
      ]) {
        if (hidden && 'sort' in asked) continue;
        expect([name, asked, (await ask(list, asked)).status]).toEqual([name, asked, 200]);
      }
    }
  });

  it('has every row once over its pages, also among equals and what is empty, up and down', async () => {
    for (const sort of ['number', 'name', 'origin']) {
      for (const down of [false, true]) {
        const seen: string[] = [];
        let next: string | null = '';
        let pages = 0;
        while (next !== null) {
          const part: ListPage = await page('items', { sort, down, ...(next === '' ? {} : { after: next }) });
          if (pages === 0) expect(part.count).toBe(234);
          seen.push(...numbers(part.rows).map(String));
          next = part.next;
          pages += 1;
        }
        expect([pages, seen.length, new Set(seen).size]).toEqual([3, 234, 234]);
      }
    }
  });

  it('is found and narrowed by what its columns hold, with days from today on', async () => {
    expect((await page('items', { find: 'shuttle 3' })).count).toBe(33);
    expect((await page('items', { find: '100%' })).count).toBe(0);
    expect(
      (
        await page('items', {
          where: [where('origin', 'is', 'IN'), where('number', 'from', 'N-2'), where('name', 'has-not', '4')],
        })
      ).rows.length,
    ).toBeGreaterThan(0);
    const soon = await page('order-lines', { where: [where('due', 'from', 'today'), where('due', 'to', 'today+7')] });
    expect(numbers(soon.rows, 'item')).toEqual(['Linen yarn']);
    expect(
      (await page('order-lines', { where: [where('open', 'from', '60'), where('open', 'to', '60.0')] })).rows,
    ).toMatchObject([{ cells: { open: '60', late: '22' } }]);
  });

  it('adds up what it finds, in base currency', async () => {
    // 60 kg at 12.345 are 740.70; 10 kg at 9.00 EUR at 1.08 are 97.20.
    const lines = await page('order-lines', { where: [where('open', 'filled')] });
    expect([lines.sums.worth, lines.count]).toEqual(['837.90', 2]);
    const receipts = await page('receipts', { find: 'PS-77' });
    expect(receipts.rows).toMatchObject([
      { cells: { amount: '493.80', unbilled: '493.80', orders: expect.stringMatching(/^PO-\d+$/) } },
    ]);
    expect(receipts.sums).toEqual({ amount: '493.80', unbilled: '493.80' });
  });

  it('says what is wrong with how it is asked for', async () => {
    const says = async (asked: Asked & { where?: Condition[] }) => [
      (await ask('orders', asked)).status,
      (await ask('orders', asked)).body.detail,
    ];
    expect(await says({ sort: 'stands' })).toEqual([422, 'The list cannot be sorted by “stands”.']);
    expect(await says({ where: [where('due', 'from', 'soon')] })).toEqual([
      422,
      'Next due: write a day as year-month-day, or today+7.',
    ]);
    expect(await says({ where: [where('amount', 'from', 'much')] })).toEqual([
      422,
      'Ordered: “much” is not understood as a figure.',
    ]);
    expect(await says({ where: [where('secret', 'is', '1')] })).toEqual([
      422,
      'The list cannot be filtered by “secret”.',
    ]);
    expect((await ines.call('GET', '/api/lists/orders?where=[{"column":"number"}]')).status).toBe(422);
    expect(await says({ after: 'x' })).toEqual([422, 'There is no such page of the list: begin at the first.']);
    expect(await says({ where: [where('number', 'is', "' OR 1=1 --")] })).toEqual([200, undefined]);
  });
});

describe('ways of looking at a list', () => {
  it('are kept for whoever keeps them, changed under the same name, and forgotten', async () => {
    const put = (name: string, state: ListState, client = ines) =>
      client.call('PUT', `/api/lists/orders/views/${encodeURIComponent(name)}`, state);
    const views = async (client = ines) => (await client.call('GET', '/api/lists/orders/views')).body.rows;
    expect((await put('Mine / late', { sort: 'due', where: [where('vendor', 'has', 'Tarn')] })).status).toBe(200);
    expect((await put('Mine / late', { sort: 'date', down: true })).status).toBe(200);
    expect(await views()).toEqual([{ name: 'Mine / late', state: { sort: 'date', down: true } }]);
    expect(await views(await server.as('buyer'))).toEqual([]);
    expect((await put('  ', {})).status).toBe(422);
    await ines.call('DELETE', '/api/lists/orders/views/Mine%20%2F%20late');
    expect(await views()).toEqual([]);
  });
});

describe('a list as a file', () => {
  const file = async (ending: 'csv' | 'xlsx', asked: Asked): Promise<Buffer> => {
    const reply = await ines.fetch(`/api/lists/items/file.${ending}?${search(asked)}`);
    expect(reply.status).toBe(200);
    return Buffer.from(await reply.arrayBuffer());
  };

  it('holds all that is found, in the columns that are shown', async () => {
    const csv = (await file('csv', { find: 'N-00', sort: 'number', columns: ['number', 'origin'] })).toString();
    expect(
      csv
        .replace('\ufeff', '')
        .trim()
        .split('\n')
        .map((line) => line.trim()),
    ).toEqual([
      'number,origin',
      'N-000,IN',
      'N-001,',
      'N-002,',
      'N-003,IN',
      'N-004,',
      'N-005,',
      'N-006,IN',
      'N-007,',
      'N-008,',
      'N-009,IN',
    ]);
    expect((await file('csv', {})).toString().trim().split('\n')).toHaveLength(235);
  });

  it('does not run as a formula where it is opened', async () => {
    await server.source.query(
      "INSERT INTO item (id, number, name, unit, method, tariff_code, origin) VALUES (9000, 'EVIL', '=HYPERLINK(1)', 'each', 'average', '', '')",
    );
    expect((await file('csv', { find: 'EVIL' })).toString()).toContain("'=HYPERLINK(1)");
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await file('xlsx', { find: 'EVIL' })) as unknown as ArrayBuffer);
    const cell = book.worksheets[0]?.getCell('B2');
    expect([cell?.value, cell?.formula]).toEqual(['=HYPERLINK(1)', undefined]);
  });

  it('keeps days as days and figures exact, those with more digits than a spreadsheet holds as text', async () => {
    await server.source.query("UPDATE item SET weight = 12345678901234567 WHERE number = 'N-001'");
    await server.source.query("UPDATE item SET weight = 1250000 WHERE number = 'N-002'");
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(
      (await file('xlsx', {
        where: [where('weight', 'filled'), where('number', 'has', 'N-')],
        sort: 'number',
        columns: ['number', 'weight'],
      })) as unknown as ArrayBuffer,
    );
    const sheet = book.worksheets[0];
    expect([sheet?.getCell('B2').value, sheet?.getCell('B3').value]).toEqual(['12345678901.234567', 1.25]);
  });
});

describe('prices that moved', () => {
  it('stand beside the one before of the same vendor, for one stock unit in its own currency: a rate that moved is no change', async () => {
    // 12.345 before: 13.00 is 5.31 % more. 9.00 EUR stays 9.00 EUR at another rate.
    await ines.posted('order', make.order([{ item: '1', quantity: '1', price: '13' }], { date: '2026-03-25' }));
    await ines.posted(
      'order',
      make.order([{ item: '2', quantity: '1', price: '9' }], { date: '2026-03-25', vendor: '2', currency: 'EUR' }),
    );
    const moved = await page('purchases', { where: [where('change', 'filled')] });
    expect(moved.rows.map(({ cells }) => [cells.item, cells.before, cells.price, cells.change])).toEqual([
      ['Merino yarn', '12.345', '13.00', '5.31'],
    ]);
    const linen = await page('purchases', { where: [where('item', 'is', 'Linen yarn')] });
    expect(numbers(linen.rows, 'unit_price')).toEqual(['9.9', '9.72']);
  });
});
