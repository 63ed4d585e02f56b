import type { ReactNode } from 'react';
import type { AssessedBill, WaitingBill } from '@obolus/contract/views/bench';
import { showFigure } from '../../locale/figures.ts';
import { say, sayAll } from '../../locale/say.ts';
import { compareFigures } from '../../parts/exact.ts';
import { useMe } from '../../server/me.ts';
import { Agreeing } from './Agreeing.tsx';
import { BillCells, type Standing } from './BillCells.tsx';
import { useAssessed } from './useAssessed.ts';

/** Bills by what can be done with them: those that agree are posted together; then those that differ, by money; then those that are to be looked at. */
export function ByStanding({ bills, isCurrent }: { bills: readonly WaitingBill[]; isCurrent: boolean }) {
  const { company } = useMe();
  const { of, done, all } = useAssessed(bills, isCurrent);
  const standing = bills.map((bill) => ({ bill, assessed: of(bill.id) }));
  const those = (is: AssessedBill['standing']) => standing.filter((one) => one.assessed?.standing === is);
  const sizeOf = ({ assessed }: Standing) => assessed?.differs ?? '0';
  const differing = those('differs').sort((a, b) => compareFigures(sizeOf(b), sizeOf(a)));
  // Of those that are not ready nothing is asked; while asking goes on, the others are not told apart from these.
  const toRead = done < all ? [] : standing.filter(({ assessed }) => !assessed || assessed.standing === 'look');
  return (
    <>
      {done < all && (
        <p className="pb-4" role="status">
          <progress value={done} max={all} aria-label={say('bench.looking_bills')} />{' '}
          {say('bench.checking_of', { done, of: all })}
        </p>
      )}
      <Agreeing bills={those('agrees')} />
      <Group
        title={say('bench.differing', { count: differing.length })}
        bills={differing}
        further={say('bench.differs_in', { currency: company.currency })}
      >
        {(one) => <span className="text-over">{showFigure(sizeOf(one))}</span>}
      </Group>
      <Group title={say('bench.to_read', { count: toRead.length })} bills={toRead} />
    </>
  );
}

function Group({
  title,
  bills,
  further,
  children,
}: {
  title: string;
  bills: readonly Standing[];
  /** The head of a column more, and what it says of each. */
  further?: string;
  children?: (one: Standing) => ReactNode;
}) {
  if (bills.length === 0) return null;
  return (
    <section className="pb-6 max-w-[860px]" aria-label={title}>
      <h2 className="cap">{title}</h2>
      <table className="sheet" aria-label={title}>
        <thead>
          <tr>
            <th>{say('word.vendor')}</th>
            <th>{say('word.bill')}</th>
            <th className="num">{say('status.total')}</th>
            <th>{say('word.currency')}</th>
            {further && <th className="num">{further}</th>}
            <th className="w-full">{say('parts.why')}</th>
          </tr>
        </thead>
        <tbody>
          {bills.map((one) => (
            <tr key={one.bill.id}>
              <BillCells {...one} />
              {children && <td className="num">{children(one)}</td>}
              <td className="dim whitespace-normal">
                {whyOf(one).map((why) => (
                  <span key={why} className="block">
                    {why}
                  </span>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Why a bill is not among those that agree: all that is to be looked at. */
function whyOf({ bill, assessed }: Standing): string[] {
  const says = assessed?.says ?? bill.says;
  if (says.length > 0) return says.map((one) => sayAll([one]));
  if (bill.state === 'typed') return [say('bench.to_be_typed')];
  return [say(bill.vendor === null ? 'bench.whose_bill' : 'problem.draft_incomplete')];
}
