import type { DimensionView } from '@obolus/contract/views/setUp';
import { server } from '../server/api.ts';
import { Cell, Choice } from './Cells.tsx';

interface Props {
  readonly kind: DimensionView['kind'];
  readonly label: string;
  readonly value: string;
  readonly wrong: string | undefined;
  readonly onChange: (code: string) => void;
}

/** A department, location or project: one of those that are set up, or written freely while none are. */
export function Dimension({ kind, label, value, wrong, onChange }: Props) {
  const all = server.useDimensionsQuery();
  // What it will be, a field or a choice, is not known yet.
  if (all.isLoading) return <span className="cell inline-block" />;
  const known = all.data?.rows.filter((entry) => entry.kind === kind) ?? [];
  if (known.length === 0) return <Cell label={label} value={value} wrong={wrong} onChange={onChange} />;
  const options = known.map(({ code, name }) => [code, name] as const);
  const old = value !== '' && !known.some(({ code }) => code === value) ? [[value, value] as const] : [];
  return (
    <Choice
      label={label}
      value={value}
      options={[['', 'none'], ...options, ...old]}
      wrong={wrong}
      onChange={onChange}
    />
  );
}
