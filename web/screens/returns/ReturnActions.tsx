import type { DocumentView } from '@obolus/contract/views/documents';
import { WriteLetter } from '../../letters/WriteLetter.tsx';
import { say } from '../../locale/say.ts';
import { useMe } from '../../server/me.ts';
import { returnLetter } from './letters.ts';

/** The packing list of goods that go back, and the mail that announces them. */
export function ReturnActions({ data }: { data: DocumentView }) {
  const { user } = useMe();
  const mayWrite = user.role === 'accountant' || user.role === 'buyer';
  return (
    <>
      <a className="btn quiet" href={`/api/returns/${data.id}/paper.pdf`} target="_blank" rel="noreferrer">
        {say('returns.packing_list')}
      </a>
      {mayWrite && data.vendor && (
        <WriteLetter
          vendor={{ id: data.vendor, name: data.party }}
          trigger={say('returns.announce')}
          letter={(speaker) => returnLetter(data, speaker)}
          returns={[data.id]}
          about={[data.id]}
        />
      )}
    </>
  );
}
