import { describe, expect, it } from '@jest/globals';
import type { ChargedEntry } from '@obolus/contract/views/tariff';
import { brokersBill, ontoGoods, totalsOf } from './claim.ts';

const line = (at: number, duty: string, importTax = ''): ChargedEntry['lines'][number] => ({
  line: at,
  code: '5107.10',
  origin: 'NZ',
  goods: [{ line: `7/${at + 1}`, name: 'Merino yarn', receipt: { id: '7', number: 'GR-1007' } }],
  value: '',
  duty,
  importTax,
});
const ENTRY: ChargedEntry = {
  number: 'CE-1001',
  reference: '26-X',
  entered: '2026-03-12',
  vendor: null,
  debt: null,
  charges: [],
  lines: [line(0, '50.00', '20.00'), line(1, '5.00'), line(2, '7.00')],
  charged: [
    { line: 0, calculated: '25.00', causes: [] },
    { line: 1, calculated: '8.00', causes: [] },
  ],
};
const HERE = { currency: 'USD', today: '2026-03-20' };
const LANT = { id: '9', currency: 'USD' };

describe('what an entry was charged', () => {
  it('is claimed back line by line: too little elsewhere makes it no less, and what cannot be calculated is no part of it', () => {
    expect(totalsOf(ENTRY, 'USD')).toEqual({
      charged: '62.00',
      calculated: '40.00',
      over: '25.00',
      importTax: '20.00',
    });
  });
});

describe('the broker’s bill for it', () => {
  it('puts all of the duty onto the goods where it is accepted, and import tax never', () => {
    const { further, disputed, onto, basisOf } = brokersBill(ENTRY, '12', LANT, { ...HERE, reason: undefined });
    expect(further).toEqual([
      { what: 'duty', about: '26-X', amount: '62.00' },
      { what: 'tax-reclaimed', about: '26-X', amount: '20.00' },
    ]);
    expect(disputed).toEqual([]);
    expect(onto).toEqual({ what: 'goods', title: '26-X', lines: ['7/1', '7/2', '7/3'], entry: '12' });
    expect(basisOf).toEqual({ duty: 'duty' });
  });

  it('disputes what was too much where it is claimed, and comes to the same in all', () => {
    const { further, disputed } = brokersBill(ENTRY, '12', LANT, { ...HERE, reason: 'another code' });
    expect(further[0]?.amount).toBe('37.00');
    expect(disputed).toEqual([{ said: '26-X', amount: '25.00', decision: 'credit', reason: 'another code' }]);
  });

  it('is what the broker paid to customs, where the entry carries what is owed there', () => {
    const debt = { authority: { id: '8', name: 'Customs' }, open: '82.00' };
    const { further, disputed } = brokersBill({ ...ENTRY, debt }, '12', LANT, { ...HERE, reason: undefined });
    expect(further).toEqual([{ what: 'disbursement', about: '26-X', amount: '82.00', entry: '12' }]);
    expect(disputed).toEqual([]);
  });

  it('leaves amounts to be typed where the broker bills in another currency', () => {
    const bill = brokersBill(ENTRY, '12', { id: '9', currency: 'EUR' }, { ...HERE, reason: undefined });
    expect(bill.further.map(({ amount }) => amount)).toEqual(['', '']);
  });
});

it('what an entry owes goes onto all that it declares, duty as the schedule has it, as far as it is on no goods yet', () => {
  const charges = [
    { line: '12/4', kind: 'duty', left: '62.00' },
    { line: '12/5', kind: 'handling', left: '7.50' },
    { line: '12/6', kind: 'storage', left: '0.00' },
  ];
  expect(ontoGoods({ ...ENTRY, charges }, '12', '2026-03-20')).toEqual({
    date: '2026-03-20',
    entry: '12',
    to: ['7/1', '7/2', '7/3'],
    charges: [
      { of: '12/4', basis: 'duty', fixed: {} },
      { of: '12/5', basis: 'value', fixed: {} },
    ],
  });
});
