import type { ReactNode } from 'react';
import { CHARGE_KINDS } from '@obolus/contract/commands';
import { Cell, Choice, FigureCell, TakeOut } from '../../parts/Cells.tsx';
import type { OrderLine } from './orderLine.ts';

type Estimate = NonNullable<OrderLine['estimates']>[number];

const BY: readonly (readonly [Estimate['by'], string])[] = [
  ['unit', 'for each unit'],
  ['percent', 'percent of the goods'],
  ['flat', 'for the whole line'],
  ['tariff', 'by the tariff'],
];

/** What is seldom said of a line, in a row of its own below it. */
export function FurtherOfLine({
  line,
  at,
  set,
  wrong,
  goods,
  unit,
  known,
}: {
  line: OrderLine;
  at: number;
  set: (to: Partial<OrderLine>) => void;
  wrong: (field: string) => string | undefined;
  goods: boolean;
  /** The item's stock unit. */
  unit: string;
  /** The vendor's number for it, as far as it is known. */
  known: string;
}) {
  const estimates = line.estimates ?? [];
  const change = (place: number, to: Partial<Estimate>) =>
    set({ estimates: estimates.map((estimate, position) => (position === place ? { ...estimate, ...to } : estimate)) });
  const unused = CHARGE_KINDS.find((kind) => !estimates.some((estimate) => estimate.kind === kind));
  return (
    <div className="flex flex-wrap items-start gap-x-8 gap-y-2">
      {goods && (
        <Said name="vendor’s number" width="w-[130px]">
          <Cell
            label={`Vendor’s number, line ${at + 1}`}
            placeholder={known}
            value={line.vendorNumber ?? ''}
            wrong={wrong('vendorNumber')}
            onChange={(vendorNumber) => set({ vendorNumber })}
          />
        </Said>
      )}
      {line.packSize !== undefined && (
        <>
          <Said name="bought in a" width="w-[90px]">
            <Cell
              label={`New unit, line ${at + 1}`}
              placeholder="box, cone …"
              value={line.unit ?? ''}
              wrong={wrong('unit')}
              onChange={(name) => set({ unit: name })}
            />
          </Said>
          <Said name={`holding how many ${unit}`} width="w-[90px]">
            <FigureCell
              label={`What the new unit holds, line ${at + 1}`}
              value={line.packSize}
              wrong={wrong('packSize')}
              onChange={(packSize) => set({ packSize })}
            />
          </Said>
        </>
      )}
      {(['department', 'location', 'project'] as const).map((name) => (
        <Said key={name} name={name} width="w-[150px]">
          <Cell label={`${name[0]?.toUpperCase()}${name.slice(1)}, line ${at + 1}`} value={line[name] ?? ''} onChange={(text) => set({ [name]: text })} />
        </Said>
      ))}
      {goods && (
        <div className="flex flex-col gap-1">
          {estimates.map((estimate, place) => (
            <div key={place} className="flex items-baseline gap-2">
              <span className="dim whitespace-nowrap">Expected with it</span>
              <Choice
                label={`Estimated charge ${place + 1}, line ${at + 1}`}
                value={estimate.kind}
                options={CHARGE_KINDS.map((kind) => [kind, kind])}
                wrong={wrong(`estimates/${place}/kind`)}
                onChange={(kind) => change(place, { kind: kind as Estimate['kind'] })}
              />
              {estimate.by !== 'tariff' && (
                <span className="inline-block w-[90px] shrink-0">
                  <FigureCell
                    label={`Figure of estimated charge ${place + 1}, line ${at + 1}`}
                    value={estimate.figure}
                    wrong={wrong(`estimates/${place}/figure`) ?? wrong(`estimates/${place}/amount`)}
                    onChange={(figure) => change(place, { figure })}
                  />
                </span>
              )}
              <Choice
                label={`How charge ${place + 1} is estimated, line ${at + 1}`}
                value={estimate.by}
                options={BY}
                onChange={(by) => change(place, { by: by as Estimate['by'] })}
              />
              <TakeOut
                label={`Take out estimated charge ${place + 1}, line ${at + 1}`}
                onClick={() => set({ estimates: estimates.filter((_, position) => position !== place) })}
              />
            </div>
          ))}
          {unused && (
            <button type="button" className="act self-start" onClick={() => set({ estimates: [...estimates, { kind: unused, by: 'unit', figure: '' }] })}>
              {estimates.length === 0 ? 'Expect freight or another charge with it' : 'Expect another charge'}
            </button>
          )}
        </div>
      )}
    </div>
  );
}

function Said({ name, width, children }: { name: string; width: string; children: ReactNode }) {
  return (
    <label className="flex items-baseline gap-2">
      <span className="sentence dim whitespace-nowrap">{name}</span>
      <span className={`inline-block ${width}`}>{children}</span>
    </label>
  );
}
