import { useEffect, useMemo, useRef, useState } from 'react';
import type { RefusalView } from '@obolus/contract/commands';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { byLine } from '../../drafts/byLine.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { say } from '../../locale/say.ts';
import { Room } from '../../parts/Room.tsx';
import { useLasting } from '../../parts/useLasting.ts';
import { useRowsInView } from '../../parts/useRowsInView.ts';
import { useMe } from '../../server/me.ts';
import type { Counted } from './counting.ts';
import { COLUMNS, type LineActions, ReceivingLine } from './ReceivingLine.tsx';

interface Props {
  readonly lines: readonly OpenOrderLine[];
  readonly counted: Counted;
  readonly change: (to: Partial<Counted>) => void;
  readonly reject: (line: OpenOrderLine) => void;
  readonly refusals: readonly RefusalView[];
  readonly today: string;
  /** The line that was counted last. */
  readonly here: string;
}

/** Every line that may come from a vendor, with what came of it now. */
export function ReceivingGrid({ lines, counted, change, reject, refusals, today, here }: Props) {
  const { company } = useMe();
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const table = useRef<HTMLTableElement>(null);
  const keys = useGridKeys({ table, passChoices: true });
  const inView = useRowsInView(table, lines.length);
  const refusedAt = useMemo(() => byLine(refusals), [refusals]);
  const sentAt = new Map(
    lines.filter(({ line }) => counted.quantities[line]).map(({ line }, position) => [line, position] as const),
  );
  const actions = useLasting<LineActions>({
    count: (line, quantity) => change({ quantities: { ...counted.quantities, [line]: quantity } }),
    countIn: (line, unit) => change({ units: { ...counted.units, [line]: unit } }),
    nameLots: (line, lots) => change({ lots: { ...counted.lots, [line]: lots } }),
    end: (line, isLast) => change({ last: { ...counted.last, [line]: isLast } }),
    say: (line, further) => change({ further: { ...counted.further, [line]: further } }),
    open: (line, isOpen) =>
      setOpened(new Set(isOpen ? [...opened, line] : [...opened].filter((other) => other !== line))),
    reject,
  });
  // What was scanned is brought into view, wherever it stands.
  const scanned = lines.findIndex(({ line }) => line === here);
  const { scrollTo } = useLasting({ scrollTo: inView.scrollTo });
  useEffect(() => {
    if (scanned >= 0) scrollTo(scanned);
  }, [scanned, scrollTo]);
  return (
    <table
      className="sheet ruled"
      aria-label={say('receiving.lines_due')}
      aria-rowcount={lines.length + 1}
      data-lines={lines.length}
      ref={keys}
    >
      <thead>
        <tr>
          <th>{say('word.item')}</th>
          <th>{say('word.order')}</th>
          <th>{say('word.due')}</th>
          {!company.blind && (
            <>
              <th className="num wide-only">{say('word.ordered')}</th>
              <th className="num">{say('word.outstanding')}</th>
            </>
          )}
          <th className="num min-w-[110px]">{say('receiving.received_now')}</th>
          <th className="min-w-[84px]">{say('word.unit')}</th>
          <th className="num">
            <span className="wide-only">{say('receiving.order_price')}</span>
          </th>
        </tr>
      </thead>
      <Room height={inView.above} columns={COLUMNS} />
      {inView.rows.map(({ index }) => {
        const line = lines[index];
        if (!line) return null;
        const id = line.line;
        return (
          <ReceivingLine
            key={id}
            {...{ line, index, today, actions }}
            measure={inView.ref}
            sentAt={sentAt.get(id) ?? -1}
            isHere={id === here}
            isOpen={opened.has(id)}
            isBlind={company.blind}
            quantity={counted.quantities[id] ?? ''}
            unit={counted.units[id] ?? ''}
            lots={counted.lots[id]}
            isLast={counted.last[id] ?? false}
            further={counted.further[id]}
            refusals={refusedAt.get(sentAt.get(id) ?? -1) ?? NO_REFUSALS}
          />
        );
      })}
      <Room height={inView.below} columns={COLUMNS} />
    </table>
  );
}

const NO_REFUSALS: readonly RefusalView[] = [];
