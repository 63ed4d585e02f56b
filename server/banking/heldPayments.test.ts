import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { DocumentView } from '@obolus/contract/views/documents';
import type { OwedToVendor } from '@obolus/contract/views/payables';
import type { Proposal } from '@obolus/contract/views/paying';
import { proveBooks } from '../proof/proveBooks.ts';
import { replayBooks } from '../proof/replayBooks.ts';
import { answer } from '../testing/answer.ts';
import { giveAccounts, ownAccount } from '../testing/bankAccounts.ts';
import type { Client, Reply } from '../testing/client.ts';
import { make, startTestServer, type TestServer } from '../testing/testServer.ts';

/* A bill that is disputed is not paid, whoever asks for it, until somebody releases it. */
let server: TestServer;
let [ines, tomas, piet]: Client[] = [];
let account: string;

beforeAll(async () => {
  server = await startTestServer();
  [ines, tomas, piet] = await Promise.all([server.as('accountant'), server.as('buyer'), server.as('approver')]);
  account = await ownAccount(ines);
  await giveAccounts(server, { 1: { number: 'NZ-11-2222-3333', bank: 'FERNUS33' } });
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  expect((await replayBooks(server.source.manager)).differences).toEqual([]);
  await server.stop();
});

const who = (client: Client | undefined): Client => client as Client;
const billed = (reference: string) =>
  who(ines).posted('bill', {
    ...make.charge(reference, '100', { vendor: '1', charges: [] }),
    expenses: [{ expense: 'storage', amount: '100' }],
  });
const hold = (of: string, step: 'held' | 'released', reason = '') => ({ of, date: '2026-03-29', step, reason });
const runOf = (of: string) => ({
  date: '2026-03-30',
  account,
  sure: 'looked at',
  payments: [{ vendor: '1', currency: 'USD', bills: [{ of, amount: '100', discount: '' }] }],
});
const reasons = ({ status, body }: Reply) => [
  status,
  ...((body.errors ?? []) as { reason: string; at: string }[]).map(({ reason, at }) => `${reason} ${at}`),
];
const heldOf = async (of: string) => {
  const proposal = (await who(ines).call('GET', '/api/payables/proposal')).body as unknown as Proposal;
  const owed = (await who(ines).call('GET', '/api/vendors/1/payables')).body as unknown as OwedToVendor;
  const list = (await who(ines).call('GET', '/api/lists/payables')).body.rows as {
    id: string;
    cells: { held: string };
  }[];
  return [
    proposal.items.find(({ id }) => id === of)?.held,
    owed.payables.find(({ id }) => id === of)?.heldBecause,
    list.find(({ id }) => id === of)?.cells.held,
  ];
};

it('is left out of runs and refused in payments, with its reason, and paid once it is released', async () => {
  const of = await billed('H-1');
  expect(await heldOf(of)).toEqual(['', '', '']);
  expect(reasons(await who(piet).post('payment-hold', hold(of, 'held', 'no')))[0]).toBe(403);
  await who(tomas).posted('payment-hold', hold(of, 'held', 'Two rolls are stained'));
  expect(await heldOf(of)).toEqual(['held-by-hand', 'Two rolls are stained', 'held-by-hand']);
  const { facts } = (await who(ines).call('GET', `/api/documents/${of}`)).body as unknown as DocumentView;
  expect(facts).toContainEqual({ name: 'Payment held', value: 'Two rolls are stained' });
  expect(reasons(await who(ines).post('payment-run', runOf(of)))).toEqual([422, 'bill_held /payments/0/bills/0']);
  const payment = make.payment(of, '100');
  expect(reasons(await who(ines).post('payment', payment))).toEqual([422, 'bill_held /bills/0']);
  expect(reasons(await who(ines).post('payment-hold', hold(of, 'held', 'again')))).toEqual([422, 'bill_held /of']);
  await who(ines).posted('payment-hold', hold(of, 'released'));
  expect(await heldOf(of)).toEqual(['', '', '']);
  await who(ines).posted('payment', payment);
});

it('is not paid by a run that was entered before it was held: none of the run is', async () => {
  const of = await billed('H-2');
  const run = await who(ines).posted('payment-run', runOf(of));
  await who(tomas).posted('payment-hold', hold(of, 'held', 'Not what was ordered'));
  const refused = await answer(who(piet), run, 'approved', { date: '2026-03-30' });
  expect(refused.status).toBe(422);
  expect(JSON.stringify(refused.body)).toContain('Not what was ordered');
  await who(tomas).posted('payment-hold', hold(of, 'released', 'Settled by phone'));
  expect((await answer(who(piet), run, 'approved', { date: '2026-03-30' })).status).toBe(201);
});
