import type { CreditableView } from '@obolus/contract/views/bench';
import type { DocumentView } from '@obolus/contract/views/documents';
import type { Speaker } from '@obolus/messages/speaker';
import type { Letter } from '../../letters/WriteLetter.tsx';
import { isZero } from '../../parts/exact.ts';

/** What a vendor owes, with its open lines, the oldest first. */
export interface Owing {
  readonly vendor: CreditableView['vendor'];
  readonly lines: readonly CreditableView[];
}

/** What each vendor owes; who has owed for longest stands first. */
export function owingOf(rows: readonly CreditableView[]): Owing[] {
  const owed = rows
    .filter(({ kind, expected }) => kind === 'return' || !isZero(expected))
    .sort((a, b) => (a.document.date < b.document.date ? -1 : a.document.date > b.document.date ? 1 : 0));
  const vendors = new Map(owed.map(({ vendor }) => [vendor.id, vendor]));
  return [...vendors.values()].map((vendor) => ({
    vendor,
    lines: owed.filter((line) => line.vendor.id === vendor.id),
  }));
}

/** The latest of all notes at what somebody owes; null where nothing was said. */
export const lastNoteOf = (lines: Owing['lines']): CreditableView['lastNote'] =>
  lines.reduce<CreditableView['lastNote']>(
    (last, { lastNote }) => (lastNote && (!last || lastNote.at > last.at) ? lastNote : last),
    null,
  );

/** A reminder of what is owed, line by line, by the papers that the vendor knows it by. */
export function reminderOf({ vendor, lines }: Owing, { say }: Speaker): Letter {
  const named = ({ document: { number, reference } }: CreditableView) =>
    reference === '' ? number : `${reference} (${number})`;
  return {
    subject: say('letter.owed_subject'),
    text: [
      say('letter.to', { vendor: vendor.name }),
      '',
      say('letter.owed'),
      ...lines.map((line) => {
        const about = { of: named(line), day: { day: line.document.date }, item: line.label };
        const { currency } = line;
        return line.quantity !== null
          ? say('letter.owed_goods', {
              ...about,
              quantity: { figure: line.quantity },
              unit: line.unit,
              amount: { figure: line.amount },
              currency,
            })
          : say('letter.owed_amount', { ...about, amount: { figure: line.expected }, currency });
      }),
      '',
      say('letter.owed_please'),
    ].join('\n'),
  };
}

/** What tells the vendor that goods are on their way back. */
export function returnLetter({ party, number, reference, date }: DocumentView, { say }: Speaker): Letter {
  const of = reference === '' ? number : `${number} (${reference})`;
  return {
    subject: say('letter.return_subject', { number: of }),
    text: [
      say('letter.to', { vendor: party }),
      '',
      say('letter.return', { number: of, day: { day: date } }),
      '',
      say('letter.return_please'),
    ].join('\n'),
  };
}
