import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { proveBooks } from '../proof/proveBooks.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

/** What two users do at the same moment to the same thing, for every kind of document that takes something away from another. */
let server: TestServer;
let users: Client[];
beforeAll(async () => {
  server = await startTestServer();
  users = await Promise.all(Array.from({ length: 6 }, () => server.as('accountant')));
});
afterAll(() => server.stop());

const user = (n: number): Client => users[n % users.length] as Client;
const ines = () => user(0);

/** An order of ten of item 1 with freight expected, received and billed. */
async function bought(name: string): Promise<{ order: string; receipt: string; bill: string }> {
  const estimates = [{ kind: 'freight', by: 'flat', figure: '7' }];
  const lines = [{ discount: '', due: '', item: '1', quantity: '10', price: '12', estimates }];
  const order = await ines().posted('order', make.order([], { lines }));
  const receipt = await ines().posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]));
  const bill = await ines().posted(
    'bill',
    make.bill(name, [{ of: `${receipt}/1`, quantity: '10', price: '12' }], { date: '2026-03-11' }),
  );
  return { order, receipt, bill };
}
const expensed = (number: string) => ({
  ...make.bill(number, []),
  expenses: [{ expense: 'cleaning', amount: '40' }],
  date: '2026-03-11',
});
const payment = (of: string, amount: string, from = '') => make.payment(of, amount, { date: '2026-03-20', from });

interface Contest {
  /** Readies what both want, and says what each of them posts. */
  ready(round: number): Promise<object>;
}

const CONTESTS: Partial<Record<DocumentKind, Contest>> = {
  return: {
    async ready(round) {
      const { receipt } = await bought(`R${round}`);
      return {
        vendor: '1',
        date: '2026-03-15',
        reference: '',
        lines: [{ of: `${receipt}/1`, quantity: '6', replace: false, confirmed: true }],
      };
    },
  },
  credit: {
    async ready(round) {
      const { receipt } = await bought(`C${round}`);
      const lines = [{ of: `${receipt}/1`, quantity: '5', replace: false, confirmed: true }];
      const back = await ines().posted('return', { vendor: '1', date: '2026-03-15', reference: '', lines });
      // Two memos of other numbers for the same goods.
      return {
        vendor: '1',
        reference: '?',
        date: '2026-03-18',
        currency: 'USD',
        lines: [{ of: `${back}/1`, quantity: '5', price: '12' }],
      };
    },
  },
  'estimate-closing': {
    async ready(round) {
      const { receipt } = await bought(`E${round}`);
      return { date: '2026-03-18', reason: 'no bill comes', lines: [{ of: `${receipt}/1`, charge: 'freight' }] };
    },
  },
  'charge-move': {
    async ready(round) {
      const bill = await ines().posted('bill', expensed(`M${round}`));
      return { date: '2026-03-18', of: `${bill}/1`, charge: 'handling', amount: '30' };
    },
  },
  allocation: {
    async ready(round) {
      const { receipt } = await bought(`A${round}`);
      const freight = await ines().posted('bill', make.charge(`AF${round}`, '9'));
      return make.allocation(`${freight}/1`, [`${receipt}/1`], 'value');
    },
  },
  payment: {
    async ready(round) {
      const { bill } = await bought(`P${round}`);
      return payment(bill, '100');
    },
  },
  'customer-return': {
    async ready() {
      const delivery = await ines().posted('delivery', make.delivery([{ item: '1', quantity: '4' }]));
      return {
        customer: 'Oxbow Street Weavers',
        date: '2026-03-18',
        warehouse: '1',
        lines: [{ of: `${delivery}/1`, quantity: '3', price: '0' }],
      };
    },
  },
  arrival: {
    async ready() {
      const sent = await ines().posted('transfer', {
        date: '2026-03-17',
        from: '1',
        to: '2',
        inTransit: true,
        lines: [{ item: '1', quantity: '2' }],
      });
      return { date: '2026-03-18', lines: [{ of: `${sent}/1`, quantity: '2', lost: '' }] };
    },
  },
  reversal: {
    async ready() {
      const prepaid = await ines().posted('prepayment', {
        vendor: '1',
        date: '2026-03-18',
        currency: 'USD',
        amount: '5',
      });
      return { date: '2026-03-18', of: prepaid, reason: 'twice' };
    },
  },
};

describe('two at the same moment', () => {
  it.each(Object.keys(CONTESTS) as DocumentKind[])(
    'post the same %s: one does, the other is told why not',
    async (kind) => {
      await ines().posted('opening', make.opening([{ item: '1', quantity: '100', value: '1000' }]));
      for (let round = 0; round < 3; round += 1) {
        const body = await CONTESTS[kind]?.ready(round);
        const replies = await Promise.all(
          [1, 2].map((n) =>
            user(n).post(kind, kind === 'credit' ? { ...body, reference: `CM-${round}-${n}` } : (body ?? {})),
          ),
        );
        expect([kind, ...replies.map(({ status }) => status).sort()]).toEqual([kind, 201, 422]);
      }
      expect(await proveBooks(server.source)).toEqual([]);
    },
  );

  it('use up one prepayment: no more of it is used than there is', async () => {
    const prepaid = await ines().posted('prepayment', {
      vendor: '1',
      date: '2026-03-05',
      currency: 'USD',
      amount: '150',
    });
    const bills = await Promise.all(
      [1, 2, 3].map((n) =>
        user(n).posted('bill', { ...expensed(`PP${n}`), expenses: [{ expense: 'cleaning', amount: '100' }] }),
      ),
    );
    const replies = await Promise.all(bills.map((bill, n) => user(n).post('payment', payment(bill, '70', prepaid))));
    expect(replies.filter(({ status }) => status === 201)).toHaveLength(2);
    expect(replies.filter(({ status }) => status === 422)).toHaveLength(1);
  });

  it('receive goods that were prepaid: all of the prepayment comes in with them, and no more', async () => {
    const lines = [{ discount: '', due: '', item: '1', quantity: '30', price: '10', estimates: [] }];
    const order = await ines().posted('order', make.order([], { currency: 'EUR', lines }));
    const prepaid = await ines().posted('prepayment', {
      vendor: '1',
      date: '2026-03-05',
      currency: 'EUR',
      amount: '100',
      order,
    });
    const replies = await Promise.all([
      ...[1, 2, 3].map((n) => user(n).post('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]))),
      user(4).post('reversal', { date: '2026-03-18', of: prepaid, reason: 'not paid' }),
    ]);
    const [reversed] = replies.splice(3);
    expect(replies.map(({ status }) => status)).toEqual([201, 201, 201]);
    const [received] = await server.source.query<Record<string, string | null>[]>(
      'SELECT SUM(r.amount) AS amount, SUM(r.base_amount) AS base, MAX(p.base_amount) AS paid FROM prepayment p LEFT JOIN receipt_prepaid r ON r.prepayment_id = p.document_id WHERE p.document_id = ?',
      [prepaid],
    );
    // Either it was taken back before anything came, or all of it is in the goods.
    expect([received?.amount, received?.base]).toEqual(
      reversed?.status === 201 ? [null, null] : ['10000', received?.paid],
    );
    expect(await proveBooks(server.source)).toEqual([]);
  });

  it('reverse a document and build on it: never both', async () => {
    for (let round = 0; round < 4; round += 1) {
      const { receipt, bill } = await bought(`RB${round}`);
      const replies = await Promise.all([
        user(1).post('reversal', { date: '2026-03-18', of: bill, reason: 'wrong paper' }),
        user(2).post('payment', payment(bill, '120')),
        user(3).post('return', {
          vendor: '1',
          date: '2026-03-15',
          reference: '',
          lines: [{ of: `${receipt}/1`, quantity: '1', replace: true, confirmed: true }],
        }),
      ]);
      const [reversed, paid] = replies.map(({ status }) => status);
      expect([reversed, paid].filter((status) => status === 201)).toHaveLength(1);
    }
    expect(await proveBooks(server.source)).toEqual([]);
  });

  it('close a month, one of them twice, while others post into it: all or nothing is in it', async () => {
    const work = [
      ...[1, 2].map((n) => user(n).post('close', { date: '2026-01-31', period: '2026-01' })),
      ...[3, 4, 5].map((n) =>
        user(n).post('opening', make.opening([{ item: '2', quantity: '1', value: '10' }], { date: '2026-01-20' })),
      ),
    ];
    const replies = await Promise.all(work);
    expect(
      replies
        .slice(0, 2)
        .map(({ status }) => status)
        .sort(),
    ).toEqual([201, 422]);
    for (const { status, body } of replies.slice(2)) {
      expect([201, 422]).toContain(status);
      if (status === 422) expect(body.errors).toMatchObject([{ reason: 'date_in_closed_period' }]);
    }
    expect(
      (await ines().post('opening', make.opening([{ item: '2', quantity: '1', value: '10' }], { date: '2026-01-20' })))
        .status,
    ).toBe(422);
  });
});

describe('many at the same moment', () => {
  it('move, make, count, send back and take back goods of the same pools, and no cent is lost', async () => {
    const { receipt } = await bought('MANY');
    await ines().posted('opening', make.opening([{ item: '2', quantity: '60', value: '600' }], { date: '2026-03-03' }));
    const delivery = await ines().posted('delivery', make.delivery([{ item: '1', quantity: '12' }]));
    const one = (item: string, quantity = '1') => [{ item, quantity }];
    const kinds: ((n: number) => [DocumentKind, object])[] = [
      (n) => ['transfer', { date: `2026-03-2${n % 5}`, from: '1', to: '2', inTransit: false, lines: one('1') }],
      () => ['transfer', { date: '2026-03-26', from: '2', to: '1', inTransit: false, lines: one('1') }],
      () => [
        'assembly',
        { date: '2026-03-24', warehouse: '1', uses: [...one('1'), ...one('2')], makes: one('3')[0], conversion: '1' },
      ],
      (n) => [
        'count',
        {
          date: '2026-03-25',
          warehouse: '1',
          reason: 'counted',
          lines: [{ ...one('1')[0], change: n % 2 ? 'found' : 'missing' }],
        },
      ],
      () => [
        'return',
        {
          vendor: '1',
          date: '2026-03-24',
          reference: '',
          lines: [{ of: `${receipt}/1`, quantity: '1', replace: false, confirmed: true }],
        },
      ],
      () => [
        'customer-return',
        {
          customer: 'Oxbow Street Weavers',
          date: '2026-03-27',
          warehouse: '1',
          lines: [{ of: `${delivery}/1`, quantity: '1', price: '0' }],
        },
      ],
      () => ['write-down', { date: '2026-03-28', warehouse: '1', lines: [{ item: '1', netRealisable: '9' }] }],
      () => [
        'estimate-closing',
        { date: '2026-03-29', reason: 'none', lines: [{ of: `${receipt}/1`, charge: 'freight' }] },
      ],
    ];
    const replies = await Promise.all(
      Array.from({ length: 40 }, (_, n) => {
        const [kind, body] = kinds[n % kinds.length]?.(n) ?? ['count', {}];
        return user(n).persist(kind, body);
      }),
    );
    expect(new Set(replies.map(({ status }) => status))).toEqual(new Set([201, 422]));
    expect(replies.filter(({ status }) => status === 201).length).toBeGreaterThan(30);
    expect(await proveBooks(server.source)).toEqual([]);
    const posted = replies.flatMap(({ status, body }) => (status === 201 ? [String(body.id)] : []));
    const undone = await Promise.all(
      posted.map((of, n) => user(n).persist('reversal', { date: '2026-03-30', of, reason: 'all of it again' })),
    );
    expect(undone.every(({ status }) => status === 201 || status === 422)).toBe(true);
    expect(await proveBooks(server.source)).toEqual([]);
  });
});
