import type { RefusalView } from '@obolus/contract/commands';
import { wrongAt } from '../../drafts/useDraft.ts';
import { say } from '../../locale/say.ts';
import { Choice, TakeOut } from '../../parts/Cells.tsx';
import { useChargeKinds } from '../../parts/chargeKinds.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import type { EntryCharge } from './entryLines.ts';

/** The kind of charge that the duty of the lines is. */
const DUTY = 'duty';

/** What customs asks for beside duty and import tax: fees go onto goods, interest and fines to expense. */
export function EntryCharges({
  charges,
  change,
  refusals,
}: {
  charges: readonly EntryCharge[];
  change: (charges: EntryCharge[]) => void;
  refusals: readonly RefusalView[];
}) {
  const kinds = useChargeKinds().filter(({ code }) => code !== DUTY);
  const unused = kinds.find(({ code }) => !charges.some(({ kind }) => kind === code))?.code;
  const set = (at: number, to: Partial<EntryCharge>) =>
    change(charges.map((charge, place) => (place === at ? { ...charge, ...to } : charge)));
  const wrong = (at: number, field: string) => {
    const sent = charges.slice(0, at).filter(({ amount }) => amount !== '').length;
    return charges[at]?.amount === '' ? undefined : wrongAt(refusals, `/charges/${sent}/${field}`);
  };
  return (
    <section className="pt-4" aria-label={say('landing.further_owed')}>
      {charges.map(({ kind, amount }, at) => (
        <div key={at} className="flex items-baseline gap-2">
          <span className="inline-block w-[220px] shrink-0">
            <Choice
              label={say('bench.kind_of_charge', { at: at + 1 })}
              value={kind}
              options={kinds.map(({ code, name }) => [code, name])}
              wrong={wrong(at, 'kind')}
              onChange={(code) => set(at, { kind: code })}
            />
          </span>
          <span className="inline-block w-[110px] shrink-0">
            <FigureCell
              label={say('bench.amount_of_charge', { at: at + 1 })}
              value={amount}
              wrong={wrong(at, 'amount')}
              onChange={(figure) => set(at, { amount: figure })}
            />
          </span>
          <span className="dim">
            {say(
              kinds.some(({ code, isCost }) => code === kind && isCost) ? 'landing.owed_onto' : 'bench.says_no_cost',
            )}
          </span>
          <TakeOut
            label={say('bench.take_out_charge', { at: at + 1 })}
            onClick={() => change(charges.filter((_, place) => place !== at))}
          />
        </div>
      ))}
      {unused && (
        <button type="button" className="act" onClick={() => change([...charges, { kind: unused, amount: '' }])}>
          {say('landing.add_owed')}
        </button>
      )}
    </section>
  );
}
