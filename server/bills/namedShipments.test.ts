import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { paperOf } from '../billPapers/billPaper.ts';
import { statedBill, statedLine } from '../testing/statedBill.ts';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';
import { goodsNamedBy } from './namedShipments.ts';

/* A carrier's bill that names a shipment, however it writes the number, finds the goods that came on it. */
let server: TestServer;
let ines: Client;
const receipts: string[] = [];

beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '50', price: '20' }]));
  for (const shipment of ['FHL-009', 'FHL-010', 'FHL-009'])
    receipts.push(await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }], { shipment })));
});
afterAll(() => server.stop());

const paper = (description: string) => paperOf(statedBill({ lines: [statedLine({ description })] }));
const named = (description: string) => goodsNamedBy(server.source.manager, paper(description));

it('in all receipts under it, with the kinds of charges that are a cost; without what was taken back', async () => {
  const found = await named('Ocean freight, fhl 9');
  expect(found).toMatchObject({ title: 'FHL-009', lines: [`${receipts[0]}/1`, `${receipts[2]}/1`] });
  expect([found?.costs.has('freight'), found?.costs.has('storage')]).toEqual([true, false]);
  await ines.posted('reversal', { of: receipts[2], date: '2026-03-20', reason: 'Counted twice' });
  expect((await named('Freight FHL009 and FHL010'))?.lines).toEqual([`${receipts[0]}/1`, `${receipts[1]}/1`]);
});

it('is what came of an order that is named, where no shipment is', async () => {
  const [order] = (await server.source.query("SELECT number FROM document WHERE kind = 'order'")) as {
    number: string;
  }[];
  const found = await named(`Courier, your order ${order?.number}`);
  expect(found).toMatchObject({ title: order?.number, lines: [`${receipts[0]}/1`, `${receipts[1]}/1`] });
  expect(await named('Courier, your order PO-99999')).toBeUndefined();
  expect((await named(`${order?.number} on FHL-010`))?.title).toBe('FHL-010');
});

it('is nothing where no shipment is named, or nothing is left of it', async () => {
  expect(await named('Ocean freight FHL-0090')).toBeUndefined();
  // Of two that are named one is still at sea: its part of the charges is not that of the goods that are here.
  await server.source.query("INSERT INTO shipment (number) VALUES ('FHL-011')");
  expect(await named('Ocean freight FHL-009, FHL-011')).toBeUndefined();
  expect((await named('Ocean freight FHL-009'))?.lines).toHaveLength(1);
  await ines.posted('reversal', { of: receipts[1], date: '2026-03-20', reason: 'Counted twice' });
  expect(await named('Ocean freight FHL-010')).toBeUndefined();
});
