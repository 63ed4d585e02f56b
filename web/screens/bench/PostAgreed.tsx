import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { server } from '../../server/api.ts';
import { useAppDispatch } from '../../drafts/store.ts';
import { count } from '../../parts/figures.ts';

interface Result {
  readonly id: string;
  readonly name: string;
  readonly says: string;
  readonly agrees: boolean;
  readonly number: string;
  readonly document: string;
}

/** Looks which waiting bills agree within what is allowed, and posts these in one go: one after the other, with what became of each. */
export function PostAgreed() {
  const bills = server.useWaitingBillsQuery();
  const [postAgreed] = server.usePostAgreedMutation();
  const dispatch = useAppDispatch();
  const [results, setResults] = useState<readonly Result[]>([]);
  const [at, setAt] = useState<{ done: number; of: number; dry: boolean }>();
  const stopped = useRef(false);
  const work = async (ids: readonly { id: string; name: string }[], dry: boolean) => {
    stopped.current = false;
    if (dry) setResults([]);
    for (const [done, { id, name }] of ids.entries()) {
      if (stopped.current) break;
      setAt({ done, of: ids.length, dry });
      const { data, error } = await postAgreed({ params: { id }, body: { dry } });
      const result: Result = {
        id,
        name,
        agrees: data?.agrees ?? false,
        number: data?.posted?.number ?? '',
        document: data?.posted?.id ?? '',
        says: data?.says ?? (error as { detail?: string } | undefined)?.detail ?? '',
      };
      setResults((before) => [...before.filter((one) => one.id !== id), result]);
    }
    setAt(undefined);
    if (!dry) dispatch(server.util.invalidateTags(['Books', 'Drafts']));
  };
  const ready = (bills.data?.rows ?? []).filter(
    ({ vendor, state, complete }) => vendor !== null && state === 'ready' && complete,
  );
  const agreed = results.filter(({ agrees, number }) => agrees && number === '');
  return (
    <section className="pb-4 max-w-[860px]" aria-label="Bills that agree">
      <p className="flex flex-wrap items-baseline gap-3">
        <button
          type="button"
          className="btn quiet"
          disabled={at !== undefined || ready.length === 0}
          onClick={() =>
            void work(
              ready.map(({ id, number, vendor }) => ({ id, name: `${vendor?.name ?? ''}, ${number}` })),
              true,
            )
          }
        >
          Which of {count(ready.length, 'bill')} agree?
        </button>
        {agreed.length > 0 && (
          <button type="button" className="btn" disabled={at !== undefined} onClick={() => void work(agreed, false)}>
            Post the {count(agreed.length, 'bill')} that {agreed.length === 1 ? 'agrees' : 'agree'}
          </button>
        )}
        {at && (
          <>
            <progress value={at.done} max={at.of} aria-label={at.dry ? 'Looking at bills' : 'Posting bills'} />
            <span role="status">
              {at.dry ? 'Looking' : 'Posting'}, {at.done} of {at.of} done
            </span>
            <button type="button" className="act" onClick={() => (stopped.current = true)}>
              Stop
            </button>
          </>
        )}
      </p>
      {results.length > 0 && (
        <table className="sheet mt-3" aria-label="What became of each bill">
          <tbody>
            {results.map(({ id, name, says, agrees, number, document }) => (
              <tr key={id}>
                <td className="whitespace-nowrap">{name}</td>
                <td className="w-full whitespace-normal">
                  {document ? (
                    <>
                      posted as{' '}
                      <Link className="act" to={`/documents/${document}`}>
                        {number}
                      </Link>
                    </>
                  ) : agrees ? (
                    'agrees within what is allowed'
                  ) : (
                    <span className="text-bronze">{says}</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
