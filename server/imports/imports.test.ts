import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { proveBooks } from '../proof/proveBooks.ts';
import { startTestServer, type TestServer } from '../testing/testServer.ts';
import { answer } from '../testing/answer.ts';
import type { Client, Reply } from '../testing/client.ts';

let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const stage = (kind: string, text: string, id = randomUUID()) =>
  ines.call('PUT', `/api/imports/${id}`, {
    kind,
    fileName: `${kind}.csv`,
    content: Buffer.from(text).toString('base64'),
  });
const problemsOf = (reply: Reply) =>
  (reply.body.rows as { row: number; problems: { field: string; says: string }[] }[])
    .filter((row) => row.problems.length > 0)
    .map((row) => `${row.row} ${row.problems.map(({ field }) => field).join(' ')}`);
const count = async (table: string) =>
  Number(((await server.source.query(`SELECT COUNT(*) AS n FROM ${table}`)) as { n: string }[])[0]?.n);

async function load(id: unknown, leaveOutWrong = false): Promise<Reply> {
  const started = await ines.call('POST', `/api/imports/${String(id)}/load`, { leaveOutWrong });
  if (started.status !== 200) return started;
  return finished(id);
}

/** As a server leaves it that was killed: its lease has run out. */
async function leftInTheMiddle(id: string): Promise<void> {
  await server.source.query("UPDATE import_batch SET state = 'loading' WHERE id = ?", [id]);
  await server.source.query(
    "UPDATE job SET state = 'running', lease_until = UTC_TIMESTAMP(6) - INTERVAL 1 SECOND WHERE id = ?",
    [id],
  );
}

async function finished(id: unknown): Promise<Reply> {
  for (let wait = 0; wait < 200; wait += 1) {
    const reply = await ines.call('GET', `/api/imports/${String(id)}`);
    if (reply.body.state !== 'loading') return reply;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('The import does not end.');
}

describe('a file', () => {
  it.each([
    ['items', 'name,unit\nA,B', /missing: number/],
    ['vendors', 'number,name,currency,terms,colour\nA,B,USD,30,red', /not known: colour/],
    ['items', '', /no lines/],
    ['items', 'number,name,unit,method\n"A,B,each,fifo', /not CSV/],
  ])('of %s that cannot be read says which part', async (kind, text, says) => {
    const reply = await stage(kind, text);
    expect([reply.status, reply.body.detail]).toEqual([422, expect.stringMatching(says)]);
  });

  it('says line by line what is wrong, and loads nothing until that is left out', async () => {
    const text =
      'number,name,unit,method,weight\nDYE,Indigo dye,tin,fifo,0.3\nYARN,,kg,fifo,\n,No number,kg,fifo,\nX1,Odd,kg,lifo,-1\nDYE,Twice,tin,fifo,0.3\n';
    const staged = await stage('items', text);
    expect(problemsOf(staged)).toEqual(['2 name', '3 number', '4 method weight', '5 number']);
    const before = await count('item');
    expect((await load(staged.body.id)).status).toBe(422);
    expect(await count('item')).toBe(before);
    expect((await load(staged.body.id, true)).body).toMatchObject({ state: 'loaded', loaded: 1 });
    expect(await count('item')).toBe(before + 1);
  });

  it('of rates of duty is held against what is there and against itself: written otherwise, and days that cross', async () => {
    const header = 'measure,code,from,to,percent\n';
    const loaded = await stage('tariff', `${header}Duty,7013.10,2026-01-01,2026-12-31,5\n`);
    expect((await load(loaded.body.id)).body).toMatchObject({ state: 'loaded', loaded: 1 });
    const rows = [
      'Duty,701310,2026-01-01,2026-12-31,6',
      'Duty,7013.10,2026-12-01,,4',
      'Duty,7013.99,2026-01-01,2026-06-30,4',
      'Duty,701399,2026-06-01,2026-12-31,4',
      'Duty,70.13.99,2026-06-01,,4',
      'Fee,7013.10,2026-12-01,,4',
    ];
    expect(problemsOf(await stage('tariff', `${header}${rows.join('\n')}\n`))).toEqual([
      '1 to code',
      '2 from',
      '3 to',
      '4 from',
      '5 from measure',
    ]);
  });

  it('staged twice under one id stays one; another file under it is refused', async () => {
    const id = randomUUID();
    await stage('vendors', 'number,name,currency,terms\nKUMO,Kumo Dyeworks,JPY,30', id);
    expect((await stage('vendors', 'number,name,currency,terms\nKUMO,Kumo Dyeworks,JPY,30', id)).body.total).toBe(1);
    expect((await stage('vendors', 'number,name,currency,terms\nDHOL,Dholka Shuttle Works,USD,30', id)).status).toBe(
      422,
    );
  });

  it('is refused to a role that may not load its kind', async () => {
    const buyer = await server.as('buyer');
    const reply = await buyer.call('PUT', `/api/imports/${randomUUID()}`, {
      kind: 'opening-stock',
      fileName: 'x',
      content: 'YQ==',
    });
    expect(reply.status).toBe(403);
  });
});

describe('documents from a file', () => {
  it('are checked by their own preview, each line at its field', async () => {
    const header = 'order,vendor,date,warehouse,item,quantity,price\n';
    const staged = await stage(
      'orders',
      `${header}A1,TARN,2026-03-01,MAIN,YARN,10,12\nA1,TARN,2026-03-01,MAIN,LINEN,1.0000001,-3\nA2,NOBODY,2026-03-01,MAIN,YARN,1,1\nA3,TARN,2026-02-30,MAIN,YARN,1,1\n`,
    );
    expect(problemsOf(staged)).toEqual(['2 quantity', '3 vendor', '4 date']);
  });

  it('post as one order for each number, and opening stock as one document for each day and warehouse', async () => {
    const stock = await stage(
      'opening-stock',
      'item,warehouse,date,quantity,value\nYARN,MAIN,2026-01-01,10,100.00\nLINEN,MAIN,2026-01-01,5,33.33\nYARN,OVER,2026-01-01,4,41\n',
    );
    expect((await load(stock.body.id)).body).toMatchObject({ state: 'loaded', loaded: 3 });
    const orders = await stage(
      'orders',
      'order,vendor,date,warehouse,item,quantity,price,due\nA1,TARN,2026-03-01,MAIN,YARN,10,12,2026-04-01\nA1,TARN,2026-03-01,MAIN,LINEN,5,3,\nA2,BEIR,2026-03-02,MAIN,LINEN,7,9,\n',
    );
    expect((await load(orders.body.id)).body).toMatchObject({ state: 'loaded', loaded: 3 });
    const kinds = (await server.source.query(
      'SELECT kind, COUNT(*) AS n FROM document GROUP BY kind ORDER BY kind',
    )) as { kind: string; n: string }[];
    expect(kinds.map(({ kind, n }) => [kind, Number(n)])).toEqual([
      ['opening', 2],
      ['order', 2],
    ]);
  });

  it('go on where a killed server left them, and none is posted twice', async () => {
    const rows = Array.from({ length: 12 }, (_, n) => `K${n},TARN,2026-03-01,MAIN,YARN,${n + 1},12`);
    const staged = await stage('orders', `order,vendor,date,warehouse,item,quantity,price\n${rows.join('\n')}\n`);
    const id = String(staged.body.id);
    const before = await count('document');
    await load(id);
    expect(await count('document')).toBe(before + 12);
    // As a kill leaves it: some documents are posted whose lines are not marked, and the lease has run out.
    await server.source.query("UPDATE import_row SET state = 'staged' WHERE import_id = ? AND row_no > 4", [id]);
    await leftInTheMiddle(id);
    expect((await finished(id)).body).toMatchObject({ state: 'loaded', loaded: 12 });
    expect(await count('document')).toBe(before + 12);
  });

  it('a hundred orders and their receipts, made elsewhere, come out as correct books, also when the load stops on the way', async () => {
    await server.source.query("INSERT INTO item_pack VALUES (1, 'cone', 500000)");
    const about = (n: number) => `2026-03-${String(10 + (n % 10))}`;
    const orders = Array.from({ length: 100 }, (_, n) => [
      `H${n},TARN,2026-03-01,MAIN,YARN,${2 * n + 2},7.25,cone`,
      `H${n},TARN,2026-03-01,MAIN,LOOM,1,${1000 + n},`,
    ]).flat();
    const placed = await stage(
      'orders',
      `order,vendor,date,warehouse,item,quantity,price,unit\n${orders.join('\n')}\n`,
    );
    expect((await load(placed.body.id)).body).toMatchObject({ state: 'loaded', loaded: 200 });

    const rows = Array.from({ length: 100 }, (_, n) => [
      `R${n},TARN,${about(n)},MAIN,H${n},YARN,${2 * n + 2},cone`,
      `R${n},TARN,${about(n)},MAIN,h${n},loom,1,`,
    ]).flat();
    const header = 'receipt,vendor,date,warehouse,order,item,quantity,unit\n';
    const wrong = await stage(
      'receipts',
      `${header}X,TARN,2026-03-11,MAIN,H7,LINEN,1,\nY,TARN,2026-03-11,MAIN,H7,YARN,1.5,cone\nZ,TARN,2026-03-11,MAIN,H7,LOOM,2,\n`,
    );
    expect(problemsOf(wrong)).toEqual(['1 order', '2 quantity', '3 quantity']);

    const staged = await stage('receipts', header + rows.join('\n'));
    expect(staged.body.wrong).toBe(0);
    const id = String(staged.body.id);
    const before = await count('document');
    await load(id);
    await server.source.query("UPDATE import_row SET state = 'staged' WHERE import_id = ? AND row_no > 60", [id]);
    await leftInTheMiddle(id);
    expect((await finished(id)).body).toMatchObject({ state: 'loaded', loaded: 200 });
    expect(await count('document')).toBe(before + 100);
    // 2 + 4 + … + 200 = 10,100 cones at 7.25, and 100 looms at 1,000 to 1,099.
    const [owed] = (await server.source.query(
      "SELECT SUM(l.amount) AS amount FROM journal_line l JOIN document d ON d.id = l.document_id WHERE d.kind = 'receipt' AND l.account = 'grni'",
    )) as { amount: string }[];
    expect(owed?.amount).toBe(String(-(10_100 * 725 + 104_950 * 100)));
    const open = (await ines.call('GET', '/api/orders/open-lines')).body.rows as {
      order: { number: string };
      item: { number: string };
    }[];
    expect(open.filter(({ item }) => item.number === 'LOOM')).toEqual([]);
  });
});

describe('a register as a file', () => {
  it.each(['items', 'vendors', 'prices', 'warehouses', 'tax-codes', 'terms', 'dimensions', 'rates'] as const)(
    '%s goes out and comes in again, as CSV and as XLSX, and changes nothing',
    async (kind) => {
      const made = await ines.call(
        'POST',
        `/api/registers/${kind}`,
        { fields: ROUND_TRIP[kind] },
        { 'Idempotency-Key': randomUUID() },
      );
      expect([kind, made.status, made.body.errors]).toEqual([kind, 201, undefined]);
      for (const ending of ['csv', 'xlsx']) {
        const file = Buffer.from(await (await ines.fetch(`/api/lists/${kind}/file.${ending}`)).arrayBuffer());
        const id = randomUUID();
        const staged = await ines.call('PUT', `/api/imports/${id}`, {
          kind,
          fileName: `${kind}.${ending}`,
          content: file.toString('base64'),
        });
        expect([staged.status, staged.body.wrong]).toEqual([200, 0]);
        const rows = staged.body.rows as { does: string; problems: unknown[] }[];
        expect(rows.length).toBeGreaterThan(0);
        expect(rows.filter(({ does }) => does !== 'No change.')).toEqual([]);
      }
    },
  );

  it('changes of what is there only what it says, each with who did', async () => {
    const group = { code: 'SHUTTLES', name: 'Shuttles' };
    await ines.call('POST', '/api/registers/item-groups', { fields: group }, { 'Idempotency-Key': randomUUID() });
    const [round] = await server.source.query<{ id: string }[]>("SELECT id FROM item WHERE number = 'ROUND-1'");
    const grouped = { fields: { group: group.code }, seen: { group: '' } };
    expect((await ines.call('PUT', `/api/registers/items/${round?.id ?? ''}`, grouped)).status).toBe(200);
    const content = Buffer.from('number;name;over\nROUND-1;"=Renamed";7.5\n').toString('base64');
    const id = randomUUID();
    const staged = await ines.call('PUT', `/api/imports/${id}`, { kind: 'items', fileName: 'items.csv', content });
    expect(staged.body.rows).toMatchObject([
      { does: 'Changes name, over. A second person approves over.', problems: [] },
    ]);
    await ines.call('POST', `/api/imports/${id}/load`, { leaveOutWrong: false });
    await finished(id);
    const [item] = await server.source.query<{ id: string; name: string; unit: string }[]>(
      "SELECT id, name, unit FROM item WHERE number = 'ROUND-1'",
    );
    expect(item).toMatchObject({ name: '=Renamed', unit: 'each' });
    expect((await answer(await server.as('approver'), `items/${item?.id ?? ''}/limits`)).status).toBe(201);
    const { changes } = (await ines.call('GET', `/api/registers/items/${item?.id ?? ''}`)).body as unknown as {
      changes: { field: string; became: string; by: string }[];
    };
    expect(changes.slice(0, 2).map(({ field, became, by }) => [field, became, by])).toEqual(
      expect.arrayContaining([
        ['name', '=Renamed', 'accountant'],
        ['over', '7.5', 'approver'],
      ]),
    );
  });

  it('loads many at once, each under its own number with its parts and its record, up to the first that cannot be kept', async () => {
    const header = 'number,name,unit,method,codes\n';
    const line = (n: number) => `MANY-${n},Heddle ${n},each,fifo,M${n}\n`;
    const staged = await stage('items', header + Array.from({ length: 620 }, (_, n) => line(n)).join(''));
    expect([staged.status, staged.body.wrong]).toEqual([200, 0]);
    // Somebody takes a code of the six hundredth meanwhile.
    const taken = { number: 'TAKER', name: 'Reed hook', unit: 'each', method: 'fifo', codes: 'M600' };
    await ines.call('POST', '/api/registers/items', { fields: taken }, { 'Idempotency-Key': randomUUID() });
    const stopped = await load(staged.body.id);
    expect([stopped.body.state, stopped.body.loaded]).toEqual(['stopped', 600]);
    expect(stopped.body.says).toContain('M600');
    const kept = await server.source.query<Record<string, string>[]>(
      `SELECT i.number, i.name, c.code, h.became FROM item i JOIN item_code c ON c.item_id = i.id
       JOIN set_up_change h ON h.what = 'items' AND h.which_id = i.id AND h.field = '' WHERE i.number LIKE 'MANY-%' ORDER BY i.id`,
    );
    expect(kept.map((row) => Object.values(row).join(' '))).toEqual(
      Array.from({ length: 600 }, (_, n) => `MANY-${n} Heddle ${n} M${n} MANY-${n}`),
    );
  });

  it('writes its figures as it says, in parts too, and what may be another figure is wrong', async () => {
    const stageAs = async (figures: string, text: string) =>
      (
        await ines.call('PUT', `/api/imports/${randomUUID()}`, {
          kind: 'items',
          fileName: 'items.csv',
          content: Buffer.from(text).toString('base64'),
          figures,
        })
      ).body as { figures: string; rows: { fields: Record<string, string>; problems: { says: string }[] }[] };
    const header = 'number;name;unit;method;weight;packs\n';
    const german = await stageAs('1.234,50', `${header}EU-1;Reed;kg;fifo;1.234,5;box = 2,5 | crate = 1.000\n`);
    expect(german).toMatchObject({ figures: '1.234,50' });
    expect(german.rows[0]).toMatchObject({
      fields: { weight: '1234.5', packs: 'box = 2.5 | crate = 1000' },
      problems: [],
    });
    const swiss = await stageAs('1’234.50', `${header}EU-1;Reed;kg;fifo;1'234.5;\n`);
    expect(swiss.rows[0]).toMatchObject({ fields: { weight: '1234.5' }, problems: [] });
    const doubtful = await stageAs('1.234,50', `${header}EU-1;Reed;kg;fifo;1.5;\n`);
    expect(doubtful.rows[0]?.problems.map(({ says }) => says)).toEqual(['“1.5” is not understood as a figure.']);
  });

  it('is refused to whoever may not change it', async () => {
    const buyer = await server.as('buyer');
    const content = Buffer.from('code,name,days,after\n99,"99 days",99,bill\n').toString('base64');
    expect(
      (await buyer.call('PUT', `/api/imports/${randomUUID()}`, { kind: 'terms', fileName: 'terms.csv', content }))
        .status,
    ).toBe(403);
  });
});

/** An entry of each register with everything that a spreadsheet might spoil. */
const ROUND_TRIP = {
  items: {
    number: 'ROUND-1',
    name: '=Shuttle, "maple"',
    unit: 'each',
    method: 'fifo',
    weight: '0.25',
    packs: 'box = 25 | crate = 400',
    codes: '0012345 = box',
  },
  vendors: {
    number: '00042',
    name: '+Mill',
    currency: 'USD',
    terms: '30',
    address: '1 Lane | Town',
    bank_account: 'XX12 3456',
  },
  prices: {
    vendor: 'TARN',
    item: 'YARN',
    price: '12.3456',
    unit: '',
    least: '1000',
    from: '2026-01-31',
    to: '2026-12-31',
    vendor_number: '007',
  },
  warehouses: { code: 'W-9', name: 'Yard', bins: 'A-1 = shelf | D = dock', address: 'Gate 1 | Fernhollow' },
  'tax-codes': {
    code: 'TWO',
    name: 'Two',
    levels: 'State = 5 = reclaimed | Town = 1.25 = into-cost = goods-and-taxes-above',
  },
  terms: {
    code: '045',
    name: '45 days',
    days: '45',
    after: 'month-end',
    discount: '2',
    discount_days: '10',
  },
  dimensions: { kind: 'project', code: '2026-11-23', name: 'A day as a code' },
  rates: { currency: 'NZD', from: '2026-02-28', rate: '0.5984123456' },
} as const;
