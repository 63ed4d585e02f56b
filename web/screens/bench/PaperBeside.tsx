import { useState } from 'react';
import { say } from '../../locale/say.ts';
import { Paper } from '../../papers/Paper.tsx';

let wanted = false;

/** Whether the paper lies beside; it stays so for the bills that follow. */
export function useBeside(): [boolean, (beside: boolean) => void] {
  const [beside, setBeside] = useState(wanted);
  return [beside, (to) => setBeside((wanted = to))];
}

export function BesideButton({ beside, onChange }: { beside: boolean; onChange: (beside: boolean) => void }) {
  return (
    <button type="button" className="btn quiet" aria-pressed={beside} onClick={() => onChange(!beside)}>
      {beside ? say('bench.paper_away') : say('bench.paper_beside')}
    </button>
  );
}

/** The paper beside what is entered. */
export function PaperBeside({ paper, name, mayTakeOut }: { paper: string; name: string; mayTakeOut: boolean }) {
  return (
    <aside className="beside" aria-label={say('bench.the_paper', { name })}>
      <Paper paper={paper} mayTakeOut={mayTakeOut} />
    </aside>
  );
}
