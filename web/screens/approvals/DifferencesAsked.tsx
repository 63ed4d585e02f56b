import type { ApprovalView } from '@obolus/contract/views/approvals';
import { Allowed } from '../../parts/Allowed.tsx';
import { useMe } from '../../server/me.ts';

const DECIDED: Readonly<Record<string, string>> = {
  cost: 'into cost',
  variance: 'to purchase price variance',
  credit: 'a credit is asked for',
  'not-ours': 'not ours',
  waits: 'waits for the goods',
  charge: 'taken as a charge',
  taken: 'taken so',
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
    <table className="sheet" aria-label={`Differences: ${title}`}>
      <tbody>
        {differences.map((difference) => (
          <tr key={difference.at + difference.kind}>
            <td>{difference.label}</td>
            <td>
              <Allowed difference={difference} currency={company.currency} />
            </td>
            <td>{DECIDED[difference.decision] ?? ''}</td>
            <td className="w-full dim">{difference.reason}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
