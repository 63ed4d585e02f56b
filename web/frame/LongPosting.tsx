import { useEffect, useState } from 'react';
import { say } from '../locale/say.ts';
import { server } from '../server/api.ts';

const LOOK_AGAIN = 400;
/** Most postings are done by then, and nothing is asked of them. */
const LONG = 1_000;

/** How far a posting is that takes long; it may be stopped until it begins to write. */
export function LongPosting({ posting }: { posting: string }) {
  const [isLong, setLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLong(true), LONG);
    return () => clearTimeout(timer);
  }, []);
  const { currentData } = server.usePostingQuery(
    { params: { id: posting } },
    { pollingInterval: LOOK_AGAIN, skip: !isLong },
  );
  const [stop, stopping] = server.useStopPostingMutation();
  const progress = currentData?.progress;
  if (!progress) return null;
  const { phase, done, of } = progress;
  return (
    <div className="pb-2">
      <p className="text-[12.5px]">
        {say(`frame.posting_${phase}`, { done: { figure: String(done) }, of: { figure: String(of) } })}
      </p>
      <progress className="w-full" aria-label={say('frame.posting')} max={1} value={partOf(progress)} />
      {phase !== 'writing' && (
        <button
          type="button"
          className="act text-[12.5px]"
          disabled={stopping.isLoading}
          onClick={() => void stop({ params: { id: posting } })}
        >
          {say('bench.stop')}
        </button>
      )}
    </div>
  );
}

/** Reading and deciding are about a third of it. */
const BEFORE = { reading: 0.1, deciding: 0.2 } as const;

const partOf = ({
  phase,
  done,
  of,
}: {
  phase: 'reading' | 'deciding' | 'writing';
  done: number;
  of: number;
}): number => (phase === 'writing' ? 0.33 + (0.67 * done) / Math.max(of, 1) : BEFORE[phase]);
