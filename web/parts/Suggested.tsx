import type { ListName } from '@obolus/contract/lists';
import { server } from '../server/api.ts';

/** What a register holds, offered while a name of it is typed: the `list` of a field is the register's name. */
export function Suggested({ register, field }: { register: ListName; field: string }) {
  const known = server.useListInfiniteQuery({ list: register, where: [] });
  const names = (known.data?.pages ?? []).flatMap(({ rows }) => rows.map(({ cells }) => cells[field] ?? ''));
  return (
    <datalist id={register}>
      {names.map((name) => (
        <option key={name} value={name} />
      ))}
    </datalist>
  );
}
