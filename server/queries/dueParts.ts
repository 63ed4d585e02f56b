import { big, type Row, showAmount, text } from './figures.ts';

/**
 * What is open of a bill that is paid in parts falls due part by part: whatever was paid, credited or taken off went to the parts that are due first. Each
 * part keeps what is due later than it, so it is open as far as more than that is. All of it is about open item `x` of document `d`, of which `x.amount`
 * is open in its currency and `x.base_amount` in base currency.
 */
const OPEN_PART = 'p.document_id = d.id AND p.later < x.amount';
const AMOUNT = 'LEAST(p.amount, x.amount - p.later)';

/** SQL: joins what is open of each part; of what is due on one day, the whole. */
export const BY_PART = `LEFT JOIN bill_instalment p ON ${OPEN_PART}`;

/** SQL, beside `BY_PART`: its day, the paper's where nothing says when it is due. */
export const DUE_OF_PART = 'COALESCE(p.due_day, d.due_day, d.date)';

/** SQL, beside `BY_PART`: what is open of it, in the bill's currency. */
export const OPEN_OF_PART = `COALESCE(${AMOUNT}, x.amount)`;

const upToHere = (open: string): string => `ROUND(x.base_amount * (${open}) / x.amount)`;

/** SQL, beside `BY_PART`: its share of what stands in the books, rounded so that the parts are the whole. */
export const BASE_OF_PART = `IF(p.document_id IS NULL, x.base_amount, ${upToHere('x.amount - p.later')} - ${upToHere(`x.amount - p.later - ${AMOUNT}`)})`;

/** SQL: the day on which what is open of it, or a part of that, is due next; empty for what is never due. */
export const NEXT_DUE = `COALESCE((SELECT MIN(p.due_day) FROM bill_instalment p WHERE ${OPEN_PART}), d.due_day)`;

/** SQL: the column `due_parts`, what is open of each part in its order; null for what is due on one day. */
export const DUE_PARTS = `(SELECT GROUP_CONCAT(CONCAT(p.due_day, ' ', ${AMOUNT}) ORDER BY p.line_no) FROM bill_instalment p WHERE ${OPEN_PART}) AS due_parts`;

/** What `DUE_PARTS` found; none for what is due on one day. */
export const duePartsOf = (row: Row): { due: string; amount: string }[] =>
  text(row.due_parts)
    .split(',')
    .filter(Boolean)
    .map((part) => {
      const [due = '', amount] = part.split(' ');
      return { due, amount: showAmount(big(amount), text(row.currency)) };
    });
