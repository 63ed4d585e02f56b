import { beforeEach, describe, expect, it } from '@jest/globals';
import { fraction, NO_DISCOUNT, priceOrThrow, quantityOrThrow } from '../exact/amounts.ts';
import { companyOf, type Tolerance } from '../state/company.ts';
import { emptyBooks } from '../state/books.ts';
import type { Command, CommandOf } from '../posting/kinds.ts';
import { decide } from '../posting/decide.ts';
import { Bookkeeper } from '../testing/bookkeeper.ts';
import { inWords, item } from '../testing/make.ts';
import { openToReceive } from './order/openOfLine.ts';
import type { ReceiptDocument } from './receipt/command.ts';

const q = quantityOrThrow;
const percent = (of: bigint) => fraction(of * 10_000n);
type Receipt = CommandOf['receipt'];
const receive = (lines: Receipt['lines'], more: Partial<Receipt> = {}): Command => ({
  kind: 'receipt',
  vendor: 'V',
  date: '2026-03-05',
  warehouse: 'main',
  lines,
  ...more,
});
const held = (more: Partial<NonNullable<Receipt['held']>[number]> = {}) => ({
  of: '1/1',
  item: undefined,
  what: '',
  quantity: q('2'),
  reason: 'wet',
  place: 'dock',
  ...more,
});
const clear = (lines: CommandOf['held-closing']['lines'], more: Partial<CommandOf['held-closing']> = {}): Command => ({
  kind: 'held-closing',
  date: '2026-03-06',
  reason: 'collected',
  lines,
  ...more,
});

/** Document 1: 100 of yarn at 5 and 4 of dye, kept by lot. More by 5 percent and less by 2 are taken, unless a test says otherwise. */
function books({
  company = {},
  vendor = {},
  yarn = {},
}: { company?: Partial<Tolerance>; vendor?: Partial<Tolerance>; yarn?: Partial<Tolerance> } = {}): Bookkeeper {
  const tolerance = { over: percent(5n), short: percent(2n), ...company };
  const items = new Map([
    ['YARN', item('YARN', 'fifo', { tolerance: yarn, packs: [{ unit: 'cone', size: q('0.5') }] })],
    ['DYE', item('DYE', 'lot')],
  ]);
  const made = new Bookkeeper({
    ...emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '2026-03-01', tolerance })),
    items,
    vendors: new Map([['V', { tolerance: vendor, hold: '', accountBy: undefined }]]),
  });
  const asked = (bought: string, units: string, price: string) => ({
    bought: { item: bought },
    quantity: q(units),
    price: priceOrThrow(price),
    discount: NO_DISCOUNT,
    due: undefined,
  });
  made.post({
    kind: 'order',
    vendor: 'V',
    currency: 'USD',
    date: '2026-03-02',
    lines: [asked('YARN', '100', '5'), asked('DYE', '4', '8')],
  });
  return made;
}

let keeper: Bookkeeper;
beforeEach(() => {
  keeper = books();
});
const reasons = (command: Command, of = keeper): string[] => {
  const decision = decide(of.books, command);
  return decision.accepted ? [] : decision.refusals.map(inWords);
};
const accepted = (command: Command) => {
  const decision = decide(keeper.books, command);
  if (!decision.accepted) throw new Error(decision.refusals.map(inWords).join('; '));
  keeper.post(command);
  return decision.posted;
};
const line = (id: string) => {
  const known = keeper.books.orderLines.get(id);
  if (!known) throw new Error(`There is no ${id}`);
  return known;
};

describe('more than was ordered', () => {
  it('is taken up to what is allowed, over all deliveries together', () => {
    keeper.post(receive([{ of: '1/1', quantity: q('60') }]));
    expect(reasons(receive([{ of: '1/1', quantity: q('45.000001') }]))).toEqual([
      'receipt_exceeds_ordered /lines/0/quantity open=40 most=45 quantity=45.000001',
    ]);
    keeper.post(receive([{ of: '1/1', quantity: q('45') }]));
    expect(reasons(receive([{ of: '1/1', quantity: q('0.000001') }]))).toEqual([
      'receipt_exceeds_ordered /lines/0/quantity open=0 most=0 quantity=0.000001',
    ]);
  });

  it('is not taken of a line that is full: the same goods may have been counted by another', () => {
    keeper.post(receive([{ of: '1/1', quantity: q('100') }]));
    expect(reasons(receive([{ of: '1/1', quantity: q('2') }]))).toEqual([
      'receipt_exceeds_ordered /lines/0/quantity open=0 most=0 quantity=2',
    ]);
  });

  it.each([
    ['the company', {}, '105'],
    ['the vendor, before the company', { vendor: { over: percent(1n) } }, '101'],
    ['the item, before both', { vendor: { over: percent(1n) }, yarn: { over: percent(0n) } }, '100'],
    ['the vendor for one side alone', { vendor: { short: percent(9n) } }, '105'],
  ])('is allowed by %s', (_, tolerances, most) => {
    const of = books(tolerances);
    expect(reasons(receive([{ of: '1/1', quantity: q(most) }]), of)).toEqual([]);
    expect(
      reasons(receive([{ of: '1/1', quantity: q(most) + 1n } as { of: string; quantity: ReturnType<typeof q> }]), of),
    ).toHaveLength(1);
  });

  it('does not stand in the way of a later version at another price', () => {
    keeper.post(receive([{ of: '1/1', quantity: q('105') }]));
    const version = {
      kind: 'order-change' as const,
      of: '1',
      by: 'ines',
      seen: 1,
      date: '2026-03-06',
      reason: 'agreed',
    };
    const at = (units: string) => ({
      of: '1/1',
      bought: undefined,
      quantity: q(units),
      price: priceOrThrow('6'),
      discount: NO_DISCOUNT,
      due: undefined,
    });
    expect(reasons({ ...version, lines: [at('100')] })).toEqual([]);
    expect(reasons({ ...version, lines: [at('99')] })).toEqual(['order_below_received /lines/0/quantity received=105']);
  });
});

describe('less than was ordered', () => {
  it('ends the line where little enough is missing, and its reverse opens it again', () => {
    keeper.post(receive([{ of: '1/1', quantity: q('98'), last: true }]));
    expect(openToReceive(line('1/1'))).toBe(0n);
    expect(reasons(receive([{ of: '1/1', quantity: q('1') }]))).toEqual([
      'order_line_closed /lines/0/quantity date=2026-03-05 reason=',
    ]);
    keeper.post({ kind: 'reversal', of: '2', date: '2026-03-06', reason: 'miscounted' });
    expect([openToReceive(line('1/1')), line('1/1').closed]).toEqual([q('100'), []]);
  });

  it('leaves the rest open where nobody says that no more comes, and where too much is missing', () => {
    expect(reasons(receive([{ of: '1/1', quantity: q('97.9'), last: true }]))).toEqual([
      'short_beyond_tolerance /lines/0/last missing=2.1 allowed=2',
    ]);
    keeper.post(receive([{ of: '1/1', quantity: q('99') }]));
    expect(openToReceive(line('1/1'))).toBe(q('1'));
  });

  it('closes nothing where all came', () => {
    keeper.post(receive([{ of: '1/1', quantity: q('101'), last: true }]));
    expect(line('1/1').closed).toEqual([]);
  });

  it('cannot end a line of which more is billed than came', () => {
    const bill = {
      kind: 'bill' as const,
      vendor: 'V',
      reference: 'B',
      currency: 'USD',
      date: '2026-03-03',
      charges: [],
    };
    keeper.post({
      ...bill,
      lines: [{ of: '1/1', quantity: q('100'), price: priceOrThrow('5'), discount: NO_DISCOUNT, difference: 'cost' }],
    });
    expect(reasons(receive([{ of: '1/1', quantity: q('99'), last: true }]))).toEqual([
      'order_billed_ahead /lines/0/last',
    ]);
  });
});

describe('goods that are held', () => {
  it('post nothing and are held by quantity, in stock units, beside what is received', () => {
    const posted = accepted(
      receive([{ of: '1/1', quantity: q('96') }], { held: [held({ quantity: q('8'), unit: 'cone' })] }),
    );
    expect((posted.document as ReceiptDocument).held).toEqual([{ ...held(), id: '2/2', quantity: q('4') }]);
    expect([keeper.books.heldGoods.get('2/2')?.quantity, openToReceive(line('1/1'))]).toEqual([q('4'), q('4')]);
  });

  it('may be all that came, also of what nobody ordered', () => {
    const posted = accepted(
      receive([], {
        held: [held(), held({ of: undefined, item: 'YARN' }), held({ of: undefined, what: 'bobbins' })],
      }),
    );
    expect(posted.entries).toEqual([]);
    expect([...keeper.books.heldGoods.keys()]).toEqual(['2/1', '2/2', '2/3']);
  });

  it('say what they are, how many and why', () => {
    const wrong = [
      held({ of: '9/9' }),
      held({ of: undefined, item: 'NONE' }),
      held({ of: undefined }),
      held({ quantity: q('0'), reason: ' ' }),
      held({ quantity: q('1.5'), unit: 'cone' }),
    ];
    expect(reasons(receive([], { held: wrong }))).toEqual([
      'line_unknown /held/0 line=9/9',
      'item_unknown /held/1/item item=NONE',
      'missing /held/2/what',
      'quantity_not_positive /held/3/quantity',
      'reason_missing /held/3/reason',
      'pack_not_whole /held/4/quantity unit=cone stockUnit=each',
    ]);
    expect(reasons(receive([], { vendor: 'W', held: [held()] }))).toEqual(['vendor_differs /held/0']);
    expect(reasons(receive([]))).toEqual(['no_lines /lines']);
  });

  it('go as far as they are there, and come back when that is reversed', () => {
    keeper.post(receive([], { held: [held(), held({ of: undefined, what: 'bobbins' })] }));
    const gone = (units: string) => ({ of: '2/1', quantity: q(units), outcome: 'sent-back' as const });
    keeper.post(clear([gone('1.5')]));
    expect(reasons(clear([gone('0.6')]))).toEqual(['aside_exceeds_held /lines/0/quantity open=0.5 quantity=0.6']);
    expect(reasons({ kind: 'reversal', of: '2', date: '2026-03-07', reason: 'wrong' })).toEqual([
      'document_cited /of documents=3',
    ]);
    keeper.post({ kind: 'reversal', of: '3', date: '2026-03-07', reason: 'still here' });
    expect(reasons(clear([gone('2')]))).toEqual([]);
    keeper.post({ kind: 'reversal', of: '2', date: '2026-03-07', reason: 'wrong' });
    expect(keeper.books.heldGoods.size).toBe(0);
  });

  it('are cleared with a reason, of one vendor at a time, not before they came', () => {
    keeper.post(receive([], { held: [held()] }));
    keeper.post(receive([], { vendor: 'W', held: [held({ of: undefined, what: 'bobbins' })] }));
    const both = ['2/1', '3/1'].map((of) => ({ of, quantity: q('1'), outcome: 'scrapped' as const }));
    expect(reasons(clear(both))).toEqual(['vendor_differs /lines']);
    expect(reasons(clear([], { reason: '' }))).toEqual(['no_lines /lines', 'reason_missing /reason']);
    expect(reasons(clear([{ of: '9/1', quantity: q('1'), outcome: 'scrapped' }]))).toEqual([
      'line_unknown /lines/0 line=9/1',
    ]);
    expect(reasons(clear([{ of: '2/1', quantity: q('0'), outcome: 'scrapped' }], { date: '2026-03-04' }))).toEqual([
      expect.stringMatching(/^date_before_cited/),
      'quantity_not_positive /lines/0/quantity',
    ]);
  });
});

describe('a lot with a day on it', () => {
  const lots = (expires: string) => [{ lot: 'KD-1', quantity: q('4'), expires }];

  it('is kept with the lot', () => {
    const posted = accepted(receive([{ of: '1/2', quantity: q('4'), lots: lots('2026-03-05') }]));
    expect(posted.effects.movements[0]?.lots).toEqual(lots('2026-03-05'));
  });

  it('is not received after that day', () => {
    expect(reasons(receive([{ of: '1/2', quantity: q('4'), lots: lots('2026-03-04') }]))).toEqual([
      'lot_expired /lines/0/lots/0/expires lot=KD-1',
    ]);
  });
});
