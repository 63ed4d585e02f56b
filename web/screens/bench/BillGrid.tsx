import { useMemo, useRef, useState } from 'react';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import type { BillableView } from '@obolus/contract/views/bench';
import type { Entering } from '../../drafts/useDraft.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { Room } from '../../parts/Room.tsx';
import { useLasting } from '../../parts/useLasting.ts';
import { useRowsInView } from '../../parts/useRowsInView.ts';
import { beyond, type BillBody, lineTotal, placesFor, splitOff } from './billBody.ts';
import { BillGridLine, type LineActions, WIDTH } from './BillGridLine.tsx';
import { byLine } from '../../drafts/byLine.ts';
import { say } from '../../locale/say.ts';

interface Props {
  readonly entering: Entering<BillBody>;
  readonly body: BillBody;
  readonly lines: readonly BillableView[];
  /** The line that one of the paper is held over; empty for none. */
  readonly over: string;
}

/** Ordered, received and billed as columns of figures, differences in the gaps; below a line that differs, what is decided about it. */
export function BillGrid({ entering: { change, refusals, preview }, body, lines, over }: Props) {
  const [toCome, setToCome] = useState(false);
  const shown = useMemo(
    () => lines.filter((line) => line.state !== 'ordered' || toCome || body.billed[line.line] !== undefined),
    [lines, toCome, body.billed],
  );
  const hidden = lines.length - shown.length;
  const table = useRef<HTMLTableElement>(null);
  const inView = useRowsInView(table, shown.length);
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
  const keys = useGridKeys({ table, passChoices: true });
  return (
    <>
      <table
        className="sheet ruled tight"
        aria-label={say('bench.lines_of_bill')}
        data-lines={shown.length}
        aria-rowcount={shown.length + 1}
        ref={keys}
      >
        <thead>
          <tr>
            <th>{say('word.item')}</th>
            <th>{say('word.receipt')}</th>
            <th className="num min-w-[56px]">{say('word.ordered')}</th>
            <th className="num min-w-[60px]">{say('word.received')}</th>
            <th className="min-w-[54px]">
              <span className="sr-only">{say('bench.quantity_difference')}</span>
            </th>
            <th className="num min-w-[62px]">{say('word.billed')}</th>
            <th className="num min-w-[76px]">{say('receiving.order_price')}</th>
            <th className="min-w-[62px]">
              <span className="sr-only">{say('bench.price_difference')}</span>
            </th>
            <th className="num min-w-[70px]">{say('bench.billed_at')}</th>
            <th className="num min-w-[86px]">{say('word.amount')}</th>
          </tr>
        </thead>
        <Room height={inView.above} columns={WIDTH} />
        {inView.rows.map(({ index }) => {
          const line = shown[index] as BillableView;
          const at = sentAt.get(line.line) ?? -1;
          return (
            <BillGridLine
              key={line.line}
              {...{ line, at, index, actions }}
              dropping={over === line.line}
              billed={body.billed[line.line]}
              amount={lineTotal(body, line) ?? ''}
              over={beyond(body, line) ?? ''}
              places={beyond(body, line) === undefined ? NOWHERE : placesFor(line, lines)}
              measure={inView.ref}
              refusals={refusedAt.get(at) ?? NO_REFUSALS}
              differences={differsAt.get(at) ?? NO_DIFFERENCES}
            />
          );
        })}
        <Room height={inView.below} columns={WIDTH} />
      </table>
      {(hidden > 0 || toCome) && (
        <p className="pt-2">
          <button type="button" className="act" onClick={() => setToCome(!toCome)}>
            {toCome ? say('bench.only_here') : say('bench.show_on_order', { hidden })}
          </button>
        </p>
      )}
    </>
  );
}

const NOWHERE: ReturnType<typeof placesFor> = [];
const NO_REFUSALS: readonly RefusalView[] = [];
const NO_DIFFERENCES: PreviewReply['differences'] = [];
