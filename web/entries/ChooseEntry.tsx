import { type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { server } from '../server/api.ts';
import { Lookup, type Option } from '../parts/Lookup.tsx';
import { say } from '../locale/say.ts';

interface Props {
  readonly of: RegisterName;
  readonly label: string;
  /** The entry's key, as a file would name it. */
  readonly value: string;
  readonly wrong: string | undefined;
  readonly onChange: (key: string) => void;
}

/** Chooses an entry of another register by its number, code or name. */
export function ChooseEntry({ of, label, value, wrong, onChange }: Props) {
  const options = useOptions(of);
  const chosen = options.find(({ number }) => number.toLowerCase() === value.toLowerCase());
  return (
    <Lookup
      label={label}
      placeholder={say('entries.number_or_name')}
      options={options}
      value={chosen?.id ?? ''}
      wrong={wrong}
      onChange={(id) => onChange(options.find((option) => option.id === id)?.number ?? '')}
    />
  );
}

/** Items and vendors by what else they are found by; other registers by their list. */
function useOptions(of: RegisterName): readonly Option[] {
  const isListed = of !== 'items' && of !== 'vendors' && of !== 'company';
  const items = server.useItemsQuery(undefined, { skip: of !== 'items' });
  const vendors = server.useVendorsQuery(undefined, { skip: of !== 'vendors' });
  const listed = server.useListInfiniteQuery({ list: isListed ? of : 'items', where: [] }, { skip: !isListed });
  if (of === 'items') return items.data?.rows ?? [];
  if (of === 'vendors') return vendors.data?.rows ?? [];
  const [key = ''] = REGISTERS[of].key;
  const rows = (listed.currentData?.pages ?? []).flatMap((page) => page.rows);
  return rows.map(({ cells }) => {
    const number = cells[key] ?? '';
    return { id: number, number, name: cells.name ?? number };
  });
}
