import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { ShipmentRow, ShipmentView } from '@obolus/contract/views/shipments';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* A shipment is what documents name: with what came on it, what is still to come, and which charges are expected, came or are missing. */
let server: TestServer;
let ines: Client;
let receipt = '';
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  const order = await ines.posted(
    'order',
    make.order(
      [
        { item: '1', quantity: '10', price: '20' },
        { item: '1', quantity: '4', price: '25' },
      ],
      { incoterm: 'FOB', place: 'Mundra' },
    ),
  );
  await ines.posted('order', make.order([{ item: '1', quantity: '3', price: '7', shipment: 'FHL 9' }]));
  receipt = await ines.posted(
    'receipt',
    make.receipt(
      [
        { of: `${order}/1`, quantity: '10' },
        { of: `${order}/2`, quantity: '4' },
      ],
      { shipment: 'FHL 9' },
    ),
  );
});
afterAll(() => server.stop());

const shipment = async () => (await ines.call('GET', '/api/shipments/FHL%209')).body as ShipmentView;
const row = async () =>
  ((await ines.call('GET', '/api/shipments')).body.rows as ShipmentRow[]).find(({ number }) => number === 'FHL 9');

it('is listed though nobody set it up, with what came, what is to come, and what its Incoterm makes the buyer expect', async () => {
  expect(await row()).toMatchObject({
    carrier: null,
    outstanding: 1,
    goods: '300.00',
    charges: '0.00',
    missing: 'freight, duty, insurance, brokerage, handling',
  });
  const { incoterm, coming, charges } = await shipment();
  expect(incoterm).toBe('FOB');
  expect(coming).toMatchObject([{ quantity: '3', worth: '21.00' }]);
  expect(charges.map(({ kind, expected }) => [kind, expected.incoterm])).toEqual([
    ['freight', true],
    ['duty', true],
    ['insurance', true],
    ['brokerage', true],
    ['handling', true],
  ]);
});

it('a charge that was allocated onto its goods is no more missing, and is named with its bill', async () => {
  const bill = await ines.posted('bill', make.charge('SEA-1', '60'));
  await ines.posted('allocation', make.allocation(`${bill}/1`, [`${receipt}/1`, `${receipt}/2`], 'value'));
  expect(await row()).toMatchObject({ charges: '60.00', missing: 'duty, insurance, brokerage, handling' });
  const [freight] = (await shipment()).charges;
  expect(freight).toMatchObject({ kind: 'freight', allocated: '60.00', bills: [{ number: 'SEA-1', amount: '60.00' }] });
});

it('goods that a bill made dearer count as they are known now, in the list as on its page', async () => {
  await ines.posted('bill', make.bill('B-77', [{ of: `${receipt}/1`, quantity: '10', price: '21' }]));
  const lines = (await ines.call('GET', '/api/receipts/lines?shipment=FHL%209')).body.rows as { goods: string }[];
  expect(lines.map(({ goods }) => goods)).toEqual(['210.00', '100.00']);
  expect(await row()).toMatchObject({ goods: '310.00' });
});

it('its own rule counts before that of its orders, and one that nobody names is not there', async () => {
  await server.source.query("INSERT INTO shipment (number, incoterm, note) VALUES ('FHL 9', 'DDP', '')");
  expect(await row()).toMatchObject({ missing: '' });
  expect((await shipment()).incoterm).toBe('DDP');
  expect((await ines.call('GET', '/api/shipments/NOPE')).status).toBe(404);
});

describe('received goods whose receipt names no shipment, or another', () => {
  const goodsOn = async (number: string) =>
    (
      (await ines.call('GET', `/api/receipts/lines?shipment=${encodeURIComponent(number)}`)).body.rows as LandedGoods[]
    ).map(({ line }) => line);
  const put = (shipmentNumber: string, ...lines: string[]) => ({
    date: '2026-04-02',
    shipment: shipmentNumber,
    lines: lines.map((of) => ({ of })),
  });
  let late = '';
  beforeAll(async () => {
    const order = await ines.posted(
      'order',
      make.order([
        { item: '1', quantity: '8', price: '20', estimates: [{ kind: 'freight', by: 'flat', figure: '40' }] },
      ]),
    );
    late = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '8' }]));
  });

  it('join it with what is estimated for them, and are found with it', async () => {
    const document = await ines.posted('shipment-goods', put('FHL 10', `${late}/1`, `${receipt}/2`));
    expect(await goodsOn('FHL 10')).toEqual([`${late}/1`, `${receipt}/2`]);
    expect(await goodsOn('FHL 9')).toEqual([`${receipt}/1`]);
    const { charges } = (await ines.call('GET', '/api/shipments/FHL%2010')).body as ShipmentView;
    expect(charges).toMatchObject([
      { kind: 'freight', expected: { estimated: '40.00', estimateLeft: '40.00' }, bills: [{ number: 'SEA-1' }] },
      { kind: 'duty' },
      { kind: 'insurance' },
      { kind: 'brokerage' },
      { kind: 'handling' },
    ]);
    const estimates = (await ines.call('GET', '/api/estimates/unbilled')).body.rows as { shipment: string }[];
    expect(estimates).toMatchObject([{ shipment: 'FHL 10', left: '40.00' }]);
    expect((await ines.call('GET', `/api/documents/${document}`)).body).toMatchObject({
      number: 'SG-1001',
      facts: [{ value: 'FHL 10' }],
      lines: [{ quantity: '8' }, { quantity: '4' }],
    });
  });

  it('go back to where they were when that is taken back, and to none where that is said', async () => {
    const off = await ines.posted('shipment-goods', put('', `${late}/1`));
    expect(await goodsOn('FHL 10')).toEqual([`${receipt}/2`]);
    const reply = await ines.post('reversal', { date: '2026-04-03', of: off, reason: 'It was on it.' });
    expect(reply.body).toMatchObject({ changed: ['shipments'] });
    expect(await goodsOn('FHL 10')).toEqual([`${late}/1`, `${receipt}/2`]);
  });

  it('are put there once where two people do so at the same time', async () => {
    const another = await server.as('receiver');
    const replies = await Promise.all(
      [ines, another].map((one) => one.post('shipment-goods', put('FHL 11', `${late}/1`))),
    );
    expect(replies.map(({ status }) => status).sort()).toEqual([201, 422]);
    expect(await goodsOn('FHL 11')).toEqual([`${late}/1`]);
  });
});
