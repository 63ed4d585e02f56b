import { memo } from 'react';
import { Link } from 'react-router';
import type { RefusalView } from '@obolus/contract/commands';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Choice } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showDay, showFigure } from '../../locale/figures.ts';
import { LotsIn } from '../../lots/LotCells.tsx';
import type { LotPart } from '../../lots/lots.ts';
import type { Place } from '../../table/column.ts';
import { Below, Line } from '../../table/Line.tsx';
import { PerPack } from '../../parts/PerPack.tsx';
import { cameOf, type Counted, type FurtherOfLine, gapOf, NOTHING_COUNTED } from './counting.ts';
import { FurtherOfCount } from './FurtherOfCount.tsx';
import { say } from '../../locale/say.ts';

/** The same from one drawing to the next, so that a line is drawn again only where it differs. */
export interface LineActions {
  readonly count: (line: string, quantity: string) => void;
  readonly countIn: (line: string, unit: string) => void;
  readonly nameLots: (line: string, lots: readonly LotPart[]) => void;
  readonly end: (line: string, isLast: boolean) => void;
  readonly say: (line: string, further: FurtherOfLine) => void;
  readonly open: (line: string, isOpen: boolean) => void;
  readonly reject: (line: OpenOrderLine) => void;
}

interface Props {
  readonly line: OpenOrderLine;
  readonly place: Place;
  /** Where it stands among the lines that are sent; -1 for one of which nothing came. */
  readonly sentAt: number;
  readonly today: string;
  readonly isHere: boolean;
  readonly isOpen: boolean;
  readonly quantity: string;
  readonly unit: string;
  readonly lots: readonly LotPart[] | undefined;
  readonly isLast: boolean;
  readonly further: FurtherOfLine | undefined;
  readonly refusals: readonly RefusalView[];
  readonly actions: LineActions;
}

const NOTHING: FurtherOfLine = {};
const SELDOM = ['price', 'reason', 'origin'] as const satisfies readonly (keyof FurtherOfLine)[];

/** A line that may come, with what came of it now: one of many, drawn again by itself. */
export const ReceivingLine = memo(function ReceivingLine({
  line,
  place,
  sentAt,
  today,
  isHere,
  isOpen,
  quantity,
  unit,
  lots,
  isLast,
  further,
  refusals,
  actions,
}: Props) {
  const id = line.line;
  const at = `/lines/${sentAt}`;
  const isWide =
    isOpen || further !== undefined || refusals.some(({ at: of }) => SELDOM.some((field) => of === `${at}/${field}`));
  const label = `${line.item.name}, ${line.order.number}`;
  const counted: Counted = { ...NOTHING_COUNTED, quantities: { [id]: quantity }, units: { [id]: unit } };
  const came = cameOf(line, counted) ?? quantity;
  return (
    <Line
      place={place}
      className={isHere ? 'here' : ''}
      title={{ item: `${line.item.number} ${line.item.name}` }}
      cells={{
        item: (
          <>
            {' '}
            {line.item.name}{' '}
            <span className="dim">{[line.item.number, line.shipment].filter(Boolean).join(' · ')}</span>
          </>
        ),
        order: <>{line.order.number}</>,
        due: (
          <>
            {' '}
            {showDay(line.due)}{' '}
            {line.due !== null && line.due < today && <span className="text-over">{say('receiving.late')}</span>}
          </>
        ),
        ordered: <>{showFigure(line.ordered)}</>,
        outstanding: <>{showFigure(line.open)}</>,
        received: (
          <>
            {' '}
            {line.barred !== '' && quantity === '' ? (
              <Link className="text-over" to={`/documents/${line.order.id}`} title={say('receiving.none_may')}>
                {line.barred && say(`status.${line.barred}`)}
              </Link>
            ) : (
              <FigureCell
                label={say('receiving.received_now_of', { label })}
                value={quantity}
                wrong={wrongAt(refusals, `${at}/quantity`) ?? wrongAt(refusals, at)}
                onChange={(typed) => actions.count(id, typed)}
              />
            )}
          </>
        ),
        unit: (
          <>
            {' '}
            {line.item.packs.length === 0 || line.barred !== '' ? (
              line.item.unit || say('orders.expense')
            ) : (
              <Choice
                label={say('receiving.unit_of', { label })}
                value={unit}
                options={[['', line.item.unit], ...line.item.packs.map((pack) => [pack.unit, pack.unit] as const)]}
                wrong={wrongAt(refusals, `${at}/unit`)}
                onChange={(chosen) => actions.countIn(id, chosen)}
              />
            )}
          </>
        ),
        price: (
          <>
            {' '}
            <span className="wide-only">
              {showFigure(line.price)} <span className="dim">{line.order.currency}</span> <PerPack line={line} />
            </span>
            {line.barred === '' && (
              <>
                <button
                  type="button"
                  className="act ml-3"
                  aria-label={say('receiving.reject_some', { label })}
                  onClick={() => actions.reject(line)}
                >
                  {say('receiving.reject')}
                </button>
                <button
                  type="button"
                  className="dim hover:text-bronze pl-3"
                  aria-expanded={isWide}
                  aria-label={say('receiving.more_of', { label })}
                  onClick={() => actions.open(id, !isOpen)}
                >
                  ···
                </button>
              </>
            )}
          </>
        ),
      }}
    >
      {isWide && (
        <Below className="more">
          <FurtherOfCount
            line={line}
            label={label}
            said={further ?? NOTHING}
            wrong={(field) => wrongAt(refusals, `${at}/${field}`)}
            onChange={(said) => actions.say(id, said)}
          />
        </Below>
      )}
      <Gap
        line={line}
        label={label}
        counted={counted}
        isLast={isLast}
        onLast={(ends) => actions.end(id, ends)}
        wrong={wrongAt(refusals, `${at}/last`)}
      />
      {line.item.tracking !== 'none' && quantity !== '' && (
        <LotsIn
          item={line.item}
          line={label}
          quantity={came}
          parts={lots}
          wrong={(below) => wrongAt(refusals, `${at}/lots${below}`)}
          onChange={(parts) => actions.nameLots(id, parts)}
        />
      )}
    </Line>
  );
});

/** What came beside what was due, where they differ, and what is allowed; less may be the end of the line. */
function Gap({
  line,
  label,
  counted,
  isLast,
  onLast,
  wrong,
}: {
  line: OpenOrderLine;
  label: string;
  counted: Counted;
  isLast: boolean;
  onLast: (isLast: boolean) => void;
  wrong: string | undefined;
}) {
  const found = gapOf(line, counted);
  if (!found) return null;
  const { gap, allowed, short, within } = found;
  const unit = line.item.unit;
  return (
    <Below>
      <div className="flex items-center justify-end gap-5 pr-2 pb-1">
        <span className={`signal ${short ? 'short' : 'over'}`}>
          {say(short ? 'receiving.less_than_due' : 'receiving.more_than_due', { gap: showFigure(gap), unit })}
        </span>
        <span className="dim">
          {within
            ? say('receiving.are_allowed', { allowed: showFigure(allowed), unit })
            : short
              ? say('receiving.rest_stays')
              : say('receiving.only_allowed', { allowed: showFigure(allowed), unit })}
        </span>
        {short && (within || isLast) && (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              aria-label={say('receiving.no_more_of', { label })}
              checked={isLast}
              onChange={(event) => onLast(event.target.checked)}
            />
            {say('receiving.no_more')}
          </label>
        )}
        {wrong && <span className="wrong">{wrong}</span>}
      </div>
    </Below>
  );
}
