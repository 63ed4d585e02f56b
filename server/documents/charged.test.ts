import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { PreviewReply } from '@obolus/contract/commands';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* Duty that was charged lies beside what the schedule has, and each part of the difference is named with its cause. */
let server: TestServer;
let ines: Client;
let goods = '';
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query("UPDATE item SET tariff_code = '8446.10', origin = 'CA' WHERE id = 1");
  await server.source.query(
    `INSERT INTO tariff_rate (measure, code, digits, origin, from_day, to_day, percent, per_unit, unit, \`combine\`) VALUES
     ('duty', '8446', '8446', '', '2026-01-01', '2026-03-01', 30000, 0, 'stock-unit', 'sum'),
     ('duty', '8446', '8446', '', '2026-03-02', NULL, 25000, 0, 'stock-unit', 'sum'),
     ('duty', '8447', '8447', '', '2026-01-01', NULL, 40000, 0, 'stock-unit', 'sum'),
     ('added', '8446', '8446', 'CN', '2026-01-01', NULL, 75000, 0, 'stock-unit', 'sum')`,
  );
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '100' }]));
  goods = `${await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]))}/1`;
});
afterAll(() => server.stop());

/** What a line of an entry says beside its goods, worth 1,000.00 of CA. */
const charged = async (line: object) => {
  const body = make.customsEntry('CE', [{ goods: [goods], ...line }]);
  const { charged: found } = (await ines.preview('customs-entry', body)).body as unknown as PreviewReply;
  const [one] = found;
  return (
    one && [
      one.calculated,
      ...one.causes.map(({ cause, measure, amount }) => [cause, measure, amount].filter(Boolean).join(' ')),
    ]
  );
};

it('as charged so calculated: nothing has to be explained; without a duty nothing is compared', async () => {
  expect(await charged({ duty: '25.00' })).toEqual(['25.00']);
  expect(await charged({})).toBeUndefined();
});

it.each([
  ['another code', { code: '8447', duty: '40.00' }, ['code 15.00']],
  ['another origin', { origin: 'CN', duty: '100.00' }, ['origin 75.00']],
  ['another value', { value: '1200.00', duty: '30.00' }, ['value 5.00']],
  ['a measure left out', { origin: 'CN', duty: '25.00' }, ['origin 75.00', 'measure-missing added -75.00']],
  ['a measure twice', { duty: '50.00' }, ['measure-twice duty 25.00']],
  ['the rate of another day', { duty: '30.00' }, ['date 5.00']],
  ['arithmetic', { duty: '26.10' }, ['arithmetic 1.10']],
  ['two at once', { origin: 'CN', value: '2000.00', duty: '200.00' }, ['origin 75.00', 'value 100.00']],
])('%s is named with the amount that it makes', async (_, line, causes) => {
  expect(await charged(line)).toEqual(['25.00', ...causes]);
});
