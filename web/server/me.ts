import { createContext, use } from 'react';
import type { Me } from '@obolus/contract/views/me';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { mayPost } from '@obolus/contract/mayPost';

export const MeContext = createContext<Me | undefined>(undefined);

export function useMe(): Me {
  const me = use(MeContext);
  if (!me) throw new Error('This part stands inside the frame only.');
  return me;
}

/** Whether the user's role may post such a document. The server checks again. */
export const useMayPost = (kind: DocumentKind): boolean => mayPost(useMe().user.role, kind);
