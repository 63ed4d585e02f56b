import { useRef, useState } from 'react';

/** Functions that stay the same from one drawing to the next and do what was last said. */
export function useLasting<Functions extends object>(functions: Functions): Functions {
  const latest = useRef(functions);
  latest.current = functions;
  const [lasting] = useState(
    () =>
      Object.fromEntries(
        Object.entries(functions)
          .filter(([, work]) => work !== undefined)
          .map(([name]) => [
            name,
            (...given: unknown[]) =>
              (latest.current as Record<string, (...given: unknown[]) => unknown>)[name]?.(...given),
          ]),
      ) as Functions,
  );
  return lasting;
}
