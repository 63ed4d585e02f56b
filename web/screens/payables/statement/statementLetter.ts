import type { PreviewReply } from '@obolus/contract/commands';
import type { Speaker } from '@obolus/messages/speaker';
import type { Letter } from '../../../letters/WriteLetter.tsx';
import { type Body, isBlank, stepFor } from './statementLines.ts';

/** What is asked of the vendor about its statement: papers that never came, amounts that are other ones here, and what it does not have. */
export function statementLetter(
  body: Pick<Body, 'reference' | 'date' | 'lines'>,
  { vendor, currency }: { readonly vendor: string; readonly currency: string },
  beside: NonNullable<PreviewReply['statement']>['beside'],
  { say }: Speaker,
): Letter {
  const stated = body.lines.filter((line) => !isBlank(line));
  const points = beside.flatMap((one) => {
    const line = one.place === null ? undefined : stated[one.place];
    const about = {
      reference: line?.reference || line?.text || one.own?.reference || '',
      day: { day: line?.date ?? one.own?.date ?? '' },
      amount: { figure: line?.amount ?? one.own?.amount ?? '' },
      currency,
    };
    switch (stepFor(one, about.amount.figure)) {
      case 'ask-for-bill':
      case 'ask-for-credit':
        return [say('letter.statement_missing', about)];
      case 'ask-vendor':
      case 'on-its-way':
        return [say('letter.statement_not_there', about)];
      case 'check-document':
        return one.found === 'amount-differs' && one.own
          ? [say('letter.statement_amount', { ...about, ours: { figure: one.own.amount } })]
          : [];
      case 'post-waiting':
      case 'none':
        return [];
    }
  });
  return {
    subject: say('letter.statement_subject', { reference: body.reference }),
    text: [
      say('letter.to', { vendor }),
      '',
      say('letter.statement', { reference: body.reference, day: { day: body.date } }),
      ...points,
      '',
      say('letter.statement_please'),
    ].join('\n'),
  };
}
