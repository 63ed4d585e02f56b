import { describe, expect, it } from '@jest/globals';
import type { ProposedItem } from '@obolus/contract/views/paying';
import { askedFor, type Prepaid, prepaidIn } from '../payables/prepaid.ts';
import { type Paid, pointersOf, prepaidPointers, proposedRun, type RunBody, runOf, sumsByCurrency } from './runBody.ts';

const item = (id: string, open: string, more: Partial<ProposedItem> = {}): ProposedItem => ({
  id,
  kind: open.startsWith('-') ? 'credit' : 'bill',
  number: `VB-${id}`,
  reference: '',
  date: '2026-11-01',
  due: '2026-11-25',
  currency: 'USD',
  open,
  base: open,
  discountDay: '',
  parts: [],
  discount: '',
  waitsFor: '',
  paidTo: null,
  heldBecause: '',
  vendor: '1',
  held: '',
  run: '',
  doubt: null,
  ...more,
});
const TODAY = '2026-11-23';
const all = (amount: string, discount = ''): Paid => ({ amount, discount });

describe('what a run proposes', () => {
  it('is due by the day, or loses its discount by then, less what is offered; nothing that is held', () => {
    const items = [
      item('1', '100.00'),
      item('2', '200.00', { due: '2026-12-24' }),
      item('3', '300.00', { due: '2026-12-24', discountDay: '2026-11-24', discount: '6.00' }),
      item('4', '400.00', { held: 'vendor-on-hold' }),
      item('5', '500.00', { due: '', date: '2026-11-30' }),
    ];
    expect(proposedRun(items, TODAY, '2026-11-30')).toEqual({
      '1': all('100.00'),
      '3': all('294.00', '6.00'),
      '5': all('500.00'),
    });
    expect(Object.keys(proposedRun(items, TODAY, '2026-12-31'))).toEqual(['1', '2', '3', '5']);
    // A discount whose day is past is lost: it makes nothing due.
    expect(Object.keys(proposedRun(items, '2026-11-25', '2026-11-30'))).toEqual(['1', '5']);
  });

  it('is of a bill that is paid in parts what is due by the day', () => {
    const parts = [
      { due: '2026-11-25', amount: '60.00' },
      { due: '2026-12-25', amount: '40.00' },
    ];
    expect(proposedRun([item('1', '100.00', { parts })], TODAY, '2026-11-30')).toEqual({ '1': all('60.00') });
    expect(proposedRun([item('1', '100.00', { parts })], TODAY, '2026-12-31')).toEqual({ '1': all('100.00') });
  });

  it('takes credits of the same vendor and currency against it, and pays none out', () => {
    const items = [
      item('1', '100.00'),
      item('2', '-30.00'),
      item('3', '-40.00', { currency: 'EUR' }),
      item('4', '50.00', { vendor: '2' }),
      item('5', '-60.00', { vendor: '2' }),
      item('6', '-70.00', { vendor: '3' }),
      item('7', '-5.00', { held: 'in-a-run' }),
    ];
    expect(Object.keys(proposedRun(items, TODAY, '2026-11-30'))).toEqual(['1', '2', '4']);
  });

  it('pays what goes to somebody else apart, without the vendor’s credits', () => {
    const factor = { payee: 'Callow Factoring', account: 'X 1', isConfirmed: true };
    const items = [
      item('1', '100.00'),
      item('2', '-30.00'),
      item('3', '40.00', { paidTo: factor }),
      item('4', '5.00', { paidTo: { ...factor, isConfirmed: false }, held: 'payee-unconfirmed' }),
    ];
    const paid = proposedRun(items, TODAY, '2026-11-30');
    const run = runOf({ date: TODAY, account: '1', until: '2026-11-30', paid, prepaid: [] }, items, inDollars);
    expect(run?.payments.map(({ bills }) => bills.map(({ of }) => of))).toEqual([['1', '2'], ['3']]);
  });
});

const inDollars = () => 'USD';
const ahead = (more: Partial<Prepaid>): Prepaid => ({
  vendor: '1',
  order: '7',
  refundable: false,
  currency: '',
  amount: '480',
  tax: '80',
  ...more,
});

describe('the run that is sent', () => {
  const items = [
    item('1', '100'),
    item('2', '50', { vendor: '2' }),
    item('3', '7000', { currency: 'JPY' }),
    item('4', '-20'),
  ];
  const body = (paid: RunBody['paid']): RunBody => ({
    date: TODAY,
    account: '9',
    until: TODAY,
    paid,
    prepaid: [],
  });

  it('has a payment for each vendor and currency, with its items in their order', () => {
    const run = runOf(
      body({ '1': all('98', '2'), '2': all('50'), '3': all('7000'), '4': all('-20') }),
      items,
      inDollars,
    );
    expect(run).toEqual({
      date: TODAY,
      account: '9',
      payments: [
        { vendor: '1', currency: 'USD', bills: [{ of: '1', amount: '98', discount: '2' }, { of: '4', amount: '-20', discount: '' }] }, // prettier-ignore
        { vendor: '2', currency: 'USD', bills: [{ of: '2', amount: '50', discount: '' }] },
        { vendor: '1', currency: 'JPY', bills: [{ of: '3', amount: '7000', discount: '' }] },
      ],
    });
    expect(sumsByCurrency(run)).toEqual([
      { currency: 'USD', amount: '128.00', payments: 2 },
      { currency: 'JPY', amount: '7000', payments: 1 },
    ]);
    expect([...pointersOf(run)]).toEqual([
      ['1', '/payments/0/bills/0'],
      ['4', '/payments/0/bills/1'],
      ['2', '/payments/1/bills/0'],
      ['3', '/payments/2/bills/0'],
    ]);
  });

  it('has a payment for each prepayment after those of bills, and says where each stands', () => {
    const prepaid = [ahead({ amount: '' }), ahead({}), ahead({ vendor: '2', order: '', refundable: true, tax: '' })];
    const run = runOf({ ...body({ '2': all('50') }), prepaid }, items, inDollars);
    expect(run?.payments).toEqual([
      { vendor: '2', currency: 'USD', bills: [{ of: '2', amount: '50', discount: '' }] },
      { vendor: '1', currency: 'USD', bills: [], prepays: { order: '7', refundable: false, amount: '480', tax: '80' } },
      { vendor: '2', currency: 'USD', bills: [], prepays: { order: '', refundable: true, amount: '480', tax: '' } },
    ]);
    expect(sumsByCurrency(run)).toEqual([{ currency: 'USD', amount: '1010.00', payments: 3 }]);
    expect(prepaidPointers(prepaid, run)).toEqual([undefined, '/payments/1', '/payments/2']);
    expect(askedFor(prepaidIn(askedFor(ahead({}))))).toEqual(askedFor(ahead({})));
  });

  it('is none while nothing is chosen', () => {
    expect(runOf(body({ '1': all('') }), items, inDollars)).toBeUndefined();
    expect(runOf({ ...body({}), prepaid: [ahead({ amount: '' })] }, items, inDollars)).toBeUndefined();
    expect([sumsByCurrency(undefined), [...pointersOf(undefined)]]).toEqual([[], []]);
  });
});
