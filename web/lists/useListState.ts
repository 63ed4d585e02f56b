import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Condition, ListState } from '@obolus/contract/listState';

export interface KeptState {
  readonly state: ListState;
  readonly set: (to: ListState) => void;
}

/**
 * How a list is looked at, in the address of its screen: a reload, a link and the way back find it again. What is typed stands here at
 * once, as the address follows a moment later.
 */
export function useAddressState(first: ListState): KeptState {
  const [search, setSearch] = useSearchParams();
  const text = search.toString();
  const [kept, setKept] = useState({ text, state: text === '' ? first : fromAddress(search) });
  const written = useRef([text]);
  useEffect(() => {
    const own = stillToCome(written.current, text);
    written.current = own ?? [text];
    // Somebody went elsewhere: by the way back, or a link.
    if (!own) {
      setKept({ text, state: text === '' ? first : fromAddress(new URLSearchParams(text)) });
    }
  }, [text, first]);
  return {
    state: kept.state,
    set(to) {
      const address = toAddress(to);
      written.current = [...written.current, address.toString()];
      setKept({ text: address.toString(), state: to });
      setSearch(address, { replace: true });
    },
  };
}

/**
 * Of the addresses that were written here, those from the one on that has now arrived: whoever types fast is ahead of it. Undefined where it was
 * not written here.
 */
export function stillToCome(written: readonly string[], arrived: string): string[] | undefined {
  const at = written.lastIndexOf(arrived);
  return at < 0 ? undefined : written.slice(at);
}

/** How a list is looked at, of several on one screen. */
export function useOwnState(first: ListState): KeptState {
  const [state, set] = useState(first);
  return { state, set };
}

export function toAddress({ sort, down, find, where = [], columns }: ListState): URLSearchParams {
  const said = {
    // Something is always said, so that a list that was cleared is not the first view again.
    find: find ?? '',
    ...(sort === undefined ? {} : { sort }),
    ...(down ? { down: 'yes' } : {}),
    ...(where.length === 0 ? {} : { where: JSON.stringify(where) }),
    ...(columns === undefined ? {} : { columns: columns.join(',') }),
  };
  return new URLSearchParams(said);
}

export function fromAddress(search: URLSearchParams): ListState {
  const [sort, columns] = [search.get('sort'), search.get('columns')];
  return {
    ...(sort === null ? {} : { sort }),
    ...(search.get('down') === 'yes' ? { down: true } : {}),
    ...(search.get('find') ? { find: search.get('find') ?? '' } : {}),
    where: conditionsIn(search.get('where')),
    ...(columns === null ? {} : { columns: columns.split(',').filter(Boolean) }),
  };
}

function conditionsIn(written: string | null): Condition[] {
  try {
    const parsed: unknown = JSON.parse(written ?? '[]');
    return Array.isArray(parsed) ? (parsed as Condition[]) : [];
  } catch {
    return [];
  }
}

/** Whether two ways of looking at a list show the same. */
export const isSameState = (a: ListState, b: ListState): boolean => toAddress(a).toString() === toAddress(b).toString();
