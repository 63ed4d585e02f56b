import { startTransition, useEffect, useRef, useState } from 'react';

/** A value once it has stood still for a while: the same one for as long as it says the same. */
export const useSettled = <Value>(value: Value, after: number): Value => useSettling(value, after).settled;

/** The same, and whether it is what the value says now. */
export function useSettling<Value>(value: Value, after: number): { readonly settled: Value; readonly isNow: boolean } {
  const text = JSON.stringify(value);
  const [stood, setStood] = useState({ settled: value, text });
  const latest = useRef(value);
  latest.current = value;
  useEffect(() => {
    const timer = setTimeout(
      () =>
        startTransition(() =>
          setStood((before) => (before.text === text ? before : { settled: latest.current, text })),
        ),
      after,
    );
    return () => clearTimeout(timer);
  }, [text, after]);
  return { settled: stood.settled, isNow: stood.text === text };
}
