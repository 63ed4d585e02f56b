import { useEffect, useMemo, useState } from 'react';
import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { OrderView } from '@obolus/contract/views/orders';
import { server } from '../../server/api.ts';
import { useItems, useItemsNamed } from '../../server/known.ts';
import { NewEntry } from '../../entries/NewEntry.tsx';
import { useMe } from '../../server/me.ts';
import { Grid } from '../../table/Grid.tsx';
import { Suggested } from '../../parts/Suggested.tsx';
import { useLasting } from '../../parts/useLasting.ts';
import { useLines } from '../../table/useLines.ts';
import { isBlank, NO_EXPENSE, NO_LINE, type OrderLine } from './orderLine.ts';
import { orderColumns } from './orderColumns.ts';
import { type LineActions, OrderGridLine } from './OrderGridLine.tsx';
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
  readonly ruled: PreviewReply['ruled'] | undefined;
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
  ruled = NO_RULES,
  onOrder,
}: Props) {
  const { company, user } = useMe();
  const prices = server.usePricesQuery({ params: { id: vendor } }, { skip: vendor === '' });
  const { grid, set, add, remove, write, sentAt } = useLines(lines, NO_LINE, isBlank, change);
  const find = useItemsNamed(vendor);
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
  /** A line once an item is chosen on it. */
  const chosen = (before: OrderLine, item: string): OrderLine => {
    const now = {
      ...before,
      item,
      unit: usualUnit(boughtOf.get(item)),
      packSize: undefined,
      taxCode: before.taxCode || taxCode,
    };
    return { ...now, price: priced(before, now) };
  };
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
      set(at, chosen(before, item));
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
  const landedAt = useMemo(() => new Map(expected.map(({ line, unitCost }) => [line, unitCost])), [expected]);
  const ruledAt = useMemo(
    () => new Map(ruled.map(({ line: of }) => [of, ruled.filter(({ line }) => line === of)])),
    [ruled],
  );
  const refusedAt = useMemo(() => byLine(refusals), [refusals]);
  const knownNow = lines.map(known);
  const refresh = () => change(lines.map((line, at) => ({ ...line, price: knownNow[at]?.price ?? line.price })));
  const stale = lines.filter(
    (line, at) => !isBlank(line) && knownNow[at] !== undefined && knownNow[at].price !== line.price,
  ).length;
  const columns = orderColumns({
    currency,
    today: company.today,
    items,
    itemOf: forItem,
    find,
    withItem: (line, item) => chosen(line, item),
  });
  return (
    <>
      <Grid
        name="order-lines"
        label={say('orders.lines_of_order')}
        columns={columns}
        lines={lines}
        handle={grid}
        onLastEnter={() => add(lines.at(-1)?.expense === undefined ? NO_LINE : NO_EXPENSE)}
        onRemove={takeOut}
        blank={() => NO_LINE}
        write={(changed) =>
          write(
            new Map(
              [...changed].map(([at, line]) => [
                at,
                line.price === '' ? { ...line, price: known(line)?.price ?? '' } : line,
              ]),
            ),
          )
        }
        draw={(at, place) => {
          const line = lines[at] ?? NO_LINE;
          return (
            <OrderGridLine
              key={at}
              {...{ line, at, place, vendor, currency, actions }}
              sentAt={sentAt(at)}
              item={items[forItem(line)]}
              ordered={onOrder?.get(line.of)}
              bought={boughtOf.get(forItem(line))}
              {...knownProps(knownNow[at])}
              refusals={refusedAt.get(sentAt(at)) ?? NONE}
              opened={opened.has(at)}
              ruled={ruledAt.get(sentAt(at)) ?? NO_RULES}
              landed={landedAt.get(sentAt(at)) ?? ''}
              baseCurrency={company.currency}
            />
          );
        }}
        foot={
          <>
            <button type="button" className="act mr-6" onClick={() => add(NO_LINE)}>
              {say('orders.another_line')}
            </button>
            <button type="button" className="act mr-6" onClick={() => add(NO_EXPENSE)}>
              {say('orders.line_for_expense')}
            </button>
            {stale > 0 && (
              <button type="button" className="act" onClick={refresh}>
                {say('orders.prices_now', { stale })}
              </button>
            )}
          </>
        }
      />
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

const knownProps = (known: KnownPrice | undefined) => ({ knownAt: known?.price, knownFrom: known?.source });

const NONE: readonly RefusalView[] = [];
const NO_RULES: PreviewReply['ruled'] = [];
const NO_COSTS: PreviewReply['expected'] = [];
