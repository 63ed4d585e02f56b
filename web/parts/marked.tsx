import { createContext, type ReactNode, useContext, useId, useMemo, useState } from 'react';

interface Marking {
  /** Whether every field is marked that is wrong, also one that nobody was in yet. */
  readonly all: boolean;
  readonly markAll: () => void;
}

const AT_ONCE: Marking = { all: true, markAll: () => {} };
const MarkingOf = createContext(AT_ONCE);

/** Where something is entered and worked out at every key: a field is marked wrong once it was left, all of a draft once it was to be posted. */
export function MarkedWhenLeft({ draft, children }: { draft: string; children: ReactNode }) {
  const [tried, setTried] = useState<string>();
  const marking = useMemo(() => ({ all: tried === draft, markAll: () => setTried(draft) }), [tried, draft]);
  return <MarkingOf value={marking}>{children}</MarkingOf>;
}

/** Where what is wrong is known because something was to be done: it is marked at once. */
export const MarkedAtOnce = ({ children }: { children: ReactNode }) => (
  <MarkingOf value={AT_ONCE}>{children}</MarkingOf>
);

/** Something was to be posted: all that stands in the way is marked. */
export const useMarkAll = (): (() => void) => useContext(MarkingOf).markAll;

interface Marked {
  /** What is wrong, where it is to be said now. */
  readonly says: string | undefined;
  /** Of the field: that it is wrong, and where it is said why. */
  readonly field: {
    readonly 'aria-invalid': true | undefined;
    readonly 'aria-describedby': string | undefined;
    readonly title: string | undefined;
  };
  /** Of what says it. */
  readonly id: string;
  readonly leave: () => void;
}

/** What was typed last is worked out first, and a click that left the field reaches what it was meant for before anything moves; in milliseconds. */
const MARKED_AFTER = 400;

/** What is wrong at a field, once it may be said: for its input, and for `Wrong` below it. */
export function useMarked(wrong: string | undefined): Marked {
  const id = useId();
  const [isLeft, setLeft] = useState(false);
  const { all } = useContext(MarkingOf);
  const says = isLeft || all ? wrong : undefined;
  return {
    says,
    field: {
      'aria-invalid': says ? true : undefined,
      'aria-describedby': says ? id : undefined,
      title: says,
    },
    id,
    leave: () => void setTimeout(() => setLeft(true), MARKED_AFTER),
  };
}

/** Says below a field what is wrong with it. */
export const Wrong = ({ of: { id, says } }: { of: Pick<Marked, 'id' | 'says'> }) =>
  says ? (
    <div id={id} className="wrong">
      {says}
    </div>
  ) : null;
