import { kind } from '../../state/kind.ts';
import { refusal } from '../../state/refusal.ts';
import { CUSTOMS_ENTRY_WORDS, customsEntryStep } from './case.ts';
import { checkEntryDay, decideCustomsEntry } from './decide.ts';

export const customsEntry = kind({
  name: 'customs-entry',
  decide: decideCustomsEntry,
  record: (next, { date, rates, lines }, document) => {
    const declared = lines.flatMap(({ goods, origin, preference }) =>
      goods.map((line) => [line, { origin, preference }] as const),
    );
    next.customsEntries.set(document, { document, date, rates, declared: new Map(declared) });
  },
  checkReversal: (books, facts, date) => [
    ...checkEntryDay(books, date),
    ...(date < facts.date ? [refusal('date_before_cited', '/date', { date, cited: facts.date })] : []),
  ],
  strikeOut: (next, document) => void next.customsEntries.delete(document),
  verbs: { 'customs-entry': { keys: CUSTOMS_ENTRY_WORDS, read: customsEntryStep } },
});
