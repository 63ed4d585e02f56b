import { useMemo, useState } from 'react';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { BASIS_NAMES } from '@obolus/contract/kinds/allocation';
import { formatAmount } from '@obolus/core/exact/amounts';
import { useMe } from '../../server/me.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { Sheet } from '../../parts/Sheet.tsx';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import type { Column } from '../../table/column.ts';
import { Line } from '../../table/Line.tsx';
import { ReadTable } from '../../table/ReadTable.tsx';
import { type ColumnShares, landedLine } from './shares.ts';
import type { Basis } from './sheet.ts';
import { COMPARED, type Comparing, useCompared } from './useCompared.ts';

interface Props extends Comparing {
  readonly onUse: (charge: string, basis: Basis) => void;
  readonly onClose: () => void;
}

/** All bases of a charge side by side: what each would make one unit of every line cost, the other charges as they are. */
export function Compare({ onClose, ...props }: Props) {
  return (
    <Sheet title={say('landing.compare_title')} onOpenChange={(open) => !open && onClose()} className="wide widest">
      <Compared {...props} />
    </Sheet>
  );
}

function Compared({ onUse, ...sheet }: Omit<Props, 'onClose'>) {
  const { body, charges, lines } = sheet;
  const { currency } = useMe().company;
  const [which, setWhich] = useState(charges[0]?.line ?? '');
  const at = Math.max(
    0,
    charges.findIndex(({ line }) => line === which),
  );
  const charge = charges[at];
  const chosen = body.charges.find(({ of }) => of === charge?.line);
  const sheets = useCompared(sheet, at);
  const compared = sheets.map(({ columns }) => columns[at]);
  const parts = useMemo(() => sheets.map(({ columns }) => partsOf(columns[at], lines)), [sheets, at, lines]);
  const most = Math.max(1e-9, ...parts.flatMap(({ most: of }) => of));
  const landed = (line: LandedGoods, row: number, column: number) => {
    const { columns = [], onto = [] } = sheets[column] ?? {};
    return landedLine(line, row, columns, onto, currency);
  };
  const columns: Column<LandedGoods>[] = [
    { id: 'line', title: say('landing.received_line'), className: 'name', always: true },
    { id: 'goods', title: say('word.goods'), className: 'num' },
    { id: 'before', title: say('landing.unit_cost_before'), className: 'num dim' },
    ...COMPARED.map((basis, position): Column<LandedGoods> => ({
      id: basis,
      title: say(BASIS_NAMES[basis]),
      className: `num ${basis === chosen?.basis ? 'strong' : ''}`,
      head: (
        <BasisHead
          basis={basis}
          isChosen={basis === chosen?.basis}
          isPossible={compared[position]?.ok === true}
          onUse={() => charge && onUse(charge.line, basis)}
        />
      ),
    })),
  ];
  return (
    <>
      {charges.length > 1 && (
        <div className="fields">
          <Field name={say('landing.compare_charge')} wide>
            <Choice
              label={say('landing.compare_charge')}
              value={charge?.line ?? ''}
              options={charges.map(({ line, kind, bill, left }) => [
                line,
                `${kind}, ${bill.number}, ${showFigure(left)}`,
              ])}
              onChange={setWhich}
            />
          </Field>
        </div>
      )}
      <div className="body max-h-[56vh] overflow-auto p-0">
        <ReadTable
          name="landing-compare"
          label={say('landing.compare_title')}
          columns={columns}
          lines={lines}
          className="tight"
          sums={[
            {
              cells: {
                line: say('landing.range_of'),
                ...Object.fromEntries(
                  COMPARED.map((basis, position) => [basis, compared[position]?.ok ? rangeOf(parts[position]) : '']),
                ),
              },
            },
          ]}
          draw={(line, row, place) => {
            return (
              <Line
                key={line.line}
                place={place}
                title={{ line: `${line.item.number} ${line.item.name}, ${line.receipt.number}` }}
                cells={{
                  line: (
                    <>
                      {line.item.name} <span className="dim">{line.receipt.number}</span>
                    </>
                  ),
                  goods: showFigure(line.goods),
                  before: showFigure(landedLine(line, row, [], [], currency).before),
                  ...Object.fromEntries(
                    COMPARED.map((basis, position) => {
                      const column = compared[position];
                      const part = parts[position]?.of[row] ?? 0;
                      return [
                        basis,
                        column?.ok ? (
                          <span
                            title={say('landing.share_compared', {
                              amount: { figure: formatAmount(column.amounts[row] ?? 0n, currency) },
                              percent: { figure: (part * 100).toFixed(1) },
                            })}
                          >
                            {showFigure(landed(line, row, position).after)}
                            <span className="bar under" aria-hidden="true">
                              <i style={{ width: `${(Math.abs(part) / most) * 100}%` }} />
                            </span>
                          </span>
                        ) : (
                          <span className="dim">–</span>
                        ),
                      ];
                    }),
                  ),
                }}
              />
            );
          }}
        />
      </div>
    </>
  );
}

function BasisHead({
  basis,
  isChosen,
  isPossible,
  onUse,
}: {
  basis: Basis;
  isChosen: boolean;
  isPossible: boolean;
  onUse: () => void;
}) {
  const name = say(BASIS_NAMES[basis]);
  return (
    <>
      <div className="text-ink">{name}</div>
      {isChosen ? (
        <span className="font-normal">{say('landing.in_use')}</span>
      ) : isPossible ? (
        <button type="button" className="act" aria-label={say('landing.use_basis', { basis: name })} onClick={onUse}>
          {say('landing.use')}
        </button>
      ) : (
        <span className="font-normal dim">{say('landing.no_basis')}</span>
      )}
    </>
  );
}

interface Parts {
  /** What each line bears of a charge as a part of what its goods are worth, for bars and percent only. */
  readonly of: readonly number[];
  readonly least: number;
  readonly most: number;
}

function partsOf(column: ColumnShares | undefined, lines: readonly LandedGoods[]): Parts {
  if (!column?.ok) return { of: [], least: 0, most: 0 };
  const scale = lines.map(({ value }) => Number(value) * 10 ** (value.split('.')[1]?.length ?? 0));
  const of = scale.map((value, row) => (value === 0 ? 0 : Number(column.amounts[row] ?? 0n) / value));
  return {
    of,
    least: of.reduce((least, part) => Math.min(least, part), Infinity),
    most: of.reduce((most, part) => Math.max(most, Math.abs(part)), 0),
  };
}

const rangeOf = (parts: Parts | undefined): string =>
  parts && parts.of.length > 0
    ? say('landing.from_to', {
        least: { figure: (parts.least * 100).toFixed(1) },
        most: { figure: (parts.of.reduce((most, part) => Math.max(most, part), -Infinity) * 100).toFixed(1) },
      })
    : '';
