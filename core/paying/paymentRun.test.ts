import { beforeEach, describe, expect, it } from '@jest/globals';
import { documentAmountOrThrow, rateOrThrow } from '../exact/amounts.ts';
import { emptyBooks } from '../state/books.ts';
import { companyOf, type Vendor } from '../state/company.ts';
import type { Command, CommandOf } from '../posting/kinds.ts';
import { Bookkeeper } from '../testing/bookkeeper.ts';
import { paymentOfRun } from './paymentRun/decide.ts';

const usd = (text: string) => documentAmountOrThrow(text, 'USD');
const vendor = (more: Partial<Vendor> = {}): Vendor => ({
  tolerance: {},
  hold: '',
  accountBy: undefined,
  account: 'X 1234',
  ...more,
});

let keeper: Bookkeeper;
/** Documents 1 and 2 are bills of V and W over 100 and 50, 3 of a vendor without an account. */
beforeEach(() => {
  const vendors = new Map([
    ['V', vendor()],
    ['W', vendor({ accountBy: 'omar' })],
    ['BARE', vendor({ account: undefined })],
  ]);
  const rates = new Map([['EUR', [{ from: '2026-03-01', rate: rateOrThrow('1.1') }]]]);
  keeper = new Bookkeeper({
    ...emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '2026-03-01' })),
    bankAccounts: new Map([['main', { currency: 'USD', nextCheck: undefined }]]),
    vendors,
    rates,
  });
  for (const [of, amount] of [
    ['V', '100'],
    ['W', '50'],
    ['BARE', '10'],
  ] as const)
    keeper.post({
      kind: 'bill',
      vendor: of,
      reference: `B-${of}`,
      currency: 'USD',
      date: '2026-03-02',
      lines: [],
      charges: [],
      expenses: [{ expense: 'storage', amount: usd(amount) }],
    });
});

const run = (more: Partial<CommandOf['payment-run']> = {}): CommandOf['payment-run'] => ({
  kind: 'payment-run',
  by: 'ines',
  date: '2026-03-10',
  account: 'main',
  payments: [
    { vendor: 'V', currency: 'USD', bills: [{ of: '1', amount: usd('98'), discount: usd('2') }] },
    { vendor: 'W', currency: 'USD', bills: [{ of: '2', amount: usd('50'), discount: usd('0') }] },
  ],
  ...more,
});
const answer = (more: Partial<CommandOf['approval']> = {}): CommandOf['approval'] => ({
  kind: 'approval',
  subject: 'payment-run',
  of: '4',
  seen: '1',
  date: '2026-03-10',
  step: 'approved',
  reason: '',
  by: 'piet',
  ...more,
});
const refusals = (command: Command): string[] => keeper.refusals(command);
/** The payment of a place of the run. */
const payment = (place: number, more: Partial<CommandOf['payment']> = {}): CommandOf['payment'] => {
  const asked = run();
  const [of] = asked.payments.slice(place - 1);
  if (!of) throw new Error('no such place');
  return {
    ...paymentOfRun(of, { date: asked.date, by: 'piet', account: asked.account }),
    run: `4/${place}` as '4/1',
    ...more,
  };
};

describe('a payment run', () => {
  it('posts nothing, and lets nothing be paid before another person released it', () => {
    const before = keeper.accounts();
    expect(keeper.post(run())).toBe('4');
    expect(keeper.accounts()).toEqual(before);
    expect(refusals(payment(1))).toEqual(['payment_not_released /run']);
    expect(refusals(answer({ by: 'ines' }))).toEqual(['approval_own /of']);
    keeper.post(answer());
    expect(refusals(answer({ by: 'ana' }))).toEqual(['approval_not_awaited /of']);
    keeper.post(payment(1));
    expect(keeper.balance('bank')).toBe(-9800n);
  });

  it('is paid just as it was released, each place once, also after its payment was taken back', () => {
    keeper.post(run());
    keeper.post(answer());
    const other = payment(1, { bills: [{ of: '1', amount: usd('97'), discount: usd('3'), writeOff: usd('0') }] });
    expect(refusals(other)).toEqual(['payment_not_released /run']);
    expect(refusals(payment(1, { date: '2026-03-11' }))).toEqual(['payment_not_released /run']);
    expect(refusals(payment(1, { run: '4/3' }))).toEqual(['payment_not_released /run']);
    expect(refusals(payment(1, { run: '99/1' }))).toEqual(['document_unknown /run']);
    const paid = keeper.post(payment(1));
    expect(refusals(payment(1))).toContain('payment_not_released /run');
    keeper.post({ kind: 'reversal', of: paid, date: '2026-03-12', reason: 'AC04' });
    expect(keeper.balance('bank')).toBe(0n);
    expect(refusals(payment(1))).toEqual(['payment_not_released /run']);
    // Nor by whoever changed the account of the vendor.
    expect(refusals(payment(2, { by: 'omar' }))).toEqual(['own_bank_account /vendor']);
  });

  it('is answered while its day is not past; what is rejected says why', () => {
    keeper.post(run());
    expect(refusals(answer({ date: '2026-03-11' }))).toEqual(['run_day_past /of']);
    expect(refusals(answer({ step: 'rejected' }))).toEqual(['reason_missing /reason']);
    keeper.post(answer({ step: 'rejected', date: '2026-03-11', reason: 'too late' }));
    expect(refusals(payment(1))).toEqual(['payment_not_released /run']);
    expect(refusals(answer({ of: '99' }))).toEqual(['document_unknown /of']);
  });

  it('is refused where one of its payments would be', () => {
    const [first] = run().payments;
    if (!first) throw new Error('it has payments');
    const bare = { vendor: 'BARE', currency: 'USD', bills: [{ of: '3', amount: usd('10'), discount: usd('0') }] };
    expect(refusals(run({ payments: [], account: '' }))).toEqual(['no_lines /payments', 'missing /account']);
    expect(refusals(run({ payments: [first, first] }))).toEqual(['line_cited_twice /payments/1/bills/0']);
    expect(refusals(run({ payments: [bare] }))).toEqual(['vendor_without_account /payments/0/vendor']);
    const nothing = { vendor: 'V', currency: 'USD', bills: [{ of: '1', amount: usd('0'), discount: usd('2') }] };
    expect(refusals(run({ payments: [nothing] }))).toEqual(['amount_zero /payments']);
    expect(refusals(run({ by: 'omar' }))).toEqual(['own_bank_account /payments/1/vendor']);
    expect(refusals(run({ date: '2026-02-30' }))).toEqual(['date_impossible /date']);
  });

  it('may be taken back while nobody answered it', () => {
    keeper.post(run());
    keeper.post({ kind: 'reversal', of: '4', date: '2026-03-10', reason: 'one too many' });
    expect(refusals(answer())).toEqual(['document_unknown /of']);
  });
});
