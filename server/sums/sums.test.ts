import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { TrialBalance } from '@obolus/contract/views/documents';
import { proveBooks } from '../proof/proveBooks.ts';
import { heldBy } from '../testing/held.ts';
import { make, startTestServer, type TestServer, TODAY } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';
import { sums } from './addUp.ts';

let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(() => server.stop());

const DAYS = ['2026-01-31', '2026-02-01', '2026-03-14', '2026-03-15', '2026-03-31', '2026-04-01', '2026-12-31'];
const balances = () =>
  Promise.all(
    DAYS.map(async (day) => {
      const { rows, stock, inventory } = (await ines.call('GET', `/api/trial-balance?asOf=${day}`))
        .body as unknown as TrialBalance;
      expect(stock).toBe(inventory);
      return rows.map(({ account, debit, credit }) => `${account} ${debit} ${credit}`);
    }),
  );
const addUp = () => sums.run(heldBy(server.source, TODAY));

describe('the sums by month', () => {
  it('give the same balances as the journal on any day, before they are made, after, and with what was posted since', async () => {
    const order = await ines.posted('order', make.order([{ item: '1', quantity: '100', price: '12' }]));
    const receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '60' }]));
    await ines.posted('delivery', make.delivery([{ item: '1', quantity: '20' }]));
    await ines.posted('bill', make.bill('S-1', [{ of: `${receipt}/1`, quantity: '60', price: '13' }]));
    const before = await balances();
    await addUp();
    expect(await balances()).toEqual(before);
    // Into a month that is added up already, and taken back in another.
    const opening = await ines.posted('opening', make.opening([{ item: '3', quantity: '2', value: '1000' }]));
    const since = await balances();
    expect(since[0]).toContain('inventory 1000.00 0.00');
    await addUp();
    expect(await balances()).toEqual(since);
    await ines.posted('reversal', { of: opening, date: '2026-04-01', reason: 'counted twice' });
    const back = await balances();
    expect(back.slice(5)).toEqual(before.slice(5));
    await addUp();
    expect(await balances()).toEqual(back);
    expect(await proveBooks(server.source)).toEqual([]);
  });

  it.each(['account_sum', 'pool_sum'])('are proved: a changed %s is named', async (table) => {
    await addUp();
    await server.source.query(`UPDATE ${table} SET amount = amount + 1 LIMIT 1`);
    expect(await proveBooks(server.source)).toEqual([expect.stringMatching(/^the sum of .* is not what was posted$/)]);
    await server.source.query(`UPDATE ${table} SET amount = amount - 1 LIMIT 1`);
  });

  it('are made by a job, without anybody asking', async () => {
    const number = async () =>
      ((await server.source.query('SELECT number FROM summed')) as { number: string }[])[0]?.number;
    await server.source.query("UPDATE job SET next_at = UTC_TIMESTAMP(6) WHERE kind = 'sums' AND state = 'waiting'");
    await ines.posted('opening', make.opening([{ item: '2', quantity: '1', value: '10' }]));
    const [head] = (await server.source.query('SELECT number FROM ledger_head')) as { number: string }[];
    for (let wait = 0; wait < 100 && (await number()) !== head?.number; wait += 1) {
      await server.source.query("UPDATE job SET next_at = UTC_TIMESTAMP(6) WHERE kind = 'sums' AND state = 'waiting'");
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    expect(await number()).toBe(head?.number);
  });
});
