import type { EntityManager } from 'typeorm';
import { FRACTION_PLACES, QUANTITY_PLACES } from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import { powerOfTen } from '@obolus/core/exact/rounding';
import { dueDay } from '@obolus/core/purchasing/terms';
import { type Message, message } from '@obolus/messages/message';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { big, type Row, text } from '../queries/figures.ts';
import { isTrue } from '../storage/load/rows.ts';

/** How a paper wants to be paid beside how its vendor is paid: what of it is taken, and what is to be looked at. */
export interface TermsOfPaper {
  /** When it is due, where the paper decides that and it is not by its terms; empty where they say. */
  readonly due: string;
  /** Terms of ours that are the paper's and not the vendor's usual ones; empty where the usual ones hold. */
  readonly terms: string;
  readonly doubts: readonly Message[];
}

const AS_USUAL: TermsOfPaper = { due: '', terms: '', doubts: [] };

/**
 * The day on which a paper is due and its discount for paying early, held against the vendor's terms (EN 16931, BT-9 and BT-20). Where they differ it is looked
 * at; or the paper's are taken, where the company has it so and terms of ours say the same.
 */
export async function termsOfPaper(manager: EntityManager, vendor: string, paper: BillPaper): Promise<TermsOfPaper> {
  const { kind, date, dues, discounts } = paper;
  if (kind === 'credit' || date === '') return AS_USUAL;
  if (dues.length > 1)
    return {
      ...AS_USUAL,
      doubts: [message('paper.doubt_instalments', { days: { list: dues.map((day) => ({ day })) } })],
    };
  const [usual] = (await manager.query(
    'SELECT t.*, c.due_by_paper FROM vendor v JOIN terms t ON t.id = v.terms_id JOIN company c ON c.id = 1 WHERE v.id = ?',
    [vendor],
  )) as Row[];
  if (!usual) return AS_USUAL;
  const [said = ''] = dues;
  const isOtherDay = said !== '' && said !== dueBy(usual, date);
  const isOtherDiscount = discounts.length > 0 && !isDiscount(usual, paper);
  if (!isOtherDay && !isOtherDiscount) return AS_USUAL;
  if (isTrue(usual.due_by_paper)) {
    if (!isOtherDiscount) return { ...AS_USUAL, due: said };
    const known = (await manager.query('SELECT * FROM terms WHERE retired = 0 ORDER BY id')) as Row[];
    const same = known.filter((terms) => isDiscount(terms, paper));
    const found = same.find((terms) => dueBy(terms, date) === (said || dueBy(usual, date))) ?? same[0];
    if (found) return { ...AS_USUAL, terms: text(found.id), due: said === dueBy(found, date) ? '' : said };
  }
  const day = message('paper.doubt_due', { paper: { day: said }, terms: { day: dueBy(usual, date) } });
  return { ...AS_USUAL, doubts: [...(isOtherDay ? [day] : []), ...(isOtherDiscount ? [doubtOfDiscount(paper)] : [])] };
}

const dueBy = (terms: Row, date: string): string =>
  dueDay({ days: Number(terms.days), afterMonth: isTrue(terms.after_month) }, date);

/** Whether terms have the one discount that a paper offers. */
function isDiscount(terms: Row, { discounts }: BillPaper): boolean {
  const [only, another] = discounts;
  if (only === undefined || another !== undefined || terms.discount == null) return false;
  // A part of one, beside percent.
  const part = big(terms.discount) * 100n * powerOfTen(QUANTITY_PLACES);
  return Number(terms.discount_days) === only.days && part === only.percent * powerOfTen(FRACTION_PLACES);
}

function doubtOfDiscount({ discounts }: BillPaper): Message {
  const [only, another] = discounts;
  return only?.days === undefined || another !== undefined
    ? message('paper.doubt_discounts', { count: discounts.length })
    : message('paper.doubt_discount', {
        percent: { figure: formatDecimal(only.percent, QUANTITY_PLACES) },
        days: only.days,
      });
}
