import { type RefCallback, useCallback, useState } from 'react';

/** Whether what stands in an element is more than it has room for: then it is scrolled by keyboard too. */
export function useScrolls(): { readonly ref: RefCallback<HTMLElement>; readonly tabIndex: 0 | undefined } {
  const [scrolls, setScrolls] = useState(false);
  const ref = useCallback((element: HTMLElement | null) => {
    if (!element) return undefined;
    const look = () => setScrolls(element.scrollHeight > element.clientHeight + 1);
    look();
    const sized = new ResizeObserver(look);
    sized.observe(element);
    const changed = new MutationObserver(look);
    changed.observe(element, { childList: true, subtree: true });
    return () => {
      sized.disconnect();
      changed.disconnect();
    };
  }, []);
  return { ref, tabIndex: scrolls ? 0 : undefined };
}
