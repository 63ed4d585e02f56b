import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { OrderView } from '@obolus/contract/views/orders';
import type { ShipmentView } from '@obolus/contract/views/shipments';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* What is expected of a shipment as a whole lies on the orders that were on it first, until it is shared anew. */
let server: TestServer;
let ines: Client;
let first = '';
let second = '';
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  const fields = { code: 'SEA', charge: 'freight', by: 'flat', figure: '1000', basis: 'value' };
  await ines.call('POST', '/api/registers/estimate-rules', { fields }, { 'Idempotency-Key': randomUUID() });
  first = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '10', price: '20', shipment: 'FHL 30' },
      { item: '1', quantity: '10', price: '10', shipment: 'FHL 30' },
    ]),
  );
  // In euro: 100 of them are 108.00, so that what lines are shared by is the same money.
  second = await ines.posted(
    'order',
    make.order([{ item: '2', quantity: '10', price: '10', shipment: 'FHL 30' }], { vendor: '2', currency: 'EUR' }),
  );
});
afterAll(() => server.stop());

const anew = async () =>
  ((await ines.call('GET', '/api/shipments/FHL%2030')).body as ShipmentView).anew.map((one) => [
    one.line,
    one.kind,
    one.now,
    one.anew,
  ]);
const order = async (id: string) => (await ines.call('GET', `/api/orders/${id}`)).body as unknown as OrderView;

it('is offered over the lines of every order that are still to come as a whole, by what they come to in base currency', async () => {
  expect(await anew()).toEqual([
    [`${first}/1`, 'freight', '666.67', '490.20'],
    [`${first}/2`, 'freight', '333.33', '245.10'],
    [`${second}/1`, 'freight', '0.00', '264.70'],
  ]);
});

it('stays where some came, and is no more offered once every order has its version', async () => {
  await ines.posted('receipt', make.receipt([{ of: `${first}/1`, quantity: '1' }], { date: '2026-03-03' }));
  const offered = await anew();
  expect(offered).toEqual([
    [`${first}/2`, 'freight', '333.33', '160.25'],
    [`${second}/1`, 'freight', '0.00', '173.08'],
  ]);
  for (const [line = '', kind, , figure] of offered) {
    const [of = ''] = line.split('/');
    const { version } = await order(of);
    const [was] = (await order(of)).lines.filter((one) => one.line === line);
    const estimates = [{ kind, by: 'flat', figure, rule: 'SEA' }];
    const stated = { of: line, item: '', quantity: '10', price: was?.price, discount: '', due: '', shipment: 'FHL 30' };
    await ines.posted('order-change', {
      of,
      seen: version,
      date: '2026-03-04',
      reason: 'shared anew',
      lines: [{ ...stated, estimates }],
    });
  }
  expect(await anew()).toEqual([]);
});

it('leaves what somebody said, and shares over the others what that leaves', async () => {
  const [line] = (await order(second)).lines;
  expect(line?.estimates).toEqual([{ kind: 'freight', by: 'flat', figure: '173.08', rule: 'SEA' }]);
  await ines.posted('order-change', {
    of: second,
    seen: (await order(second)).version,
    date: '2026-03-05',
    reason: 'the carrier said 300',
    lines: [
      {
        of: `${second}/1`,
        item: '',
        quantity: '10',
        price: line?.price,
        discount: '',
        due: '',
        shipment: 'FHL 30',
        estimates: [{ kind: 'freight', by: 'flat', figure: '300' }],
      },
    ],
  });
  // Of 1,000 the line that came keeps 666.67; with the 300 that were said 33.33 are left.
  expect(await anew()).toEqual([[`${first}/2`, 'freight', '160.25', '33.33']]);
});
