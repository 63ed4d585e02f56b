import { useState, type FormEvent } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { problemOf, server } from '../../server/api.ts';
import { Cell } from '../../parts/Cells.tsx';
import { GiveFile } from '../../parts/GiveFile.tsx';
import { say, sayAll } from '../../locale/say.ts';

/** Takes papers of bills in, and opens the first that has a vendor with what is proposed for it. The same paper again needs a reason. */
export function GiveBill() {
  const navigate = useNavigate();
  const [take, taking] = server.useTakeBillInMutation();
  const askPaper = server.usePrefetch('incomingBill');
  const askGoods = server.usePrefetch('billable');
  const askWaiting = server.usePrefetch('waitingBills');
  const [last, setLast] = useState({ content: '', name: '' });
  const [why, setWhy] = useState('');
  const isThere = problemOf(taking.error)?.status === 409;
  const give = async (content: string, name: string, another = '') => {
    setLast({ content, name });
    const { data } = await take({
      params: { id: crypto.randomUUID() },
      body: { name: name.slice(0, 200), content, ...(another ? { another } : {}) },
    });
    if (!data) return;
    setWhy('');
    const first = data.taken.find(({ vendor }) => vendor !== null);
    const unread = data.taken.filter(({ says }) => says.length > 0);
    if (data.taken.length > 1) toast.success(say('bench.taken_in', { count: data.taken.length }));
    if (unread.length > 0)
      toast.message(unread.length === 1 ? sayAll(unread[0]?.says) : say('bench.have_unread', { count: unread.length }));
    const statement = data.taken.find(({ kind }) => kind === 'customs-entry');
    if (statement) void navigate(`/landing/customs-entry/${statement.id}`);
    else if (first) {
      // What the bill is made of is on its way while the bench learns of it.
      askPaper({ params: { id: first.id } });
      askGoods({ params: { id: first.vendor ?? '' } });
      // Whatever else is being asked for just now.
      askWaiting(undefined, { force: true });
      void navigate(`/bench/${first.vendor}/${first.id}`, { state: { takenAt: Date.now() }, flushSync: true });
    }
  };
  const again = (event: FormEvent) => {
    event.preventDefault();
    void give(last.content, last.name, why);
  };
  return (
    <>
      <GiveFile
        says={say('bench.bill_came')}
        label={say('bench.bill_file')}
        accept=".xml,.pdf,.csv,.xlsx,.png,.jpg,.jpeg,.webp,text/xml,application/xml,application/pdf,text/csv,image/png,image/jpeg,image/webp"
        taking={taking}
        onGive={give}
      />
      {isThere && (
        <form className="px-3 pb-3" onSubmit={again}>
          <Cell
            label={say('drafts.another_bill')}
            placeholder={say('drafts.another_bill')}
            value={why}
            onChange={setWhy}
          />
          <button type="submit" className="act" disabled={why.trim() === '' || taking.isLoading}>
            {say('bench.take_in')}
          </button>
        </form>
      )}
    </>
  );
}
