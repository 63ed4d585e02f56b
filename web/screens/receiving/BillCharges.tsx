import type { RefusalView } from '@obolus/contract/commands';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { BASES } from '@obolus/contract/kinds/allocation';
import { wrongAt } from '../../drafts/useDraft.ts';
import { say } from '../../locale/say.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { useChargeKinds, usualBasis } from '../../parts/chargeKinds.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';

export type BilledCharge = NonNullable<NonNullable<BodyOf<'receipt'>['bill']>['charges']>[number];

/** Charges on the bill that comes with the goods: they go onto these goods when the receipt is posted. */
export function BillCharges({
  charges,
  change,
  refusals,
}: {
  charges: readonly BilledCharge[];
  change: (charges: BilledCharge[]) => void;
  refusals: readonly RefusalView[];
}) {
  const kinds = useChargeKinds().filter(({ isCost }) => isCost);
  const unused = kinds.find(({ code }) => !charges.some(({ kind }) => kind === code))?.code;
  const set = (at: number, to: Partial<BilledCharge>) =>
    change(charges.map((charge, place) => (place === at ? { ...charge, ...to } : charge)));
  const wrong = (at: number, field: string) => wrongAt(refusals, `/bill/charges/${at}/${field}`);
  return (
    <section className="pb-3" aria-label={say('receiving.bill_charges')}>
      {charges.map(({ kind, amount, basis, reason = '' }, at) => (
        <div key={at} className="flex items-baseline gap-2">
          <Choice
            label={say('bench.kind_of_charge', { at: at + 1 })}
            value={kind}
            options={kinds.map(({ code }) => [code, code])}
            wrong={wrong(at, 'kind')}
            onChange={(code) => set(at, { kind: code, basis: usualBasis(kinds, code) })}
          />
          <span className="inline-block w-[110px] shrink-0">
            <FigureCell
              label={say('bench.amount_of_charge', { at: at + 1 })}
              value={amount}
              wrong={wrong(at, 'amount')}
              onChange={(figure) => set(at, { amount: figure })}
            />
          </span>
          <Choice
            label={say('receiving.charge_by', { at: at + 1 })}
            value={basis}
            options={BASES.filter((one) => one !== 'manual').map((one) => [one, say(`choice.${one}`)])}
            wrong={wrongAt(refusals, `/bill/land/charges/${at}/basis`)}
            onChange={(one) => set(at, { basis: one as BilledCharge['basis'] })}
          />
          {(reason !== '' || wrong(at, 'reason')) && (
            <Cell
              label={say('bench.why_charge', { at: at + 1 })}
              placeholder={say('bench.why_taken')}
              value={reason}
              wrong={wrong(at, 'reason')}
              onChange={(why) => set(at, { reason: why })}
            />
          )}
          <TakeOut
            label={say('bench.take_out_charge', { at: at + 1 })}
            onClick={() => change(charges.filter((_, place) => place !== at))}
          />
        </div>
      ))}
      {unused && (
        <button
          type="button"
          className="act"
          onClick={() => change([...charges, { kind: unused, amount: '', basis: usualBasis(kinds, unused) }])}
        >
          {say('receiving.charge_on_bill')}
        </button>
      )}
    </section>
  );
}
