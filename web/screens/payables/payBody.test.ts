import { describe, expect, it } from '@jest/globals';
import type { PayableView } from '@obolus/contract/views/payables';
import { dueBy, leftOf, NOT_SETTLED, type PayBody, paymentOf, proposed, whole } from './payBody.ts';

const item = (id: string, open: string, more: Partial<PayableView> = {}): PayableView => ({
  id,
  kind: 'bill',
  number: `VB-${id}`,
  reference: '',
  date: '2026-11-01',
  due: '2026-11-25',
  currency: 'EUR',
  open,
  base: open,
  discountDay: '',
  parts: [],
  discount: '',
  waitsFor: '',
  paidTo: null,
  heldBecause: '',
  ...more,
});
const TODAY = '2026-11-23';
const settled = { ...NOT_SETTLED };

describe('what is proposed to be paid', () => {
  it('is due within the week, or loses its discount by then, less the discount that is offered', () => {
    const payables = [
      item('1', '100.00'),
      item('2', '200.00', { due: '2026-12-24' }),
      item('3', '300.00', { due: '2026-12-24', discountDay: '2026-11-24', discount: '6.00' }),
      item('4', '400.00', { discountDay: '2026-11-22', discount: '8.00' }),
    ];
    expect(proposed(payables, 'EUR', TODAY)).toEqual({
      '1': { ...settled, amount: '100.00' },
      '3': { ...settled, amount: '294.00', discount: '6.00' },
      '4': { ...settled, amount: '400.00' },
    });
  });

  it('is of a bill that is paid in parts what is due by then, and all of it once the last is', () => {
    const parts = [
      { due: '2026-11-10', amount: '40.00' },
      { due: '2026-11-30', amount: '30.00' },
      { due: '2026-12-30', amount: '30.00' },
    ];
    const bill = item('1', '100.00', { due: '2026-11-10', parts });
    expect(proposed([bill], 'EUR', TODAY)).toEqual({ '1': { ...settled, amount: '70.00' } });
    expect(dueBy(bill, TODAY, '2026-12-30')).toEqual({ ...settled, amount: '100.00' });
    // Credits are held against what is due, not against all of it.
    const credit = item('2', '-80.00', { kind: 'credit', due: '' });
    expect(proposed([bill, credit], 'EUR', TODAY)).toEqual({ '1': { ...settled, amount: '70.00' } });
  });

  it('leaves out other currencies, what waits for goods or a second person, and takes credits against it', () => {
    const payables = [
      item('1', '100.00'),
      item('2', '50.00', { currency: 'USD' }),
      item('3', '70.00', { waitsFor: '5' }),
      item('5', '80.00', { paidTo: { payee: 'Callow Factoring', account: 'X 1', isConfirmed: false } }),
      item('4', '-30.00', { kind: 'credit', due: '' }),
    ];
    expect(Object.keys(proposed(payables, 'EUR', TODAY))).toEqual(['1', '4']);
  });

  it('leaves credits alone that are more than the bills: nothing is paid out by the vendor', () => {
    const payables = [item('1', '100.00'), item('2', '-130.00', { kind: 'credit' })];
    expect(proposed(payables, 'EUR', TODAY)).toEqual({ '1': { ...settled, amount: '100.00' } });
    expect(proposed([item('2', '-130.00', { kind: 'credit' })], 'EUR', TODAY)).toEqual({});
  });
});

describe('a payment', () => {
  const body: PayBody = {
    vendor: '7',
    date: TODAY,
    currency: 'EUR',
    account: '',
    from: '',
    took: '120.5',
    fee: '',
    discountsTo: '',
    reason: '',
    settled: { '2': { ...settled, amount: '40', withheld: '4' }, '1': { ...settled, discount: '3' }, '3': settled },
  };

  it('settles items in the order in which they stand; those that nothing was said of are left out', () => {
    const payment = paymentOf(body, [item('1', '100.00'), item('2', '50.00'), item('3', '60.00')], 'income', '4');
    expect(payment?.bills).toEqual([
      { of: '1', amount: '0', discount: '3', writeOff: '' },
      { of: '2', amount: '40', discount: '', writeOff: '', withheld: '4' },
    ]);
    expect(payment).toMatchObject({ account: '4', took: '120.5', from: '' });
  });

  it('has its discounts go where the company has them go, unless it says otherwise', () => {
    const to = (said: PayBody['discountsTo'], usual: 'income' | 'goods') =>
      paymentOf({ ...body, discountsTo: said }, [item('1', '100.00')], usual, '')?.discountsTo;
    expect([to('', 'income'), to('', 'goods'), to('income', 'goods'), to('goods', 'income')]).toEqual([
      'income',
      'goods',
      'income',
      'goods',
    ]);
  });

  it('asks nothing of the bank where a prepayment is used, and is nothing while nothing is settled', () => {
    const used = paymentOf({ ...body, from: '9' }, [item('1', '100.00')], 'income', '4');
    expect(used).toMatchObject({ from: '9' });
    expect(used).not.toHaveProperty('took');
    expect(used).not.toHaveProperty('account');
    expect(paymentOf({ ...body, settled: {} }, [item('1', '100.00')], 'income', '')).toBeUndefined();
  });

  it('leaves open what is not settled, in the currency’s own decimals', () => {
    expect(leftOf('100.00', { amount: '90', discount: '2.5', withheld: '', writeOff: '0.01' }, 'EUR')).toBe('7.49');
    expect(leftOf('1000', { ...NOT_SETTLED, amount: '400' }, 'JPY')).toBe('600');
    expect(whole(item('1', '100.00', { discountDay: TODAY, discount: '2.00' }), TODAY)).toEqual({
      ...settled,
      amount: '98.00',
      discount: '2.00',
    });
  });
});
