import { useMemo, useState } from 'react';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import type { BillableView } from '@obolus/contract/views/bench';
import type { Entering } from '../../drafts/useDraft.ts';
import { Grid } from '../../table/Grid.tsx';
import { useLasting } from '../../parts/useLasting.ts';
import { beyond, type BillBody, lineTotal, placesFor, splitOff } from './billBody.ts';
import { billColumns, type BillRow } from './billColumns.ts';
import { BillGridLine, type LineActions } from './BillGridLine.tsx';
import { type Priced, usuallyMeant } from './crossRates.ts';
import { byLine } from '../../drafts/byLine.ts';
import { say } from '../../locale/say.ts';

interface Props {
  readonly entering: Entering<BillBody>;
  readonly body: BillBody;
  readonly lines: readonly Priced<BillableView>[];
  /** The line that one of the paper is held over; empty for none. */
  readonly over: string;
}

/** Ordered, received and billed as columns of figures, differences in the gaps; below a line that differs, what is decided about it. */
export function BillGrid({ entering: { change, refusals, preview }, body, lines, over: dropping }: Props) {
  const [toCome, setToCome] = useState(false);
  // What was ordered in another currency is rarely meant, where something of the bill's own is open.
  const [others, setOthers] = useState(false);
  const { shown, onOrder, inOthers } = useMemo(() => {
    const { currency, billed } = body;
    const meant = new Set(others ? lines : usuallyMeant(lines, currency));
    const isBilled = (line: BillableView) => billed[line.line] !== undefined;
    const inShown = lines.filter((line) => isBilled(line) || meant.has(line));
    const isHidden = (line: BillableView) => line.state === 'ordered' && !isBilled(line) && !toCome;
    const kept = inShown.filter((line) => !isHidden(line));
    return {
      shown: kept,
      onOrder: inShown.length - kept.length,
      inOthers: lines.length - inShown.length,
    };
  }, [lines, toCome, others, body]);
  const rows = useMemo(
    () => shown.map((line): BillRow => ({ line, billed: body.billed[line.line], amount: lineTotal(body, line) ?? '' })),
    [shown, body],
  );
  const sentAt = useMemo(
    () => new Map(lines.filter((line) => body.billed[line.line]?.quantity).map((line, at) => [line.line, at])),
    [lines, body.billed],
  );
  const refusedAt = useMemo(() => byLine(refusals), [refusals]);
  const differsAt = useMemo(() => byLine(preview?.differences ?? []), [preview]);
  const actions = useLasting<LineActions>({
    set(line, to) {
      const before = body.billed[line.line] ?? { quantity: '', price: line.price, difference: 'cost' as const };
      change({ billed: { ...body.billed, [line.line]: { ...before, ...to } } });
    },
    split: (line, to) => change(splitOff(body, line, lines, to)),
  });
  return (
    <>
      <Grid
        name="bill-lines"
        label={say('bench.lines_of_bill')}
        className="ruled tight"
        columns={billColumns()}
        lines={rows}
        passChoices
        write={(changed) =>
          change({
            billed: {
              ...body.billed,
              ...Object.fromEntries(
                [...changed.values()].flatMap(({ line, billed }) => (billed ? [[line.line, billed]] : [])),
              ),
            },
          })
        }
        draw={(index, place) => {
          const { line, billed, amount } = rows[index] as BillRow;
          const at = sentAt.get(line.line) ?? -1;
          const over = beyond(body, line);
          return (
            <BillGridLine
              key={line.line}
              {...{ line, billed, amount, at, place, actions }}
              dropping={dropping === line.line}
              over={over ?? ''}
              places={over === undefined ? NOWHERE : placesFor(line, lines)}
              refusals={refusedAt.get(at) ?? NO_REFUSALS}
              differences={differsAt.get(at) ?? NO_DIFFERENCES}
            />
          );
        }}
      />
      {(onOrder > 0 || toCome) && (
        <p className="pt-2">
          <button type="button" className="act" onClick={() => setToCome(!toCome)}>
            {toCome ? say('bench.only_here') : say('bench.show_on_order', { hidden: onOrder })}
          </button>
        </p>
      )}
      {(inOthers > 0 || others) && (
        <p className="pt-2">
          <button type="button" className="act" onClick={() => setOthers(!others)}>
            {others
              ? say('billing.only_own_currency', { currency: body.currency })
              : say('billing.show_other_currencies', { hidden: inOthers })}
          </button>
        </p>
      )}
    </>
  );
}

const NOWHERE: ReturnType<typeof placesFor> = [];
const NO_REFUSALS: readonly RefusalView[] = [];
const NO_DIFFERENCES: PreviewReply['differences'] = [];
