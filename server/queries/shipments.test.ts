import { afterAll, beforeAll, expect, it } from '@jest/globals';
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
