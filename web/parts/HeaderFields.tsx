import type { RefusalView } from '@obolus/contract/commands';
import { server } from '../app/api.ts';
import { wrongAt } from '../drafts/useDraft.ts';
import { Cell, Choice, Field } from './Cells.tsx';

interface Entered<Key extends string> {
  readonly name: string;
  readonly body: Readonly<Record<Key, string>>;
  readonly change: (to: Readonly<Record<Key, string>>) => void;
  readonly refusals: readonly RefusalView[];
}

/** The document's own date. */
export function DateField({ name, body, change, refusals }: Entered<'date'>) {
  return (
    <Field name={name}>
      <Cell label={name} type="date" value={body.date} wrong={wrongAt(refusals, '/date')} onChange={(date) => change({ date })} />
    </Field>
  );
}

/** Where goods come in or go out; the first warehouse while none is chosen. */
export function WarehouseField({ name, body, change, refusals }: Entered<'warehouse'>) {
  const warehouses = server.useWarehousesQuery();
  const options = (warehouses.data?.rows ?? []).map((entry) => [entry.id, entry.name] as const);
  return (
    <Field name={name}>
      <Choice label={name} value={body.warehouse} options={options} wrong={wrongAt(refusals, '/warehouse')} onChange={(warehouse) => change({ warehouse })} />
    </Field>
  );
}

/** The currency of the document, by its code. */
export function CurrencyField({ name, body, change, refusals }: Entered<'currency'>) {
  return (
    <Field name={name}>
      <Cell
        label={name}
        value={body.currency}
        wrong={wrongAt(refusals, '/currency')}
        onChange={(currency) => change({ currency: currency.toUpperCase().slice(0, 3) })}
      />
    </Field>
  );
}
