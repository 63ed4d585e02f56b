import { startTransition, useEffect, useState } from 'react';
import { useSame } from './useSame.ts';

/** A value once it has stood still for a while: the same one for as long as it says the same. */
export const useSettled = <Value>(value: Value, after: number): Value => useSettling(value, after).settled;

/** The same, and whether it is what the value says now. */
export function useSettling<Value>(value: Value, after: number): { readonly settled: Value; readonly isNow: boolean } {
  const now = useSame(value);
  const [settled, setSettled] = useState({ to: now });
  useEffect(() => {
    const timer = setTimeout(
      () => startTransition(() => setSettled((before) => (before.to === now ? before : { to: now }))),
      after,
    );
    return () => clearTimeout(timer);
  }, [now, after]);
  return { settled: settled.to, isNow: settled.to === now };
}
