import { useEffect, useMemo, useState } from 'react';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { OrderView } from '@obolus/contract/views/orders';
import { server } from '../../server/api.ts';
import { useItems } from '../../server/known.ts';
import { NewEntry } from '../../entries/NewEntry.tsx';
import { useMe } from '../../server/me.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { Room } from '../../parts/Room.tsx';
import { Suggested } from '../../parts/Suggested.tsx';
import { useLasting } from '../../parts/useLasting.ts';
import { useLines } from '../../parts/useLines.ts';
import { useRowsInView } from '../../parts/useRowsInView.ts';
import { isBlank, NO_EXPENSE, NO_LINE, type OrderLine } from './orderLine.ts';
import { type LineActions, OrderGridLine, WIDTH } from './OrderGridLine.tsx';
import { knownPrice, type KnownPrice, usualUnit } from './prices.ts';
import { byLine } from '../../drafts/byLine.ts';
import { say } from '../../locale/say.ts';

interface Props {
  readonly lines: readonly OrderLine[];
  readonly change: (lines: OrderLine[]) => void;
  readonly refusals: readonly RefusalView[];
  readonly vendor: string;
  readonly currency: string;
  readonly date: string;
  /** The taxes of the vendor's lines, where nothing else is said. */
  readonly taxCode: string;
  /** What the lines should cost once they are here, by the place among those that are sent. */
  readonly expected: PreviewReply['expected'] | undefined;
  /** The lines that are on the order already: what they are for does not change. */
  readonly onOrder?: ReadonlyMap<string, OrderView['lines'][number]>;
}

/** The lines of an order, new or changed: a grid that grows as it is filled; what is seldom said is in a row of its own below. */
export function OrderGrid({
  lines,
  change,
  refusals,
  vendor,
  currency,
  date,
  taxCode,
  expected = NO_COSTS,
  onOrder,
}: Props) {
  const { company, user } = useMe();
  const prices = server.usePricesQuery({ params: { id: vendor } }, { skip: vendor === '' });
  const { table, set, add, remove, sentAt } = useLines(lines, NO_LINE, isBlank, change);
  const inView = useRowsInView(table, lines.length);
  const [opened, setOpened] = useState<ReadonlySet<number>>(new Set());
  const [newItem, setNewItem] = useState<{ at: number; typed: string }>();
  const boughtOf = useMemo(() => new Map(prices.currentData?.rows.map((row) => [row.item, row])), [prices.currentData]);
  const forItem = (line: OrderLine) => line.item || (onOrder?.get(line.of)?.item?.id ?? '');
  const items = useItems(lines.map(forItem));
  const known = (line: OrderLine): KnownPrice | undefined =>
    knownPrice(boughtOf.get(forItem(line)), { unit: line.unit ?? '', quantity: line.quantity, date });
  // A price that was the known one, or none, goes with the quantity and the unit; one that somebody typed stays.
  const priced = (before: OrderLine, now: OrderLine): string =>
    before.price === '' || before.price === known(before)?.price ? (known(now)?.price ?? before.price) : before.price;
  const takeOut = (at: number) => {
    setOpened(new Set());
    // A line on the order is closed, with a reason, on the order's own page.
    if (!lines[at]?.of) remove(at);
  };
  const actions = useLasting<LineActions>({
    set(at, to) {
      const before = lines[at];
      if (!before) return;
      const now = { ...before, ...to };
      set(at, 'quantity' in to || 'unit' in to ? { ...to, price: priced(before, now) } : to);
    },
    choose(at, item) {
      const before = lines[at];
      if (!before) return;
      const now = {
        ...before,
        item,
        unit: usualUnit(boughtOf.get(item)),
        packSize: undefined,
        taxCode: before.taxCode || taxCode,
      };
      set(at, { ...now, price: priced(before, now) });
    },
    open: (at, open) => setOpened(new Set(open ? [...opened, at] : [...opened].filter((row) => row !== at))),
    takeOut,
    setUp: REGISTERS.items.mayChange.includes(user.role) ? (at, typed) => setNewItem({ at, typed }) : undefined,
  });
  // Who types faster than the prices come gets them when they come; what is counted already stays in its unit.
  const late = useLasting({
    fill() {
      const filled = lines.map((line) => {
        if (line.price !== '' || !boughtOf.has(line.item)) return line;
        const now = line.quantity === '' && !line.unit ? { ...line, unit: usualUnit(boughtOf.get(line.item)) } : line;
        return { ...now, price: known(now)?.price ?? '' };
      });
      if (filled.some(({ price }, at) => price !== lines[at]?.price)) change(filled);
    },
  });
  useEffect(() => late.fill(), [late, boughtOf]);
  const append = (line: OrderLine) => {
    const at = lines.length;
    const from = document.activeElement;
    add(line);
    // Of a long order the end is drawn only once it is in view; who has gone elsewhere meanwhile is left there.
    requestAnimationFrame(() => {
      inView.scrollTo(at);
      setTimeout(() => {
        const first = table.current?.querySelector<HTMLElement>(`tbody[data-index="${at}"] :is(input, select)`);
        if (document.activeElement === from || document.activeElement === document.body) first?.focus();
      }, 50);
    });
  };
  const landedAt = useMemo(() => new Map(expected.map(({ line, unitCost }) => [line, unitCost])), [expected]);
  const refusedAt = useMemo(() => byLine(refusals), [refusals]);
  const knownNow = lines.map(known);
  const refresh = () => change(lines.map((line, at) => ({ ...line, price: knownNow[at]?.price ?? line.price })));
  const stale = lines.filter(
    (line, at) => !isBlank(line) && knownNow[at] !== undefined && knownNow[at].price !== line.price,
  ).length;
  const keys = useGridKeys({
    table,
    onLastEnter: () => append(lines.at(-1)?.expense === undefined ? NO_LINE : NO_EXPENSE),
    onRemove: (row) => takeOut(row + (inView.rows[0]?.index ?? 0)),
  });
  return (
    <>
      <table
        className="sheet ruled"
        aria-label={say('orders.lines_of_order')}
        data-lines={lines.length}
        aria-rowcount={lines.length + 2}
        ref={keys}
      >
        <Heads currency={currency} />
        <Room height={inView.above} columns={WIDTH} />
        {inView.rows.map(({ index: at }) => {
          const line = lines[at] ?? NO_LINE;
          return (
            <OrderGridLine
              key={at}
              {...{ line, at, vendor, currency, actions }}
              measure={inView.ref}
              sentAt={sentAt(at)}
              item={items[forItem(line)]}
              ordered={onOrder?.get(line.of)}
              bought={boughtOf.get(forItem(line))}
              {...knownProps(knownNow[at])}
              refusals={refusedAt.get(sentAt(at)) ?? NONE}
              opened={opened.has(at)}
              landed={landedAt.get(sentAt(at)) ?? ''}
              baseCurrency={company.currency}
            />
          );
        })}
        <Room height={inView.below} columns={WIDTH} />
        <tfoot>
          <tr className="plain">
            <td colSpan={WIDTH}>
              <button type="button" className="act mr-6" onClick={() => append(NO_LINE)}>
                {say('orders.another_line')}
              </button>
              <button type="button" className="act mr-6" onClick={() => append(NO_EXPENSE)}>
                {say('orders.line_for_expense')}
              </button>
              {stale > 0 && (
                <button type="button" className="act" onClick={refresh}>
                  {say('orders.prices_now', { stale })}
                </button>
              )}
            </td>
          </tr>
        </tfoot>
      </table>
      <Suggested register="expense-accounts" field="code" />
      {newItem && (
        <NewEntry
          register="items"
          begin={{ name: newItem.typed }}
          onMade={(id) => {
            setNewItem(undefined);
            actions.choose(newItem.at, id);
          }}
          onClose={() => setNewItem(undefined)}
        />
      )}
    </>
  );
}

const Heads = ({ currency }: { currency: string }) => (
  <thead>
    <tr>
      <th>{say('word.item')}</th>
      <th className="num min-w-[84px]">{say('word.quantity')}</th>
      <th className="min-w-[140px]">{say('word.unit')}</th>
      <th className="num min-w-[92px]">{say('word.price')}</th>
      <th className="min-w-[120px]">{say('orders.price_from')}</th>
      <th className="num min-w-[70px]">{say('word.discount_percent')}</th>
      <th className="min-w-[136px]">{say('word.due')}</th>
      <th className="num min-w-[100px]">{say('orders.amount_in', { currency })}</th>
      <th className="min-w-[62px]">
        <span className="sr-only">{say('orders.more_of_line')}</span>
      </th>
    </tr>
  </thead>
);

const knownProps = (known: KnownPrice | undefined) => ({ knownAt: known?.price, knownFrom: known?.source });

const NONE: readonly RefusalView[] = [];
const NO_COSTS: PreviewReply['expected'] = [];
