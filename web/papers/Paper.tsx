import { useState } from 'react';
import { toast } from 'sonner';
import { say } from '../locale/say.ts';
import { Problem } from '../parts/Problem.tsx';
import { saidAgainst, server } from '../server/api.ts';
import { addressOf, AsItCame } from './AsItCame.tsx';
import { Readable } from './Readable.tsx';

/**
 * The paper of a bill: as it is read, where something of it is structured, and as it came; and others of the same bill.
 * @param mayTakeOut whether one of these others may be said to be of another bill
 */
export function Paper({ paper: of, mayTakeOut = false }: { paper: string; mayTakeOut?: boolean }) {
  const [other, setOther] = useState<string>();
  const paper = other ?? of;
  const read = server.useReadableBillQuery({ params: { id: paper } });
  const [asItCame, setAsItCame] = useState(false);
  const [large, setLarge] = useState(false);
  const [takeOut, taking] = server.useTakePaperOutMutation();
  if (read.isError) return <Problem error={read.error} again={read.refetch} />;
  if (!read.currentData) return <p className="dim">{say('parts.reading')}</p>;
  const { name, type, parts, others } = read.currentData;
  const takeItOut = async (id: string) => {
    const reply = await takeOut({ params: { id } });
    if (reply.error) return;
    toast.success(say('papers.taken_out', { name }));
    setOther(undefined);
  };
  const isRead = parts.length > 0 && !asItCame;
  const isDrawn = !isRead && (type === 'application/pdf' || type.startsWith('image/'));
  return (
    <>
      <p className="flex flex-wrap justify-end gap-x-3 pb-1">
        <span className="dim truncate grow" title={name}>
          {name}
        </span>
        {isDrawn && (
          <button type="button" className="act" onClick={() => setLarge(!large)}>
            {large ? say('bench.smaller') : say('bench.larger')}
          </button>
        )}
        {parts.length > 0 && (
          <button type="button" className="act" onClick={() => setAsItCame(!asItCame)}>
            {asItCame ? say('papers.as_read') : say('papers.as_it_came')}
          </button>
        )}
        <a className="act" href={addressOf(paper)} target="_blank" rel="noreferrer">
          {say('bench.by_itself')}
        </a>
      </p>
      {others.length > 0 && (
        <p className="flex flex-wrap gap-x-3 pb-1">
          <span className="dim">{say('papers.others')}</span>
          {others.map((one) => (
            <button key={one.id} type="button" className="act" onClick={() => setOther(one.id)}>
              {one.name}
            </button>
          ))}
        </p>
      )}
      {mayTakeOut && other !== undefined && other !== of && (
        <p className="pb-1">
          <button type="button" className="act" disabled={taking.isLoading} onClick={() => void takeItOut(other)}>
            {say('papers.take_out')}
          </button>
          {taking.error && <span className="wrong">{saidAgainst(taking.error)}</span>}
        </p>
      )}
      {isRead ? <Readable paper={paper} parts={parts} name={name} /> : <AsItCame {...{ paper, type, name, large }} />}
    </>
  );
}
