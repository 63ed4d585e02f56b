import type { EntityManager } from 'typeorm';
import { FRACTION_PLACES, QUANTITY_PLACES } from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import { powerOfTen } from '@obolus/core/exact/rounding';
import { type Instalment, instalmentsBy } from '@obolus/core/purchasing/instalments';
import { dueDay, type Terms } from '@obolus/core/purchasing/terms';
import { type Message, message } from '@obolus/messages/message';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { big, type Row, text } from '../queries/figures.ts';
import { EARLIER_PARTS, earlierParts } from '../storage/load/company.ts';
import { isTrue } from '../storage/load/rows.ts';

/** How a paper wants to be paid beside how its vendor is paid: what of it is taken, and what is to be looked at. */
export interface TermsOfPaper {
  /** When it is due, where the paper decides that and it is not by its terms; empty where they say. */
  readonly due: string;
  /** Terms of ours that are the paper's and not the vendor's usual ones; empty where the usual ones hold. */
  readonly terms: string;
  /** The parts in which it is due, where the paper decides that and its terms say otherwise. */
  readonly instalments: readonly Instalment[];
  readonly doubts: readonly Message[];
}

const AS_USUAL: TermsOfPaper = { due: '', terms: '', instalments: [], doubts: [] };

/**
 * The day on which a paper is due and its discount for paying early, held against the vendor's terms (EN 16931, BT-9 and BT-20). Where they differ it is looked
 * at; or the paper's are taken, where the company has it so and terms of ours say the same.
 */
export async function termsOfPaper(manager: EntityManager, vendor: string, paper: BillPaper): Promise<TermsOfPaper> {
  const { kind, date, dues, instalments, discounts } = paper;
  if (kind === 'credit' || date === '') return AS_USUAL;
  const days = { list: dues.map((day) => ({ day })) };
  if (instalments === undefined) return { ...AS_USUAL, doubts: [message('paper.doubt_parts', { days })] };
  const [usual] = (await manager.query(
    `SELECT t.*, c.due_by_paper, ${EARLIER_PARTS} FROM vendor v JOIN terms t ON t.id = v.terms_id JOIN company c ON c.id = 1 WHERE v.id = ?`,
    [vendor],
  )) as Row[];
  if (!usual) return AS_USUAL;
  if (instalments.length > 0) {
    if (isSame(instalments, instalmentsBy(termsOf(usual), date, paper.total))) return AS_USUAL;
    const isTaken = isTrue(usual.due_by_paper) && discounts.length === 0;
    return isTaken
      ? { ...AS_USUAL, instalments }
      : { ...AS_USUAL, doubts: [message('paper.doubt_instalments', { days })] };
  }
  const [said = ''] = dues;
  const isOtherDay = said !== '' && (said !== dueBy(usual, date) || usual.terms_earlier != null);
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

const termsOf = (row: Row): Terms => ({
  days: Number(row.days),
  afterMonth: isTrue(row.after_month),
  earlier: earlierParts(row),
});

const dueBy = (terms: Row, date: string): string => dueDay(termsOf(terms), date);

const isSame = (one: readonly Instalment[], other: readonly Instalment[]): boolean =>
  one.length === other.length &&
  one.every(({ due, amount }, at) => due === other[at]?.due && amount === other[at].amount);

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
