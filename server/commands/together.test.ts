import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

/** Many users at the same moment, against the real database; afterwards the books are proved from scratch. */
let server: TestServer;
let users: Client[];
beforeAll(async () => {
  server = await startTestServer();
  users = await Promise.all(Array.from({ length: 8 }, () => server.as('accountant')));
});
afterAll(() => server.stop());

const user = (n: number): Client => users[n % users.length] as Client;

describe('at the same moment', () => {
  it('two receive the last five: one succeeds, the other is told what is left', async () => {
    for (let round = 0; round < 15; round += 1) {
      const order = await user(0).posted('order', make.order([{ item: '1', quantity: '5', price: '10' }]));
      const replies = await Promise.all(
        [0, 1].map((n) => user(n).post('receipt', make.receipt([{ of: `${order}/1`, quantity: '5' }]))),
      );
      expect(replies.map(({ status }) => status).sort()).toEqual([201, 422]);
      expect(replies.find(({ status }) => status === 422)?.body.detail).toBe('Nothing of this line is open any more.');
    }
    expect(await proveBooks(server.source)).toEqual([]);
  });

  it('eight enter the same bill: one is kept', async () => {
    for (let round = 0; round < 5; round += 1) {
      const replies = await Promise.all(
        users.map((each, n) =>
          each.post('bill', make.charge(n % 2 ? `GW-${round}` : `gw ${'0'.repeat(n)}${round}`, '10')),
        ),
      );
      expect(replies.filter(({ status }) => status === 201)).toHaveLength(1);
      expect(replies.filter(({ status }) => status === 422)).toHaveLength(7);
    }
  });

  it('late costs, deliveries and invoices meet in the same pools, and no cent is lost', async () => {
    const order = await user(0).posted(
      'order',
      make.order([
        { item: '1', quantity: '400', price: '7.77' },
        { item: '2', quantity: '400', price: '3.33' },
      ]),
    );
    const receipts = await Promise.all(
      [1, 2, 3, 4].map((n) =>
        user(n).posted(
          'receipt',
          make.receipt(
            [
              { of: `${order}/1`, quantity: '100' },
              { of: `${order}/2`, quantity: '100' },
            ],
            { date: `2026-03-1${n}` },
          ),
        ),
      ),
    );
    const freight = await Promise.all(
      receipts.map((_, n) => user(n).posted('bill', make.charge(`F-${n}`, `${n + 1}3.37`))),
    );
    const work = receipts.flatMap((receipt, n) => [
      () =>
        user(n).persist(
          'bill',
          make.bill(`B-${n}`, [
            { of: `${receipt}/1`, quantity: '100', price: '8.01' },
            { of: `${receipt}/2`, quantity: '100', price: '3.29' },
          ]),
        ),
      () =>
        user(n + 1).persist(
          'allocation',
          make.allocation(
            `${freight[n]}/1`,
            receipts.map((each) => `${each}/${(n % 2) + 1}`),
          ),
        ),
      ...[1, 2, 3].map((d) => async () => {
        // Out of both pools in either order of lines, dated in any order.
        const lines = [
          { item: '1', quantity: '11' },
          { item: '2', quantity: '13' },
        ];
        const { body } = await user(n + d).persist(
          'delivery',
          make.delivery(d % 2 ? lines : lines.reverse(), { date: `2026-03-2${(n * d) % 5}` }),
        );
        const delivery = String(body.id);
        return user(d).persist(
          'invoice',
          make.invoice([{ of: `${delivery}/1`, quantity: '5', price: '20' }], { date: '2026-03-29' }),
        );
      }),
    ]);
    const replies = await Promise.all(work.map((task) => task()));
    expect(replies.map(({ status, body }) => [status, body.detail])).toEqual(replies.map(() => [201, undefined]));
    expect(await proveBooks(server.source)).toEqual([]);
  });

  it('more deliveries than the stock allows: just as many succeed as there are goods', async () => {
    await user(0).posted('opening', make.opening([{ item: '3', quantity: '10', value: '777.77' }], { warehouse: '2' }));
    const replies = await Promise.all(
      Array.from({ length: 16 }, (_, n) =>
        user(n).persist('delivery', make.delivery([{ item: '3', quantity: '1' }], { warehouse: '2' })),
      ),
    );
    expect(replies.filter(({ status }) => status === 201)).toHaveLength(10);
    const [pool] = (await server.source.query(
      'SELECT quantity, value FROM pool WHERE item_id = 3 AND warehouse_id = 2',
    )) as {
      quantity: string;
      value: string;
    }[];
    expect(pool).toEqual({ quantity: '0', value: '0' });
    expect(await proveBooks(server.source)).toEqual([]);
  });
});
