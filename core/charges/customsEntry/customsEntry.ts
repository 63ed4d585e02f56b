import { ONE_TO_ONE, base, documentAmount } from '../../exact/amounts.ts';
import { checkDate } from '../../state/checks.ts';
import { kind } from '../../state/kind.ts';
import { refusal } from '../../state/refusal.ts';
import type { Writing } from '../../state/writing.ts';
import { CUSTOMS_ENTRY_WORDS, customsEntryStep } from './case.ts';
import type { CustomsEntryDocument } from './command.ts';
import { checkEntryDay, decideCustomsEntry } from './decide.ts';

function recordCustomsEntry(next: Writing, entry: CustomsEntryDocument, document: string): void {
  const { date, entered, rates, lines, charges, authority: vendor, total } = entry;
  const declared = lines.flatMap(({ goods, origin, preference }) =>
    goods.map((line) => [line, { origin, preference }] as const),
  );
  const additions = lines.flatMap(({ goods, additions: amount = base(0n) }) =>
    amount === 0n ? [] : [{ goods, amount }],
  );
  next.customsEntries.set(document, { document, entered, rates, declared: new Map(declared), additions });
  for (const { isCost, ...charge } of charges) {
    if (isCost) next.charges.set(charge.id, charge);
    else {
      const { id, kind: expense, amount } = charge;
      next.expensed.set(id, { id, vendor, date, expense, amount, dimensions: undefined, moved: [] });
    }
  }
  if (total === 0n) return;
  next.payables.set(document, {
    document,
    account: 'customs-payable',
    vendor,
    currency: next.company.currency,
    rate: ONE_TO_ONE,
    date,
    amount: documentAmount(total),
    base: total,
    goods: [],
    discountedTax: documentAmount(0n),
    waitsFor: [],
    paid: [],
  });
}

export const customsEntry = kind({
  name: 'customs-entry',
  decide: decideCustomsEntry,
  record: recordCustomsEntry,
  checkReversal: (books, { date: cited, effects }, date) =>
    effects.flows.length > 0
      ? checkDate(books, date, [cited])
      : [
          ...checkEntryDay(books, date, '/date'),
          ...(date < cited ? [refusal('date_before_cited', '/date', { date, cited })] : []),
        ],
  strikeOut: (next, document) => void next.customsEntries.delete(document),
  charges: ({ charges }) => charges.map((charge) => [charge.kind, charge.id]),
  verbs: { 'customs-entry': { keys: CUSTOMS_ENTRY_WORDS, read: customsEntryStep } },
});
