import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { HeldStock } from '@obolus/contract/views/stock';
import { postDocument } from '../commands/runCommand.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

/*
 * Sixty came on the 2nd and ten went on the 4th; the bill, 0.50 dearer, is of the 3rd but was entered on the 10th; ten more
 * went on the 6th and were taken back, as a mistake, on the 12th.
 */
let server: TestServer;
let ines: Client;
const ids = { order: '', receipt: '', delivery: '', bill: '', mistake: '', reversal: '' };
const ENTERED = {
  order: '2026-02-01',
  receipt: '2026-02-02',
  delivery: '2026-02-04',
  mistake: '2026-02-06',
  bill: '2026-02-10',
  reversal: '2026-02-12',
};
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  const [user] = (await server.source.query("SELECT id FROM user_account WHERE role = 'accountant'")) as {
    id: string;
  }[];
  const enter = async (name: keyof typeof ids, kind: DocumentKind, body: object) => {
    const entering = {
      user: user?.id ?? '',
      key: randomUUID(),
      now: () => new Date(`${ENTERED[name]}T15:00:00Z`),
      today: '2026-12-31',
    };
    ids[name] = (await postDocument(server.source, kind, body as BodyOf<typeof kind>, entering)).id;
  };
  await enter('order', 'order', make.order([{ item: '1', quantity: '100', price: '12' }], { date: '2026-02-01' }));
  await enter('receipt', 'receipt', make.receipt([{ of: `${ids.order}/1`, quantity: '60' }], { date: '2026-02-02' }));
  await enter('delivery', 'delivery', make.delivery([{ item: '1', quantity: '10' }], { date: '2026-02-04' }));
  await enter('mistake', 'delivery', make.delivery([{ item: '1', quantity: '10' }], { date: '2026-02-06' }));
  await enter(
    'bill',
    'bill',
    make.bill('TF-1', [{ of: `${ids.receipt}/1`, quantity: '60', price: '12.50' }], { date: '2026-02-03' }),
  );
  await enter('reversal', 'reversal', { date: '2026-02-06', of: ids.mistake, reason: 'Never left the house' });
});
afterAll(() => server.stop());

const held = async (query = ''): Promise<HeldStock> =>
  (await ines.call('GET', `/api/stock/1/1/held${query}`)).body as unknown as HeldStock;
const brief = ({ quantity, value, ledger, layers }: HeldStock) => [
  quantity,
  value,
  ledger,
  layers.map((layer) => `${layer.quantity} ${layer.value}`).join(),
];

describe('what is held', () => {
  it.each([
    ['now', '', ['50', '625.00', '625.00', '50 625.00']],
    [
      'on the 2nd, as known now: with the difference, which the ledger has from the 3rd on',
      '?on=2026-02-02',
      ['60', '750.00', '720.00', '60 750.00'],
    ],
    ['on the 5th, as known now', '?on=2026-02-05', ['50', '625.00', '625.00', '50 625.00']],
    [
      'as known on the 9th, without the bill, and without what the mistake took',
      '?known=2026-02-09',
      ['40', '480.00', '480.00', '40 480.00'],
    ],
    [
      'as known on the 11th, with the bill and the mistake',
      '?known=2026-02-11',
      ['40', '500.00', '500.00', '40 500.00'],
    ],
    ['on the 4th, as known on the 9th', '?on=2026-02-04&known=2026-02-09', ['50', '600.00', '600.00', '50 600.00']],
    ['before anything was known', '?known=2026-01-31', ['0', '0.00', '0.00', '']],
  ])('%s', async (_, query, expected) => {
    expect(brief(await held(query))).toEqual(expected);
  });

  it('names the document of each layer', async () => {
    expect((await held()).layers).toMatchObject([
      { of: { id: ids.receipt, kind: 'receipt', date: '2026-02-02' }, lot: '' },
    ]);
  });

  it('is refused for what is no day, and for goods that were never there', async () => {
    expect((await ines.call('GET', '/api/stock/1/1/held?on=2026-02-30')).status).toBe(400);
    expect((await ines.call('GET', '/api/stock/1/2/held')).status).toBe(404);
  });
});

describe('what a movement is worth', () => {
  it.each([
    ['the receipt now', 'receipt', '', '750.00', '750.00'],
    ['the receipt as known on the 9th', 'receipt', '&known=2026-02-09', '720.00', '720.00'],
    [
      'the receipt on the 2nd: the ledger took the difference in on the 3rd',
      'receipt',
      '&on=2026-02-02',
      '750.00',
      '720.00',
    ],
    ['the delivery now', 'delivery', '', '-125.00', '-125.00'],
    ['the delivery as known on the 9th', 'delivery', '&known=2026-02-09', '-120.00', '-120.00'],
    ['the mistake now', 'mistake', '', '0.00', '0.00'],
    ['the mistake as known on the 11th', 'mistake', '&known=2026-02-11', '-125.00', '-125.00'],
  ] as const)('%s', async (_, of, query, value, ledger) => {
    expect((await ines.call('GET', `/api/lines/value?line=${ids[of]}/1${query}`)).body).toEqual({ value, ledger });
  });

  it('is not known of a line that never moved anything', async () => {
    expect((await ines.call('GET', `/api/lines/value?line=${ids.order}/1`)).status).toBe(404);
  });
});
