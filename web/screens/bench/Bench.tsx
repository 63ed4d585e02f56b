import { Cut } from '../../parts/Cut.tsx';
import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import type { WaitingBill } from '@obolus/contract/views/bench';
import { server } from '../../server/api.ts';
import { useMayPost } from '../../server/me.ts';
import { byVendor } from '../../parts/byVendor.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { BenchTabs } from './BenchTabs.tsx';
import { Bill } from './Bill.tsx';
import { Credit } from './Credit.tsx';
import { PostAgreed } from './PostAgreed.tsx';
import { useHold } from './useHold.ts';
import { WaitingList } from './WaitingList.tsx';

/** What waits at the left: bills, and vendors whose goods have none; one bill at the right, against what was ordered and received. */
export function Bench() {
  const { vendor = '', draft = '' } = useParams();
  const all = server.useUnbilledLinesQuery();
  const mayBill = useMayPost('bill');
  const bills = server.useWaitingBillsQuery(undefined, { skip: !mayBill });
  const billable = server.useBillableQuery({ params: { id: vendor } }, { skip: vendor === '' || !mayBill });
  const waiting = byVendor(all.data?.rows ?? []);
  const entry = bills.data?.rows.find(({ id }) => id === draft);
  const failed = [all, bills, billable].find(({ isError }) => isError);
  return (
    <div className="aside wide">
      <WaitingList vendors={waiting} bills={bills.data?.rows ?? []} mayBill={mayBill}>
        <Cut list={bills.data} of="waiting bills" />
        <Cut list={all.data} of="received lines, the longest there," />
        <Cut list={billable.currentData} of="lines of this vendor" />
      </WaitingList>
      {failed ? (
        <div className="body">
          <Problem error={failed.error} again={failed.refetch} />
        </div>
      ) : vendor === '' || draft === '' ? (
        <Start waiting={waiting.size} bills={bills.data?.rows.length ?? 0} mayBill={mayBill} />
      ) : (
        all.data &&
        (bills.data || !mayBill) &&
        (billable.currentData || !mayBill) && (
          <Held key={draft} draft={draft} waiting={entry}>
            {(heldBy) =>
              entry?.kind === 'credit' ? (
                <Credit {...{ vendor, draft, heldBy }} waiting={entry} />
              ) : (
                <Bill {...{ vendor, draft, heldBy }} lines={billable.currentData?.rows ?? []} waiting={entry} />
              )
            }
          </Held>
        )
      )}
    </div>
  );
}

/** Whoever opens what waits for anybody holds it; shown once it is known whether somebody else does. */
function Held({
  draft,
  waiting,
  children,
}: {
  draft: string;
  waiting: WaitingBill | undefined;
  children: (heldBy: string) => ReactNode;
}) {
  const heldBy = useHold(draft, waiting !== undefined && waiting.came !== 'typed');
  return heldBy === undefined ? null : children(heldBy);
}

function Start({ waiting, bills, mayBill }: { waiting: number; bills: number; mayBill: boolean }) {
  return (
    <div className="screen">
      <div>
        <Head
          title="Match bench"
          about="Bills against what was ordered and received; only what differs asks for a decision"
        />
        <BenchTabs />
      </div>
      <div className="body">
        {mayBill && bills > 0 && <PostAgreed />}
        <div className="empty">
          <h2>{waiting + bills > 0 ? 'Whose bill is it?' : 'No goods wait for a bill'}</h2>
          <p>
            {waiting + bills > 0
              ? 'Choose a bill at the left, or the vendor of one that lies on your desk: what was ordered and received lies ready beside it. Alt ↓ goes to the next bill.'
              : 'What is received and not billed waits here, and every bill that comes as a file or by mail. A bill of charges alone, from a carrier or a broker, can be entered at the left.'}
          </p>
        </div>
      </div>
    </div>
  );
}
