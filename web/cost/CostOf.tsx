import { lazy, type ReactNode, Suspense, useState } from 'react';
import { say } from '../locale/say.ts';

const CostSheet = lazy(() => import('./CostSheet.tsx'));

/** A cost that opens to what makes it: price, exchange, each charge with its bill and basis; of goods that went out, what they were taken from. */
export function CostOf({
  line,
  item,
  number,
  children,
}: {
  /** The movement whose cost it is, `document/line`. */
  line: string;
  item: string;
  number: string;
  children: ReactNode;
}) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className="cursor-pointer underline decoration-dotted decoration-rule-strong underline-offset-4 hover:decoration-current"
        title={say('cost.explain')}
        aria-label={say('cost.opens', { item, number })}
        onClick={() => setOpen(true)}
      >
        {children}
      </button>
      {isOpen && (
        <Suspense fallback={null}>
          <CostSheet line={line} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
