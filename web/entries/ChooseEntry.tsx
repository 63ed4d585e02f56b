import type { LookedUp } from '../parts/useFound.ts';
import { useItems, useVendors } from '../server/known.ts';
import { Lookup } from '../parts/Lookup.tsx';
import { useFound } from '../parts/useFound.ts';
import { say } from '../locale/say.ts';

interface Props {
  readonly of: LookedUp;
  readonly label: string;
  /** The entry's key, as a file would name it. */
  readonly value: string;
  readonly wrong: string | undefined;
  readonly onChange: (key: string) => void;
}

/** Chooses an entry of another register by its number, code or name. */
export function ChooseEntry({ of, label, value, wrong, onChange }: Props) {
  const { options } = useFound(of, value, '', { when: value !== '' });
  const found = options?.find(({ number }) => number.toLowerCase() === value.toLowerCase());
  const [items, vendors] = [useItems([]), useVendors([])];
  const keyOf = (id: string) => (of === 'items' ? items[id]?.number : of === 'vendors' ? vendors[id]?.number : id);
  return (
    <Lookup
      label={label}
      placeholder={say('entries.number_or_name')}
      of={of}
      chosen={found ?? (value === '' ? undefined : { id: value, number: value, name: value })}
      wrong={wrong}
      onChange={(id) => onChange(keyOf(id) ?? '')}
    />
  );
}
