import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { ListPage } from '@obolus/contract/listState';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

let server: TestServer;
let ines: Client;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const bill = (reference: string, amount: string, rest: object = {}) =>
  ines.posted('bill', make.charge(reference, amount, { another: '', ...rest }));
const pay = (of: string, amount: string, rest: object = {}) =>
  ines.posted('payment', make.payment(of, amount, { vendor: '3', ...rest }));
const listed = async () => {
  const { body } = await ines.call('GET', '/api/lists/paid-twice');
  return (body as unknown as ListPage).rows.map(({ cells }) => [
    cells.reference,
    cells.why,
    cells.other,
    cells.explained,
  ]);
};
const numberOf = async (id: string) => (await ines.call('GET', `/api/documents/${id}`)).body.number;

it('says which paid bills are like others that were paid too, and no bill that is open or was taken back', async () => {
  const first = await bill('S-1', '80');
  const again = await bill('S-2', '80', { another: 'their second truck', date: '2026-03-29' });
  await bill('S-3', '80', { another: 'a third', date: '2026-03-29' });
  await pay(first, '80');
  expect(await listed()).toEqual([]);
  const paid = await pay(again, '80');
  expect(await listed()).toEqual([['S-2', 'same-amount', await numberOf(first), 'their second truck']]);
  await ines.posted('reversal', { of: paid, date: '2026-03-30', reason: 'once is enough' });
  expect(await listed()).toEqual([]);
  await pay(again, '30');
  expect(await listed()).toEqual([]);
});

it('knows one number at two vendors, and no other amount or day', async () => {
  const one = await bill('N 7', '55');
  const two = await bill('N-7', '55', { vendor: '1', date: '2026-01-10' });
  const other = await bill('N-7', '56', { vendor: '2' });
  await pay(one, '55');
  await pay(two, '55', { vendor: '1' });
  await pay(other, '56', { vendor: '2' });
  expect(await listed()).toEqual([['N-7', 'same-number', await numberOf(one), '']]);
});
