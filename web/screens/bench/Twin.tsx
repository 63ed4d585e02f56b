import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { IncomingBill } from '@obolus/contract/views/bench';
import { closed } from '../../drafts/draftSlice.ts';
import { useAppDispatch } from '../../drafts/store.ts';
import { say } from '../../locale/say.ts';
import { saidAgainst, server } from '../../server/api.ts';

/** The same number waits as another paper: this one is put with it, and one bill is entered. */
export function Twin({ draft, vendor, paper }: { draft: string; vendor: string; paper: IncomingBill }) {
  const [join, { isLoading, error }] = server.useJoinPapersMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { twin, name } = paper;
  if (twin === null) return null;
  const joinThem = async () => {
    const reply = await join({ params: { id: draft }, body: { of: twin.id } });
    if (reply.error) return;
    dispatch(closed({ id: draft }));
    toast.success(say('bench.joined', { name, number: twin.number }));
    void navigate(`/bench/${vendor}/${twin.id}`);
  };
  return (
    <p className="pt-3 flex flex-wrap items-baseline gap-x-3" role="note">
      <span className="text-over">▲ {say('bench.twin_waits', { number: twin.number, name: twin.name })}</span>
      <button type="button" className="act" disabled={isLoading} onClick={() => void joinThem()}>
        {say('bench.join_papers')}
      </button>
      {error && <span className="wrong">{saidAgainst(error)}</span>}
    </p>
  );
}
