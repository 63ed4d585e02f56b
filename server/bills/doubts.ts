import type { EntityManager } from 'typeorm';
import { addDays } from '@obolus/core/exact/calendar';
import { formatAmount } from '@obolus/core/exact/amounts';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { inThousands } from '../asking/wording.ts';
import { text, type Row } from '../queries/figures.ts';
import { stands } from '../storage/load/rows.ts';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { readBillable } from './openLines.ts';

const COMMERCIAL = '380';
const CREDIT_NOTE = '381';
/** How long after its date a paper is still entered without a look at it. */
const OLDEST_DAYS = 366;

/**
 * Why a paper is not posted unseen, whatever its figures come to; empty for nothing. A pro forma, a paper for somebody else, one
 * that is paid in part, or that names an order which cannot be meant is looked at first.
 */
export async function doubtOf(
  manager: EntityManager,
  vendor: string,
  paper: BillPaper,
  today: string,
): Promise<string> {
  return (
    doubtOfType(paper) ||
    doubtOfAmounts(paper) ||
    doubtOfDay(paper, today) ||
    (await doubtOfBuyer(manager, paper)) ||
    (await doubtOfOrders(manager, vendor, paper))
  );
}

function doubtOfType({ kind, besides: { typeCode } }: BillPaper): string {
  if (typeCode === '' || typeCode === (kind === 'bill' ? COMMERCIAL : CREDIT_NOTE)) return '';
  return `It is no plain ${kind === 'bill' ? 'bill' : 'credit memo'}: its type is ${typeCode}, not ${COMMERCIAL} or ${CREDIT_NOTE}. Look at it.`;
}

function doubtOfAmounts({ besides, currency, total }: BillPaper): string {
  const named = [
    [besides.prepaid, 'says that %s is paid already'],
    [besides.rounding, 'rounds what it asks for by %s'],
    [besides.withheld, 'withholds tax of %s'],
  ] as const;
  const found = named.find(([amount]) => isSaid(amount));
  if (found) return `It ${found[1].replace('%s', `${inThousands(found[0])} ${currency}`)}: look at it.`;
  const asked = currency === '' ? undefined : parseDecimal(besides.payable, decimalsOf(currency));
  return asked?.ok && asked.scaled !== total
    ? `It asks for ${inThousands(besides.payable)} of ${inThousands(formatAmount(total, currency))} ${currency}: look at it.`
    : '';
}

/** An amount that is there and is not plainly zero. */
function isSaid(amount: string): boolean {
  const parsed = parseDecimal(amount, 6);
  return amount !== '' && !(parsed.ok && parsed.scaled === 0n);
}

function doubtOfDay({ date }: BillPaper, today: string): string {
  if (date > today) return `It is dated ${date}, which is still to come: look at it.`;
  return date < addDays(today, -OLDEST_DAYS) ? `It is dated ${date}, more than a year ago: look at it.` : '';
}

const folded = (name: string): string => name.trim().toLowerCase().replace(/\s+/g, ' ');

async function doubtOfBuyer(manager: EntityManager, { besides: { buyer } }: BillPaper): Promise<string> {
  if (buyer.length === 0) return '';
  const [company] = (await manager.query('SELECT name, tax_number, gln FROM company WHERE id = 1')) as Row[];
  const ours = [company?.name, company?.tax_number, company?.gln].map((name) => folded(text(name))).filter(Boolean);
  return buyer.some((name) => ours.includes(folded(name))) ? '' : `It is made out to “${buyer[0]}”: look at it.`;
}

/** An order that a paper names is one of its vendor's, of which something can still be billed. */
async function doubtOfOrders(
  manager: EntityManager,
  vendor: string,
  { kind, lines, currency }: BillPaper,
): Promise<string> {
  const named = [...new Set(lines.map(({ order }) => order.trim().replace(/\/\d+$/, '')).filter(Boolean))];
  if (kind === 'credit' || named.length === 0) return '';
  const rows: Row[] = await manager.query(
    `SELECT d.number, d.vendor_id FROM document d WHERE d.kind = 'order' AND d.number IN (?) AND ${stands('d.id')}`,
    [named],
  );
  const known = new Map(rows.map((row) => [folded(text(row.number)), text(row.vendor_id)]));
  const unknown = named.find((number) => !known.has(folded(number)));
  if (unknown !== undefined) return `It names order ${unknown}, which is not known here: look at it.`;
  const other = named.find((number) => known.get(folded(number)) !== vendor);
  if (other !== undefined) return `It names order ${other}, which is another vendor’s: look at it.`;
  const open = new Set((await readBillable(manager, vendor, currency)).map(({ order }) => folded(order)));
  const billed = named.find((number) => !open.has(folded(number)));
  return billed === undefined ? '' : `It names order ${billed}, of which all is billed: look at it.`;
}
