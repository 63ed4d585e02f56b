import { useState } from 'react';
import type { BodyOf } from '@obolus/contract/commands';
import type { WaitingBill } from '@obolus/contract/views';
import { saidAgainst, server } from '../../app/api.ts';
import { AskReason } from '../../parts/AskReason.tsx';

/** Asks a second person to look at the differences exactly as they are decided, and says how that stands. */
export function AskSecond({ draft, body, asked, needed }: { draft: string; body: BodyOf<'bill'> | undefined; asked: WaitingBill['signOff']; needed: boolean }) {
  const [open, setOpen] = useState(false);
  const [ask, { error, isLoading, reset }] = server.useAskSignOffMutation();
  const send = async (note: string) => {
    if (!body) return;
    const { data } = await ask({ params: { id: draft }, body: { bill: body, note } });
    if (data) setOpen(false);
  };
  return (
    <div>
      <h2 className="cap">A second person</h2>
      <p className="dim pb-1">{needed ? SAYS[asked] : asked === 'agreed' ? 'Somebody else looked at this bill and agreed.' : SAYS[asked]}</p>
      {needed && (
        <button type="button" className="btn quiet" onClick={() => setOpen(true)}>
          Ask for a second look …
        </button>
      )}
      {open && (
        <AskReason
          title="Ask for a second look"
          action="Ask"
          needed={false}
          wrong={saidAgainst(error)}
          busy={isLoading}
          onClose={() => {
            reset();
            setOpen(false);
          }}
          onDo={(note) => void send(note)}
        />
      )}
    </div>
  );
}

const SAYS: Readonly<Record<WaitingBill['signOff'], string>> = {
  '': 'Differences this large are not decided by one person alone.',
  asked: 'It was asked for; what is changed now has to be asked anew.',
  agreed: 'What was agreed to has changed since: ask anew.',
  'sent back': 'It was sent back: change it, and ask again.',
};
