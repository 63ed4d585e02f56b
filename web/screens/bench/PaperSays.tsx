import { useDraggable } from '@dnd-kit/core';
import { useMemo, useRef, useState } from 'react';
import type { BillableView, IncomingBill } from '@obolus/contract/views/bench';
import { Choice } from '../../parts/Cells.tsx';
import { difference, isZero } from '../../parts/exact.ts';
import { count, showFigure, showPrice } from '../../parts/figures.ts';
import { Room } from '../../parts/Room.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { useRowsInView } from '../../parts/useRowsInView.ts';

type Line = IncomingBill['lines'][number];
type Covers = readonly (readonly { readonly of: string; readonly quantity: string }[])[];

const WHY: Readonly<Record<Line['why'][number], string>> = {
  number: 'the item’s number',
  words: 'the words',
  order: 'the order',
  slip: 'the packing slip',
  price: 'the price',
  'price-near': 'a price that is near',
  quantity: 'the quantity',
};
const WIDTH = 6;
/** A longer paper is shown whole only when it is asked for: first what is to be looked at. */
const SHORT = 12;

type Shows = 'all' | 'to look at' | 'none';

/** Lines that are surely placed ask for no room. It is settled when the bill is opened: nothing goes away while it is worked on. */
const atFirst = (lines: readonly Line[], covers: Covers): Shows =>
  !lines.some((line, at) => isToLookAt(line, covers[at] ?? [])) ? 'none' : lines.length <= SHORT ? 'all' : 'to look at';

interface Shown {
  readonly paper: IncomingBill;
  /** Which lines each line of the paper is for, as it stands now. */
  readonly covers: Covers;
  readonly lines: readonly BillableView[];
  /** The tax that the orders' codes make for what is billed; empty for none. */
  readonly tax: string;
  readonly onMove: (at: number, to: BillableView | undefined) => void;
  readonly onPropose: () => void;
}

/** The bill as its paper says it: each line with what it is taken for, and why. A line is dragged onto another, or given one by keyboard. */
export function PaperSays({ paper, covers, lines, tax: expected, onMove, onPropose }: Shown) {
  const { tax, charges } = paper;
  const [first] = useState(() => atFirst(paper.lines, covers));
  const [shows, setShows] = useState(first);
  const rows = useMemo(
    () =>
      paper.lines
        .map((line, at) => ({ line, at }))
        .filter(({ line, at }) => shows === 'all' || (shows === 'to look at' && isToLookAt(line, covers[at] ?? []))),
    [paper.lines, covers, shows],
  );
  const table = useRef<HTMLTableElement>(null);
  const inView = useRowsInView(table, rows.length);
  const places = useMemo(() => lines.map((line) => [line.line, placeName(line)] as const), [lines]);
  const open = paper.lines.filter(({ charge }, at) => (covers[at] ?? []).length === 0 && charge === '').length;
  return (
    <section className={shows === 'none' ? 'pt-1' : 'pt-3'} aria-label="What the paper says">
      {shows !== 'none' && <h2 className="cap">What the paper says</h2>}
      {shows !== 'none' && (
        <table
          className="sheet ruled tight"
          aria-label="Lines of the paper"
          aria-rowcount={paper.lines.length + 1}
          ref={table}
        >
          <thead>
            <tr>
              <th>Description</th>
              <th className="num">Quantity</th>
              <th className="num">Price</th>
              <th className="num">Amount</th>
              <th className="min-w-[230px]">Matched to</th>
              <th>Matched by</th>
            </tr>
          </thead>
          <Room height={inView.above} columns={WIDTH} />
          {inView.rows.map(({ index }) => {
            const row = rows[index];
            return (
              row && (
                <PaperLine
                  key={row.at}
                  {...row}
                  covers={covers[row.at] ?? []}
                  places={places}
                  measure={inView.ref}
                  index={index}
                  onMove={(to) =>
                    onMove(
                      row.at,
                      lines.find(({ line }) => line === to),
                    )
                  }
                />
              )
            );
          })}
          <Room height={inView.below} columns={WIDTH} />
          {charges.length > 0 && (
            <tbody>
              {charges.map(({ said, amount }, at) => (
                <tr key={at}>
                  <td className="name">{said}</td>
                  <td colSpan={2} />
                  <td className="num strong">{showFigure(amount)}</td>
                  <td colSpan={2} className="dim">
                    a charge on all of it
                  </td>
                </tr>
              ))}
            </tbody>
          )}
        </table>
      )}
      <p className="flex flex-wrap items-baseline gap-x-6 pt-1 pb-4">
        <button type="button" className="act" onClick={onPropose}>
          Accept the proposal
        </button>
        {first !== 'all' && (
          <button
            type="button"
            className="act"
            aria-expanded={shows === 'all'}
            onClick={() => setShows(shows === 'all' ? first : 'all')}
          >
            {shows === 'all'
              ? AWAY[first]
              : paper.lines.length === 1
                ? 'The line of the paper'
                : `All ${paper.lines.length} lines of the paper`}
          </button>
        )}
        {shows === 'none' && <span className="dim">Every line is surely placed.</span>}
        {shows === 'to look at' && <span className="dim">{count(rows.length, 'line')} to be looked at.</span>}
        {open > 0 && (
          <span className="text-bronze">
            {open === 1 ? 'One line is' : `${open} lines are`} for nothing that is received or ordered and not billed.
          </span>
        )}
        <span className="grow" />
        <span className="dim">Tax {showFigure(tax)}</span>
        {!isZero(difference(tax, expected || '0')) && (
          <span title="What the paper asks for, against the tax codes of the orders">
            <Signal from={expected || '0'} to={tax} atLeast={2} />{' '}
            <span className="dim">by the orders’ codes {showFigure(expected || '0')}</span>
          </span>
        )}
      </p>
    </section>
  );
}

const AWAY: Readonly<Record<Shows, string>> = {
  all: '',
  none: 'Put the paper’s lines away',
  'to look at': 'Only what is to be looked at',
};

const isToLookAt = (line: Line, covers: Covers[number]): boolean =>
  (line.covers.length > 0 && !line.certain) || (covers.length === 0 && line.charge === '');

const placeName = (line: BillableView): string =>
  `${line.receipt?.number ?? `${line.order.number} to come`} · ${line.item.name}`;

interface LineProps {
  readonly line: Line;
  readonly at: number;
  readonly index: number;
  readonly covers: Covers[number];
  readonly places: readonly (readonly [string, string])[];
  readonly measure: (line: HTMLElement | null) => void;
  readonly onMove: (to: string) => void;
}

function PaperLine({ line, at, index, covers, places, measure, onMove }: LineProps) {
  const { setNodeRef, listeners, isDragging, transform } = useDraggable({ id: `paper ${at}`, data: { at } });
  const several = covers.length > 1;
  const names = new Map(places);
  const options: (readonly [string, string])[] = [
    ['', line.charge === '' ? 'nothing here' : `a charge: ${line.charge}`],
    ...(several
      ? [
          [
            'several',
            covers
              .map(({ of, quantity }) => `${(names.get(of) ?? '').split(' · ')[0]} ${showFigure(quantity)}`)
              .join(', '),
          ] as const,
        ]
      : []),
    ...places,
  ];
  return (
    <tbody ref={measure} data-index={index}>
      <tr
        style={
          transform
            ? { transform: `translate(${transform.x}px, ${transform.y}px)`, position: 'relative', zIndex: 5 }
            : undefined
        }
        className={isDragging ? 'here' : undefined}
      >
        <td
          className="name cursor-grab"
          ref={setNodeRef}
          {...listeners}
          title={`${line.said}: drag it onto the line that it is for`}
        >
          {line.said}
        </td>
        <td className="num">
          {showFigure(line.quantity)} <span className="dim">{line.unit}</span>
        </td>
        <td className="num">{showPrice(line.price)}</td>
        <td className="num strong">{showFigure(line.amount)}</td>
        <td>
          <Choice
            label={`What ${line.said} is for`}
            value={several ? 'several' : (covers[0]?.of ?? '')}
            options={options}
            onChange={(to) => to !== 'several' && onMove(to)}
          />
        </td>
        <td className="dim max-w-[190px] truncate" title={line.why.map((why) => WHY[why]).join(', ')}>
          {line.covers.length > 0 && !line.certain && <b className="text-bronze">look at it · </b>}
          {line.why.map((why) => WHY[why]).join(', ')}
        </td>
      </tr>
    </tbody>
  );
}
