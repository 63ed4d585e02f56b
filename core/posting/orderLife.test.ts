import { beforeEach, describe, expect, it } from '@jest/globals';
import { base, NO_DISCOUNT, priceOrThrow, quantityOrThrow } from '../exact/amounts.ts';
import { openToReceive } from '../purchasing/order/openOfLine.ts';
import { approvalOf, isHeld, sentVersion } from '../purchasing/order/standing.ts';
import { Bookkeeper } from '../testing/bookkeeper.ts';
import { inWords, item } from '../testing/make.ts';
import { companyOf } from '../state/company.ts';
import { emptyBooks } from '../state/books.ts';
import type { Order } from '../state/purchasing.ts';
import type { Command, CommandOf } from './kinds.ts';
import { decide } from './decide.ts';

const q = quantityOrThrow;
const asked = (units: string, price: string) => ({
  quantity: q(units),
  price: priceOrThrow(price),
  discount: NO_DISCOUNT,
  due: undefined,
});
const about = { of: '1', date: '2026-03-04', by: 'ines', reason: 'agreed' };
const change = (lines: CommandOf['order-change']['lines'], more: Partial<CommandOf['order-change']> = {}): Command => ({
  kind: 'order-change',
  ...about,
  seen: keeper.books.orders.get('1')?.versions.length ?? 1,
  lines,
  ...more,
});
const line = (at: number, units: string, price: string) => ({
  of: `1/${at}`,
  bought: undefined,
  ...asked(units, price),
});
const added = (units: string, price: string) => ({ of: undefined, bought: { item: 'LOOM' }, ...asked(units, price) });
const close = (lines: readonly { of: string }[] = [], more: Partial<CommandOf['order-closing']> = {}): Command => ({
  kind: 'order-closing',
  of: '1',
  date: '2026-03-04',
  reason: 'sold out',
  lines,
  ...more,
});
const step = (word: CommandOf['order-step']['step'], more: Partial<CommandOf['order-step']> = {}): Command => ({
  kind: 'order-step',
  ...about,
  seen: order().versions.length,
  step: word,
  ...more,
});
const answer = (word: CommandOf['approval']['step'], more: Partial<CommandOf['approval']> = {}): Command => ({
  kind: 'approval',
  subject: 'order',
  ...about,
  seen: String(order().versions.length),
  by: 'otto',
  step: word,
  ...more,
});
const receive = (at: number, units: string): Command => ({
  kind: 'receipt',
  vendor: 'V',
  date: '2026-03-05',
  warehouse: 'main',
  lines: [{ of: `1/${at}`, quantity: q(units) }],
});

/** Document 1: ines, who may order up to 500.00, orders 10 of yarn at 5 and 2 of looms at 200: 450.00. */
let keeper: Bookkeeper;
beforeEach(() => {
  const company = companyOf({ currency: 'USD', firstOpenDay: '2026-03-01' });
  const items = new Map(['YARN', 'LOOM'].map((id) => [id, item(id, 'fifo')] as const));
  keeper = new Bookkeeper({ ...emptyBooks(company), items, approvalLimits: new Map([['ines', base(50_000n)]]) });
  const lines = [
    { bought: { item: 'YARN' }, ...asked('10', '5') },
    { bought: { item: 'LOOM' }, ...asked('2', '200') },
  ];
  keeper.post({ kind: 'order', vendor: 'V', by: 'ines', currency: 'USD', date: '2026-03-02', lines });
});
const reasons = (command: Command): string[] => {
  const decision = decide(keeper.books, command);
  return decision.accepted ? [] : decision.refusals.map(inWords);
};
const order = (): Order => keeper.books.orders.get('1') as Order;
const approval = () => approvalOf(order(), keeper.books.approvalLimits);

describe('a later version of an order', () => {
  it('states what differs, and leaves the rest as it is', () => {
    keeper.post(change([line(1, '12', '6'), line(2, '2', '200'), added('1', '30')]));
    expect(['1/1', '1/2', '1/3'].map((id) => keeper.books.orderLines.get(id)?.by)).toEqual(['2', '1', '2']);
    // 12 × 6 + 2 × 200 + 1 × 30.
    expect(order().amount).toBe(50_200n);
    expect(keeper.books.orderLines.get('1/1')?.earlier.map(({ by, price }) => [by, price])).toEqual([
      ['1', priceOrThrow('5')],
    ]);
  });

  it('is taken back by its reverse, also where another came after it', () => {
    keeper.post(change([line(1, '12', '6'), added('1', '30')]));
    keeper.post(change([line(1, '13', '7')]));
    keeper.post({ kind: 'reversal', date: '2026-03-05', of: '2', reason: 'a mistake' });
    expect(keeper.books.orderLines.get('1/1')).toMatchObject({ by: '3', quantity: q('13'), earlier: [{ by: '1' }] });
    expect(keeper.books.orderLines.has('1/3')).toBe(false);
    keeper.post({ kind: 'reversal', date: '2026-03-05', of: '3', reason: 'a mistake' });
    expect(keeper.books.orderLines.get('1/1')).toMatchObject({
      by: '1',
      quantity: q('10'),
      price: priceOrThrow('5'),
      earlier: [],
    });
    expect(order()).toMatchObject({ amount: 45_000n, versions: [{ document: '1', by: 'ines' }] });
  });

  it('stands while goods came by it', () => {
    keeper.post(change([line(1, '12', '6')]));
    keeper.post(receive(1, '11'));
    expect(reasons({ kind: 'reversal', date: '2026-03-06', of: '2', reason: 'a mistake' })).toEqual([
      'document_cited /of documents=3',
    ]);
    expect(reasons(change([line(1, '10.5', '6')]))).toEqual(['order_below_received /lines/0/quantity received=11']);
    expect(reasons(change([line(1, '11', '6')]))).toEqual([]);
  });

  it('counts what was billed ahead as taken', () => {
    const ahead = { of: '1/1', ...asked('4', '5'), difference: 'cost' as const };
    keeper.post({
      kind: 'bill',
      vendor: 'V',
      reference: 'B',
      currency: 'USD',
      date: '2026-03-03',
      lines: [ahead],
      charges: [],
    });
    expect(reasons(change([line(1, '3', '5')]))).toEqual(['order_below_received /lines/0/quantity received=4']);
    expect(reasons(close([{ of: '1/1' }]))).toEqual(['order_billed_ahead /lines/0']);
    keeper.post(close());
    expect(['1/1', '1/2'].map((id) => keeper.books.orderLines.get(id)?.closed.length)).toEqual([0, 1]);
  });

  it('says what is wrong with it', () => {
    expect(reasons(change([line(1, '10', '5')]))).toEqual(['nothing_changed /lines']);
    expect(reasons(change([]))).toEqual(['nothing_changed /lines']);
    expect(reasons(change([line(1, '11', '5')], { reason: ' ' }))).toEqual(['reason_missing /reason']);
    expect(reasons(change([line(1, '11', '5')], { seen: 2 }))).toEqual(['order_changed_since /seen version=1']);
    expect(reasons(change([line(1, '11', '5')], { of: '7' }))).toEqual(['document_unknown /of document=7']);
    expect(reasons(change([line(1, '11', '5')], { date: '2026-03-01' }))).toEqual([
      'date_before_cited /date date=2026-03-01 cited=2026-03-02',
    ]);
    expect(reasons(change([line(9, '11', '5')]))).toEqual(['line_unknown /lines/0 line=1/9']);
    expect(reasons(change([line(1, '11', '5'), line(1, '12', '5')]))).toEqual(['line_cited_twice /lines/1 line=1/1']);
    expect(reasons(change([{ ...added('0', '-1'), bought: { item: 'NONE' } }]))).toEqual([
      'item_unknown /lines/0/item item=NONE',
      'quantity_not_positive /lines/0/quantity',
      'price_negative /lines/0/price',
    ]);
  });
});

describe('lines of which no more comes', () => {
  it('are closed with what was open of them, and opened again by the reverse', () => {
    keeper.post(receive(1, '4'));
    keeper.post(close([{ of: '1/1' }]));
    const closed = () => keeper.books.orderLines.get('1/1');
    expect(closed()?.closed).toEqual([{ line: '3/1', date: '2026-03-04', quantity: q('6'), reason: 'sold out' }]);
    expect(reasons(receive(1, '1'))).toEqual(['order_line_closed /lines/0/quantity date=2026-03-04 reason=sold out']);
    expect(reasons(change([line(1, '12', '5')]))).toEqual([
      'order_line_closed /lines/0/quantity date=2026-03-04 reason=sold out',
    ]);
    expect(reasons(close([{ of: '1/1' }]))).toEqual(['nothing_open /lines/0']);
    keeper.post({ kind: 'reversal', date: '2026-03-05', of: '3', reason: 'more is there' });
    expect(openToReceive(closed() as NonNullable<ReturnType<typeof closed>>)).toBe(q('6'));
  });

  it('are all that are open where none is named', () => {
    keeper.post(receive(2, '2'));
    keeper.post(close());
    expect(['1/1', '1/2'].map((id) => keeper.books.orderLines.get(id)?.closed.length)).toEqual([1, 0]);
    expect(reasons(close())).toEqual(['nothing_open /lines']);
  });

  it('have a reason, a day after the order, and belong to it', () => {
    expect(reasons(close([], { reason: '' }))).toEqual(['reason_missing /reason']);
    expect(reasons(close([], { of: '5' }))).toEqual(['document_unknown /of document=5']);
    expect(reasons(close([{ of: '11/1' }]))).toEqual(['line_unknown /lines/0 line=11/1']);
    expect(reasons(close([], { date: '2026-03-01' }))).toEqual([
      'date_before_cited /date date=2026-03-01 cited=2026-03-02',
    ]);
  });
});

describe('an order on hold', () => {
  it('is neither sent nor received until it is released', () => {
    keeper.post(step('held', { reason: 'price in doubt' }));
    expect(isHeld(order())).toBe(true);
    expect(reasons(step('held'))).toEqual(['order_on_hold /of order=1']);
    expect(reasons(step('sent'))).toEqual(['order_on_hold /of order=1']);
    expect(reasons(receive(1, '1'))).toEqual(['order_on_hold /lines/0/quantity order=1']);
    keeper.post(step('released'));
    expect(isHeld(order())).toBe(false);
    expect(reasons(step('released'))).toEqual(['order_not_held /of']);
    keeper.post(step('sent'));
    expect(sentVersion(order())).toBe('1');
    expect(reasons(receive(1, '1'))).toEqual([]);
  });

  it('says why it is held', () => {
    expect(reasons(step('held', { reason: ' ' }))).toEqual(['reason_missing /reason']);
    expect(reasons(step('held', { of: '9' }))).toEqual(['document_unknown /of document=9']);
  });

  it('is not undone but released: what happened to an order happened', () => {
    keeper.post(step('held'));
    expect(reasons({ kind: 'reversal', date: '2026-03-05', of: '2', reason: 'a mistake' })).toEqual([
      'document_not_reversible /of kind=order-step',
    ]);
  });
});

describe('approval', () => {
  it('is not needed up to the limit, nor for those who have none', () => {
    expect(approval()).toBe('not-needed');
    expect(reasons(answer('approved'))).toEqual(['approval_not_awaited /of']);
    keeper.post(change([line(1, '20', '5')]));
    // 20 × 5 + 400: just the limit.
    expect([order().amount, approval()]).toEqual([50_000n, 'not-needed']);
    keeper.post(change([line(1, '20.01', '5')], { by: 'paula' }));
    expect([order().amount, approval()]).toEqual([50_005n, 'awaited']);
  });

  it('is given by another person, never by one who stated a version', () => {
    keeper.post(change([line(1, '100', '5')], { by: 'paula' }));
    expect(reasons(answer('approved', { by: 'ines' }))).toEqual(['approval_own /of']);
    expect(reasons(answer('approved', { by: 'paula' }))).toEqual(['approval_own /of']);
    expect(reasons(receive(1, '1'))).toEqual(['order_awaits_approval /lines/0/quantity order=1']);
    keeper.post(answer('approved'));
    expect(approval()).toBe('approved');
    expect(reasons(answer('approved'))).toEqual(['approval_not_awaited /of']);
    expect(reasons(receive(1, '1'))).toEqual([]);
  });

  it('that is refused says why, and is asked again by the next version only', () => {
    keeper.post(change([line(1, '100', '5')]));
    expect(reasons(answer('rejected', { reason: '' }))).toEqual(['reason_missing /reason']);
    keeper.post(answer('rejected', { reason: 'too much' }));
    expect(approval()).toBe('rejected');
    expect(reasons(answer('approved'))).toEqual(['approval_not_awaited /of']);
    expect(reasons(step('sent'))).toEqual(['order_rejected /of order=1']);
    keeper.post(change([line(1, '90', '5')]));
    expect(approval()).toBe('awaited');
  });

  it('holds for what is no dearer than what was approved', () => {
    keeper.post(change([line(1, '100', '5')]));
    keeper.post(answer('approved'));
    keeper.post(change([line(1, '99', '5')]));
    expect(approval()).toBe('approved');
    keeper.post(change([line(1, '101', '5')]));
    expect(approval()).toBe('awaited');
  });

  it('is of the version that was looked at, and so is what is given out', () => {
    keeper.post(change([line(1, '100', '5')]));
    keeper.post(change([line(1, '200', '5')]));
    expect(reasons(answer('approved', { seen: '2' }))).toEqual(['order_changed_since /seen version=3']);
    expect(reasons(answer('rejected', { seen: '2' }))).toEqual(['order_changed_since /seen version=3']);
    keeper.post(answer('approved'));
    expect(reasons(step('sent', { seen: 2 }))).toEqual(['order_changed_since /seen version=3']);
  });

  it('needs the order', () => {
    expect(reasons(answer('approved', { of: '9' }))).toEqual(['document_unknown /of document=9']);
  });
});
