import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { ChargedEntry, StatementView } from '@obolus/contract/views/tariff';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

/* What a broker states of a customs entry: read from its file, held against the schedule, billed as charged or with a claim. */
let server: TestServer;
let ines: Client;
let receipt = '';
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query(
    "INSERT INTO tariff_rate (measure, code, digits, from_day, percent, per_unit, unit, combine) VALUES ('Duty', '5107', '5107', '2026-01-01', 40000, 0, 'stock-unit', 'sum'), ('Duty', '8446', '8446', '2026-01-01', 25000, 0, 'stock-unit', 'sum'), ('Duty', '8447', '8447', '2026-01-01', 50000, 0, 'stock-unit', 'sum')",
  );
  const order = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '10', price: '20' },
      { item: '3', quantity: '2', price: '500' },
    ]),
  );
  receipt = await ines.posted(
    'receipt',
    make.receipt(
      [
        { of: `${order}/1`, quantity: '10' },
        { of: `${order}/2`, quantity: '2' },
      ],
      { shipment: 'FHL 9' },
    ),
  );
});
afterAll(() => server.stop());

const read = async (text: string, shipment = '') =>
  ines.call('POST', '/api/customs-entries/statement', { shipment, content: Buffer.from(text).toString('base64') });
const charged = async (id: string) =>
  (await ines.call('GET', `/api/customs-entries/${id}/charged`)).body as unknown as ChargedEntry;

/** Floor looms under a code that costs twice as much. */
const FILE =
  'entry;date;broker;shipment;code;origin;value;duty;import_tax\n26-X;2026-03-12;GREY;FHL 9;5107.10;nz;200;8;20\n26-X;;;;8447.90;CA;1000;50;100\n';

it('is read with the goods that each line is for, whatever code the broker took', async () => {
  const statement = (await read(FILE)).body as unknown as StatementView;
  expect(statement).toMatchObject({ reference: '26-X', date: '2026-03-12', vendor: '3', says: '' });
  expect(statement.lines.map(({ goods, code, origin, duty }) => [goods, code, origin, duty])).toEqual([
    [[`${receipt}/1`], '5107.10', 'NZ', '8'],
    [[`${receipt}/2`], '8447.90', 'CA', '50'],
  ]);
});

it('says what it does not understand, and what no line declares', async () => {
  const partly = (await read('entry,code,duty,currency,rate\n26-Y,5107.10,eight,EUR,1.09\n', 'FHL 9'))
    .body as unknown as StatementView;
  expect(partly.lines).toMatchObject([{ goods: [`${receipt}/1`], duty: '' }]);
  expect(partly.rates).toEqual([{ currency: 'EUR', rate: '1.09' }]);
  expect(partly.says).toBe('Line 1: duty is no figure (“eight”). Type it. 1 received line is not declared by it.');
  const none = (await read('entry,code,duty\n26-Z,5107.10,8\n')).body as unknown as StatementView;
  expect(none.says).toBe('Line 1, 5107.10 : no received goods were found for it. Choose them.');
  expect((await read('entry,code,duty,colour\n1,2,3,red\n')).status).toBe(422);
  expect((await read('entry,code,duty\nA,1,1\nB,2,2\n')).status).toBe(422);
});

it('waits as the draft of an entry where it comes among bills, once', async () => {
  const take = () =>
    ines.call('PUT', '/api/incoming-bills/7d1d37d4-6f3f-4f2c-9d59-1c9d7f0f0a01', {
      name: 'entry.csv',
      content: Buffer.from(FILE).toString('base64'),
    });
  expect((await take()).body.taken).toMatchObject([{ kind: 'customs-entry', number: '26-X', vendor: '3', says: '' }]);
  expect(await ines.drafts()).toMatchObject([
    { kind: 'customs-entry', title: '26-X', body: { reference: '26-X', vendor: '3' } },
  ]);
  expect((await take()).status).toBe(409);
});

it('stands beside the schedule once it is posted, and its bill puts only what is due onto the goods where the rest is claimed', async () => {
  const { lines } = (await read(FILE)).body as unknown as StatementView;
  const declared = lines.map(({ preference: _, ...line }) => line);
  const id = await ines.posted('customs-entry', make.customsEntry('26-X', declared, { vendor: '3' }));
  const view = await charged(id);
  expect(view.lines.map(({ goods, importTax }) => [goods.map(({ name }) => name), importTax])).toEqual([
    [['Merino yarn'], '20.00'],
    [['Floor loom'], '100.00'],
  ]);
  expect(view.charged).toEqual([
    { line: 0, calculated: '8.00', causes: [] },
    { line: 1, calculated: '25.00', causes: [{ cause: 'code', measure: '', amount: '25.00' }] },
  ]);
  const to = view.lines.flatMap(({ goods }) => goods.map(({ line }) => line));
  const bill = make.charge('L 1', '33', {
    charges: [{ kind: 'duty', amount: '33' }],
    tax: [{ amount: '120', recoverable: true }],
    disputed: [{ said: '26-X', amount: '25', decision: 'credit', reason: 'another code' }],
    land: { date: '2026-03-28', to, bases: [{ charge: 0, basis: 'duty' }], entry: id },
  });
  const { entries } = (await ines.preview('bill', bill)).body;
  expect(netOf(entries)).toEqual({
    payables: -17_800n,
    inventory: 3300n,
    'input-tax': 12_000n,
    'expected-credits': 2500n,
  });
  await ines.posted('bill', bill);
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await ines.call('GET', '/api/customs-entries/999999/charged')).status).toBe(404);
});
