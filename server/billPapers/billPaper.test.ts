import { describe, expect, it } from '@jest/globals';
import type { RequestError } from '../asking/failures.ts';
import { formatAmount, formatPrice, formatQuantity } from '@obolus/core/exact/amounts';
import { paperOf } from './billPaper.ts';
import { inEnglish, readInEnglish } from '../testing/inEnglish.ts';
import { statedBill, statedLine } from '../testing/statedBill.ts';
import { fromRows, splitStack } from './readCsv.ts';
import { NO_SUMS, PLAIN, type Stated } from './stated.ts';

const lines = (more: Partial<Stated>) => {
  const { lines: read, currency } = paperOf(statedBill(more));
  return read.map(({ quantity, price, per, amount }) =>
    [formatQuantity(quantity), formatPrice(price), formatQuantity(per), formatAmount(amount, currency)].join(' '),
  );
};

describe('a paper', () => {
  it('comes to what it says, and where it says nothing, to its parts', () => {
    const parts = { charges: [{ said: 'Fuel', amount: '5' }], taxes: ['4.00', '', '1.5'] };
    expect(paperOf(statedBill(parts))).toMatchObject({ total: 9050n, tax: 550n, problems: [] });
    expect(paperOf(statedBill({ ...parts, total: '91' }))).toMatchObject({ total: 9100n });
  });

  it('is a credit memo where a bill comes to less than nothing, with its figures above zero, and adds up as before', () => {
    const back = statedBill({
      lines: [
        statedLine({ quantity: '-10', amount: '-80.00', takenOff: ['-8.00'], added: ['-8.00'] }),
        statedLine({ quantity: '2', amount: '16.00' }),
      ],
      charges: [{ said: 'Restocking', amount: '4.00' }],
      taxes: ['-3.00'],
      total: '-63.00',
      sums: { ...NO_SUMS, lines: '-64.00', net: '-60.00', tax: '-3.00', gross: '-63.00' },
      besides: { ...PLAIN, typeCode: '380', payable: '-63.00' },
    });
    const read = paperOf(back);
    expect(read).toMatchObject({ kind: 'credit', total: 6300n, tax: 300n, mismatches: [], problems: [] });
    expect(read.lines.map(({ amount }) => amount)).toEqual([8000n, -1600n]);
    expect([read.charges[0]?.amount, read.besides.payable]).toEqual([-400n, '63.00']);
    // Nothing is turned of what is a credit memo already, or cannot be read.
    expect(paperOf({ ...back, kind: 'credit' }).total).toBe(-6300n);
    expect(paperOf({ ...back, total: 'minus 63' }).kind).toBe('bill');
  });

  it('takes what it takes off as a whole off its lines by their amounts, to the cent', () => {
    const three = [
      statedLine({ amount: '10.00', quantity: '1', price: '10' }),
      statedLine({ amount: '10.00', quantity: '1', price: '10' }),
      statedLine({ amount: '10.00', quantity: '3', price: '3.333' }),
    ];
    expect(lines({ lines: three, allowances: [{ said: 'Discount', amount: '1.00' }] })).toEqual([
      '1 9.66 1 9.66',
      '1 9.67 1 9.67',
      '3 3.223333 1 9.67',
    ]);
  });

  it('prices a line by what it comes to where its price does not make that', () => {
    expect(
      lines({
        lines: [
          statedLine({ amount: '76.00' }),
          statedLine({ price: '1.23456789', amount: '12.35' }),
          statedLine({ price: '80', per: '10', amount: '80' }),
        ],
      }),
    ).toEqual(['10 7.60 1 76.00', '10 1.235 1 12.35', '10 80.00 10 80.00']);
    expect(lines({ currency: 'JPY', lines: [statedLine({ price: '215', amount: '2150' })] })).toEqual([
      '10 215.00 1 2150',
    ]);
  });

  it('leaves out what cannot be read and names it; what can be stands', () => {
    const broken = paperOf(
      statedBill({
        number: '',
        date: '1 March',
        lines: [
          statedLine(),
          statedLine({ number: '2', quantity: 'ten' }),
          statedLine({ number: '3', per: '0' }),
          statedLine({ number: '4', amount: '8.001' }),
        ],
        charges: [{ said: 'Fuel', amount: 'much' }],
        taxes: ['?'],
      }),
    );
    expect(broken.lines).toHaveLength(1);
    expect([broken.date, broken.charges, broken.tax]).toEqual(['', [], 0n]);
    expect(readInEnglish(broken.problems)).toEqual([
      'It has no number.',
      '“1 March” (its date) is no day.',
      'In line 2 “ten” is no figure with at most 6 decimals.',
      'In line 3 the price is for nothing (“0”).',
      'In line 4 “8.001” is no figure with at most 2 decimals.',
      'In the charge “Fuel” “much” is no figure with at most 2 decimals.',
      'In the tax “?” is no figure with at most 2 decimals.',
    ]);
  });

  it('in a currency that nobody knows has no figures at all', () => {
    expect(readInEnglish(paperOf(statedBill({ currency: 'XXQ' })))).toMatchObject({
      currency: '',
      lines: [],
      total: 0n,
      problems: ['“XXQ” is no currency that is known here.'],
    });
  });

  it('of very many lines is read so far, and says so', () => {
    const many = paperOf(statedBill({ lines: Array.from({ length: 1001 }, () => statedLine()) }));
    expect([many.lines.length, readInEnglish(many.problems)]).toEqual([
      1000,
      ['It has more than 1000 lines, of which the first 1000 are read.'],
    ]);
  });
});

describe('a stack of bills', () => {
  const csv = `vendor;number;date;amount;is;kind;vendor_item;quantity;price;description
TARN;A;2026-03-01;80,00;;;TF 1;10;8;Yarn
BEIR;A;2026-03-02;5.00;;;;;;Something
TARN;A;;4.00;tax;;;;;
TARN;A;;3.00;Charge;;;;;Fuel
TARN;A;;2.00;taken off;;;;;
TARN;C;2026-03-03;9.00;;credit;;;;Back
`;

  it('is taken apart by vendor and number, in its order; its rows are lines, charges, taxes, and what is taken off', async () => {
    const stack = await splitStack(Buffer.from(csv.replace('80,00', '80.00')));
    expect(stack.map(({ rows }) => [rows[0]?.vendor, rows[0]?.number, rows.length])).toEqual([
      ['TARN', 'A', 4],
      ['BEIR', 'A', 1],
      ['TARN', 'C', 1],
    ]);
    const [first, , credit] = stack;
    expect(first?.written).toEqual({ as: 'CSV', encoding: 'UTF-8', delimiter: ';' });
    const paper = paperOf(fromRows(first?.rows ?? [], 'USD'));
    expect(paper).toMatchObject({
      kind: 'bill',
      number: 'A',
      date: '2026-03-01',
      currency: 'USD',
      tax: 400n,
      total: 8500n,
      problems: [],
    });
    expect(paper.lines).toMatchObject([{ vendorNumber: 'TF 1', names: ['TF 1'], amount: 7800n }]);
    expect(paperOf(fromRows(credit?.rows ?? [], 'USD')).kind).toBe('credit');
  });

  it('whose columns are others is refused, and says which there may be', async () => {
    const refused = splitStack(Buffer.from('vendor,number,colour\nTARN,A,red\n'));
    const says = await refused.catch((error: unknown) => inEnglish((error as RequestError).says));
    expect(says).toMatch(/date, amount.+colour/);
  });
});
