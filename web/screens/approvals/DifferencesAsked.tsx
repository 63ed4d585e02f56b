import type { ApprovalView } from '@obolus/contract/views/approvals';
import { Allowed } from '../../parts/Allowed.tsx';
import { useMe } from '../../server/me.ts';
import { say, shown } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

const DECIDED: Readonly<Record<string, MessageId>> = {
  cost: 'status.cost',
  variance: 'status.variance',
  credit: 'status.credit',
  'not-ours': 'status.not-ours',
  waits: 'status.waits',
  charge: 'status.charge',
  taken: 'status.accepted',
};

const inWords = (decision: string): string => {
  const word = DECIDED[decision];
  return word === undefined ? '' : say(word);
};

interface Shown {
  readonly title: string;
  readonly differences: ApprovalView['differences'];
}

/** How a bill differs, what of that is allowed, and how each difference was decided. */
export function DifferencesAsked({ title, differences }: Shown) {
  const { company } = useMe();
  if (differences.length === 0) return null;
  return (
    <table className="sheet" aria-label={say('approvals.differences', { title })}>
      <tbody>
        {differences.map((difference) => (
          <tr key={difference.at + difference.kind}>
            <td>{shown(difference.label)}</td>
            <td>
              <Allowed difference={difference} currency={company.currency} />
            </td>
            <td>{inWords(difference.decision)}</td>
            <td className="w-full dim">{difference.reason}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
