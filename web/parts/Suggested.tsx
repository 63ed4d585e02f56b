import { useEffect, useState } from 'react';
import type { ListName } from '@obolus/contract/lists';
import { server } from '../server/api.ts';
import { useSettled } from './useSettled.ts';

/** Milliseconds. */
const REST = 120;

/** What of a register fits is offered while a name of it is typed: the `list` of a field is the register's name. */
export function Suggested({ register, field }: { register: ListName; field: string }) {
  const [typed, setTyped] = useState('');
  useEffect(() => {
    const note = ({ target }: Event) => {
      if (target instanceof HTMLInputElement && target.getAttribute('list') === register) setTyped(target.value);
    };
    addEventListener('input', note);
    addEventListener('focusin', note);
    return () => {
      removeEventListener('input', note);
      removeEventListener('focusin', note);
    };
  }, [register]);
  const find = useSettled(typed.trim(), REST);
  const known = server.useListInfiniteQuery({ list: register, find, where: [] });
  const names = (known.data?.pages ?? []).flatMap(({ rows }) => rows.map(({ cells }) => cells[field] ?? ''));
  return (
    <datalist id={register}>
      {names.map((name) => (
        <option key={name} value={name} />
      ))}
    </datalist>
  );
}
