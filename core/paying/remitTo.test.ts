import { beforeEach, describe, expect, it } from '@jest/globals';
import { documentAmountOrThrow } from '../exact/amounts.ts';
import { emptyBooks } from '../state/books.ts';
import { companyOf, type Vendor } from '../state/company.ts';
import type { Command, CommandOf } from '../posting/kinds.ts';
import { Bookkeeper } from '../testing/bookkeeper.ts';

const usd = (text: string) => documentAmountOrThrow(text, 'USD');
const vendor = (account?: string): Vendor => ({ tolerance: {}, hold: '', accountBy: undefined, account });

let keeper: Bookkeeper;
const withVendors = (account: string | undefined) =>
  new Bookkeeper({
    ...emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '2026-03-01' })),
    bankAccounts: new Map([['main', { currency: 'USD', nextCheck: undefined }]]),
    vendors: new Map([
      ['V', vendor(account)],
      ['BARE', vendor()],
    ]),
  });
const bill = (reference: string, more: Partial<CommandOf['bill']> = {}): string =>
  keeper.post({
    kind: 'bill',
    vendor: 'V',
    reference,
    currency: 'USD',
    date: '2026-03-02',
    lines: [],
    charges: [],
    expenses: [{ expense: 'storage', amount: usd('100') }],
    ...more,
  });
const FACTOR = { payee: 'Callow Factoring', account: 'X 99-88', bankCode: '', by: 'ines' };
const payment = (of: string, more: Partial<CommandOf['payment']> = {}): CommandOf['payment'] => ({
  kind: 'payment',
  vendor: 'V',
  by: 'ines',
  currency: 'USD',
  date: '2026-03-10',
  from: undefined,
  discountsTo: 'income',
  reason: '',
  bills: [{ of, amount: usd('100'), discount: usd('0'), writeOff: usd('0') }],
  ...more,
});
const run = (bills: readonly string[], of = 'V'): CommandOf['payment-run'] => ({
  kind: 'payment-run',
  by: 'ines',
  date: '2026-03-10',
  account: 'main',
  payments: [
    { vendor: of, currency: 'USD', bills: bills.map((id) => ({ of: id, amount: usd('100'), discount: usd('0') })) },
  ],
});
const answer = (of: string, more: Partial<CommandOf['approval']> = {}): CommandOf['approval'] => ({
  kind: 'approval',
  subject: 'remit-to',
  of,
  seen: '1',
  date: '2026-03-09',
  step: 'approved',
  reason: '',
  by: 'piet',
  ...more,
});
const refusals = (command: Command): string[] => keeper.refusals(command);

beforeEach(() => {
  keeper = withVendors('X 1234');
});

describe('a bill that asks to be paid elsewhere', () => {
  it('is not paid, alone or with others, before another person than who entered it said where', () => {
    const of = bill('B-1', { remitTo: FACTOR });
    expect(refusals(payment(of))).toEqual(['payee_unconfirmed /bills/0']);
    expect(refusals(run([of]))).toEqual(['payee_unconfirmed /payments/0/bills/0']);
    expect(refusals(answer(of, { by: 'ines' }))).toEqual(['approval_own /of']);
    keeper.post(answer(of));
    expect(refusals(answer(of, { by: 'omar' }))).toEqual(['approval_not_awaited /of']);
    keeper.post(payment(of));
    expect(keeper.balance('bank')).toBe(-10_000n);
  });

  it('may be answered by nobody where it asks nothing, or is gone', () => {
    const plain = bill('B-1');
    expect(refusals(answer(plain))).toEqual(['document_unknown /of']);
    const of = bill('B-2', { remitTo: FACTOR });
    expect(refusals(answer(of, { date: '2026-03-01' }))).toEqual(['date_before_cited /date']);
    keeper.post({ kind: 'reversal', of, date: '2026-03-10', reason: 'not ours' });
    expect(refusals(answer(of))).toEqual(['document_unknown /of']);
  });

  it('is paid to the account on file where that is what the other person says, with a reason', () => {
    const of = bill('B-1', { remitTo: FACTOR });
    expect(refusals(answer(of, { step: 'rejected' }))).toEqual(['reason_missing /reason']);
    keeper.post(answer(of, { step: 'rejected', reason: 'asked by telephone' }));
    const beside = bill('B-2');
    expect(refusals(run([of, beside]))).toEqual([]);
  });

  it('needs nobody once what it asks is on file, however it is spelt', () => {
    keeper = withVendors('x9988');
    expect(refusals(payment(bill('B-1', { remitTo: FACTOR })))).toEqual([]);
    expect(refusals(payment(bill('B-2', { remitTo: { ...FACTOR, account: '' } })))).toEqual([
      'payee_unconfirmed /bills/0',
    ]);
  });

  it('is paid apart from what goes elsewhere, and released by another than who entered it', () => {
    const [of, plain] = [bill('B-1', { remitTo: FACTOR }), bill('B-2')];
    keeper.post(answer(of));
    expect(refusals(run([plain, of]))).toEqual(['payee_differs /payments/0/bills/1']);
    const asked = keeper.post(run([of]));
    keeper.post(answer(asked, { subject: 'payment-run', date: '2026-03-10' }));
    const made = (by: string) => payment(of, { run: `${asked}/1`, by, account: 'main' });
    expect(refusals(made('ines'))).toEqual(['own_bank_account /bills/0']);
    expect(refusals(made('piet'))).toEqual([]);
  });

  it('makes up for an account that the vendor has not', () => {
    const of = bill('B-1', { vendor: 'BARE', remitTo: FACTOR });
    const nameOnly = bill('B-2', { vendor: 'BARE', remitTo: { ...FACTOR, account: '' } });
    keeper.post(answer(of));
    expect(refusals(run([of], 'BARE'))).toEqual([]);
    expect(refusals(answer(nameOnly))).toEqual(['vendor_without_account /of']);
  });

  it('may be set off against a prepayment: no money leaves', () => {
    const before = keeper.post({
      kind: 'prepayment',
      vendor: 'V',
      by: 'ines',
      currency: 'USD',
      date: '2026-03-02',
      amount: usd('100'),
      order: undefined,
    });
    expect(refusals(payment(bill('B-1', { remitTo: FACTOR }), { from: before }))).toEqual([]);
  });
});
