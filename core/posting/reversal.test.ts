import { beforeEach, describe, expect, it } from '@jest/globals';
import { documentAmount, quantityOrThrow } from '../exact/amounts.ts';
import { type Bookkeeper, comparable, show } from '../testing/bookkeeper.ts';
import { inWords } from '../testing/make.ts';
import { GOOD, scene } from '../testing/scene.ts';
import { decide } from './decide.ts';
import type { Command, DocumentKind } from './kinds.ts';

let keeper: Bookkeeper;
beforeEach(() => {
  keeper = scene();
});

const reversal = (of: string, date: string, reason = 'a mistake'): Command => ({ kind: 'reversal', date, of, reason });
const standing = () => ({ accounts: show(keeper.accounts()), books: comparable(keeper.books) });
function refusals(command: Command): string[] {
  const decision = decide(keeper.books, command);
  return decision.accepted ? [] : decision.refusals.map(inWords);
}

/** Posts, takes back, and compares all that is known before and after. */
function thereAndBack(command: Command): void {
  const before = standing();
  const number = keeper.post(command);
  expect(standing()).not.toEqual(before);
  keeper.post(reversal(number, command.date));
  expect(standing()).toEqual(before);
}

describe('a document that is reversed leaves the books as they were', () => {
  const kinds = (Object.keys(GOOD) as DocumentKind[]).filter(
    (kind) => kind !== 'estimate-closing' && kind !== 'payment-hold' && kind !== 'reversal' && kind !== 'check',
  );
  it.each(kinds)('%s', (kind) => thereAndBack(GOOD[kind] as Command));

  it('a check, but for its number, which stays used; another may then pay the same', () => {
    const before = standing();
    const number = keeper.post(GOOD.check as Command);
    keeper.post(reversal(number, '2026-03-12'));
    expect(keeper.books.bankAccounts.get('main')).toEqual({ currency: 'USD', nextCheck: 102n });
    expect({
      ...standing(),
      books: comparable({ ...keeper.books, bankAccounts: new Map([['main', { currency: 'USD', nextCheck: 101n }]]) }),
    }).toEqual(before);
    expect(refusals(GOOD.check as Command)).toEqual(['check_used /form next=102']);
    expect(refusals({ ...GOOD.check, number: 105n } as Command)).toEqual([]);
  });

  it('a payment from a prepayment, which can be used again', () => {
    thereAndBack({ ...GOOD.payment, from: '9' } as Command);
    expect(keeper.books.prepayments.get('9')?.used).toEqual([]);
  });

  it('an arrival of which a part never came', () => {
    thereAndBack({
      kind: 'arrival',
      date: '2026-03-12',
      lines: [{ of: '8/1', quantity: quantityOrThrow('0.4'), lost: quantityOrThrow('0.6') }],
    });
  });

  it('the opening of a period, and then its closing, the latest first', () => {
    const beforeClosing = standing();
    const closing = keeper.post(GOOD.close as Command);
    thereAndBack({ kind: 'open', date: '2026-04-01', period: '2026-04' });
    expect(keeper.books.closedPeriods).toMatchObject([{ document: closing, takenBack: false }]);
    const april = keeper.post({ kind: 'close', date: '2026-04-30', period: '2026-04' });
    expect(refusals(reversal(closing, '2026-04-30'))).toContain('period_closed_already /of period=2026-03');
    keeper.post(reversal(april, '2026-04-30'));
    expect(refusals(reversal(closing, '2026-03-30'))).toContain(
      'date_before_cited /date date=2026-03-30 cited=2026-03-31',
    );
    expect(refusals(reversal(closing, '2026-03-32'))).toContain(
      'date_before_cited /date date=2026-03-32 cited=2026-03-31',
    );
    keeper.post(reversal(closing, '2026-03-31'));
    expect(standing()).toEqual(beforeClosing);
  });
});

describe('a reversal', () => {
  it('is refused of a reversal and of a lock', () => {
    const undone = keeper.post(reversal('9', '2026-03-12'));
    expect(refusals(reversal(undone, '2026-03-12'))).toEqual(['document_not_reversible /of kind=reversal']);
    const closing = keeper.post(GOOD.close as Command);
    const lock = keeper.post({ kind: 'lock', date: '2026-04-01', period: '2026-03' });
    expect(refusals(reversal(lock, '2026-04-01'))).toEqual(['document_not_reversible /of kind=lock']);
    expect(refusals(reversal(closing, '2026-03-31'))).toEqual(['period_locked /of period=2026-03']);
  });

  it('is refused while others build on the document, and says which, until they are reversed too', () => {
    const allocated = keeper.post({
      kind: 'allocation',
      date: '2026-03-12',
      to: ['2/1'],
      charges: [{ of: '3/2', basis: 'value', amount: undefined, fixed: [] }],
    });
    const paid = keeper.post(GOOD.payment as Command);
    expect(refusals(reversal('3', '2026-03-12'))).toEqual([`document_cited /of documents=6, ${allocated}, ${paid}`]);
    keeper.post(reversal(allocated, '2026-03-12'));
    expect(refusals(reversal('3', '2026-03-12'))).toEqual([`document_cited /of documents=6, ${paid}`]);
    keeper.post(reversal(paid, '2026-03-12'));
    keeper.post(reversal('6', '2026-03-12'));
    keeper.post(reversal('3', '2026-03-12'));
    expect(keeper.books.payables.has('3')).toBe(false);
    // Its number can be used again.
    expect(refusals({ ...GOOD.bill, reference: 'b 1' } as Command)).toEqual([]);
  });

  it('is refused where goods would be short', () => {
    keeper.post({
      kind: 'delivery',
      customer: 'S',
      date: '2026-03-12',
      warehouse: 'main',
      lines: [{ item: 'LOOM', quantity: quantityOrThrow('3') }],
    });
    expect(refusals(reversal('7', '2026-03-12'))).toEqual([
      'stock_short /lines/0/quantity item=LOOM warehouse=main date=2026-03-10 short=1',
    ]);
  });

  it('says nothing of a reason but blanks', () => {
    expect(refusals(reversal('9', '2026-03-12', '  '))).toEqual(['reason_missing /reason']);
  });

  it('of a prepayment gives what was used of it no second time', () => {
    const of = GOOD.payment?.bills[0]?.of ?? '';
    keeper.post({
      ...GOOD.payment,
      from: '9',
      bills: [{ of, amount: documentAmount(3000n), discount: documentAmount(0n), writeOff: documentAmount(0n) }],
    } as Command);
    expect(refusals(reversal('9', '2026-03-12'))).toEqual(['document_cited /of documents=10']);
  });
});
