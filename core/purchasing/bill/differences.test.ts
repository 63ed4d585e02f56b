import { describe, expect, it } from '@jest/globals';
import {
  base,
  documentAmount,
  documentAmountOrThrow,
  fraction,
  NO_DISCOUNT,
  priceOrThrow,
  quantityOrThrow,
  rateOrThrow,
} from '../../exact/amounts.ts';
import { type Allowance, type Company, companyOf, NO_ALLOWANCE, UNSAID } from '../../state/company.ts';
import { emptyBooks } from '../../state/books.ts';
import type { CommandOf } from '../../posting/kinds.ts';
import { decide } from '../../posting/decide.ts';
import { Bookkeeper } from '../../testing/bookkeeper.ts';
import { inWords, item } from '../../testing/make.ts';
import type { BillCommand, Difference } from './command.ts';
import { readBill } from './read.ts';
import { checkDecided } from './differences.ts';
import fc from 'fast-check';

const q = quantityOrThrow;
const usd = (text: string) => documentAmountOrThrow(text, 'USD');
const upTo = (cents: bigint): Allowance => ({
  over: { part: undefined, amount: base(cents) },
  short: { part: undefined, amount: base(cents) },
});
const TAX = {
  name: 'Sales tax',
  percent: fraction(70_000n),
  reclaimed: fraction(1_000_000n),
  onTop: false,
  selfAssessed: false,
  withDiscount: false,
};

/**
 * Document 1 orders 100 of yarn at 5.00 with freight of 0.20 each and tax of 7 percent, a loom at 400.00 without tax, and cleaning at 60.00; 2 receives all the
 * yarn. Company-wide 10.00 may differ unless a test says otherwise.
 */
function books(company: Partial<Company> = {}, currency = 'USD'): Bookkeeper {
  const keeper = new Bookkeeper({
    ...emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '2026-03-01', allowance: upTo(1000n), ...company })),
    items: new Map(['YARN', 'LOOM'].map((id) => [id, item(id, 'fifo')])),
    rates: new Map([
      [
        'EUR',
        [
          { from: '2026-03-01', rate: rateOrThrow('1.25') },
          { from: '2026-03-06', rate: rateOrThrow('1.5') },
        ],
      ],
    ]),
    taxCodes: new Map([['T7', [TAX]]]),
  });
  const plain = { discount: NO_DISCOUNT, due: undefined };
  keeper.post({
    kind: 'order',
    vendor: 'V',
    currency,
    date: '2026-03-02',
    lines: [
      {
        ...plain,
        bought: { item: 'YARN' },
        quantity: q('100'),
        price: priceOrThrow('5'),
        taxCode: 'T7',
        estimates: [{ kind: 'freight', by: 'unit', amount: priceOrThrow('0.2') }],
      },
      { ...plain, bought: { item: 'LOOM' }, quantity: q('1'), price: priceOrThrow('400') },
      { ...plain, bought: { expense: 'cleaning' }, quantity: q('1'), price: priceOrThrow('60') },
    ],
  });
  keeper.post({
    kind: 'receipt',
    vendor: 'V',
    date: '2026-03-05',
    warehouse: 'main',
    lines: [{ of: '1/1', quantity: q('100') }],
  });
  return keeper;
}

const bill = (more: Partial<BillCommand> = {}): CommandOf['bill'] => ({
  kind: 'bill',
  vendor: 'V',
  reference: 'B1',
  currency: 'USD',
  date: '2026-03-06',
  lines: [],
  charges: [],
  ...more,
});
const line = (
  of: string,
  units: string,
  price: string,
  more: Partial<BillCommand['lines'][number]> = {},
): BillCommand['lines'][number] => ({
  of: of as '2/1',
  quantity: q(units),
  price: priceOrThrow(price),
  discount: NO_DISCOUNT,
  difference: 'cost',
  ...more,
});
const tax = (amount: string, lines: number[]) => [{ amount: usd(amount), recoverable: true, lines }];
const whole = (keeper: Bookkeeper, command: CommandOf['bill']): Difference[] => {
  const read = readBill(keeper.books, command);
  if (!read) throw new Error('This bill cannot be read');
  return read.differences;
};
/** Each difference as a line: where, what, how much, how much of it passes. */
const said = (differences: readonly Difference[]): string[] =>
  differences.map(
    ({ at, kind, amount, allowed, outside }) =>
      `${at} ${kind} ${amount} of ${allowed ?? 'anything'}${outside ? ' outside' : ''}`,
  );
const reasons = (keeper: Bookkeeper, command: CommandOf['bill']): string[] => {
  const decision = decide(keeper.books, command);
  return decision.accepted ? [] : decision.refusals.map(inWords);
};

describe('what differs of a line', () => {
  it('is nothing where price and quantity agree, whatever the quantity', () => {
    fc.assert(
      fc.property(fc.bigInt({ min: 1n, max: 100n }), (units) => {
        const asked = [{ amount: documentAmount(units * 35n), recoverable: true, lines: [1] }];
        expect(whole(books(), bill({ lines: [line('2/1', `${units}`, '5')], tax: asked }))).toEqual([]);
      }),
    );
  });

  it('is its price times what is billed, in base currency, more and less', () => {
    const of = (price: string, more = {}) =>
      said(whole(books(), bill({ lines: [line('2/1', '50', price, more)], tax: tax('17.50', [1]) }))).slice(0, 1);
    expect(of('5.20')).toEqual(['/lines/0 price 1000 of 1000']);
    expect(of('5.2002')).toEqual(['/lines/0 price 1001 of 1000 outside']);
    expect(of('4.70')).toEqual(['/lines/0 price -1500 of 1000 outside']);
    // A discount that nobody agreed is a price that differs.
    expect(of('5', { discount: fraction(100_000n) })).toEqual(['/lines/0 price -2500 of 1000 outside']);
  });

  it('in another currency is at the rate of the receipt, not of the bill', () => {
    const keeper = books({}, 'EUR');
    const command = bill({
      currency: 'EUR',
      lines: [line('2/1', '100', '5.10')],
      tax: [{ amount: documentAmountOrThrow('35.70', 'EUR'), recoverable: true, lines: [1] }],
    });
    expect(said(whole(keeper, command))).toEqual(['/lines/0 price 1250 of 1000 outside']);
  });

  it('ahead of the goods is all that it asks for, and its price beside; of a service that was done only its price', () => {
    expect(said(whole(books(), bill({ lines: [line('1/2', '1', '420')] })))).toEqual([
      '/lines/0 price 2000 of 1000 outside',
      '/lines/0 not-here 42000 of 1000 outside',
    ]);
    expect(said(whole(books(), bill({ lines: [line('1/3', '1', '61', { done: true })] })))).toEqual([
      '/lines/0 price 100 of 1000',
    ]);
  });

  it('passes wherever nobody set a limit', () => {
    const keeper = books({ allowance: NO_ALLOWANCE });
    const command = bill({ lines: [line('2/1', '100', '50')] });
    expect(said(whole(keeper, command))).toEqual([
      '/lines/0 price 450000 of anything',
      '/whole/tax tax -35000 of anything',
    ]);
    expect(reasons(keeper, command)).toEqual([]);
  });
});

describe('what differs of a charge', () => {
  const charged = (
    keeper: Bookkeeper,
    kind: 'freight' | 'storage',
    amount: string,
    lines = [line('2/1', '100', '5')],
  ) =>
    said(
      whole(
        keeper,
        bill({
          lines,
          charges: [{ kind, amount: usd(amount) }],
          tax: lines.length > 0 ? tax('35.00', [1]) : undefined,
        }),
      ),
    );

  it('is what it asks beyond the estimate on the goods that the bill covers', () => {
    expect(charged(books(), 'freight', '20.00')).toEqual([]);
    expect(charged(books(), 'freight', '30.00')).toEqual(['/charges/0 charge 1000 of 1000']);
    expect(charged(books(), 'freight', '9.99')).toEqual(['/charges/0 charge -1001 of 1000 outside']);
  });

  it('that nobody estimated is all of it, and may be a part of the goods', () => {
    expect(charged(books(), 'storage', '12.00')).toEqual(['/charges/0 charge 1200 of 1000 outside']);
    const part = books({
      chargeAllowances: new Map([['storage', { over: { part: fraction(30_000n), amount: undefined }, short: UNSAID }]]),
    });
    expect(charged(part, 'storage', '15.00')).toEqual(['/charges/0 charge 1500 of 1500']);
    expect(charged(part, 'storage', '15.01')).toEqual(['/charges/0 charge 1501 of 1500 outside']);
  });

  it('on a bill of charges alone is for whoever allocates it', () => {
    expect(charged(books(), 'storage', '9000.00', [])).toEqual([]);
  });

  it('counts an estimate once, also where a second bill asks for it again', () => {
    const keeper = books();
    keeper.post(
      bill({
        lines: [line('2/1', '60', '5')],
        charges: [{ kind: 'freight', amount: usd('20.00') }],
        tax: tax('21.00', [1]),
      }),
    );
    keeper.post({
      kind: 'allocation',
      date: '2026-03-07',
      to: ['2/1'],
      charges: [{ of: '3/2', basis: 'value', amount: undefined, fixed: [] }],
    });
    const again = bill({
      reference: 'B2',
      lines: [line('2/1', '40', '5')],
      charges: [{ kind: 'freight', amount: usd('20.00') }],
      tax: tax('14.00', [1]),
    });
    expect(said(whole(keeper, again))).toEqual(['/charges/0 charge 2000 of 1000 outside']);
  });
});

describe('what differs of a bill as a whole', () => {
  it('is tax other than the codes of its orders make, on its lines alone or with what it charges besides', () => {
    const charges = [{ kind: 'freight' as const, amount: usd('20.00') }];
    const of = (amount: string) =>
      said(whole(books(), bill({ lines: [line('2/1', '100', '5')], charges, tax: tax(amount, [1]) })));
    expect(of('35.00')).toEqual([]);
    expect(of('36.40')).toEqual([]);
    expect(of('36.39')).toEqual(['/whole/tax tax 139 of 1000']);
    expect(of('60.00')).toEqual(['/whole/tax tax 2500 of 1000 outside']);
  });

  it('is not its tax where no order says what to expect', () => {
    expect(
      said(whole(books(), bill({ lines: [line('1/3', '1', '60', { done: true })], tax: tax('5.00', [1]) }))),
    ).toEqual([]);
  });

  it('is a total that its parts do not make, to the cent, where the paper says one', () => {
    const of = (asked: string) =>
      said(
        whole(
          books(),
          bill({ lines: [line('2/1', '100', '5')], tax: tax('35.00', [1]), whole: { total: { asked: usd(asked) } } }),
        ),
      );
    expect(of('535.00')).toEqual([]);
    expect(of('535.01')).toEqual(['/whole/total total 1 of 0 outside']);
    expect(of('500.00')).toEqual(['/whole/total total -3500 of 0 outside']);
  });

  it('is what it asks for and nobody accepts, where large differences are decided by two', () => {
    const disputed = [
      { said: 'Gift wrapping', amount: usd('7.00'), decision: 'not-ours' as const, reason: 'never asked for' },
    ];
    const command = bill({ lines: [line('2/1', '100', '5')], tax: tax('35.00', [1]), disputed });
    expect(said(whole(books(), command))).toEqual(['/disputed/0 disputed 700 of anything']);
    expect(said(whole(books({ signOffAbove: base(500n) }), command))).toEqual([
      '/disputed/0 disputed 700 of 0 outside',
    ]);
    expect(reasons(books({ signOffAbove: base(500n) }), command)).toEqual([
      'second_person_needed  amount=7.00 above=5.00 currency=USD',
    ]);
  });
});

describe('what is to be decided', () => {
  const dear = (more = {}) => bill({ lines: [line('2/1', '100', '5.50', more)], tax: tax('38.50', [1]) });

  it('needs a reason at each line outside, and blanks are none', () => {
    const refusal = ['difference_unexplained /lines/0/reason kind=price currency=USD difference=50.00 allowed=10.00'];
    expect(reasons(books(), dear())).toEqual(refusal);
    expect(reasons(books(), dear({ reason: '  ' }))).toEqual(refusal);
    expect(reasons(books(), dear({ reason: 'agreed by telephone' }))).toEqual([]);
  });

  it('above the company’s amount needs somebody else, once every reason is said', () => {
    const keeper = books({ signOffAbove: base(4999n) });
    expect(reasons(keeper, dear())).toHaveLength(1);
    expect(reasons(keeper, dear({ reason: 'agreed' }))).toEqual([
      'second_person_needed  amount=50.00 above=49.99 currency=USD',
    ]);
    expect(reasons(keeper, { ...dear({ reason: 'agreed' }), signedOff: true })).toEqual([]);
    expect(reasons(books({ signOffAbove: base(5000n) }), dear({ reason: 'agreed' }))).toEqual([]);
  });

  it('adds what is more to what is less: they do not make up for each other', () => {
    const one = (amount: bigint): Difference => ({
      at: '/lines/0',
      kind: 'price',
      amount: base(amount),
      allowed: base(0n),
      outside: true,
      reason: 'so',
    });
    const { books: known } = books({ signOffAbove: base(5000n) });
    expect(checkDecided(known, [one(3000n), one(-3000n)], false).map(inWords)).toEqual([
      'second_person_needed  amount=60.00 above=50.00 currency=USD',
    ]);
    expect(checkDecided(known, [one(3000n), { ...one(-3000n), outside: false }], false)).toEqual([]);
  });

  it('keeps with the bill only what belongs to no line of it', () => {
    const keeper = books();
    const command = bill({
      lines: [line('2/1', '100', '5.50', { reason: 'agreed' })],
      tax: tax('70.00', [1]),
      whole: { tax: { reason: 'twice the rate since March' }, total: { asked: usd('620.00') } },
    });
    const decision = decide(keeper.books, command);
    if (!decision.accepted || decision.posted.document.kind !== 'bill') throw new Error('refused');
    expect(said(decision.posted.document.differs)).toEqual(['/whole/tax tax 3150 of 1000 outside']);
  });
});
