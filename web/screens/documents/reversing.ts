import { useState } from 'react';
import { KINDS } from '@obolus/contract/kinds/kinds';
import type { DocumentView } from '@obolus/contract/views/documents';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';

/** A reversed document is shown as it was posted: nothing more is undone of it. */
export const isReversed = (data: DocumentView): boolean =>
  data.facts.some((fact) => fact.name.id === 'document.reversed_by');

export interface Reversing {
  readonly may: boolean;
  readonly error: ReturnType<typeof server.usePostMutation>[1]['error'];
  readonly isLoading: boolean;
  readonly reset: () => void;
  /** Gives the reversal's id, or nothing where it was refused. */
  readonly reverse: (reason: string) => Promise<string | undefined>;
}

/** The undo of a posted document, on today's date: whether this person may, and how it goes. The key is made once. */
export function useReversing(data: DocumentView): Reversing {
  const { company } = useMe();
  const [key] = useState(() => crypto.randomUUID());
  const [post, { error, isLoading, reset }] = server.usePostMutation();
  const mayReverse = useMayPost('reversal');
  return {
    may: mayReverse && KINDS[data.kind].stays === undefined && !isReversed(data),
    error,
    isLoading,
    reset,
    reverse: async (reason) => {
      const date = data.kind === 'close' || company.today < data.date ? data.date : company.today;
      const reply = await post({ kind: 'reversal', body: { of: data.id, date, reason }, key });
      return reply.data?.id;
    },
  };
}
