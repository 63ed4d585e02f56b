import { describe, expect, it } from '@jest/globals';
import {
  documentAmountOrThrow,
  fraction,
  NO_DISCOUNT,
  priceOrThrow,
  quantityOrThrow,
} from '@obolus/core/exact/amounts';
import { type Proposal, propose } from '@obolus/core/matching/propose';
import type { TaxLevel } from '@obolus/core/state/company';
import { type BillPaper, paperOf } from '../billPapers/billPaper.ts';
import { statedBill, statedLine } from '../testing/statedBill.ts';
import { type BillDraft, billedOf, coveredBy, coversOf, draftOfBill } from './draftOfPaper.ts';
import type { OntoNamed } from './namedShipments.ts';
import type { BillableLine } from './openLines.ts';
import type { Stated, StatedLine } from '../billPapers/stated.ts';

const q = quantityOrThrow;
const open = (line: string, more: Partial<BillableLine> = {}): BillableLine => ({
  line: line as '7/1',
  currency: 'USD',
  item: 'YARN',
  order: 'PO-1',
  slip: 'PS-1',
  shipment: '',
  names: [{ name: 'Y-1', pack: '' }],
  description: 'Yarn',
  unit: 'kg',
  packs: [],
  quantity: q('10'),
  price: priceOrThrow('8'),
  per: q('1'),
  discount: NO_DISCOUNT,
  date: '2026-03-01',
  taxCode: '',
  service: false,
  ...more,
});
const line = (more: Partial<StatedLine> = {}) => statedLine({ names: ['Y-1'], ...more });
const paper = (more: Partial<Stated> = {}): BillPaper => paperOf(statedBill({ lines: [line()], ...more }));
const charged = { selfAssessed: false, withDiscount: false };
const ALL = fraction(1_000_000n);
const TAX: TaxLevel = { ...charged, name: 'Sales tax', percent: fraction(70_000n), reclaimed: ALL, onTop: false };
const DUTY: TaxLevel = { ...charged, name: 'Levy', percent: fraction(10_000n), reclaimed: fraction(0n), onTop: true };

/** The draft that a paper makes of what is open, as proposed. */
function draft(
  said: BillPaper,
  lines: readonly BillableLine[] = [open('7/1')],
  more: { levels?: Record<string, TaxLevel[]>; usualExpense?: string; onto?: OntoNamed } = {},
): BillDraft {
  const proposals = propose(said.lines, lines, said.currency);
  return draftOfBill('paper', '3', said, proposals, {
    open: lines,
    levels: new Map(Object.entries(more.levels ?? {})),
    usualExpense: more.usualExpense ?? '',
    terms: '',
    due: '',
    instalments: [],
    onto: more.onto,
  });
}
const furtherOf = ({ body }: BillDraft) =>
  (body as { further: { what: string; about: string; amount: string; on?: string[] }[] }).further;

describe('the draft of a bill', () => {
  it('is a command that asks for what its paper asks, beside the body that the bench shows', () => {
    const { body, command } = draft(paper({ total: '80.00' }));
    expect(body).toMatchObject({
      vendor: '3',
      reference: 'B-1',
      date: '2026-03-01',
      currency: 'USD',
      asked: '80.00',
      paper: 'paper',
      further: [],
      disputed: [],
      billed: { '7/1': { quantity: '10', price: '8.00', difference: 'cost' } },
      covers: [[{ of: '7/1', quantity: '10' }]],
    });
    expect(command).toEqual({
      vendor: '3',
      reference: 'B-1',
      date: '2026-03-01',
      currency: 'USD',
      charges: [],
      expenses: [],
      tax: [],
      whole: { total: { asked: '80.00' } },
      lines: [{ of: '7/1', quantity: '10', price: '8.00', discount: '', difference: 'cost' }],
    });
  });

  it('has the goods of a shipment that it names chosen for its charges, where one of them is a cost', () => {
    const said = (description: string, amount: string) =>
      line({ names: [], description, quantity: '1', price: amount, amount });
    const carrier = paper({ lines: [said('Ocean freight FHL 9', '80.00'), said('Demurrage', '15.00')] });
    const onto = { title: 'FHL-009', lines: ['4/1', '4/2'], costs: new Set(['freight']) };
    const { body, command } = draft(carrier, [], { onto });
    expect(body).toMatchObject({ onto: { what: 'goods', title: 'FHL-009', lines: ['4/1', '4/2'], named: true } });
    // Nobody looked at the bases yet: posted unseen, its charges wait.
    expect(command).toMatchObject({ charges: [{ kind: 'freight' }, { kind: 'storage' }] });
    expect(command).not.toHaveProperty('land');
    expect(draft(paper({ lines: [said('Demurrage', '15.00')] }), [], { onto }).body).not.toHaveProperty('onto');
    expect(draft(carrier, []).body).not.toHaveProperty('onto');
  });

  it('says a discount of the order as a percentage, and the price before it', () => {
    const lines = [open('7/1', { price: priceOrThrow('10'), discount: fraction(125_000n) })];
    const { command } = draft(paper({ lines: [line({ price: '8.75', amount: '87.50' })] }), lines);
    expect(command?.lines).toEqual([
      { of: '7/1', quantity: '10', price: '10.00', discount: '12.5', difference: 'cost' },
    ]);
  });

  it('takes a service as done, whoever received it', () => {
    const service = open('4/1', {
      item: 'cleaning',
      description: 'Cleaning of the hall',
      names: [],
      unit: '',
      ahead: true,
      service: true,
      quantity: q('1'),
      price: priceOrThrow('80'),
    });
    const { command } = draft(
      paper({ lines: [line({ names: [], description: 'Cleaning of the hall', quantity: '1', price: '80' })] }),
      [service],
    );
    expect(command?.lines).toMatchObject([{ of: '4/1', done: true }]);
  });

  it('is left to a person where its paper could not be read whole, or it stands for nothing', () => {
    const broken = draft(paper({ number: '' }));
    expect([broken.command, (broken.body as { billed: object }).billed]).toEqual([
      undefined,
      { '7/1': { quantity: '10', price: '8.00', difference: 'cost' } },
    ]);
    expect(draft(paper({ lines: [line({ names: [], description: 'Something else' })] })).command).toBeUndefined();
    expect((draft(paper({ currency: 'QQQ' })).body as { asked: string }).asked).toBe('');
  });

  it('keeps no more of a number than fits', () => {
    expect((draft(paper({ number: 'B'.repeat(90) })).body as { reference: string }).reference).toHaveLength(60);
  });
});

describe('what a paper charges', () => {
  it('is added up by kind: lines that name one, and what is charged on all of it', () => {
    const lines = [
      line(),
      line({ names: [], description: 'Freight to your dock', quantity: '1', price: '12', amount: '12.00' }),
    ];
    const found = draft(
      paper({
        lines,
        charges: [
          { said: 'Carriage', amount: '3.50' },
          { said: 'Customs duty', amount: '7' },
        ],
      }),
    );
    expect(furtherOf(found)).toEqual([
      { what: 'freight', about: '', amount: '15.50' },
      { what: 'duty', about: '', amount: '7.00' },
    ]);
    expect(found.command?.charges).toEqual([
      { kind: 'freight', amount: '15.50' },
      { kind: 'duty', amount: '7.00' },
    ]);
  });

  it('is known by its code where it names one, before its words; what nobody knows is asked, and never freight', () => {
    const found = (...charges: readonly { said: string; code?: string; amount: string }[]) => draft(paper({ charges }));
    expect(furtherOf(found({ said: 'Service', code: 'FC', amount: '3' }))).toEqual([
      { what: 'freight', about: '', amount: '3.00' },
    ]);
    expect(furtherOf(found({ said: 'Freight', code: 'pc', amount: '3' }))).toMatchObject([{ what: 'handling' }]);
    const asked = found({ said: 'Levy on reeds', code: 'ZZZ', amount: '3' }, { said: '', amount: '2' });
    expect(furtherOf(asked)).toEqual([
      { what: 'expense', about: '', amount: '3.00' },
      { what: 'expense', about: '', amount: '2.00' },
    ]);
    expect([asked.command, asked.asks.map(({ values }) => values?.charge)]).toEqual([
      undefined,
      ['Levy on reeds', '–'],
    ]);
    expect(found({ said: 'Levy', amount: '0' }).command).toBeDefined();
  });

  it('goes to what the vendor’s bills are usually for, where it is for no goods', () => {
    const said = paper({
      lines: [
        line({ names: [], description: 'March', quantity: '1', price: '40', amount: '40.00' }),
        line({ names: [], description: 'April', quantity: '1', price: '2', amount: '2.00' }),
      ],
    });
    expect(furtherOf(draft(said, [], { usualExpense: 'telephone' }))).toEqual([
      { what: 'expense', about: 'telephone', amount: '42.00' },
    ]);
    expect(furtherOf(draft(said, []))).toEqual([]);
  });
});

describe('the tax of a paper', () => {
  const taxed = [
    open('7/1', { taxCode: 'T7' }),
    open('7/2', { item: 'LOOM', names: [{ name: 'L-1', pack: '' }], description: 'Loom', taxCode: 'T0', slip: 'PS-1' }),
  ];
  const both = [line(), line({ number: '2', names: ['L-1'], description: 'Loom' })];

  it('is the paper’s own sum where the orders make one tax, on the lines that it is on', () => {
    const found = draft(paper({ lines: both, taxes: ['5.59'] }), taxed, { levels: { T7: [TAX] } });
    expect(furtherOf(found)).toEqual([{ what: 'tax-reclaimed', about: 'Sales tax', amount: '5.59', on: ['7/1'] }]);
    expect(found.command?.tax).toEqual([{ amount: '5.59', recoverable: true, lines: [1] }]);
  });

  it('is split as the codes say where they make the paper’s sum, and left to a person where they do not', () => {
    const levels = { T7: [TAX, DUTY] };
    // 5.60 on 80.00, then one percent of 85.60.
    expect(furtherOf(draft(paper({ taxes: ['6.46'] }), taxed, { levels }))).toEqual([
      { what: 'tax-reclaimed', about: 'Sales tax', amount: '5.60', on: ['7/1'] },
      { what: 'tax-kept', about: 'Levy', amount: '0.86', on: ['7/1'] },
    ]);
    expect(furtherOf(draft(paper({ taxes: ['6.47'] }), taxed, { levels }))).toEqual([]);
  });

  it('is none where the paper shows none', () => {
    expect(furtherOf(draft(paper(), taxed, { levels: { T7: [TAX] } }))).toEqual([]);
  });
});

describe('lines of a paper for one open line', () => {
  const cover = (of: string, units: string, price: string): Proposal => ({
    covers: [{ line: of as '7/1', quantity: q(units), price: priceOrThrow(price) }],
    left: q('0'),
    certain: true,
    why: [],
    charge: undefined,
  });

  it('are added up, at the price that they make together', () => {
    const proposals = [cover('7/1', '4', '8'), cover('7/1', '6', '9'), cover('9/9', '1', '1')];
    expect(billedOf(coveredBy(proposals, [open('7/1')]))).toEqual({
      '7/1': { quantity: '10', price: '8.60', difference: 'cost' },
    });
    expect(coversOf(proposals)).toEqual([
      [{ of: '7/1', quantity: '4' }],
      [{ of: '7/1', quantity: '6' }],
      [{ of: '9/9', quantity: '1' }],
    ]);
  });
});

it('figures of a draft are written with the places of its currency', () => {
  const said = paper({ currency: 'JPY', lines: [line({ price: '215', amount: '2150' })], total: '2150' });
  expect(said.total).toBe(documentAmountOrThrow('2150', 'JPY'));
  expect((draft(said, [open('7/1', { price: priceOrThrow('215') })]).body as { asked: string }).asked).toBe('2150');
});
