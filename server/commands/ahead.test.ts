import { randomUUID } from 'node:crypto';
import { afterAll, afterEach, beforeAll, beforeEach, expect, it } from '@jest/globals';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer, TODAY } from '../testing/testServer.ts';
import { transaction } from '../storage/transaction.ts';
import { type Ahead, decideAhead, stillHolds } from './ahead.ts';
import { postDocument } from './runCommand.ts';

/* What is decided on a snapshot is written as it is where nothing that it rests on has changed since, and else decided anew. */
let server: TestServer;
let ines: Client;
let user: string;
/** Two receipts of one item each, and a charge: what is allocated onto the first. */
let order: string;
let receipts: [string, string];
let charge: string;
let body: BodyOf<'allocation'>;
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  user = await server.userOf('accountant');
});
beforeEach(async () => {
  order = await ines.posted(
    'order',
    make.order([
      { item: '1', quantity: '40', price: '5' },
      { item: '2', quantity: '40', price: '15' },
    ]),
  );
  receipts = [
    await ines.posted('receipt', make.receipt([1, 2].map((line) => ({ of: `${order}/${line}`, quantity: '10' })))),
    await ines.posted('receipt', make.receipt([{ of: `${order}/2`, quantity: '10' }])),
  ];
  charge = await ines.posted('bill', make.charge(randomUUID(), '100.00'));
  body = make.allocation(
    `${charge}/1`,
    [1, 2].map((line) => `${receipts[0]}/${line}`),
    'value',
  ) as unknown as BodyOf<'allocation'>;
});
afterEach(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
});
afterAll(() => server.stop());

async function ahead(): Promise<{ posting: Parameters<typeof postDocument>[3]; ahead: Ahead }> {
  const posting = { user, key: randomUUID(), now: () => new Date(), today: TODAY };
  const decided = await decideAhead(server.source, 'allocation', body, posting);
  if (!decided) throw new Error('It is decided ahead.');
  return { posting: { ...posting, ahead: decided }, ahead: decided };
}
const holds = (decided: Ahead) =>
  transaction(server.source, (manager) => stillHolds(manager, 'allocation', body, decided));
const sharesOf = async (document: string) =>
  (
    (await server.source.query('SELECT amount FROM allocation_share WHERE document_id = ? ORDER BY line_no', [
      document,
    ])) as { amount: string }[]
  ).map(({ amount }) => amount);

it('is written as it was decided where others posted other things meanwhile', async () => {
  const { posting, ahead: decided } = await ahead();
  await ines.posted('order', make.order([{ item: '1', quantity: '1', price: '5' }]));
  await ines.posted('bill', make.charge(randomUUID(), '7.00'));
  expect(await holds(decided)).toBe(true);
  const posted = await postDocument(server.source, 'allocation', body, posting);
  expect(posted.id).toBe(decided.decided.books.nextDocument.toString());
  expect(posted.number).toMatch(/^[A-Z]+-\d+$/);
  expect(await sharesOf(posted.id)).toEqual(['2500', '7500']);
  // The same once more is the same document, whatever was decided ahead of it.
  expect(await postDocument(server.source, 'allocation', body, posting)).toEqual(posted);
});

it('is decided anew where its goods were billed at another price', async () => {
  const { posting, ahead: decided } = await ahead();
  await ines.posted('bill', make.bill(randomUUID(), [{ of: `${receipts[0]}/1`, quantity: '10', price: '15' }]));
  expect(await holds(decided)).toBe(false);
  const posted = await postDocument(server.source, 'allocation', body, posting);
  expect(await sharesOf(posted.id)).toEqual(['5000', '5000']);
});

it('is decided anew where goods left its pools, its charge was shared, or what was shared is free again', async () => {
  const delivered = await ahead();
  await ines.posted('delivery', {
    customer: 'A shop',
    date: '2026-04-02',
    warehouse: '1',
    lines: [{ item: '1', quantity: '2' }],
  });
  expect(await holds(delivered.ahead)).toBe(false);

  const shared = await ahead();
  const other = make.allocation(`${charge}/1`, [`${receipts[1]}/1`], 'value');
  const half = { ...other, charges: [{ of: `${charge}/1`, basis: 'value', amount: '40.00', fixed: [] }] };
  const before = await ines.posted('allocation', half);
  expect(await holds(shared.ahead)).toBe(false);
  const rest = await postDocument(server.source, 'allocation', body, shared.posting);
  expect(await sharesOf(rest.id)).toEqual(['1500', '4500']);

  await ines.posted('reversal', { date: '2026-04-03', of: rest.id, reason: 'the wrong goods' });
  const freed = await ahead();
  // It cites an allocation of other goods, which cites the bill of the charge.
  await ines.posted('reversal', { date: '2026-04-03', of: before, reason: 'the wrong goods' });
  expect(await holds(freed.ahead)).toBe(false);
});

it('is refused where somebody was quicker', async () => {
  const { posting } = await ahead();
  await ines.posted('allocation', body);
  await expect(postDocument(server.source, 'allocation', body, posting)).rejects.toMatchObject({
    refusals: [{ reason: 'allocation_exceeds_charge' }],
  });
  expect(await decideAhead(server.source, 'allocation', body, posting)).toBeUndefined();
});

it('is refused where the books were closed up to its day meanwhile', async () => {
  const { posting, ahead: decided } = await ahead();
  const [company] = (await server.source.query('SELECT first_open_day FROM company')) as { first_open_day: string }[];
  await server.source.query("UPDATE company SET first_open_day = '2026-05-01'");
  expect(await holds(decided)).toBe(false);
  await expect(postDocument(server.source, 'allocation', body, posting)).rejects.toMatchObject({
    refusals: [{ reason: 'date_in_closed_period' }],
  });
  await server.source.query('UPDATE company SET first_open_day = ?', [company?.first_open_day]);
});
