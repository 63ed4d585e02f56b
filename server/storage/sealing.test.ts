import { describe, expect, it } from '@jest/globals';
import { SEALED, SealedRows, type SealedTable } from './sealing.ts';

const KEY = { id: 'test', key: Buffer.alloc(32, 7) };
const table = SEALED.find(({ name }) => name === 'run_bill') as SealedTable;
const read = (row: Record<string, unknown>): string => {
  const rows = new SealedRows();
  rows.addRead(table, row);
  return rows.mac(KEY);
};
const inserted = (columns: readonly string[], ...rows: unknown[][]): string => {
  const sealed = new SealedRows();
  sealed.addInserted('run_bill', columns, rows);
  return sealed.mac(KEY);
};
const OLD = ['document_id', 'payment_no', 'bill_no', 'of_id', 'amount', 'discount'];
/** As the database gives it back once the table has a further column. */
const ROW = { document_id: '7', payment_no: 1, bill_no: 2, of_id: '5', amount: '1200', discount: '0', doubt: '' };

describe('the seal of rows', () => {
  it('is the same as they are inserted and as they are read, also from a table that has further columns since', () => {
    const before = inserted(OLD, ['7', 1, 2, '5', 1200n, 0n]);
    expect(inserted([...OLD, 'doubt'], ['7', 1, 2, '5', 1200n, 0n, ''])).toBe(before);
    expect(read(ROW)).toBe(before);
  });

  it('is another where a value is another, is gone, or stands in another column', () => {
    const others = [
      { ...ROW, doubt: 'VB-1001' },
      { ...ROW, amount: '1201' },
      { ...ROW, amount: null },
      { ...ROW, amount: '0', discount: '1200' },
    ].map(read);
    expect(new Set([read(ROW), ...others]).size).toBe(5);
  });

  it('says each row as it is where most of it repeats the one before', () => {
    const two = inserted(OLD, ['7', 1, 1, '5', 1200n, 0n], ['7', 1, 2, '5', 1200n, 9n]);
    expect(inserted(OLD, ['7', 1, 2, '5', 1200n, 9n], ['7', 1, 1, '5', 1200n, 0n])).toBe(two);
    expect(inserted(OLD, ['7', 1, 1, '5', 1200n, 0n], ['7', 1, 2, '5', 1200n, 0n])).not.toBe(two);
  });
});
