import { useDraggable } from '@dnd-kit/core';
import { useMemo, useRef, useState } from 'react';
import type { BillableView, IncomingBill } from '@obolus/contract/views/bench';
import { Choice } from '../../parts/Cells.tsx';
import { difference, isZero } from '../../parts/exact.ts';
import { showFigure, showPrice } from '../../locale/figures.ts';
import { TableWidth } from '../../table/Line.tsx';
import { Room } from '../../table/Room.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { useRowsInView } from '../../table/useRowsInView.ts';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

type Line = IncomingBill['lines'][number];
type Covers = readonly (readonly { readonly of: string; readonly quantity: string }[])[];

const WHY: Readonly<Record<Line['why'][number], MessageId>> = {
  number: 'bench.by_number',
  words: 'bench.by_words',
  order: 'bench.by_order',
  slip: 'bench.by_slip',
  price: 'bench.by_price',
  'price-near': 'bench.by_near_price',
  quantity: 'bench.by_quantity',
};
const WIDTH = 6;
/** A longer paper is shown whole only when it is asked for: first what is to be looked at. */
const SHORT = 12;

type Shows = 'all' | 'to-look' | 'none';

/** Lines that are surely placed ask for no room. It is settled when the bill is opened: nothing goes away while it is worked on. */
const atFirst = (lines: readonly Line[], covers: Covers): Shows =>
  !lines.some((line, at) => isToLookAt(line, covers[at] ?? [])) ? 'none' : lines.length <= SHORT ? 'all' : 'to-look';

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
        .filter(({ line, at }) => shows === 'all' || (shows === 'to-look' && isToLookAt(line, covers[at] ?? []))),
    [paper.lines, covers, shows],
  );
  const table = useRef<HTMLTableElement>(null);
  const inView = useRowsInView(table, rows.length);
  const places = useMemo(() => lines.map((line) => [line.line, placeName(line)] as const), [lines]);
  const open = paper.lines.filter(({ charge }, at) => (covers[at] ?? []).length === 0 && charge === '').length;
  return (
    <section className={shows === 'none' ? 'pt-1' : 'pt-3'} aria-label={say('bench.paper_says')}>
      {shows !== 'none' && <h2 className="cap">{say('bench.paper_says')}</h2>}
      {shows !== 'none' && (
        <TableWidth value={WIDTH}>
          <table
            className="sheet ruled tight"
            aria-label={say('bench.lines_of_paper')}
            data-lines={paper.lines.length}
            aria-rowcount={paper.lines.length + 1}
            ref={table}
          >
            <thead>
              <tr>
                <th>{say('bench.description')}</th>
                <th className="num">{say('word.quantity')}</th>
                <th className="num">{say('word.price')}</th>
                <th className="num">{say('word.amount')}</th>
                <th className="min-w-[230px]">{say('bench.matched_to')}</th>
                <th>{say('bench.matched_by')}</th>
              </tr>
            </thead>
            <Room height={inView.above} />
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
            <Room height={inView.below} />
            {charges.length > 0 && (
              <tbody>
                {charges.map(({ said, amount }, at) => (
                  <tr key={at}>
                    <td className="name">{said || '–'}</td>
                    <td colSpan={2} />
                    <td className="num strong">{showFigure(amount)}</td>
                    <td colSpan={2} className="dim">
                      {say('bench.charge_on_all')}
                    </td>
                  </tr>
                ))}
              </tbody>
            )}
          </table>
        </TableWidth>
      )}
      <p className="flex flex-wrap items-baseline gap-x-6 pt-1 pb-4">
        <button type="button" className="act" onClick={onPropose}>
          {say('bench.accept_proposal')}
        </button>
        {first !== 'all' && (
          <button
            type="button"
            className="act"
            aria-expanded={shows === 'all'}
            onClick={() => setShows(shows === 'all' ? first : 'all')}
          >
            {shows === 'all' ? awayOf(first) : say('bench.all_lines', { count: paper.lines.length })}
          </button>
        )}
        {shows === 'none' && <span className="dim">{say('bench.all_placed')}</span>}
        {shows === 'to-look' && <span className="dim">{say('bench.lines_to_look', { count: rows.length })}</span>}
        {open > 0 && <span className="text-bronze">{say('bench.for_nothing', { count: open })}</span>}
        <span className="grow" />
        <span className="dim">{say('bench.tax_of', { tax: showFigure(tax) })}</span>
        {!isZero(difference(tax, expected || '0')) && (
          <span title={say('bench.tax_against')}>
            <Signal from={expected || '0'} to={tax} atLeast={2} />{' '}
            <span className="dim">{say('bench.by_codes', { expected: showFigure(expected || '0') })}</span>
          </span>
        )}
      </p>
    </section>
  );
}

const AWAY: Readonly<Record<Exclude<Shows, 'all'>, MessageId>> = {
  none: 'bench.lines_away',
  'to-look': 'bench.only_look',
};

const awayOf = (first: Shows): string => (first === 'all' ? '' : say(AWAY[first]));

const isToLookAt = (line: Line, covers: Covers[number]): boolean =>
  (line.covers.length > 0 && !line.certain) || (covers.length === 0 && line.charge === '');

const placeName = (line: BillableView): string =>
  `${line.receipt?.number ?? say('bench.order_outstanding', { order: line.order.number })} · ${line.item.name}`;

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
    ['', line.charge === '' ? say('bench.nothing_here') : say('bench.a_charge', { charge: line.charge })],
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
          title={say('bench.drag_it', { said: line.said })}
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
            label={say('bench.what_for', { said: line.said })}
            value={several ? 'several' : (covers[0]?.of ?? '')}
            options={options}
            onChange={(to) => to !== 'several' && onMove(to)}
          />
        </td>
        <td className="dim max-w-[190px] truncate" title={line.why.map((why) => say(WHY[why])).join(', ')}>
          {line.covers.length > 0 && !line.certain && <b className="text-bronze">{say('bench.look_at_it')} </b>}
          {line.why.map((why) => say(WHY[why])).join(', ')}
        </td>
      </tr>
    </tbody>
  );
}
