import { memo } from 'react';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import type { ItemView, PriceView } from '@obolus/contract/views/setUp';
import type { OrderView } from '@obolus/contract/views/orders';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Cell, Choice, TakeOut } from '../../parts/Cells.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { amountInStock, amountOfLine } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { Lookup } from '../../parts/Lookup.tsx';
import type { Place } from '../../table/column.ts';
import { Below, Line } from '../../table/Line.tsx';
import { FurtherOfLine } from './FurtherOfLine.tsx';
import { type OrderLine, saidBeside } from './orderLine.ts';
import { priceFrom } from './prices.ts';
import { say } from '../../locale/say.ts';

export interface LineProps {
  readonly line: OrderLine;
  readonly at: number;
  /** Where it stands among the lines that are sent. */
  readonly sentAt: number;
  readonly currency: string;
  readonly vendor: string;
  readonly item: ItemView | undefined;
  /** The line as it is on the order already: what it is for does not change. */
  readonly ordered: OrderView['lines'][number] | undefined;
  readonly bought: PriceView | undefined;
  /** The price that is known for it, and where from. */
  readonly knownAt: string | undefined;
  readonly knownFrom: string | undefined;
  readonly refusals: readonly RefusalView[];
  readonly opened: boolean;
  /** What one stock unit should cost once it is here, in base currency; empty while nobody knows. */
  readonly landed: string;
  readonly ruled: PreviewReply['ruled'];
  readonly baseCurrency: string;
  readonly place: Place;
  readonly actions: LineActions;
}

/** The same from one drawing to the next, so that a line is drawn again only where it differs. */
export interface LineActions {
  readonly set: (at: number, to: Partial<OrderLine>) => void;
  readonly choose: (at: number, item: string) => void;
  readonly open: (at: number, opened: boolean) => void;
  readonly takeOut: (at: number) => void;
  /** Sets up an item that is not there yet; undefined for whoever may not. */
  readonly setUp: ((at: number, typed: string) => void) | undefined;
}

/** A unit that the item was never bought in is described in the row below. */
const ANOTHER = '|';

/** A line of the order's grid: one of many, drawn again by itself. */
export const OrderGridLine = memo(function OrderGridLine({
  line,
  at,
  sentAt,
  vendor,
  currency,
  item,
  ordered,
  bought,
  knownAt,
  knownFrom,
  refusals,
  opened,
  landed,
  ruled,
  baseCurrency,
  place,
  actions,
}: LineProps) {
  const wrong = (field: string) => wrongAt(refusals, `/lines/${sentAt}/${field}`);
  const set = (to: Partial<OrderLine>) => actions.set(at, to);
  const isExpense = line.expense !== undefined || (ordered !== undefined && ordered.item === null);
  const said = saidBeside(line) + (line.estimates === undefined ? ruled.length : 0);
  const wide =
    opened ||
    refusals.some((refusal) =>
      /\/(estimates|packSize|vendorNumber|warehouse|taxCode|shipment|department|location|project)/.test(refusal.at),
    );
  return (
    <Line
      place={place}
      className={wide ? 'joined' : ''}
      cells={{
        item: (
          <>
            {' '}
            {ordered ? (
              <span className="name sentence" title={ordered.item?.number ?? ''}>
                {ordered.item?.name ?? ordered.expense}
              </span>
            ) : line.expense === undefined ? (
              <Lookup
                label={say('orders.at_line', { what: { word: 'word.item' }, at: at + 1 })}
                placeholder={say('orders.item_hint')}
                of="items"
                from={vendor}
                chosen={item}
                wrong={wrong('item')}
                onNew={actions.setUp ? (typed) => actions.setUp?.(at, typed) : undefined}
                onChange={(id) => actions.choose(at, id)}
              />
            ) : (
              <Cell
                label={say('orders.at_line', { what: { word: 'orders.expense_label' }, at: at + 1 })}
                placeholder={say('orders.expense_hint')}
                list="expense-accounts"
                value={line.expense}
                wrong={wrong('expense') ?? wrong('item')}
                onChange={(expense) => set({ expense })}
              />
            )}
          </>
        ),
        quantity: (
          <>
            {' '}
            <FigureCell
              label={say('orders.at_line', { what: { word: 'word.quantity' }, at: at + 1 })}
              value={line.quantity}
              wrong={wrong('quantity')}
              onChange={(quantity) => set({ quantity })}
            />
          </>
        ),
        unit: (
          <>
            {' '}
            {isExpense ? (
              say('orders.expense')
            ) : (
              <Choice
                label={say('orders.at_line', { what: { word: 'word.unit' }, at: at + 1 })}
                value={line.packSize === undefined ? (line.unit ?? '') : ANOTHER}
                wrong={line.packSize === undefined ? wrong('unit') : undefined}
                options={item ? unitsOf(item) : NO_UNITS}
                onChange={(unit) => {
                  if (unit === ANOTHER) actions.open(at, true);
                  set(unit === ANOTHER ? { unit: '', packSize: '' } : { unit, packSize: undefined });
                }}
              />
            )}
          </>
        ),
        price: (
          <>
            {' '}
            <FigureCell
              label={say('orders.at_line', { what: { word: 'word.price' }, at: at + 1 })}
              value={line.price}
              wrong={wrong('price')}
              onChange={(price) => set({ price })}
            />
          </>
        ),
        from: (
          <>
            {' '}
            {inStock(line, item)}
            {priceFrom(
              line.price,
              knownAt === undefined ? undefined : { price: knownAt, source: knownFrom ?? '' },
              ordered,
            )}
          </>
        ),
        discount: (
          <>
            {' '}
            <FigureCell
              label={say('orders.at_line', { what: { word: 'orders.discount_percent' }, at: at + 1 })}
              value={line.discount}
              wrong={wrong('discount')}
              onChange={(discount) => set({ discount })}
            />
          </>
        ),
        due: (
          <>
            {' '}
            <DateCell
              label={say('orders.at_line', { what: { word: 'word.due' }, at: at + 1 })}
              value={line.due}
              wrong={wrong('due')}
              onChange={(due) => set({ due })}
            />
          </>
        ),
        amount: <>{showFigure(amountOfLine(line.quantity, line.price, line.discount, currency))}</>,
        more: (
          <>
            {' '}
            <button
              type="button"
              className="dim hover:text-bronze pr-2"
              aria-expanded={wide}
              aria-label={say('orders.more_of_line_at', { at: at + 1 })}
              onClick={() => actions.open(at, !opened)}
            >
              {said > 0 ? `+${said}` : '···'}
            </button>
            {!line.of && (
              <TakeOut label={say('orders.take_out_line', { at: at + 1 })} onClick={() => actions.takeOut(at)} />
            )}
          </>
        ),
      }}
    >
      {wide && (
        <Below className="more">
          <FurtherOfLine
            line={line}
            at={at}
            set={set}
            wrong={wrong}
            goods={!isExpense}
            unit={item?.unit ?? ''}
            known={bought?.number ?? ''}
            ruled={ruled}
            expected={expectedInWords(landed, baseCurrency, item)}
          />
        </Below>
      )}
    </Line>
  );
});

const expectedInWords = (landed: string, currency: string, item: ItemView | undefined): string =>
  landed === '' ? '' : say('orders.should_cost', { unit: item?.unit ?? '', landed: showFigure(landed), currency });

/** How much it is in the stock unit, for goods in packs. */
function inStock({ unit, packSize, quantity }: OrderLine, item: ItemView | undefined): string {
  const size = packSize ?? item?.packs.find((pack) => pack.unit === unit)?.size ?? '';
  const whole = size === '' ? undefined : amountInStock(quantity, size);
  return whole === undefined ? '' : `${showFigure(whole)} ${item?.unit ?? ''} · `;
}

/** Before the item is known its field is there already: who types on goes through the same fields. */
const NO_UNITS: readonly (readonly [string, string])[] = [['', '']];

/** The stock unit, then packs with what each holds of it. */
const unitsOf = ({ unit, packs }: ItemView): (readonly [string, string])[] => [
  ['', unit],
  ...packs.map(
    (pack) => [pack.unit, say('orders.pack_of', { pack: pack.unit, size: showFigure(pack.size), unit })] as const,
  ),
  [ANOTHER, say('orders.another_unit')],
];
