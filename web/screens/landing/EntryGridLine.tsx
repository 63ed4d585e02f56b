import { memo } from 'react';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { wrongAt } from '../../drafts/useDraft.ts';
import { showFigure } from '../../locale/figures.ts';
import { Causes } from './Causes.tsx';
import { say } from '../../locale/say.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import type { Place } from '../../table/column.ts';
import { Below, Line } from '../../table/Line.tsx';
import { type EntryLine } from './entryLines.ts';

import { ADDITIONS, AMOUNTS, originOf, preferences } from './entryColumns.ts';

/** The same from one drawing to the next, so that a line is drawn again only where it differs. */
export interface LineActions {
  readonly set: (at: number, to: Partial<EntryLine>) => void;
  readonly remove: (at: number) => void;
  /** Goods of a line onto one of their own. */
  readonly part: (goods: string) => void;
}

interface LineProps {
  readonly line: EntryLine;
  readonly at: number;
  readonly place: Place;
  /** What was received, by line. */
  readonly byId: ReadonlyMap<string, LandedGoods>;
  readonly sentAt: number;
  readonly worth: string;
  readonly charged: PreviewReply['charged'][number] | undefined;
  readonly refusals: readonly RefusalView[];
  readonly actions: LineActions;
}

export const EntryGridLine = memo(function EntryGridLine({
  line,
  at,
  place,
  byId,
  sentAt,
  worth,
  charged,
  refusals,
  actions,
}: LineProps) {
  const wrong = (field: string) => wrongAt(refusals, `/lines/${sentAt}/${field}`);
  const labelOf = (
    word: 'word.tariff_code' | 'word.origin' | 'word.preference' | (typeof AMOUNTS)[number][1] | (typeof ADDITIONS)[1],
  ) => say('orders.at_line', { what: { word }, at: at + 1 });
  const goods = line.goods.flatMap((id) => byId.get(id) ?? []);
  return (
    <Line
      place={place}
      cells={{
        goods: (
          <>
            {goods.map(({ line: id, item, receipt }) => (
              <div key={id} className="flex gap-2" title={`${item.number} ${item.name}, ${receipt.number}`}>
                <span className="truncate">
                  {item.name} <span className="dim">{receipt.number}</span>
                </span>
                {goods.length > 1 && (
                  <button
                    type="button"
                    className="act shrink-0"
                    aria-label={say('landing.own_line_of', { name: item.name, number: receipt.number })}
                    onClick={() => actions.part(id)}
                  >
                    {say('landing.own_line')}
                  </button>
                )}
              </div>
            ))}
            {goods.length === 0 && <span className="dim">{say('landing.not_received')}</span>}
            {wrong('goods') && <div className="wrong">{wrong('goods')}</div>}
          </>
        ),
        code: (
          <Cell
            label={labelOf('word.tariff_code')}
            value={line.code}
            wrong={wrong('code')}
            onChange={(code) => actions.set(at, { code })}
          />
        ),
        origin: (
          <Cell
            label={labelOf('word.origin')}
            value={line.origin}
            wrong={wrong('origin')}
            onChange={(origin) => actions.set(at, { origin: originOf(origin) })}
          />
        ),
        preference: (
          <Choice
            label={labelOf('word.preference')}
            value={line.preference}
            options={preferences()}
            onChange={(preference) => actions.set(at, { preference: preference as EntryLine['preference'] })}
          />
        ),
        worth: showFigure(worth),
        calculated: charged && showFigure(charged.calculated),
        gap: charged && <Signal from={charged.calculated} to={line.duty} atLeast={2} />,
        ...Object.fromEntries(
          [ADDITIONS, ...AMOUNTS].map(([field, name]) => [
            field,
            <FigureCell
              key={field}
              label={labelOf(name)}
              value={line[field]}
              wrong={wrong(field)}
              onChange={(amount) => actions.set(at, { [field]: amount })}
            />,
          ]),
        ),
        out: <TakeOut label={say('orders.take_out_line', { at: at + 1 })} onClick={() => actions.remove(at)} />,
      }}
    >
      {charged && charged.causes.length > 0 && (
        <Below className="more">
          <Causes charged={charged} duty={line.duty} />
        </Below>
      )}
    </Line>
  );
});
