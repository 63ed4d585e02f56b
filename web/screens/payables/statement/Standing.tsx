import { Link } from 'react-router';
import type { PreviewReply } from '@obolus/contract/commands';
import { FOUND_NAMES, isAgreed } from '@obolus/contract/kinds/vendorStatement';
import type { MessageId } from '@obolus/messages/message';
import { say } from '../../../locale/say.ts';
import { placeOf } from '../../../kinds/kinds.ts';
import { stepFor } from './statementLines.ts';

type Beside = NonNullable<PreviewReply['statement']>['beside'][number];

/** What is done about a line that differs, in words. */
const STEPS: Readonly<
  Record<Exclude<ReturnType<typeof stepFor>, 'none' | 'post-waiting' | 'check-document'>, MessageId>
> = {
  'ask-for-bill': 'payables.step_ask_bill',
  'ask-for-credit': 'payables.step_ask_credit',
  'ask-vendor': 'payables.step_ask_vendor',
  'on-its-way': 'payables.step_on_its_way',
};

/** How a line of both sides stands, and its next step. */
export function Standing({ of, amount }: { of: Beside; amount: string }) {
  const step = stepFor(of, amount);
  return (
    <>
      <span className={isAgreed(of.found) ? 'dim' : 'text-over'}>
        {isAgreed(of.found) ? '✓ ' : '▲ '}
        {say(FOUND_NAMES[of.found])}
      </span>
      {step === 'none' ? null : step === 'post-waiting' && of.waiting ? (
        <>
          {' '}
          <Link className="act" to={placeOf(of.waiting.kind, {}, of.waiting.id) ?? '/bench'}>
            {say('payables.step_waits')}
          </Link>
        </>
      ) : step === 'check-document' && of.own ? (
        <>
          {' '}
          <Link className="act" to={`/documents/${of.own.document.id}`}>
            {say('payables.step_look', { number: of.own.document.number })}
          </Link>
        </>
      ) : (
        <span className="dim"> {say(STEPS[step as keyof typeof STEPS])}</span>
      )}
    </>
  );
}
