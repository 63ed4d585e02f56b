import { useEffect, useState } from 'react';

interface Said {
  readonly draft: string;
  readonly window: string;
  /** It is asked who has the draft open; this window has it; it has it no more. */
  readonly is: 'asking' | 'open' | 'closed';
}

const HERE = Math.random().toString(36).slice(2);

/** Whether a draft is open in another window of this browser too. */
export function useElsewhere(draft: string): boolean {
  const [others, setOthers] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    const channel = new BroadcastChannel('obolus.drafts');
    const tell = (is: Said['is']) => channel.postMessage({ draft, window: HERE, is } satisfies Said);
    const leave = () => tell('closed');
    channel.onmessage = ({ data }: MessageEvent<Said>) => {
      if (data.draft !== draft) return;
      if (data.is === 'asking') tell('open');
      setOthers((before) => {
        const left = [...before].filter((one) => one !== data.window);
        return new Set(data.is === 'closed' ? left : [...left, data.window]);
      });
    };
    tell('asking');
    addEventListener('pagehide', leave);
    return () => {
      leave();
      removeEventListener('pagehide', leave);
      channel.close();
      setOthers(new Set());
    };
  }, [draft]);
  return others.size > 0;
}
