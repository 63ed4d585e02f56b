import { afterAll, beforeAll, expect, it } from '@jest/globals';
import type { Ageing, CashOutlook, VendorAccount } from '@obolus/contract/views/payables';
import { decimalOrThrow, formatDecimal } from '@obolus/core/exact/decimal';
import type { Client } from '../testing/client.ts';
import { make, startTestServer, type TestServer, TODAY } from '../testing/testServer.ts';

/* A vendor's account, made of what is open to pay, and what falls due in the next weeks. The tests' day is November 23, 2026. */
let server: TestServer;
let ines: Client;
let [receipt, euro] = ['', ''];
beforeAll(async () => {
  server = await startTestServer();
  ines = await server.as('accountant');
  await server.source.query("UPDATE terms SET discount = 20000, discount_days = 10 WHERE code = '30'");
  const order = await ines.posted('order', make.order([{ item: '1', quantity: '100', price: '10' }]));
  receipt = await ines.posted('receipt', make.receipt([{ of: `${order}/1`, quantity: '100' }]));
  const abroad = { vendor: '2', currency: 'EUR' };
  const linen = await ines.posted('order', make.order([{ item: '2', quantity: '10', price: '20' }], abroad));
  euro = await ines.posted('receipt', make.receipt([{ of: `${linen}/1`, quantity: '10' }], { vendor: '2' }));
});
afterAll(() => server.stop());

const account = async (vendor: string, query = '') =>
  (await ines.call('GET', `/api/vendors/${vendor}/account${query}`)).body as unknown as VendorAccount;
const outlook = async () => (await ines.call('GET', '/api/payables/outlook')).body as unknown as CashOutlook;
const billed = (reference: string, quantity: string, date: string) =>
  ines.posted('bill', make.bill(reference, [{ of: `${receipt}/1`, quantity, price: '10' }], { date }));
const pay = (of: readonly (readonly [string, string])[], date: string, rest: object = {}) =>
  ines.posted('payment', {
    vendor: '1',
    date,
    currency: 'USD',
    from: '',
    discountsTo: 'income',
    reason: '',
    bills: of.map(([bill, amount]) => ({ of: bill, amount, discount: '', writeOff: '' })),
    ...rest,
  });

it('is empty, in the vendor’s currency, where nothing was ever owed', async () => {
  expect(await account('1')).toMatchObject({ currencies: [], currency: 'USD', rows: [], closing: { amount: '0.00' } });
  expect((await ines.call('GET', '/api/vendors/999/account')).status).toBe(404);
});

it('has bills on one side and what settles them on the other, with what is owed after each; a part of it begins with the rest', async () => {
  const first = await billed('A-1', '40', '2026-03-11');
  const second = await billed('A-2', '20', '2026-03-25');
  const paid = await pay([[first, '400'], [second, '50']], '2026-03-26'); // prettier-ignore
  const all = await account('1');
  expect(all.rows.map(({ date, reference, settles, debit, credit, balance }) => [date, reference, settles, debit, credit, balance])).toEqual([
    ['2026-03-11', 'A-1', '', '', '400.00', '400.00'],
    ['2026-03-25', 'A-2', '', '', '200.00', '600.00'],
    ['2026-03-26', '', 'A-1, A-2', '450.00', '', '150.00'],
  ]); // prettier-ignore
  expect(all).toMatchObject({ debit: '450.00', credit: '600.00', closing: { amount: '150.00', base: '150.00' } });
  const late = await account('1', '?from=2026-03-12&to=2026-03-25');
  expect(late).toMatchObject({ opening: { amount: '400.00' }, closing: { amount: '600.00' } });
  expect(late.rows.map(({ reference }) => reference)).toEqual(['A-2']);
  await ines.posted('reversal', { of: paid, date: '2026-03-27', reason: 'twice' });
  expect((await account('1')).closing.amount).toBe('600.00');
});

it('of all vendors together is the ageing, also in another currency', async () => {
  await ines.posted('bill', make.bill('L-1', [{ of: `${euro}/1`, quantity: '10', price: '20' }], { vendor: '2', currency: 'EUR', date: '2026-03-12' })); // prettier-ignore
  const abroad = await account('2');
  expect(abroad).toMatchObject({ currency: 'EUR', currencies: ['EUR'], closing: { amount: '200.00' } });
  const ageing = (await ines.call('GET', '/api/payables/ageing?asOf=2026-03-31&by=paper')).body as unknown as Ageing;
  const closing = [await account('1'), abroad].map(({ closing: { base } }) => base);
  const sum = closing.reduce((all, amount) => all + decimalOrThrow(amount, 2), 0n);
  expect(formatDecimal(sum, 2, 2)).toBe(ageing.total);
});

it('shows what a period end measured anew, and that it is taken back; as the ledger has it', async () => {
  const posted = await ines.posted('close', { date: '2026-03-31', period: '2026-03' });
  const closed = await account('2', '?to=2026-03-31');
  const [bill, measured] = closed.rows;
  expect([measured?.document.id, measured?.measured, measured?.debit, measured?.credit, measured?.balance]).toEqual([posted, true, '', '', '200.00']); // prettier-ignore
  expect([bill?.base, measured?.base, closed.closing]).toEqual([
    '216.00',
    '4.00',
    { amount: '200.00', base: '220.00' },
  ]);
  const [ledger] = (await server.source.query(
    "SELECT SUM(amount) AS amount FROM journal_line WHERE account = 'payables' AND vendor_id = 2 AND date <= '2026-03-31'",
  )) as { amount: string }[];
  expect(ledger?.amount).toBe('-22000');
  const opened = await ines.posted('open', { date: '2026-04-01', period: '2026-04' });
  expect((await account('2')).rows.map(({ base, measured: isIt }) => [base, isIt])).toEqual([
    ['216.00', false],
    ['4.00', true],
    ['-4.00', true],
  ]);
  expect(await account('2', '?from=2026-04-01')).toMatchObject({
    opening: { base: '220.00' },
    closing: { base: '216.00' },
  });
  // The opening reversed, it stands as the closing left it; that too, and it was never measured.
  await ines.posted('reversal', { of: opened, date: '2026-04-01', reason: 'too early' });
  expect((await account('2')).closing.base).toBe('220.00');
  await ines.posted('reversal', { of: posted, date: '2026-03-31', reason: 'too early' });
  expect((await account('2')).closing.base).toBe('216.00');
});

it('falls due week by week, and names discounts by what they yield a year', async () => {
  await billed('A-3', '20', '2026-11-20');
  const { weeks, later, total, discounts } = await outlook();
  const ageing = (await ines.call('GET', `/api/payables/ageing?asOf=${TODAY}&by=paper`)).body as unknown as Ageing;
  expect(total).toBe(ageing.total);
  // Three bills of spring are due already; that of November is due on December 20, in the fourth week.
  expect(weeks.map(({ from, bills }) => [from, bills]).filter(([, bills]) => bills !== 0)).toEqual([
    ['', 3],
    ['2026-12-14', 1],
  ]);
  expect([weeks.length, later]).toEqual([9, '0.00']);
  // 2 % within 10 days of November 20, else by December 20: 20 days sooner.
  const found = discounts.map(({ bill, until, discount, yield: yearly }) => [bill.reference, until, discount, yearly]);
  expect(found).toEqual([['A-3', '2026-11-30', '4.00', '37.2']]);
});
