import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { IncomingBill, WaitingBill } from '@obolus/contract/views/bench';
import { closed } from '../../drafts/draftSlice.ts';
import { useAppDispatch } from '../../drafts/store.ts';
import { say } from '../../locale/say.ts';
import { Doubt } from '../../parts/Doubt.tsx';
import { saidAgainst, server } from '../../server/api.ts';

interface Shown {
  readonly draft: string;
  readonly vendor: string;
  readonly paper: IncomingBill | undefined;
  /** As it stands among what waits; undefined for a new one. */
  readonly waiting: WaitingBill | undefined;
  /** Whether it may be put with another paper here. */
  readonly mayJoin: boolean;
}

/** What is to be looked at before a bill or credit memo is posted, and what can be done about it. */
export function PaperDoubts({ draft, vendor, paper, waiting, mayJoin }: Shown) {
  const said = [...(waiting?.says ?? paper?.says ?? []), ...(paper?.doubts ?? [])];
  if (said.length === 0) return null;
  return (
    <section className="pt-3 pb-2" aria-label={say('bench.paper_doubts')}>
      <h2 className="cap">{say('bench.paper_doubts')}</h2>
      <ul>
        {said.map((doubt, at) => (
          <li key={at} className="flex flex-wrap items-baseline gap-x-3 py-0.5">
            <Doubt says={doubt} />
            {doubt.id === 'paper.doubt_twin' && paper?.twin && mayJoin && (
              <Join {...{ draft, vendor }} twin={paper.twin} name={paper.name} />
            )}
            {doubt.id === 'paper.doubt_type_386' && paper?.prepays && (
              <Link className="act" to={`/payables/prepay?${askedBy(vendor, paper, paper.prepays).toString()}`}>
                {say('bench.as_prepayment')}
              </Link>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

const askedBy = (
  vendor: string,
  { currency }: IncomingBill,
  prepays: NonNullable<IncomingBill['prepays']>,
): URLSearchParams => new URLSearchParams({ vendor, currency, ...prepays });

/** The same number waits as another paper: this one is put with it, and one bill is entered. */
function Join({
  draft,
  vendor,
  twin,
  name,
}: {
  draft: string;
  vendor: string;
  twin: NonNullable<IncomingBill['twin']>;
  name: string;
}) {
  const [join, { isLoading, error }] = server.useJoinPapersMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const joinThem = async () => {
    const reply = await join({ params: { id: draft }, body: { of: twin.id } });
    if (reply.error) return;
    dispatch(closed({ id: draft }));
    toast.success(say('bench.joined', { name, number: twin.number }));
    void navigate(`/bench/${vendor}/${twin.id}`);
  };
  return (
    <>
      <button type="button" className="act" disabled={isLoading} onClick={() => void joinThem()}>
        {say('bench.join_papers')}
      </button>
      {error && <span className="wrong">{saidAgainst(error)}</span>}
    </>
  );
}
