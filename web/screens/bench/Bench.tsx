import { Cut } from '../../parts/Cut.tsx';
import { type ReactNode, useEffect, useMemo, useRef } from 'react';
import { useLocation, useParams } from 'react-router';
import type { BillableView, WaitingBill } from '@obolus/contract/views/bench';
import { server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import { useMayPost } from '../../server/me.ts';
import { byVendor } from '../../parts/byVendor.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { BenchTabs } from './BenchTabs.tsx';
import { ByStanding } from './ByStanding.tsx';
import { Bill } from './Bill.tsx';
import { Credit } from './Credit.tsx';
import { useHold } from './useHold.ts';
import { WaitingList } from './WaitingList.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** What waits at the left: bills, and vendors whose goods have none; one bill at the right, against what was ordered and received. */
export function Bench() {
  const { vendor = '', draft = '' } = useParams();
  const all = server.useUnbilledLinesQuery();
  const mayBill = useMayPost('bill');
  const bills = server.useWaitingBillsQuery(undefined, { skip: !mayBill });
  const billable = server.useBillableQuery({ params: { id: vendor } }, { skip: vendor === '' || !mayBill });
  useSetUpOfBills(mayBill);
  useVendor(vendor);
  const waiting = useMemo(() => byVendor(all.data?.rows ?? []), [all.data]);
  const entry = bills.data?.rows.find(({ id }) => id === draft);
  // What was just taken in is opened at once, and shown once the list knows of it; from then on it stays.
  const opened = useRef('');
  const { takenAt } = (useLocation().state ?? {}) as { takenAt?: number };
  const isAskedSince = !bills.isFetching && (bills.startedTimeStamp ?? 0) >= (takenAt ?? 0);
  if (entry !== undefined || isAskedSince) opened.current = draft;
  const areLinesHere = !mayBill || billable.currentData !== undefined;
  const failed = [all, bills, billable].find(({ isError }) => isError);
  return (
    <div className="aside wide">
      <WaitingList vendors={waiting} bills={bills.data?.rows ?? []} mayBill={mayBill}>
        <Cut list={bills.data} />
        <Cut list={all.data} />
        <Cut list={billable.currentData} />
      </WaitingList>
      {failed ? (
        <div className="body">
          <Problem error={failed.error} again={failed.refetch} />
        </div>
      ) : vendor === '' || draft === '' ? (
        <Start waiting={waiting.size} bills={bills.data?.rows ?? NONE} isCurrent={!bills.isFetching} />
      ) : (
        (opened.current === draft || takenAt !== undefined) && (
          <Held key={draft} draft={draft} came={entry?.came ?? (takenAt === undefined ? 'typed' : 'file')}>
            {(heldBy) =>
              opened.current !== draft || !all.data || (!areLinesHere && !isPaper(entry)) ? null : entry?.kind ===
                'credit' ? (
                <Credit {...{ vendor, draft, heldBy }} waiting={entry} />
              ) : (
                <Bill
                  {...{ vendor, draft, heldBy, areLinesHere }}
                  lines={billable.currentData?.rows ?? NO_LINES}
                  waiting={entry}
                />
              )
            }
          </Held>
        )
      )}
    </div>
  );
}

/**
 * Whoever opens what waits for anybody holds it; shown once it is known whether somebody else does. What it is matched with is asked for at the same time,
 * what its paper says, and the paper's readable page, before anybody wants it beside.
 */
function Held({
  draft,
  came,
  children,
}: {
  draft: string;
  came: WaitingBill['came'];
  children: (heldBy: string) => ReactNode;
}) {
  const heldBy = useHold(draft, came !== 'typed');
  const hasPaper = came === 'file' || came === 'mail';
  const askSaid = server.usePrefetch('incomingBill');
  const askReadable = server.usePrefetch('readableBill');
  useEffect(() => {
    if (!hasPaper) return;
    askSaid({ params: { id: draft } });
    askReadable({ params: { id: draft } });
  }, [hasPaper, draft, askSaid, askReadable]);
  return heldBy === undefined ? null : children(heldBy);
}

/** What every bill needs of what is set up is asked for while one chooses among them; the bench itself shows none of it. */
function useSetUpOfBills(mayBill: boolean) {
  const asked = { skip: !mayBill, selectFromResult: () => NOTHING };
  server.useTaxCodesQuery(undefined, asked);
  server.useChargeKindsQuery(undefined, asked);
  server.useTermsQuery(undefined, asked);
}

const NOTHING = {};

const NONE: readonly WaitingBill[] = [];
const NO_LINES: readonly BillableView[] = [];

/** What a paper made is whole without what its vendor may bill: it is asked for at the same time. */
const isPaper = (bill: WaitingBill | undefined): boolean => bill?.came === 'file' || bill?.came === 'mail';

function Start({ waiting, bills, isCurrent }: { waiting: number; bills: readonly WaitingBill[]; isCurrent: boolean }) {
  return (
    <div className="screen">
      <div>
        <Head title={say('frame.bench')} about={say('bench.about')} />
        <BenchTabs />
      </div>
      <div className="body">
        {bills.length > 0 ? (
          <ByStanding bills={bills} isCurrent={isCurrent} />
        ) : (
          <Empty
            title={waiting > 0 ? say('bench.whose_bill') : say('bench.no_goods_wait')}
            more={waiting > 0 ? say('bench.choose_bill') : say('bench.nothing_yet')}
          />
        )}
      </div>
    </div>
  );
}
