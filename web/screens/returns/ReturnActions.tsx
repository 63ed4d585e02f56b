import type { DocumentView } from '@obolus/contract/views/documents';
import { WriteLetter } from '../../letters/WriteLetter.tsx';
import { say } from '../../locale/say.ts';
import { useMe } from '../../server/me.ts';
import { returnLetter } from './letters.ts';

/** The mail that announces goods that go back, with their packing list. */
export function ReturnActions({ data }: { data: DocumentView }) {
  const { user } = useMe();
  const mayWrite = user.role === 'accountant' || user.role === 'buyer';
  if (!mayWrite || !data.vendor) return null;
  return (
    <WriteLetter
      vendor={{ id: data.vendor, name: data.party }}
      trigger={say('returns.announce')}
      letter={(speaker) => returnLetter(data, speaker)}
      returns={[data.id]}
      about={[data.id]}
    />
  );
}
