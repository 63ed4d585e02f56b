import { lazy, Suspense, useState } from 'react';
import { say } from '../locale/say.ts';

const Help = lazy(() => import('./Help.tsx'));

/** Beside a figure: what it is and how it is calculated, from the guide, without leaving the screen. */
export function Explain({ what, chapter, of }: { what: string; chapter: string; of: string }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className="explain"
        tabIndex={-1}
        aria-label={say('guide.explain', { what })}
        onClick={() => setOpen(true)}
      >
        ?
      </button>
      {isOpen && (
        <Suspense fallback={null}>
          <Help chapter={chapter} of={of} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
