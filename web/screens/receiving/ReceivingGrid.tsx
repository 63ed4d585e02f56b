import { Fragment, useState } from 'react';
import { Link } from 'react-router';
import type { RefusalView } from '@obolus/contract/commands';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { wrongAt } from '../../drafts/useDraft.ts';
import { useMe } from '../../server/me.ts';
import { Choice } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { showDay, showFigure } from '../../locale/figures.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { LotsIn } from '../../parts/LotCells.tsx';
import { PerPack } from '../../parts/PerPack.tsx';
import { cameOf, type Counted, type FurtherOfLine, gapOf } from './counting.ts';
import { FurtherOfCount } from './FurtherOfCount.tsx';
import { say } from '../../locale/say.ts';

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

const COLUMNS = 8;
const NOTHING: FurtherOfLine = {};
const SELDOM = ['price', 'reason', 'origin'] as const satisfies readonly (keyof FurtherOfLine)[];

/** Every line that may come from a vendor, with what came of it now. */
export function ReceivingGrid({ lines, counted, change, reject, refusals, today, here }: Props) {
  const { company } = useMe();
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const turn = (line: string) =>
    setOpened(new Set(opened.has(line) ? [...opened].filter((other) => other !== line) : [...opened, line]));
  const isWide = (line: string, at: string) =>
    opened.has(line) ||
    counted.further[line] !== undefined ||
    refusals.some(({ at: of }) => SELDOM.some((field) => of === `${at}/${field}`));
  const sent = lines.filter((line) => counted.quantities[line.line]).map((line) => line.line);
  const keys = useGridKeys({ passChoices: true });
  return (
    <table className="sheet ruled" aria-label={say('receiving.lines_due')}>
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
      <tbody ref={keys}>
        {lines.map((line) => {
          const at = `/lines/${sent.indexOf(line.line)}`;
          const quantity = counted.quantities[line.line] ?? '';
          const label = `${line.item.name}, ${line.order.number}`;
          const came = cameOf(line, counted) ?? quantity;
          return (
            <Fragment key={line.line}>
              <tr className={line.line === here ? 'here' : ''}>
                <td className="name" title={`${line.item.number} ${line.item.name}`}>
                  {line.item.name}{' '}
                  <span className="dim">{[line.item.number, line.shipment].filter(Boolean).join(' · ')}</span>
                </td>
                <td>{line.order.number}</td>
                <td>
                  {showDay(line.due)}{' '}
                  {line.due !== null && line.due < today && <span className="text-over">{say('receiving.late')}</span>}
                </td>
                {!company.blind && (
                  <>
                    <td className="num wide-only">{showFigure(line.ordered)}</td>
                    <td className="num">{showFigure(line.open)}</td>
                  </>
                )}
                <td className="num">
                  {line.barred !== '' && quantity === '' ? (
                    <Link className="text-over" to={`/documents/${line.order.id}`} title={say('receiving.none_may')}>
                      {line.barred && say(`status.${line.barred}`)}
                    </Link>
                  ) : (
                    <FigureCell
                      label={say('receiving.received_now_of', { label })}
                      value={quantity}
                      wrong={wrongAt(refusals, `${at}/quantity`) ?? wrongAt(refusals, at)}
                      onChange={(typed) => change({ quantities: { ...counted.quantities, [line.line]: typed } })}
                    />
                  )}
                </td>
                <td className="dim">
                  {line.item.packs.length === 0 || line.barred !== '' ? (
                    line.item.unit || say('orders.expense')
                  ) : (
                    <Choice
                      label={say('receiving.unit_of', { label })}
                      value={counted.units[line.line] ?? ''}
                      options={[
                        ['', line.item.unit],
                        ...line.item.packs.map((pack) => [pack.unit, pack.unit] as const),
                      ]}
                      wrong={wrongAt(refusals, `${at}/unit`)}
                      onChange={(unit) => change({ units: { ...counted.units, [line.line]: unit } })}
                    />
                  )}
                </td>
                <td className="num">
                  <span className="wide-only">
                    {showFigure(line.price)} <span className="dim">{line.order.currency}</span> <PerPack line={line} />
                  </span>
                  {line.barred === '' && (
                    <>
                      <button
                        type="button"
                        className="act ml-3"
                        aria-label={say('receiving.reject_some', { label })}
                        onClick={() => reject(line)}
                      >
                        {say('receiving.reject')}
                      </button>
                      <button
                        type="button"
                        className="dim hover:text-bronze pl-3"
                        aria-expanded={isWide(line.line, at)}
                        aria-label={say('receiving.more_of', { label })}
                        onClick={() => turn(line.line)}
                      >
                        ···
                      </button>
                    </>
                  )}
                </td>
              </tr>
              {isWide(line.line, at) && (
                <tr data-more>
                  <td colSpan={COLUMNS} className="more">
                    <FurtherOfCount
                      line={line}
                      label={label}
                      said={counted.further[line.line] ?? NOTHING}
                      wrong={(field) => wrongAt(refusals, `${at}/${field}`)}
                      onChange={(said) => change({ further: { ...counted.further, [line.line]: said } })}
                    />
                  </td>
                </tr>
              )}
              <Gap
                line={line}
                label={label}
                counted={counted}
                change={change}
                wrong={wrongAt(refusals, `${at}/last`)}
              />
              {line.item.tracking !== 'none' && quantity !== '' && (
                <LotsIn
                  item={line.item}
                  line={label}
                  quantity={came}
                  parts={counted.lots[line.line]}
                  columns={COLUMNS}
                  wrong={(below) => wrongAt(refusals, `${at}/lots${below}`)}
                  onChange={(parts) => change({ lots: { ...counted.lots, [line.line]: parts } })}
                />
              )}
            </Fragment>
          );
        })}
      </tbody>
    </table>
  );
}

/** What came beside what was due, where they differ, and what is allowed; less may be the end of the line. */
function Gap({
  line,
  label,
  counted,
  change,
  wrong,
}: {
  line: OpenOrderLine;
  label: string;
  counted: Counted;
  change: Props['change'];
  wrong: string | undefined;
}) {
  const found = gapOf(line, counted);
  if (!found) return null;
  const { gap, allowed, short, within } = found;
  const unit = line.item.unit;
  const ends = counted.last[line.line] ?? false;
  return (
    <tr data-more>
      <td colSpan={COLUMNS}>
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
          {short && (within || ends) && (
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                aria-label={say('receiving.no_more_of', { label })}
                checked={ends}
                onChange={(event) => change({ last: { ...counted.last, [line.line]: event.target.checked } })}
              />
              {say('receiving.no_more')}
            </label>
          )}
          {wrong && <span className="wrong">{wrong}</span>}
        </div>
      </td>
    </tr>
  );
}
