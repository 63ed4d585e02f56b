import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

/*
 * What an ordinary posting reads and writes does not grow with the history behind it: rows and statements are counted by the
 * database itself, once with little behind it and once with much.
 */
let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer({ connections: 1, worksOnJobs: false });
  ines = await server.as('accountant');
});
afterAll(() => server.stop());

/** Rows read and written and statements run, all on the one connection that this server has. */
async function counted(work: () => Promise<unknown>): Promise<{ statements: number; read: number; written: number }> {
  const before = await counters();
  await work();
  const after = await counters();
  const difference = (name: string) => (after.get(name) ?? 0) - (before.get(name) ?? 0);
  const sum = (names: readonly string[]) => names.reduce((counted, name) => counted + difference(name), 0);
  return {
    // Asking for the counters is a statement too.
    statements: difference('Questions') - 1,
    read: sum([
      'Handler_read_key',
      'Handler_read_next',
      'Handler_read_prev',
      'Handler_read_first',
      'Handler_read_last',
      'Handler_read_rnd',
      'Handler_read_rnd_next',
    ]),
    written: sum(['Handler_write', 'Handler_update', 'Handler_delete']),
  };
}

async function counters(): Promise<Map<string, number>> {
  const rows = (await server.source.query(
    "SHOW SESSION STATUS WHERE Variable_name = 'Questions' OR Variable_name LIKE 'Handler%'",
  )) as Record<string, string>[];
  return new Map(
    rows.map((row) => {
      const [name = '', count] = Object.values(row);
      return [name, Number(count)];
    }),
  );
}

const day = (n: number): string => new Date(Date.UTC(2026, 1, 1 + n)).toISOString().slice(0, 10);

/** A receipt of an order of its own, a delivery of as much, and its invoice: what a day brings. */
async function trade(n: number): Promise<void> {
  const items = ['1', '2'];
  const order = await ines.posted(
    'order',
    make.order(
      items.map((item) => ({ item, quantity: '10', price: '12' })),
      { date: day(n) },
    ),
  );
  await ines.posted(
    'receipt',
    make.receipt(
      [1, 2].map((line) => ({ of: `${order}/${line}`, quantity: '10' })),
      { date: day(n) },
    ),
  );
  const delivery = await ines.posted(
    'delivery',
    make.delivery(
      items.map((item) => ({ item, quantity: '10' })),
      { date: day(n) },
    ),
  );
  await ines.posted('invoice', make.invoice([{ of: `${delivery}/1`, quantity: '5', price: '20' }], { date: day(n) }));
}

describe('an ordinary posting', () => {
  it('runs the same statements and reads and writes as many rows with much behind it as with little', async () => {
    for (let n = 0; n < 5; n += 1) await trade(n);
    const little = await counted(() => trade(5));
    // Enough for states to be kept on the way in both pools.
    for (let n = 6; n < 150; n += 1) await trade(n);
    const much = await counted(() => trade(150));
    const [{ kept }] = (await server.source.query('SELECT COUNT(*) AS kept FROM pool_checkpoint')) as [
      { kept: string },
    ];
    expect(Number(kept)).toBe(2);
    expect(much.statements).toBe(little.statements);
    // A sequence writes down now and then how far it has come.
    expect(Math.abs(much.written - little.written)).toBeLessThan(5);
    // An index grows deeper, a page is read once more: a handful of rows, not hundreds.
    expect(Math.abs(much.read - little.read)).toBeLessThan(20);
    // Six hundred documents, on a machine that may do much else beside.
  }, 240_000);

  it('behind others of its day’s past reads from the last state kept before it, not from the first movement', async () => {
    const order = await ines.posted(
      'order',
      make.order([{ item: '1', quantity: '10', price: '12' }], { date: day(140) }),
    );
    const late = await counted(() =>
      ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }], { date: day(140) })),
    );
    const first = await ines.posted(
      'order',
      make.order([{ item: '1', quantity: '10', price: '12' }], { date: day(0) }),
    );
    const early = await counted(() =>
      ines.posted('receipt', make.receipt([{ of: `${first}/1`, quantity: '10' }], { date: day(0) })),
    );
    expect(late.read).toBeLessThan(early.read / 3);
    expect(await proveBooks(server.source)).toEqual([]);
  });
});
