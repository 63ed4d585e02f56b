import { useChargeKinds } from '../../parts/chargeKinds.ts';
import { Choice, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import type { PreviewReply } from '@obolus/contract/commands';
import { estimateInWords, type OrderLine } from './orderLine.ts';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

type Estimate = NonNullable<OrderLine['estimates']>[number];

const BY: readonly (readonly [Estimate['by'], MessageId])[] = [
  ['unit', 'orders.by_unit'],
  ['weight', 'orders.by_weight'],
  ['volume', 'orders.by_volume'],
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
  /** What the company's rules put on it, as long as it says nothing itself. */
  readonly ruled: PreviewReply['ruled'];
}

/** The charges that are expected with the goods of a line, and what one of them should cost with these. */
export function ExpectedCharges({ line, at, set, wrong, expected, ruled }: Props) {
  const isRuled = line.estimates === undefined && !line.of;
  const estimates: Estimate[] = line.estimates ?? ruled.map(({ kind, by, figure }) => ({ kind, by, figure }));
  const change = (place: number, to: Partial<Estimate>) =>
    // What somebody changes is none of a rule any more.
    set({
      estimates: estimates.map(({ rule, ...estimate }, position) =>
        position === place ? { ...estimate, ...to } : { ...estimate, ...(rule ? { rule } : {}) },
      ),
    });
  const kinds = useChargeKinds().flatMap(({ code, isCost }) => (isCost ? [code] : []));
  const unused = kinds.find((kind) => !estimates.some((estimate) => estimate.kind === kind));
  return (
    <div className="flex flex-col gap-1">
      {isRuled && ruled.length > 0 && <RuledCharges ruled={ruled} onChange={() => set({ estimates })} />}
      {(isRuled ? [] : estimates).map((estimate, place) => (
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
            wrong={wrong(`estimates/${place}/by`)}
            onChange={(by) => change(place, { by: by as Estimate['by'] })}
          />
          {estimate.rule && (
            <span className="dim whitespace-nowrap">{say('orders.by_rule', { rule: estimate.rule })}</span>
          )}
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
      {!isRuled && !line.of && (
        <button type="button" className="act self-start" onClick={() => set({ estimates: undefined })}>
          {say('orders.as_rules_say')}
        </button>
      )}
      {expected !== '' && <span className="dim">{expected}</span>}
    </div>
  );
}

/** What rules put on a line, with the rule; changed, it is the line's own. */
function RuledCharges({ ruled, onChange }: { ruled: PreviewReply['ruled']; onChange: () => void }) {
  return (
    <div className="flex items-baseline gap-3">
      <ul>
        {ruled.map(({ kind, by, figure, rule }) => (
          <li key={kind}>
            {estimateInWords({ kind, by, figure })} <span className="dim">{say('orders.by_rule', { rule })}</span>
          </li>
        ))}
      </ul>
      <button type="button" className="act" onClick={onChange}>
        {say('orders.change_ruled')}
      </button>
    </div>
  );
}
