import { Fragment, useState } from 'react';
import { CHARGE_KINDS, type BodyOf, type RefusalView } from '@obolus/contract/commands';
import type { OrderView } from '@obolus/contract/views';
import { server } from '../../app/api.ts';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Cell, Choice, FigureCell, TakeOut } from '../../parts/Cells.tsx';
import { amountOfLine } from '../../parts/exact.ts';
import { showFigure } from '../../parts/figures.ts';
import { gridKeys } from '../../parts/gridKeys.ts';
import { Lookup } from '../../parts/Lookup.tsx';
import { useLines } from '../../parts/useLines.ts';

export type OrderLine = BodyOf<'order-change'>['lines'][number];
type Estimate = NonNullable<OrderLine['estimates']>[number];

export const NO_LINE: OrderLine = { of: '', item: '', quantity: '', price: '', discount: '', due: '' };
const NO_EXPENSE: OrderLine = { ...NO_LINE, expense: '' };
export const isBlank = (line: OrderLine): boolean => !line.of && line.item === '' && !line.expense && line.quantity === '' && line.price === '';

interface Props {
  readonly lines: readonly OrderLine[];
  readonly change: (lines: OrderLine[]) => void;
  readonly refusals: readonly RefusalView[];
  readonly vendor: string;
  readonly currency: string;
  /** The lines that are on the order already: what they are for does not change. */
  readonly onOrder?: ReadonlyMap<string, OrderView['lines'][number]>;
}

const WIDTH = 9;

/** The lines of an order, new or changed: a grid that grows as it is filled; what is seldom said is in a row of its own below. */
export function OrderGrid({ lines, change, refusals, vendor, currency, onOrder }: Props) {
  const items = server.useItemsQuery();
  const prices = server.usePricesQuery({ params: { id: vendor } }, { skip: vendor === '' });
  const { table, set, add, remove, sentAt } = useLines(lines, NO_LINE, isBlank, change);
  const [opened, setOpened] = useState<ReadonlySet<number>>(new Set());
  const choose = (at: number, item: string) => {
    const known = prices.data?.rows.find((row) => row.item === item);
    set(at, { item, ...(known && lines[at]?.price === '' ? { price: known.price } : {}) });
  };
  const toggle = (at: number) => setOpened(new Set(opened.has(at) ? [...opened].filter((row) => row !== at) : [...opened, at]));
  const takeOut = (at: number) => {
    setOpened(new Set());
    // A line on the order is closed, with a reason, on the order's own page.
    if (!lines[at]?.of) remove(at);
  };
  return (
    <table className="sheet ruled" ref={table} aria-label="Lines of the order">
      <thead>
        <tr>
          <th>Item</th>
          <th className="num min-w-[110px]">Quantity</th>
          <th className="min-w-[56px]">Unit</th>
          <th className="num min-w-[120px]">Price</th>
          <th className="min-w-[120px]">Price from</th>
          <th className="num min-w-[80px]">Less %</th>
          <th className="min-w-[140px]">Due</th>
          <th className="num min-w-[120px]">Amount, {currency}</th>
          <th className="min-w-[62px]">
            <span className="sr-only">More of the line</span>
          </th>
        </tr>
      </thead>
      <tbody onKeyDown={gridKeys({ onLastEnter: () => add(lines.at(-1)?.expense === undefined ? NO_LINE : NO_EXPENSE), onRemove: takeOut })}>
        {lines.map((line, at) => {
          const ordered = onOrder?.get(line.of);
          const item = items.data?.rows.find((entry) => entry.id === line.item) ?? ordered?.item;
          const known = prices.data?.rows.find((row) => row.item === (line.item || ordered?.item?.id));
          const wrong = (field: string) => wrongAt(refusals, `/lines/${sentAt(at)}/${field}`);
          const isExpense = line.expense !== undefined || (ordered !== undefined && ordered.item === null);
          const wide = opened.has(at) || refusals.some((refusal) => refusal.at.startsWith(`/lines/${sentAt(at)}/estimates`));
          return (
            <Fragment key={at}>
              <tr className={wide ? 'joined' : ''}>
                <td className="lookup">
                  {ordered ? (
                    <span className="name sentence" title={ordered.item?.number ?? ''}>
                      {ordered.item?.name ?? ordered.expense}
                    </span>
                  ) : line.expense === undefined ? (
                    <Lookup
                      label={`Item, line ${at + 1}`}
                      placeholder="Number or name"
                      options={items.data?.rows ?? []}
                      value={line.item}
                      wrong={wrong('item')}
                      onChange={(id) => choose(at, id)}
                    />
                  ) : (
                    <Cell
                      label={`Expense, line ${at + 1}`}
                      placeholder="An expense: packing paper, cleaning …"
                      value={line.expense}
                      wrong={wrong('expense') ?? wrong('item')}
                      onChange={(expense) => set(at, { expense })}
                    />
                  )}
                </td>
                <td>
                  <FigureCell
                    label={`Quantity, line ${at + 1}`}
                    value={line.quantity}
                    wrong={wrong('quantity')}
                    onChange={(quantity) => set(at, { quantity })}
                  />
                </td>
                <td className="dim">{isExpense ? 'expense' : item?.unit}</td>
                <td>
                  <FigureCell label={`Price, line ${at + 1}`} value={line.price} wrong={wrong('price')} onChange={(price) => set(at, { price })} />
                </td>
                <td className="dim">{priceFrom(line, known, ordered?.price)}</td>
                <td>
                  <FigureCell
                    label={`Discount in percent, line ${at + 1}`}
                    value={line.discount}
                    wrong={wrong('discount')}
                    onChange={(discount) => set(at, { discount })}
                  />
                </td>
                <td>
                  <Cell label={`Due, line ${at + 1}`} type="date" value={line.due} wrong={wrong('due')} onChange={(due) => set(at, { due })} />
                </td>
                <td className="num strong">{showFigure(amountOfLine(line.quantity, line.price, line.discount, currency))}</td>
                <td className="num">
                  <button
                    type="button"
                    className="dim hover:text-bronze pr-2"
                    aria-expanded={wide}
                    aria-label={`More of line ${at + 1}`}
                    onClick={() => toggle(at)}
                  >
                    {said(line) > 0 ? `+${said(line)}` : '···'}
                  </button>
                  {!line.of && <TakeOut label={`Take out line ${at + 1}`} onClick={() => takeOut(at)} />}
                </td>
              </tr>
              {wide && (
                <tr data-more>
                  <td colSpan={WIDTH} className="more">
                    <Further line={line} at={at} set={(to) => set(at, to)} wrong={wrong} goods={!isExpense} />
                  </td>
                </tr>
              )}
            </Fragment>
          );
        })}
      </tbody>
      <tfoot>
        <tr className="plain">
          <td colSpan={WIDTH}>
            <button type="button" className="act mr-6" onClick={() => add()}>
              Another line
            </button>
            <button type="button" className="act" onClick={() => add(NO_EXPENSE)}>
              A line for an expense
            </button>
          </td>
        </tr>
      </tfoot>
    </table>
  );
}

function priceFrom(line: OrderLine, known: { price: string; source: string } | undefined, ordered: string | undefined): string {
  if (ordered !== undefined && line.price === ordered) return 'as ordered';
  if (known) return known.price === line.price ? known.source : `not the ${known.source}: ${known.price}`;
  return line.price ? 'typed' : '';
}

/** How much is said of a line beyond what every line says. */
const said = ({ department, location, project, estimates }: OrderLine): number =>
  [department, location, project].filter(Boolean).length + (estimates?.length ?? 0);

const BY: readonly (readonly [Estimate['by'], string])[] = [
  ['unit', 'for each unit'],
  ['percent', 'percent of the goods'],
  ['flat', 'for the whole line'],
  ['tariff', 'by the tariff'],
];

function Further({
  line,
  at,
  set,
  wrong,
  goods,
}: {
  line: OrderLine;
  at: number;
  set: (to: Partial<OrderLine>) => void;
  wrong: (field: string) => string | undefined;
  goods: boolean;
}) {
  const estimates = line.estimates ?? [];
  const change = (place: number, to: Partial<Estimate>) =>
    set({ estimates: estimates.map((estimate, position) => (position === place ? { ...estimate, ...to } : estimate)) });
  const unused = CHARGE_KINDS.find((kind) => !estimates.some((estimate) => estimate.kind === kind));
  return (
    <div className="flex flex-wrap items-start gap-x-8 gap-y-2">
      {(['department', 'location', 'project'] as const).map((name) => (
        <label key={name} className="flex items-baseline gap-2">
          <span className="sentence dim">{name}</span>
          <span className="inline-block w-[170px]">
            <Cell label={`${name[0]?.toUpperCase()}${name.slice(1)}, line ${at + 1}`} value={line[name] ?? ''} onChange={(text) => set({ [name]: text })} />
          </span>
        </label>
      ))}
      {goods && (
        <div className="flex flex-col gap-1">
          {estimates.map((estimate, place) => (
            <div key={place} className="flex items-baseline gap-2">
              <span className="dim whitespace-nowrap">Expected with it</span>
              <Choice
                label={`Estimated charge ${place + 1}, line ${at + 1}`}
                value={estimate.kind}
                options={CHARGE_KINDS.map((kind) => [kind, kind])}
                wrong={wrong(`estimates/${place}/kind`)}
                onChange={(kind) => change(place, { kind: kind as Estimate['kind'] })}
              />
              {estimate.by !== 'tariff' && (
                <span className="inline-block w-[90px] shrink-0">
                  <FigureCell
                    label={`Figure of estimated charge ${place + 1}, line ${at + 1}`}
                    value={estimate.figure}
                    wrong={wrong(`estimates/${place}/figure`) ?? wrong(`estimates/${place}/amount`)}
                    onChange={(figure) => change(place, { figure })}
                  />
                </span>
              )}
              <Choice
                label={`How charge ${place + 1} is estimated, line ${at + 1}`}
                value={estimate.by}
                options={BY}
                onChange={(by) => change(place, { by: by as Estimate['by'] })}
              />
              <TakeOut
                label={`Take out estimated charge ${place + 1}, line ${at + 1}`}
                onClick={() => set({ estimates: estimates.filter((_, position) => position !== place) })}
              />
            </div>
          ))}
          {unused && (
            <button type="button" className="act self-start" onClick={() => set({ estimates: [...estimates, { kind: unused, by: 'unit', figure: '' }] })}>
              {estimates.length === 0 ? 'Expect freight or another charge with it' : 'Expect another charge'}
            </button>
          )}
        </div>
      )}
    </div>
  );
}
