import { type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { server } from '../app/api.ts';
import { Lookup, type Option } from '../parts/Lookup.tsx';

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
      placeholder={`A ${REGISTERS[of].one}`}
      options={options}
      value={chosen?.id ?? ''}
      wrong={wrong}
      onChange={(id) => onChange(options.find((option) => option.id === id)?.number ?? '')}
    />
  );
}

function useOptions(of: RegisterName): readonly Option[] {
  const items = server.useItemsQuery(undefined, { skip: of !== 'items' });
  const vendors = server.useVendorsQuery(undefined, { skip: of !== 'vendors' });
  const terms = server.useTermsQuery(undefined, { skip: of !== 'terms' });
  const taxCodes = server.useTaxCodesQuery(undefined, { skip: of !== 'tax-codes' });
  if (of === 'items') return items.data?.rows ?? [];
  if (of === 'vendors') return vendors.data?.rows ?? [];
  const coded = of === 'terms' ? terms.data?.rows : taxCodes.data?.rows;
  return (coded ?? []).map(({ code, name }) => ({ id: code, number: code, name }));
}
