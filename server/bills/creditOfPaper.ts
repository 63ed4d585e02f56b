import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { CreditableView } from '@obolus/contract/views/bench';
import {
  documentAmount,
  formatAmount,
  formatPrice,
  formatQuantity,
  forOne,
  priceOrThrow,
} from '@obolus/core/exact/amounts';
import { askedOfLine } from '@obolus/core/matching/asOrdered';
import { goodsNumber, wordsOf } from '@obolus/core/matching/goods';
import { billNumberKey } from '@obolus/core/purchasing/billNumber';
import type { BillPaper, PaperLine } from '../billPapers/billPaper.ts';
import { type GoodsCalled, readGoodsCalled } from '../papers/ours.ts';
import { listCreditable } from './creditable.ts';

type Credited =
  { readonly quantity: string; readonly price: string } | { readonly amount: string; readonly to: 'expected' };

/**
 * The draft of a credit memo: each of its lines for goods that went back and are called so, or for a credit of the same amount that was asked for, of the bill
 * that the memo names before others. What is for neither is left to be said.
 */
export async function draftOfCredit(
  manager: EntityManager,
  id: string,
  vendor: string,
  paper: BillPaper,
  today: string,
): Promise<{ body: object; command: BodyOf<'credit'> | undefined }> {
  const { rows } = await listCreditable(manager, { vendor, all: false }, today);
  const money = (amount: bigint) => formatAmount(documentAmount(amount), paper.currency);
  const credited = new Map<string, Credited>();
  const isOwn = ({ currency }: CreditableView) => currency === paper.currency;
  const named = ofTheBillFirst(rows, paper.refersTo);
  // Goods that went back are credited in any currency: those of the memo's own come first.
  const open = [...named.filter(isOwn), ...named.filter((row) => !isOwn(row) && row.kind === 'return')];
  const called = await readGoodsCalled(
    manager,
    vendor,
    open.flatMap(({ item }) => item ?? []),
  );
  const left = paper.lines.filter((line) => {
    const found = open.find(
      (row) =>
        !credited.has(row.line) &&
        (isReturnOf(row, line, called(row.item ?? '')) || (isOwn(row) && row.expected === money(line.amount))),
    );
    if (!found) return true;
    const { unit, packs } = called(found.item ?? '');
    const asked = askedOfLine(
      line,
      { ...forOne(priceOrThrow((isOwn(found) && found.price) || '0')), unit, packs },
      paper.currency,
    );
    if (found.kind === 'return' && !asked) return true;
    credited.set(
      found.line,
      found.kind === 'return' && asked
        ? { quantity: formatQuantity(asked.quantity), price: formatPrice(asked.price) }
        : { amount: money(line.amount), to: 'expected' },
    );
    return false;
  });
  const header = { vendor, reference: paper.number.slice(0, 60), date: paper.date, currency: paper.currency };
  const tax = paper.tax === 0n ? '' : money(paper.tax);
  const isWhole = paper.problems.length === 0 && left.length === 0 && paper.charges.length === 0;
  return {
    body: { ...header, paper: id, credited: Object.fromEntries(credited), tax },
    command: isWhole
      ? { ...header, lines: [...credited].map(([of, line]) => ({ of, ...line })), ...(tax ? { tax } : {}) }
      : undefined,
  };
}

const ofTheBillFirst = (rows: readonly CreditableView[], refersTo: string): CreditableView[] => {
  const isNamed = ({ document }: CreditableView) =>
    refersTo !== '' && billNumberKey(document.reference) === billNumberKey(refersTo);
  return [...rows.filter(isNamed), ...rows.filter((row) => !isNamed(row))];
};

/** Whether a line of the memo calls goods that went back by one of their numbers, or by their name. */
function isReturnOf(row: CreditableView, line: PaperLine, { names }: GoodsCalled): boolean {
  if (row.kind !== 'return') return false;
  const numbers = new Set(names.map(({ name }) => goodsNumber(name)).filter(Boolean));
  if (line.names.some((name) => numbers.has(goodsNumber(name)))) return true;
  const words = new Set(wordsOf(row.label));
  const alike = wordsOf(line.description).filter((word) => words.has(word)).length;
  return alike * 2 >= Math.max(1, words.size);
}
