import { addDays, isDay } from '@obolus/core/exact/calendar';
import { billNumberKey, billNumberShape } from '@obolus/core/purchasing/billNumber';
import type { BooksLoader } from './loader.ts';
import { amountOf, query, text } from './rows.ts';

/** Whether a vendor's number is taken; and, for a bill of a day, what other bills it may be taken for. */
export async function loadBillNumber(
  loader: BooksLoader,
  vendor: string,
  reference: string,
  date?: string,
): Promise<void> {
  const key = billNumberKey(reference);
  const id = `${vendor}|${key}`;
  await loader.keep('billNumbers', [id], async () => {
    const rows = await query(
      loader.reading,
      'SELECT document_id FROM bill_number WHERE vendor_id = ? AND number_key = ?',
      [vendor, key],
    );
    return rows.map((row) => [id, text(row.document_id)]);
  });
  if (date !== undefined) await loadAlike(loader, vendor, billNumberShape(reference), date);
}

/** Bills of a vendor with a number that is written like this one, or of days so near that they may be the same. */
async function loadAlike(loader: BooksLoader, vendor: string, shape: string, date: string): Promise<void> {
  const { alikeWithin } = loader.company;
  await loader.keepAll('bills', async () => {
    if (alikeWithin === undefined || !isDay(date)) return [];
    const known =
      'SELECT b.document_id, b.date, b.currency, b.amount, d.reference FROM bill_number b JOIN document d ON d.id = b.document_id';
    const rows = await query(
      loader.reading,
      `${known} WHERE b.vendor_id = ? AND b.shape = ? UNION ${known} WHERE b.vendor_id = ? AND b.date BETWEEN ? AND ?`,
      [vendor, shape || '?', vendor, addDays(date, -alikeWithin), addDays(date, alikeWithin)],
    );
    return rows
      .filter((row) => row.date != null)
      .map((row) => [
        text(row.document_id),
        {
          vendor,
          reference: text(row.reference),
          date: text(row.date),
          currency: text(row.currency),
          amount: amountOf(row.amount),
        },
      ]);
  });
}
