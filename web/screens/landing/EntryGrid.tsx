import { useMemo } from 'react';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { byLine } from '../../drafts/byLine.ts';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { sumOf } from '../../parts/exact.ts';
import { useLasting } from '../../parts/useLasting.ts';
import { useMe } from '../../server/me.ts';
import { Grid } from '../../table/Grid.tsx';
import { useLines } from '../../table/useLines.ts';
import { type Body, type EntryLine, isBlank, NO_LINE, parted } from './entryLines.ts';

import { AMOUNTS, entryColumns } from './entryColumns.ts';
import { EntryGridLine, type LineActions } from './EntryGridLine.tsx';

interface Props {
  readonly body: Body;
  readonly change: (to: Partial<Body>) => void;
  readonly refusals: readonly RefusalView[];
  readonly received: readonly LandedGoods[];
  /** Duty as calculated, by line of the body, with what each cause makes of the difference. */
  readonly charged: PreviewReply['charged'];
}

/** The lines of a customs entry: goods of one code and origin, what they are worth in the books, and what the entry states of them. */
export function EntryGrid({ body, change, refusals, received, charged }: Props) {
  const { currency } = useMe().company;
  const { grid, set, add, remove, write, sentAt } = useLines(body.lines, NO_LINE, isBlank, (lines) =>
    change({ lines }),
  );
  const byId = useMemo(() => new Map(received.map((line) => [line.line as string, line])), [received]);
  const goodsIn = ({ goods }: EntryLine) => goods.flatMap((id) => byId.get(id) ?? []);
  const worth = (line: EntryLine) =>
    sumOf(
      goodsIn(line).map(({ goods }) => goods),
      currency,
    );
  const refusedAt = useMemo(() => byLine(refusals), [refusals]);
  const chargedAt = useMemo(() => new Map(charged.map((one) => [one.line, one])), [charged]);
  const actions = useLasting<LineActions>({
    set,
    remove,
    part: (goods) => change({ lines: parted(body.lines, goods) }),
  });
  const sumOfField = (field: (typeof AMOUNTS)[number][0]) =>
    showFigure(
      sumOf(
        body.lines.map((line) => line[field]),
        currency,
      ),
    );
  return (
    <div className="pt-4">
      <Grid
        name="entry-lines"
        label={say('landing.lines_of_entry')}
        columns={entryColumns(
          goodsIn,
          worth,
          (line) => chargedAt.get(sentAt(body.lines.indexOf(line)))?.calculated ?? '',
        )}
        lines={body.lines}
        handle={grid}
        onLastEnter={() => add()}
        onRemove={remove}
        blank={() => NO_LINE}
        write={write}
        sums={[
          {
            cells: {
              goods: say('status.total'),
              worth: showFigure(sumOf(body.lines.map(worth), currency)),
              calculated: showFigure(
                sumOf(
                  charged.map(({ calculated }) => calculated),
                  currency,
                ),
              ),
              ...Object.fromEntries(AMOUNTS.map(([field]) => [field, sumOfField(field)])),
            },
          },
        ]}
        draw={(at, place) => {
          const line = body.lines[at] ?? NO_LINE;
          return (
            <EntryGridLine
              key={at}
              {...{ line, at, place, byId, actions }}
              sentAt={sentAt(at)}
              worth={line.goods.length > 0 ? worth(line) : ''}
              charged={chargedAt.get(sentAt(at))}
              refusals={refusedAt.get(sentAt(at)) ?? NO_REFUSALS}
            />
          );
        }}
      />
      <button type="button" className="act pt-2" onClick={() => add()}>
        {say('orders.another_line')}
      </button>
    </div>
  );
}

const NO_REFUSALS: readonly RefusalView[] = [];
