import { WriteLetter } from '../../letters/WriteLetter.tsx';
import { showDay } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { server } from '../../server/api.ts';
import { useMayPost } from '../../server/me.ts';
import { lastNoteOf, owingOf, type Owing, reminderOf } from './letters.ts';

/** Vendors that owe something, each to be reminded of all of it by mail; that it was is noted at its documents. */
export function Reminders() {
  const owed = server.useCreditableQuery({ query: {} }).data;
  const mayWrite = useMayPost('credit');
  const owing = owingOf(owed?.rows ?? []);
  if (owing.length === 0) return null;
  return (
    <section aria-label={say('returns.by_vendor')} className="pt-5">
      <h2 className="cap">{say('returns.by_vendor')}</h2>
      <table className="sheet max-w-[1040px]">
        <thead>
          <tr>
            <th className="w-full">{say('word.vendor')}</th>
            <th className="num">{say('word.lines')}</th>
            <th>{say('returns.owed_since')}</th>
            <th>{say('returns.last_word')}</th>
            <th aria-label={say('returns.remind')} />
          </tr>
        </thead>
        <tbody>
          {owing.map((one) => (
            <tr key={one.vendor.id}>
              <td>{one.vendor.name}</td>
              <td className="num">{one.lines.length}</td>
              <td className="whitespace-nowrap">{showDay(one.lines[0]?.document.date)}</td>
              <LastWord of={one.lines} />
              <td className="whitespace-nowrap text-right">
                {mayWrite && (
                  <WriteLetter
                    vendor={one.vendor}
                    trigger={say('returns.remind')}
                    letter={(speaker) => reminderOf(one, speaker)}
                    about={[...new Set(one.lines.map(({ document }) => document.id))]}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What was said last of what one vendor owes: when it was reminded, what it promised. */
function LastWord({ of }: { of: Owing['lines'] }) {
  const last = lastNoteOf(of);
  return (
    <td className="words" title={last?.text}>
      {last && (
        <>
          <span className="dim">{showDay(last.at.slice(0, 10))}</span> {last.text}
        </>
      )}
    </td>
  );
}
