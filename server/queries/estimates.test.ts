import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import type { PreviewReply } from '@obolus/contract/commands';
import type { RegisterName } from '@obolus/contract/registers/register';
import type { OrderView } from '@obolus/contract/views/orders';
import type { UnbilledEstimate } from '@obolus/contract/views/shipments';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

/*
 * Charges that the company's rules expect with goods: put on orders that say none, accrued when the goods come, waiting until a bill replaces
 * them or somebody closes them.
 */
let server: TestServer;
let ines: Client;

async function setUp(register: RegisterName, fields: object): Promise<void> {
  const made = await ines.call('POST', `/api/registers/${register}`, { fields }, { 'Idempotency-Key': randomUUID() });
  if (made.status !== 201) throw new Error(JSON.stringify(made.body));
}

beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await setUp('shipments', { number: 'FHL 12', carrier: 'GREY', mode: 'container', from_port: 'Auckland' });
  await setUp('estimate-rules', {
    code: 'SEA',
    charge: 'freight',
    by: 'flat',
    figure: '300',
    basis: 'weight',
    mode: 'container',
  });
  await setUp('estimate-rules', { code: 'LAND', charge: 'freight', by: 'weight', figure: '0.75' });
  await setUp('estimate-rules', { code: 'INS', charge: 'insurance', by: 'percent', figure: '0.5', vendor: 'TARN' });
});
afterAll(() => server.stop());

const twoLines = (more: object = {}) =>
  make.order([
    { item: '1', quantity: '10', price: '20', ...more },
    { item: '3', quantity: '2', price: '500', ...more },
  ]);
const ruled = async (body: object) =>
  ((await ines.preview('order', body)).body as unknown as PreviewReply).ruled.map(({ line, rule, by, figure }) => [
    line,
    rule,
    by,
    figure,
  ]);
const unbilled = async () => (await ines.call('GET', '/api/estimates/unbilled')).body.rows as UnbilledEstimate[];

it('are read as they are kept, with the rule that put them there', async () => {
  const id = await ines.posted('order', twoLines());
  const estimates = async () =>
    ((await ines.call('GET', `/api/orders/${id}`)).body as unknown as OrderView).lines[0]?.estimates;
  expect(await estimates()).toEqual([
    { kind: 'freight', by: 'weight', figure: '0.75', rule: 'LAND' },
    { kind: 'insurance', by: 'percent', figure: '0.5', rule: 'INS' },
  ]);
  await ines.posted('reversal', { of: id, date: '2026-03-02', reason: 'a try' });
});

it('are shown before the order is placed, and stay away from lines that say their own or none', async () => {
  expect(await ruled(twoLines())).toEqual([
    [0, 'LAND', 'weight', '0.75'],
    [0, 'INS', 'percent', '0.5'],
    [1, 'LAND', 'weight', '0.75'],
    [1, 'INS', 'percent', '0.5'],
  ]);
  // 10 kg and 85 kg of a container: 31.58 and 268.42.
  expect(await ruled(twoLines({ shipment: 'fhl 12' }))).toEqual([
    [0, 'SEA', 'flat', '31.58'],
    [0, 'INS', 'percent', '0.5'],
    [1, 'SEA', 'flat', '268.42'],
    [1, 'INS', 'percent', '0.5'],
  ]);
  expect(await ruled(twoLines({ estimates: [] }))).toEqual([]);
});

it('are accrued when the goods come, and what a shipment bears already is not expected twice', async () => {
  const order = await ines.posted('order', twoLines({ shipment: 'FHL 12' }));
  expect(
    (await ruled(make.order([{ item: '1', quantity: '5', price: '20', shipment: 'FHL 12' }]))).map(([, rule]) => rule),
  ).toEqual(['INS']);
  const receipt = make.receipt(
    [
      { of: `${order}/1`, quantity: '10' },
      { of: `${order}/2`, quantity: '2' },
    ],
    { shipment: 'FHL 12' },
  );
  const { entries } = (await ines.preview('receipt', receipt)).body;
  expect(netOf(entries)).toMatchObject({ 'accrued-charges': -30_600n, grni: -120_000n, inventory: 150_600n });
  await ines.posted('receipt', receipt);
  expect(
    (await unbilled()).map(({ kind, vendor, shipment, lines, left }) => [
      kind,
      vendor?.name,
      shipment,
      lines.length,
      left,
    ]),
  ).toEqual([
    ['freight', 'Greywake Lines', 'FHL 12', 2, '300.00'],
    ['insurance', 'Greywake Lines', 'FHL 12', 2, '6.00'],
  ]);
});

it('are replaced by the carrier’s bill, which goes onto just these goods in the same move, or is refused whole', async () => {
  const [freight, insurance] = await unbilled();
  const land = (basis: string) => ({
    date: '2026-03-28',
    to: freight?.lines ?? [],
    bases: [{ charge: 0, basis }],
  });
  const bill = make.charge('GW 1', '340', { land: land('weight') });
  const shown = (await ines.preview('bill', bill)).body as unknown as PreviewReply;
  expect(netOf(shown.entries)).toEqual({ payables: -34_000n, 'accrued-charges': 30_000n, inventory: 4000n });
  expect(shown.unitCosts.map(({ before, after }) => [before, after])).toEqual([
    ['23.2580', '23.6790'],
    ['636.7100', '654.6050'],
  ]);
  const wrong = await ines.post('bill', make.charge('GW 0', '340', { land: land('duty') }));
  expect([wrong.status, (wrong.body.errors as { at: string }[])[0]?.at]).toEqual([422, '/land/charges/0/basis']);
  expect((await ines.post('bill', bill)).status).toBe(201);
  expect((await unbilled()).map(({ kind }) => kind)).toEqual(['insurance']);
  await ines.posted('estimate-closing', {
    date: '2026-03-29',
    reason: 'the vendor insured them',
    lines: (insurance?.lines ?? []).map((of) => ({ of, charge: 'insurance' })),
  });
  expect(await unbilled()).toEqual([]);
  expect(await proveBooks(server.source)).toEqual([]);
});

it('are listed beside what was billed', async () => {
  const { rows } = (await ines.call('GET', '/api/lists/estimates?sort=kind')).body as {
    rows: { cells: Record<string, string> }[];
  };
  expect(
    rows.map(({ cells }) => [
      cells.kind,
      cells.carrier,
      cells.estimated,
      cells.actual,
      cells.difference,
      cells.change,
      cells.stands,
    ]),
  ).toEqual([
    ['freight', 'Greywake Lines', '31.58', '35.79', '4.21', '13.3', 'billed'],
    ['freight', 'Greywake Lines', '268.42', '304.21', '35.79', '13.3', 'billed'],
    ['insurance', 'Greywake Lines', '1.00', '0.00', '-1.00', '', 'closed-unbilled'],
    ['insurance', 'Greywake Lines', '5.00', '0.00', '-5.00', '', 'closed-unbilled'],
  ]);
});

it('charges on the bill that comes with the goods go onto them at once', async () => {
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '20', estimates: [] }]));
  const body = make.receipt([{ of: `${order}/1`, quantity: '10' }], {
    bill: { reference: 'T 77', charges: [{ kind: 'freight', amount: '15', basis: 'value' }] },
  });
  const shown = await ines.preview('receipt', body);
  expect([shown.status, shown.body]).toMatchObject([200, { accepted: true }]);
  expect(netOf(shown.body.entries)).toEqual({ inventory: 21_500n, payables: -21_500n });
  await ines.posted('receipt', body);
  expect(await proveBooks(server.source)).toEqual([]);
});
