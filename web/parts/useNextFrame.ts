import { startTransition, useEffect, useState } from 'react';

/** A value a frame after it was said: what it is drawn with is drawn first. */
export function useNextFrame<Value>(value: Value): Value {
  const [shown, setShown] = useState({ value });
  useEffect(() => {
    // Called before the frame is painted that shows what came first: React draws the rest after it.
    const frame = requestAnimationFrame(() => startTransition(() => setShown({ value })));
    return () => cancelAnimationFrame(frame);
  }, [value]);
  return shown.value;
}
