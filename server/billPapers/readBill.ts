import { billIn } from './billIn.ts';
import { paperOf, type BillPaper } from './billPaper.ts';
import { fromCii } from './readCii.ts';
import { fromRows, stackedIn } from './readCsv.ts';
import { fromUbl } from './readUbl.ts';
import { readOnce } from './readOnce.ts';

/**
 * Reads a bill or a credit memo: OASIS UBL 2.1 Invoice or CreditNote, UN/CEFACT Cross Industry Invoice, or rows of a stack as they were kept.
 * @throws RequestError where it is none of these, or XML that is not read at all
 */
export const readBill: (content: Buffer, currency: string) => BillPaper = readOnce((content, currency) => {
  const stacked = stackedIn(content);
  if (stacked) return paperOf(fromRows(stacked.rows, currency));
  const { as, root } = billIn(content);
  if (as === 'CrossIndustryInvoice') return paperOf(fromCii(root));
  return paperOf(fromUbl(root, as === 'Invoice' ? 'bill' : 'credit'));
});
