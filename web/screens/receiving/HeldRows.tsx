import type { RefusalView } from '@obolus/contract/commands';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import { server } from '../../server/api.ts';
import { useItems } from '../../server/known.ts';
import { wrongAt } from '../../drafts/useDraft.ts';
import { Cell, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { useGridKeys } from '../../table/useGridKeys.ts';
import { Lookup } from '../../parts/Lookup.tsx';
import type { HeldRow } from './counting.ts';
import { Photo } from '../../parts/Photo.tsx';
import { say } from '../../locale/say.ts';

interface Props {
  readonly rows: readonly HeldRow[];
  readonly lines: readonly OpenOrderLine[];
  /** Where the goods come in; its bins for rejects are offered. */
  readonly warehouse: string;
  readonly refusals: readonly RefusalView[];
  readonly change: (rows: readonly HeldRow[]) => void;
}

/** Goods that came and are not taken: rejected, or without an order. They post nothing and are kept on a list. */
export function HeldRows({ rows, lines, warehouse, refusals, change }: Props) {
  const items = useItems(rows.map(({ item }) => item));
  const warehouses = server.useWarehousesQuery();
  const places =
    (warehouses.data?.rows.find(({ id }) => id === warehouse) ?? warehouses.data?.rows[0])?.bins.filter(
      ({ kind }) => kind === 'rejects',
    ) ?? [];
  const set = (at: number, to: Partial<HeldRow>) =>
    change(rows.map((row, position) => (position === at ? { ...row, ...to } : row)));
  const takeOut = (at: number) => change(rows.filter((_, position) => position !== at));
  const keys = useGridKeys({ onRemove: takeOut });
  return (
    <table className="sheet ruled mt-6" aria-label={say('document.held')}>
      <thead>
        <tr>
          <th>{say('receiving.held_post_nothing')}</th>
          <th className="num min-w-[90px]">{say('word.quantity')}</th>
          <th className="min-w-[50px]">{say('word.unit')}</th>
          <th className="min-w-[200px]">{say('word.reason')}</th>
          <th className="min-w-[130px]">{say('receiving.place')}</th>
          <th className="min-w-[90px]">{say('receiving.photo')}</th>
          <th className="min-w-[30px]">
            <span className="sr-only">{say('entries.take_out')}</span>
          </th>
        </tr>
      </thead>
      <tbody ref={keys}>
        {rows.map((row, at) => {
          const ordered = lines.find((line) => line.line === row.of);
          const item = ordered?.item ?? items[row.item];
          const wrong = (field: string) => wrongAt(refusals, `/held/${at}/${field}`);
          return (
            <tr key={at}>
              <td className="lookup">
                {ordered ? (
                  <span className="name">
                    {ordered.item.name} <span className="dim">{ordered.order.number}</span>
                  </span>
                ) : (
                  <div className="flex gap-2">
                    <Lookup
                      label={say('receiving.held_item', { at: at + 1 })}
                      placeholder={say('receiving.an_item')}
                      of="items"
                      chosen={items[row.item]}
                      wrong={wrong('item')}
                      onChange={(id) => set(at, { item: id })}
                    />
                    {row.item === '' && (
                      <div className="grow">
                        <Cell
                          label={say('receiving.held_what', { at: at + 1 })}
                          placeholder={say('receiving.in_words')}
                          value={row.what}
                          wrong={wrong('what')}
                          onChange={(what) => set(at, { what })}
                        />
                      </div>
                    )}
                  </div>
                )}
              </td>
              <td>
                <FigureCell
                  label={say('receiving.held_quantity', { at: at + 1 })}
                  value={row.quantity}
                  wrong={wrong('quantity')}
                  onChange={(quantity) => set(at, { quantity })}
                />
              </td>
              <td className="dim">{item?.unit}</td>
              <td>
                <Cell
                  label={say('receiving.held_why', { at: at + 1 })}
                  value={row.reason}
                  wrong={wrong('reason')}
                  onChange={(reason) => set(at, { reason })}
                />
              </td>
              <td>
                <Cell
                  label={say('receiving.held_where', { at: at + 1 })}
                  value={row.place}
                  wrong={wrong('place')}
                  list="places for rejects"
                  onChange={(place) => set(at, { place })}
                />
              </td>
              <td>
                <Photo
                  label={say('receiving.held_photo', { at: at + 1 })}
                  id={row.photo ?? ''}
                  onKept={(photo) => set(at, { photo })}
                />
              </td>
              <td className="num">
                <TakeOut label={say('receiving.held_out', { at: at + 1 })} onClick={() => takeOut(at)} />
              </td>
            </tr>
          );
        })}
      </tbody>
      <caption className="sr-only">
        <datalist id="places for rejects">
          {places.map(({ code }) => (
            <option key={code} value={code} />
          ))}
        </datalist>
      </caption>
    </table>
  );
}
