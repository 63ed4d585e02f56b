import { memo } from 'react';
import { Link } from 'react-router';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import type { BillableView } from '@obolus/contract/views/bench';
import { wrongAt } from '../../drafts/useDraft.ts';
import { useMe } from '../../server/me.ts';
import { Cell, Choice } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { difference, isZero, typedQuantity } from '../../parts/exact.ts';
import { showFigure, showPrice } from '../../locale/figures.ts';
import type { Place } from '../../table/column.ts';
import { Below, Line } from '../../table/Line.tsx';
import { PerPack } from '../../parts/PerPack.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { Allowed } from '../../parts/Allowed.tsx';
import type { Priced } from './crossRates.ts';
import type { BilledLine, Decision, Elsewhere } from './billBody.ts';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

/** The same from one drawing to the next, so that a line is drawn again only where it differs. */
export interface LineActions {
  readonly set: (line: BillableView, to: Partial<BilledLine>) => void;
  readonly split: (line: BillableView, to: Elsewhere) => void;
}

interface Props {
  readonly line: Priced<BillableView>;
  readonly place: Place;
  /** Where it stands among the lines that are sent. */
  readonly at: number;
  readonly billed: BilledLine | undefined;
  readonly amount: string;
  /** What is billed beyond what is open of it, and where that may go. */
  readonly over: string;
  readonly places: readonly Elsewhere[];
  /** Whether a line of the paper is held over it. */
  readonly dropping: boolean;
  readonly actions: LineActions;
  readonly refusals: readonly RefusalView[];
  readonly differences: PreviewReply['differences'];
}

const DECISIONS: readonly (readonly [Decision, MessageId])[] = [
  ['cost', 'status.cost'],
  ['variance', 'status.variance'],
  ['credit', 'bench.request_credit'],
];

/** A line of the bench: what was ordered and received, what is billed, and below it what is decided where they differ. */
export const BillGridLine = memo(function BillGridLine({
  line,
  place,
  at,
  billed,
  amount,
  over,
  places,
  dropping,
  actions,
  refusals,
  differences,
}: Props) {
  const pointer = `/lines/${at}`;
  const name = `${line.item.name}, ${line.receipt?.number ?? line.order.number}`;
  const ordered = line.state === 'ordered';
  const differs = Boolean(billed?.quantity) && !isZero(difference(billed?.price ?? '', line.price));
  const undecided = differs || (ordered && Boolean(billed?.quantity)) || differences.length > 0;
  return (
    <Line
      place={place}
      id={line.line}
      around={dropping ? 'dropping' : undefined}
      className={undecided || over !== '' ? 'joined' : undefined}
      title={{
        item: line.receipt
          ? say('bench.receipt_slip', {
              item: line.item.number,
              name: line.item.name,
              receipt: line.receipt.number,
              slip: line.receipt.packingSlip,
            })
          : say('bench.item_order', { item: line.item.number, name: line.item.name, order: line.order.number }),
      }}
      cells={{
        item: <> {line.item.name}</>,
        receipt: (
          <>
            {' '}
            {line.receipt ? (
              <Link className="act" tabIndex={-1} to={`/documents/${line.receipt.id}`}>
                {line.receipt.number}
              </Link>
            ) : (
              <>
                <Link className="act" tabIndex={-1} to={`/documents/${line.order.id}`}>
                  {line.order.number}
                </Link>{' '}
                <span className="dim">{line.state === 'service' ? say('bench.service') : say('parts.not_here')}</span>
              </>
            )}
          </>
        ),
        ordered: <>{showFigure(line.ordered)}</>,
        received: <>{line.state === 'received' ? showFigure(line.open) : <span className="dim">–</span>}</>,
        gap: <>{billed?.quantity ? <Signal from={ordered ? '0' : line.open} to={billed.quantity} /> : null}</>,
        billed: (
          <>
            {' '}
            <FigureCell
              label={say('bench.billed_quantity_of', { name })}
              value={billed?.quantity ?? ''}
              wrong={over === '' ? (wrongAt(refusals, `${pointer}/quantity`) ?? wrongAt(refusals, pointer)) : undefined}
              read={(typed) => typedQuantity(typed, line.item)}
              hint={inPacks(line.item)}
              onChange={(quantity) => actions.set(line, { quantity })}
            />
          </>
        ),
        price: (
          <>
            {' '}
            {line.ownPrice !== undefined && (
              <span className="dim">
                {showPrice(line.ownPrice)} {line.currency} ={' '}
              </span>
            )}
            {showPrice(line.price)} <PerPack line={line} />
          </>
        ),
        pricegap: <>{differs ? <Signal from={line.price} to={billed?.price ?? ''} atLeast={2} /> : null}</>,
        at: (
          <>
            {' '}
            <FigureCell
              label={say('bench.billed_price_of', { name })}
              value={billed?.price ?? line.price}
              wrong={wrongAt(refusals, `${pointer}/price`)}
              onChange={(price) => actions.set(line, { price })}
            />
          </>
        ),
        amount: <>{showFigure(amount)}</>,
      }}
    >
      {over !== '' && (
        <Below className="more" data-difference>
          <TooMany line={line} over={over} places={places} onSplit={(to) => actions.split(line, to)} />
        </Below>
      )}
      {over === '' && billed && undecided && (
        <Below className="more" data-difference>
          <Decided
            {...{ line, name, billed, differences, actions, differs }}
            wrong={wrongAt(refusals, `${pointer}/reason`)}
          />
        </Below>
      )}
    </Line>
  );
});

/** How a quantity may be typed that a paper counts in packs. */
const inPacks = ({ unit, packs }: BillableView['item']): string | undefined =>
  packs.length === 0
    ? undefined
    : say('bench.in_packs', {
        unit,
        packs: packs
          .map((pack) => say('bench.pack_is', { pack: pack.unit, size: showFigure(pack.size), unit }))
          .join(', '),
      });

/** How the differences of a line are decided, and why; what is allowed, and how much of that they use. */
function Decided({
  line,
  name,
  billed,
  differences,
  actions,
  differs,
  wrong,
}: Pick<Props, 'line' | 'differences' | 'actions'> & {
  name: string;
  billed: BilledLine;
  differs: boolean;
  wrong: string | undefined;
}) {
  const { company } = useMe();
  const asksWhy = wrong !== undefined || differences.some(({ outside }) => outside) || Boolean(billed.reason);
  return (
    <span className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      {differs && (
        <span className="inline-block w-[130px]">
          <Choice
            label={say('bench.where_difference', { name })}
            className="text-bronze font-semibold"
            value={billed.difference}
            options={DECISIONS.filter(([key]) => line.item.id !== '0' || key !== 'variance').map(([key, word]) => [
              key,
              say(word),
            ])}
            onChange={(to) => actions.set(line, { difference: to as Decision })}
          />
        </span>
      )}
      {line.state === 'ordered' && (
        <span className="inline-block w-[210px]">
          <Choice
            label={say('bench.billed_not_here', { name })}
            className="text-bronze font-semibold"
            value={billed.wait ? 'wait' : 'ahead'}
            options={[
              ['ahead', say('bench.ahead')],
              ['wait', say('bench.wait_to_pay')],
            ]}
            onChange={(to) => actions.set(line, { wait: to === 'wait' })}
          />
        </span>
      )}
      {differences.map((one) => (
        <Allowed key={one.kind} difference={one} currency={company.currency} />
      ))}
      {asksWhy && (
        <span className="inline-block grow min-w-[220px] max-w-[460px]">
          <Cell
            label={say('bench.why_of', { name })}
            placeholder={say('bench.why_decided')}
            list="usual-reasons"
            value={billed.reason ?? ''}
            wrong={wrong}
            onChange={(reason) => actions.set(line, { reason })}
          />
        </span>
      )}
    </span>
  );
}

const PLACES: Readonly<Record<Elsewhere, MessageId>> = {
  receipts: 'bench.to_receipts',
  wait: 'bench.to_wait',
  ahead: 'bench.ahead',
  credit: 'bench.to_credit',
  'not-ours': 'bench.not_ours',
};

/** More is billed than came: where the rest goes. */
function TooMany({
  line,
  over,
  places,
  onSplit,
}: {
  line: BillableView;
  over: string;
  places: readonly Elsewhere[];
  onSplit: (to: Elsewhere) => void;
}) {
  return (
    <span className="flex flex-wrap items-baseline gap-x-4">
      <span className="text-over">
        {say(line.state === 'received' ? 'bench.more_than_came' : 'bench.more_than_ordered', {
          over: showFigure(over),
          unit: line.item.unit,
        })}
      </span>
      <span className="inline-block w-[300px]">
        <Choice
          label={say('bench.goes_elsewhere', { name: line.item.name })}
          className="text-bronze font-semibold"
          value=""
          options={[['', say('bench.where_goes')], ...places.map((place) => [place, say(PLACES[place])] as const)]}
          onChange={(to) => to && onSplit(to as Elsewhere)}
        />
      </span>
    </span>
  );
}
