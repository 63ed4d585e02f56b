import isEqual from 'fast-deep-equal';
import { useRef } from 'react';

/** The value of before for as long as it says the same: parts that are the same object are not gone through. */
export function useSame<Value>(value: Value): Value {
  const same = useRef(value);
  if (!isEqual(same.current, value)) same.current = value;
  return same.current;
}
