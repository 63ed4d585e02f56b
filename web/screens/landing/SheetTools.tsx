import { memo, useMemo, useState } from 'react';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { saveFile } from '../../parts/saveFile.ts';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { say } from '../../locale/say.ts';
import { Compare } from './Compare.tsx';
import type { Body, ChangeCharges } from './sheet.ts';
import { figuresOf, type Unusual, unusualIn, usualCosts } from './unusual.ts';
import type { OntoGoods } from './shares.ts';
import type { SheetShares } from './useSheetShares.ts';

interface Props {
  readonly body: Body;
  readonly change: (to: Partial<Body>) => void;
  readonly changeCharges: (to: ChangeCharges) => void;
  readonly charges: readonly OpenCharge[];
  readonly lines: readonly LandedGoods[];
  readonly shares: SheetShares;
  readonly onto: OntoGoods;
  readonly command: BodyOf<'allocation'> | undefined;
  readonly draft: string;
  readonly unusual: Unusual;
}

/** So many items are named of those that are pointed out. */
const NAMED = 3;

/** What is done with a sheet as a whole, and what is unusual about it. */
export const SheetTools = memo(function SheetTools({ unusual, ...props }: Props) {
  const { body, change, changeCharges, charges, lines } = props;
  const [comparing, setComparing] = useState(false);
  return (
    <div className="pt-3">
      <div className="flex flex-wrap items-baseline gap-x-6">
        {charges.length > 0 && lines.length > 0 && (
          <button type="button" className="act" onClick={() => setComparing(true)}>
            {say('landing.compare')}
          </button>
        )}
        {props.command && <Spreadsheet command={props.command} />}
        <label className="flex items-baseline gap-2">
          <input
            type="checkbox"
            className="accent-bronze"
            checked={body.more ?? false}
            onChange={(event) => change({ more: event.target.checked })}
          />
          {say('landing.more_to_come')}
        </label>
      </div>
      <div role="status">
        {[...unusual.charges].map(([at, percent]) => {
          const charge = charges[at];
          return (
            charge && (
              <p key={charge.line} className="text-over">
                ▲{' '}
                {say('landing.unusual_charge', {
                  kind: charge.kind,
                  number: charge.bill.number,
                  percent: { figure: percent },
                })}
              </p>
            )
          );
        })}
        {unusual.lines.size > 0 && (
          <p className="text-over">
            ▲{' '}
            {say('landing.unusual_lines', {
              count: unusual.lines.size,
              items: [...unusual.lines]
                .slice(0, NAMED)
                .map(([at, { after, usual, percent }]) =>
                  say('landing.unusual_line', {
                    item: lines[at]?.item.name ?? '',
                    after: { figure: after },
                    usual: { figure: usual },
                    percent: { figure: percent },
                  }),
                )
                .join('; '),
            })}
          </p>
        )}
      </div>
      {comparing && (
        <Compare
          {...props}
          onUse={(of, basis) =>
            changeCharges((now) => now.map((charge) => (charge.of === of ? { ...charge, basis } : charge)))
          }
          onClose={() => setComparing(false)}
        />
      )}
    </div>
  );
});

/** The sheet as a workbook whose formulas share it out. */
function Spreadsheet({ command }: { command: BodyOf<'allocation'> }) {
  const [ask, { isLoading, error }] = server.useLandingSheetMutation();
  const save = async () => {
    const reply = await ask({ body: command });
    if (!reply.data) return;
    const bytes = Uint8Array.from(atob(reply.data.content), (sign) => sign.charCodeAt(0));
    saveFile(reply.data.name, new Blob([bytes]));
  };
  return (
    <>
      <button type="button" className="act" disabled={isLoading} onClick={() => void save()}>
        {say('landing.spreadsheet')}
      </button>
      {error && <span className="wrong">{saidAgainst(error)}</span>}
    </>
  );
}

/** What is unusual about a sheet, by what else is known of its items. */
export function useUnusual(
  lines: readonly LandedGoods[],
  known: readonly LandedGoods[],
  { shares, onto }: { readonly shares: SheetShares; readonly onto: OntoGoods },
): Unusual {
  const { currency, unusual: limits } = useMe().company;
  const figures = useMemo(
    () => figuresOf(lines, usualCosts(known, new Set(lines.map(({ line }) => line)), currency), currency),
    [lines, known, currency],
  );
  return useMemo(() => unusualIn(figures, shares, onto, limits, currency), [figures, shares, onto, limits, currency]);
}
