import { useEffect, useRef, useState } from 'react';

/** A value once it has stood still for a while: the same one for as long as it says the same. */
export function useSettled<Value>(value: Value, after: number): Value {
  const [settled, setSettled] = useState(value);
  const text = JSON.stringify(value);
  const latest = useRef(value);
  latest.current = value;
  useEffect(() => {
    const timer = setTimeout(() => setSettled(latest.current), after);
    return () => clearTimeout(timer);
  }, [text, after]);
  return settled;
}
