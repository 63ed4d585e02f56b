import { afterEach, describe, expect, it } from '@jest/globals';
import { setFormats } from '../locale/formats.ts';
import { billColumns } from '../screens/bench/billColumns.ts';
import { entryColumns } from '../screens/landing/entryColumns.ts';
import { orderColumns } from '../screens/orders/orderColumns.ts';
import { payColumns } from '../screens/payables/payColumns.ts';
import { statementColumns } from '../screens/payables/statement/statementColumns.ts';
import { receivingColumns } from '../screens/receiving/receivingColumns.ts';
import { returnColumns } from '../screens/returns/returnColumns.ts';
import type { Column } from './column.ts';

const TODAY = '2026-11-23';
const as = (locale: string) => setFormats({ language: '', locale, dateOrder: '', weekStart: '', keysAlone: '' });
afterEach(() => as('en-US'));

const ITEM = { id: '1', number: 'YARN', name: 'Yarn', unit: 'kg', packs: [{ unit: 'cone', size: '0.5' }], codes: [] };
const PLACE = { id: '9', number: 'GR-9' };
/** A line as its screen has it, as far as its columns look. */
const seen = <Line>(line: object): Line => line as Line;

/** A grid with a line that somebody filled in, and one as it begins, as far as its columns look. */
interface Sample<Line> {
  readonly columns: readonly Column<Line>[];
  readonly filled: object;
  readonly blank: object;
  /** What stands in the columns that may be typed into, as an American spreadsheet has it. */
  readonly typed: Readonly<Record<string, string>>;
}
/** Its lines are what its own columns made of them. */
const sample = <Line>(of: Sample<Line>) => of as unknown as Sample<object>;

const received = { item: ITEM, receipt: PLACE, order: PLACE, open: '12', ordered: '12', price: '3.5', barred: '' };
const GRIDS: readonly (readonly [string, Sample<object>])[] = [
  [
    'orders',
    sample({
      columns: orderColumns({
        currency: 'USD',
        today: TODAY,
        items: { '1': seen(ITEM) },
        itemOf: ({ item }) => item,
        find: () => Promise.resolve(new Map()),
        withItem: (line, item) => ({ ...line, item: item || '1' }),
      }),
      filled: { of: '', item: '1', unit: 'cone', quantity: '1200.5', price: '12.34', discount: '2.5', due: '2026-12-03' }, // prettier-ignore
      blank: { of: '', item: '1', unit: '', quantity: '', price: '', discount: '', due: '' },
      typed: { item: 'YARN', quantity: '1200.5', unit: 'cone', price: '12.34', discount: '2.5', due: '12/3/2026' },
    }),
  ],
  [
    'receiving',
    sample({
      columns: receivingColumns(false),
      filled: { line: received, quantity: '7.25', unit: 'cone' },
      blank: { line: received, quantity: '', unit: '' },
      typed: { received: '7.25', unit: 'cone' },
    }),
  ],
  [
    'the match bench',
    sample({
      columns: billColumns(),
      filled: { line: received, billed: { quantity: '11', price: '3.75', difference: 'variance' }, amount: '41.25' }, // prettier-ignore
      blank: { line: received, billed: undefined, amount: '' },
      typed: { billed: '11', at: '3.75' },
    }),
  ],
  [
    'a customs entry',
    sample({
      columns: entryColumns(
        () => [],
        () => '0',
        () => '0',
      ),
      filled: { goods: [], code: '5107.10', origin: 'NZ', preference: 'yes', additions: '5', value: '1000', duty: '65.5', importTax: '0' }, // prettier-ignore
      blank: { goods: [], code: '', origin: '', preference: '', additions: '', value: '', duty: '', importTax: '' }, // prettier-ignore
      typed: { code: '5107.10', origin: 'NZ', preference: 'claimed', additions: '5', value: '1000', duty: '65.5', importTax: '0' }, // prettier-ignore
    }),
  ],
  [
    'a return',
    sample({
      columns: returnColumns(),
      filled: { line: { ...received, unbilled: '4' }, back: { quantity: '3', reason: 'Faulty', replace: false } },
      blank: { line: { ...received, unbilled: '4' }, back: { quantity: '', reason: '', replace: false } },
      typed: { quantity: '3', reason: 'Faulty' },
    }),
  ],
  [
    'a payment',
    sample({
      columns: payColumns([]),
      filled: { payable: PLACE, settled: { amount: '1234.5', discount: '12', withheld: '3', writeOff: '-0.05' }, left: '0' }, // prettier-ignore
      blank: { payable: PLACE, settled: { amount: '', discount: '', withheld: '', writeOff: '' }, left: '' },
      typed: { amount: '1234.5', discount: '12', withheld: '3', writeOff: '-0.05' },
    }),
  ],
  [
    'a vendor’s statement',
    sample({
      columns: statementColumns('USD', TODAY, () => ['', '']),
      filled: { date: '2026-03-04', reference: 'INV 12', text: 'Freight', amount: '-1234.5' },
      blank: { date: '', reference: '', text: '', amount: '' },
      typed: { date: '3/4/2026', reference: 'INV 12', text: 'Freight', amount: '-1234.5' },
    }),
  ],
];

const writable = ({ columns }: Sample<object>) => columns.filter(({ write }) => write);

describe.each(GRIDS)('the grid of %s', (_, grid) => {
  it('gives a spreadsheet what stands in its cells', () => {
    expect(Object.fromEntries(writable(grid).map(({ id, text }) => [id, text?.(grid.filled)]))).toEqual(grid.typed);
  });

  it.each(['en-US', 'de-DE', 'fr-FR', 'sv-SE'])('takes back what it gave, cell by cell, in %s', (locale) => {
    as(locale);
    let line: object = grid.blank;
    for (const { text, write } of writable(grid)) line = write?.(line, text?.(grid.filled) ?? '', '1') ?? line;
    expect(writable(grid).map(({ text }) => text?.(line))).toEqual(writable(grid).map(({ text }) => text?.(grid.filled))); // prettier-ignore
  });

  it('changes nothing of a line but the cell', () => {
    for (const { id, text, write } of writable(grid)) {
      const line = write?.(grid.filled, text?.(grid.filled) ?? '', '1');
      expect([id, line]).toEqual([id, expect.objectContaining(grid.filled)]);
    }
  });
});

it('what a spreadsheet may not change stays: goods that are barred, a unit that the item does not have', () => {
  const [quantity, unit] = ['received', 'unit'].map((id) => receivingColumns(false).find((column) => column.id === id));
  const barred = seen<Parameters<NonNullable<NonNullable<typeof unit>['write']>>[0]>({
    line: { ...received, barred: 'A closed order' },
    quantity: '',
    unit: '',
  });
  expect([quantity?.write?.(barred, '5', undefined), unit?.write?.(barred, 'cone', undefined)]).toEqual([
    barred,
    barred,
  ]);
  const open = { ...barred, line: { ...barred.line, barred: '' as const } };
  expect(unit?.write?.(open, 'dozen', undefined)).toEqual(open);
});
