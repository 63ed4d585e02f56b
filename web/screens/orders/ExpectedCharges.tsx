import { useChargeKinds } from '../../parts/chargeKinds.ts';
import { Choice, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import type { OrderLine } from './orderLine.ts';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

type Estimate = NonNullable<OrderLine['estimates']>[number];

const BY: readonly (readonly [Estimate['by'], MessageId])[] = [
  ['unit', 'orders.by_unit'],
  ['percent', 'orders.by_percent'],
  ['flat', 'orders.by_flat'],
  ['tariff', 'orders.by_tariff'],
];

interface Props {
  readonly line: OrderLine;
  readonly at: number;
  readonly set: (to: Partial<OrderLine>) => void;
  readonly wrong: (field: string) => string | undefined;
  /** What one stock unit should cost once it is here, in words. */
  readonly expected: string;
}

/** The charges that are expected with the goods of a line, and what one of them should cost with these. */
export function ExpectedCharges({ line, at, set, wrong, expected }: Props) {
  const estimates = line.estimates ?? [];
  const change = (place: number, to: Partial<Estimate>) =>
    set({ estimates: estimates.map((estimate, position) => (position === place ? { ...estimate, ...to } : estimate)) });
  const kinds = useChargeKinds().flatMap(({ code, isCost }) => (isCost ? [code] : []));
  const unused = kinds.find((kind) => !estimates.some((estimate) => estimate.kind === kind));
  return (
    <div className="flex flex-col gap-1">
      {estimates.map((estimate, place) => (
        <div key={place} className="flex items-baseline gap-2">
          <span className="dim whitespace-nowrap">{say('orders.expected_with')}</span>
          <Choice
            label={say('orders.estimate_kind', { place: place + 1, at: at + 1 })}
            value={estimate.kind}
            options={kinds.map((kind) => [kind, kind])}
            wrong={wrong(`estimates/${place}/kind`)}
            onChange={(kind) => change(place, { kind })}
          />
          {estimate.by !== 'tariff' && (
            <span className="inline-block w-[90px] shrink-0">
              <FigureCell
                label={say('orders.estimate_figure', { place: place + 1, at: at + 1 })}
                value={estimate.figure}
                wrong={wrong(`estimates/${place}/figure`) ?? wrong(`estimates/${place}/amount`)}
                onChange={(figure) => change(place, { figure })}
              />
            </span>
          )}
          <Choice
            label={say('orders.estimate_how', { place: place + 1, at: at + 1 })}
            value={estimate.by}
            options={BY.map(([by, word]) => [by, say(word)])}
            onChange={(by) => change(place, { by: by as Estimate['by'] })}
          />
          <TakeOut
            label={say('orders.estimate_out', { place: place + 1, at: at + 1 })}
            onClick={() => set({ estimates: estimates.filter((_, position) => position !== place) })}
          />
        </div>
      ))}
      {unused && (
        <button
          type="button"
          className="act self-start"
          onClick={() => set({ estimates: [...estimates, { kind: unused, by: 'unit', figure: '' }] })}
        >
          {estimates.length === 0 ? say('orders.expect_charge') : say('orders.expect_another')}
        </button>
      )}
      {expected !== '' && <span className="dim">{expected}</span>}
    </div>
  );
}
