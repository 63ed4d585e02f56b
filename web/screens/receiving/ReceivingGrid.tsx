import { useEffect, useMemo, useRef, useState } from 'react';
import type { RefusalView } from '@obolus/contract/commands';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { byLine } from '../../drafts/byLine.ts';
import { say } from '../../locale/say.ts';
import { useLasting } from '../../parts/useLasting.ts';
import { Grid, type GridHandle } from '../../table/Grid.tsx';
import { useMe } from '../../server/me.ts';
import type { Counted } from './counting.ts';
import { type CountedRow, receivingColumns } from './receivingColumns.ts';
import { type LineActions, ReceivingLine } from './ReceivingLine.tsx';

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
  const grid = useRef<GridHandle>(null);
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
  useEffect(() => {
    if (scanned >= 0) grid.current?.scrollTo(scanned);
  }, [scanned]);
  const rows = useMemo(
    () =>
      lines.map((line): CountedRow => ({
        line,
        quantity: counted.quantities[line.line] ?? '',
        unit: counted.units[line.line] ?? '',
      })),
    [lines, counted.quantities, counted.units],
  );
  const write = (changed: ReadonlyMap<number, CountedRow>) => {
    const written = [...changed.values()];
    change({
      quantities: {
        ...counted.quantities,
        ...Object.fromEntries(written.map(({ line, quantity }) => [line.line, quantity])),
      },
      units: { ...counted.units, ...Object.fromEntries(written.map(({ line, unit }) => [line.line, unit])) },
    });
  };
  return (
    <Grid
      name="receiving-lines"
      label={say('receiving.lines_due')}
      columns={receivingColumns(company.blind)}
      lines={rows}
      handle={grid}
      passChoices
      write={write}
      draw={(index, place) => {
        const line = lines[index];
        if (!line) return null;
        const id = line.line;
        return (
          <ReceivingLine
            key={id}
            {...{ line, place, today, actions }}
            sentAt={sentAt.get(id) ?? -1}
            isHere={id === here}
            isOpen={opened.has(id)}
            quantity={counted.quantities[id] ?? ''}
            unit={counted.units[id] ?? ''}
            lots={counted.lots[id]}
            isLast={counted.last[id] ?? false}
            further={counted.further[id]}
            refusals={refusedAt.get(sentAt.get(id) ?? -1) ?? NO_REFUSALS}
          />
        );
      }}
    />
  );
}

const NO_REFUSALS: readonly RefusalView[] = [];
