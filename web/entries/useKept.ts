import { useEffect, useState } from 'react';

/** What is typed into a form, kept over a reload of its page until it is saved. */
export function useKept<Value>(key: string, blank: Value): [Value, (value: Value) => void, () => void] {
  const [value, setValue] = useState<Value>(() => {
    const kept = sessionStorage.getItem(key);
    return kept === null ? blank : (JSON.parse(kept) as Value);
  });
  useEffect(() => {
    if (value !== blank) sessionStorage.setItem(key, JSON.stringify(value));
  }, [key, value, blank]);
  return [value, setValue, () => sessionStorage.removeItem(key)];
}
