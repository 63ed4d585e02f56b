import { useMemo } from 'react';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import { server } from './api.ts';

const numbered = new WeakMap<object, number>();
let last = 0;

/** A number that is the same for the same object. */
function numberOf(object: object): number {
  const known = numbered.get(object);
  if (known !== undefined) return known;
  last += 1;
  numbered.set(object, last);
  return last;
}

/**
 * What posting a document would do; not asked for while there is no body.
 * @param body the same object for as long as it says the same: it is asked for anew with another one
 * @param key under which it would be posted
 */
export function usePreview<Kind extends DocumentKind>(kind: Kind, body: BodyOf<Kind> | undefined, key: string) {
  const query = useMemo(
    () => ({ kind, body: body as BodyOf<Kind>, key, asked: body === undefined ? 0 : numberOf(body) }),
    [kind, body, key],
  );
  return server.usePreviewQuery(query, { skip: body === undefined });
}
