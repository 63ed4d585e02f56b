import { memo } from 'react';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { difference, isZero, portion } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showFigure } from '../../locale/figures.ts';
import type { Place } from '../../table/column.ts';
import { Line } from '../../table/Line.tsx';
import { say } from '../../locale/say.ts';

import { percent } from './landingColumns.tsx';

/** The same from one drawing to the next. */
export interface LineActions {
  readonly fix: (id: string, line: string, share: string) => void;
}

interface SheetLineProps {
  readonly place: Place;
  readonly line: LandedGoods;
  /** The columns of charges with what they are called, a line each. */
  readonly charges: string;
  /** By charge, apart by blanks, so that a line is drawn again only where they differ. */
  readonly shares: string;
  readonly typed: string;
  readonly landed: string;
  readonly before: string;
  readonly after: string;
  /** What one unit usually costs, where this is far from it; empty where it is not. */
  readonly usual: string;
  readonly wrong: string | undefined;
  /** What is wrong with typed shares: as JSON, by the charge's place; empty for nothing. */
  readonly wrongShares: string;
  readonly actions: LineActions;
}

export const SheetLine = memo(function SheetLine({
  place,
  line,
  charges,
  shares: joined,
  typed: typedJoined,
  landed,
  before,
  after,
  usual,
  wrong,
  wrongShares,
  actions,
}: SheetLineProps) {
  const [shares, typed] = [joined.split(' '), typedJoined.split(' ')];
  const says = (wrongShares === '' ? {} : JSON.parse(wrongShares)) as Readonly<Record<number, string>>;
  const sold = difference(line.received, line.onHand) ?? '0';
  return (
    <Line
      place={place}
      title={{
        line: say(isZero(sold) ? 'landing.line_here' : 'landing.line_on_hand', {
          item: `${line.item.number} ${line.item.name}`,
          receipt: line.receipt.number,
          onHand: showFigure(line.onHand),
          received: showFigure(line.received),
        }),
      }}
      cells={{
        line: (
          <>
            {line.item.name} <span className="dim">{line.receipt.number}</span>
            {!isZero(sold) && (
              <span
                className="bar"
                role="img"
                aria-label={say('landing.on_hand_of', {
                  onHand: showFigure(line.onHand),
                  received: showFigure(line.received),
                })}
              >
                <i style={{ width: `${portion(line.onHand, line.received) * 100}%` }} />
              </span>
            )}
            {!isZero(line.returned) && (
              <span className="text-over" title={say('landing.sent_back_title')}>
                {' '}
                {say('landing.sent_back', { quantity: { figure: line.returned } })}
              </span>
            )}
            {wrong && <span className="wrong"> {wrong}</span>}
          </>
        ),
        goods: showFigure(line.goods),
        ...Object.fromEntries(
          charges
            .split('\n')
            .map((charge) => charge.split('|'))
            .map(([id = '', kind = ''], at) => [
              id,
              <ShareCell
                key={id}
                {...{ id, kind, actions }}
                line={line.line}
                item={line.item.name}
                receipt={line.receipt.number}
                typed={typed[at] ?? ''}
                share={shares[at] ?? ''}
                wrong={says[at]}
              />,
            ]),
        ),
        landed: showFigure(landed),
        before: showFigure(before),
        after: showFigure(after),
        percent:
          usual === '' ? (
            percent(before, after)
          ) : (
            <span className="text-over" title={say('landing.unusual_title', { usual: { figure: usual } })}>
              ▲ {percent(before, after)}
            </span>
          ),
      }}
    />
  );
});

interface ShareCellProps extends Pick<SheetLineProps, 'actions'> {
  readonly id: string;
  readonly kind: string;
  readonly line: string;
  readonly item: string;
  readonly receipt: string;
  readonly typed: string;
  readonly share: string;
  readonly wrong: string | undefined;
}

/** What a line bears of one charge: drawn again only where that differs, as there are as many in view as lines times charges. */
const ShareCell = memo(function ShareCell({
  id,
  kind,
  line,
  item,
  receipt,
  typed,
  share,
  wrong,
  actions,
}: ShareCellProps) {
  return (
    <FigureCell
      className={typed ? 'byhand' : ''}
      label={say(typed ? 'landing.share_by_hand' : 'landing.share_of', { kind, item, receipt })}
      value={typed}
      wrong={wrong}
      placeholder={share ? showFigure(share) : '–'}
      onChange={(figure) => actions.fix(id, line, figure)}
    />
  );
});
