import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { RefusalView } from '@obolus/contract/commands';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import type { ChargedEntry } from '@obolus/contract/views/tariff';
import type { Ageing } from '@obolus/contract/views/payables';
import { proveBooks } from '../proof/proveBooks.ts';
import type { Client } from '../testing/client.ts';
import { make, netOf, startTestServer, type TestServer } from '../testing/testServer.ts';

/* Customs entries that carry what is owed to customs: cleared by the broker's bill or a payment, corrected later, paid back. */
const [BROKER, CUSTOMS] = ['3', '2'];
let server: TestServer;
let ines: Client;
let goods = '';
let entry = '';
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query(
    "INSERT INTO tariff_rate (measure, code, digits, from_day, percent, per_unit, unit, combine) VALUES ('duty', '5107', '5107', '2026-01-01', 40000, 0, 'stock-unit', 'sum')",
  );
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '10', price: '150' }]));
  goods = `${await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '10' }]))}/1`;
});
afterAll(async () => {
  expect(await proveBooks(server.source)).toEqual([]);
  await server.stop();
});

const owes = { date: '2026-03-13', vendor: BROKER, authority: CUSTOMS };
const disbursed = (reference: string, of: string, amount: string, rest: object = {}) =>
  make.charge(reference, '0', { charges: [], disbursements: [{ of, amount }], ...rest });
const paid = (of: string, amount: string) => make.payment(of, amount, { vendor: CUSTOMS });
const charged = async (id: string) =>
  (await ines.call('GET', `/api/customs-entries/${id}/charged`)).body as unknown as ChargedEntry;
const debts = async () =>
  ((await ines.call('GET', '/api/customs-entries/debts')).body as unknown as ReplyOf<typeof api.customsDebts>).rows;
const refusals = async (kind: 'bill' | 'customs-entry', body: object) =>
  (await ines.preview(kind, body)).body.refusals as readonly RefusalView[];
const said = (found: readonly RefusalView[]) => found.map(({ at, reason }) => `${at} ${reason}`);

describe('an entry only states until the company lets it carry the debt', () => {
  it('is refused what is owed, at the field', async () => {
    const body = make.customsEntry('E 0', [{ goods: [goods] }], { ...owes, charges: [{ kind: 'fine', amount: '3' }] });
    expect(said(await refusals('customs-entry', body))).toEqual([
      '/charges entry_only_states',
      '/authority entry_only_states',
    ]);
    const silent = make.customsEntry('E 0', [{ goods: [goods], duty: '60' }]);
    expect(netOf((await ines.preview('customs-entry', silent)).body.entries)).toEqual({});
  });
});

describe('what is owed to customs', () => {
  beforeAll(async () => {
    await server.source.query('UPDATE company SET customs_debt = 1');
    const lines = [{ goods: [goods], code: '5107.10', value: '1500', duty: '60', importTax: '200' }];
    entry = await ines.posted('customs-entry', make.customsEntry('E 1', lines, owes));
  });

  it('is a debt and a charge to allocate, and who it was owed to last is proposed', async () => {
    expect(await debts()).toMatchObject([{ id: entry, reference: 'E 1', open: '260.00' }]);
    const { debt, charges, entered, vendor } = await charged(entry);
    expect(debt).toMatchObject({ authority: { id: CUSTOMS }, open: '260.00' });
    expect(charges).toEqual([{ line: `${entry}/2`, kind: 'duty', left: '60.00' }]);
    expect([entered, vendor?.id]).toEqual(['2026-03-12', BROKER]);
    const { me } = (await ines.call('GET', '/api/start')).body as { me: { company: { customsDebt: unknown } } };
    expect(me.company.customsDebt).toEqual({ authority: CUSTOMS });
  });

  it('needs somebody that it is owed to, and gives nothing back where nothing is corrected', async () => {
    const lines = [{ goods: [goods], duty: '-60' }];
    const found = await refusals('customs-entry', make.customsEntry('E 2', lines));
    expect(said(found)).toEqual(['/authority missing', '/lines/0/duty amount_negative']);
  });

  it('is cleared by what the broker paid, once, and never by more', async () => {
    expect(await refusals('bill', disbursed('L 0', entry, '260.01'))).toMatchObject([
      { at: '/disbursements/0/amount', reason: 'disbursement_exceeds_debt' },
    ]);
    expect(await refusals('bill', disbursed('L 0', '', '1'))).toMatchObject([
      { at: '/disbursements/0/of', reason: 'no_customs_debt' },
    ]);
    const bill = (reference: string) =>
      disbursed(reference, entry, '250', { charges: [{ kind: 'freight', amount: '40' }] });
    expect(netOf((await ines.preview('bill', bill('L 1'))).body.entries)).toEqual({
      'customs-payable': 25_000n,
      'charges-to-allocate': 4_000n,
      payables: -29_000n,
    });
    const outcomes = await Promise.all([ines.post('bill', bill('L 1')), ines.post('bill', bill('L 2'))]);
    expect(outcomes.map(({ status }) => status).sort()).toEqual([201, 422]);
    expect(await debts()).toMatchObject([{ open: '10.00' }]);
  });

  it('is paid like any bill, beside which its account stands', async () => {
    await ines.posted('payment', paid(entry, '10'));
    expect(await debts()).toEqual([]);
    expect((await charged(entry)).debt?.open).toBe('0.00');
    const ageing = (await ines.call('GET', '/api/payables/ageing?asOf=2026-03-31&by=paper')).body as unknown as Ageing;
    expect(ageing.total).toBe(ageing.account);
  });

  it('goes onto the goods like any charge', async () => {
    const allocation = make.allocation(`${entry}/2`, [goods], 'duty', { entry });
    expect(netOf((await ines.preview('allocation', allocation)).body.entries)).toEqual({
      'charges-to-allocate': -6_000n,
      inventory: 6_000n,
    });
    await ines.posted('allocation', allocation);
    expect((await charged(entry)).charges).toMatchObject([{ left: '0.00' }]);
  });

  it('is corrected by another entry, with interest, and what comes back comes as money', async () => {
    const more = make.customsEntry('E 1-K', [{ goods: [goods], code: '5107.10', duty: '-20' }], {
      ...owes,
      date: '2026-03-20',
      corrects: entry,
      charges: [{ kind: 'interest', amount: '1.50' }],
    });
    expect(netOf((await ines.preview('customs-entry', more)).body.entries)).toEqual({
      'charges-to-allocate': -2_000n,
      expense: 150n,
      'customs-payable': 1_850n,
    });
    const correction = await ines.posted('customs-entry', more);
    expect((await charged(correction)).debt?.open).toBe('-18.50');
    expect(await debts()).toEqual([]);
    await ines.posted('payment', paid(correction, '-18.50'));
    expect((await ines.post('reversal', { date: '2026-03-30', of: entry, reason: 'x' })).status).toBe(422);
    const view = (await ines.call('GET', `/api/documents/${correction}`)).body as { facts: unknown; lines: unknown[] };
    expect(JSON.stringify(view.facts)).toContain('CE-');
    expect(view.lines).toHaveLength(2);
  });
});

it('a floor of the entry takes in the goods that the allocation leaves out', async () => {
  await server.source.query(
    "INSERT INTO tariff_rate (measure, code, digits, from_day, percent, per_unit, unit, combine, floor, limits) VALUES ('fee', '', '', '2026-01-01', 0, 0, 'stock-unit', 'sum', 300000, 'entry')",
  );
  const order = await ines.posted('order', make.order([['1', '100'], ['2', '100'], ['2', '300']].map(([item = '', price = '']) => ({ item, quantity: '1', price })))); // prettier-ignore
  const receipt = await ines.posted('receipt', make.receipt([1, 2, 3].map((at) => ({ of: `${order}/${at}`, quantity: '1' })))); // prettier-ignore
  const to = [1, 2, 3].map((at) => `${receipt}/${at}`);
  const declared = await ines.posted('customs-entry', make.customsEntry('E 3', [{ goods: to }], owes));
  const charge = `${await ines.posted('bill', make.charge('L 9', '64'))}/1`;
  const shares = async (rest: object) =>
    (await ines.preview('allocation', make.allocation(charge, to.slice(0, 2), 'duty', rest))).body.shares;
  // 4 % of the first, and of 30 for the entry 6, 6 and 18; alone the two owe 30 by themselves.
  expect(await shares({ entry: declared })).toMatchObject([{ amounts: ['40.00', '24.00'] }]);
  expect(await shares({})).toMatchObject([{ amounts: ['35.76', '28.24'] }]);
});
