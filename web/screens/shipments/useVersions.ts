import { useRef, useState } from 'react';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OrderView } from '@obolus/contract/views/orders';
import { say } from '../../locale/say.ts';
import { problemOf, saidAgainst, server } from '../../server/api.ts';

interface Changed {
  readonly id: string;
  readonly number: string;
}

/** Gives several orders a version each, one after the other. */
export function useVersions() {
  const [isPosting, setPosting] = useState(false);
  const [read] = server.useLazyOrderQuery();
  const [send] = server.usePostMutation();
  const unanswered = useRef(new Map<string, { body: BodyOf<'order-change'>; key: string }>());
  const postAll = async <Order extends Changed>(
    orders: readonly Order[],
    bodyFor: (order: OrderView, asked: Order) => BodyOf<'order-change'>,
    onPosted?: (asked: Order) => void,
  ): Promise<string | undefined> => {
    for (const asked of orders) {
      const { data } = unanswered.current.has(asked.id) ? {} : await read({ params: { id: asked.id } });
      // Nobody knows whether what got no answer was posted: it is sent again just as it was, and then is once.
      const version =
        unanswered.current.get(asked.id) ?? (data && { body: bodyFor(data, asked), key: crypto.randomUUID() });
      if (version) unanswered.current.set(asked.id, version);
      const result = version && (await send({ kind: 'order-change', ...version }));
      const status = problemOf(result?.error)?.status ?? 0;
      if (status >= 400 && status < 500) unanswered.current.delete(asked.id);
      if (!result?.data) return `${asked.number}: ${saidAgainst(result?.error) ?? say('orders.not_possible')}`;
      unanswered.current.delete(asked.id);
      onPosted?.(asked);
    }
    return undefined;
  };
  /** Ends with what was said against the first order that got none; undefined where each has its version. */
  const post: typeof postAll = async (...given) => {
    setPosting(true);
    try {
      return await postAll(...given);
    } finally {
      setPosting(false);
    }
  };
  return { post, isPosting };
}
