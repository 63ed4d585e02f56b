import { useRef } from 'react';
import { useKey } from '../keys/useKey.ts';
import { LISTS } from '@obolus/contract/lists';
import type { Condition, ListRow, ListState, ListView, List as Described } from '@obolus/contract/listState';
import { saidAgainst, server, type AskedList } from '../server/api.ts';
import { showFigure } from '../locale/figures.ts';
import { Problem } from '../parts/Problem.tsx';
import { useSettled } from '../parts/useSettled.ts';
import { FindField } from './FindField.tsx';
import { firstCondition, ListConditions, saidConditions } from './ListConditions.tsx';
import { ListViews } from './ListViews.tsx';
import { useAddressState, useOwnState, type KeptState } from './useListState.ts';
import { listColumn, namedBy, Row, walkRows, type Props } from './Rows.tsx';
import { Files, Further } from './Pages.tsx';
import { ChooseColumns } from '../table/ChooseColumns.tsx';
import { Table } from '../table/Table.tsx';
import { type Columns as Model, useColumns } from '../table/useColumns.ts';
import { useRowsInView } from '../table/useRowsInView.ts';
import { say } from '../locale/say.ts';

const NOTHING: ListState = {};

const ASKED_AFTER = 150;

const NONE: readonly Condition[] = [];

/** The list of a screen: how it is looked at stands in the address. */
export function List(props: Props) {
  const kept = useAddressState(props.first ?? NOTHING);
  return <Shown {...props} {...kept} slash />;
}

/** One list of several on a screen. */
export function ListBeside(props: Props) {
  const kept = useOwnState(props.first ?? NOTHING);
  return <Shown {...props} {...kept} />;
}

/** Rows that are sorted, filtered and paged by the server, walked with the arrow keys and opened with Enter; the same for every list. */
function Shown({
  list,
  fixed = NONE,
  without = [],
  show = {},
  empty,
  title,
  state,
  set,
  slash = false,
}: Props & KeptState & { slash?: boolean }) {
  const described: Described = LISTS[list];
  const heading = title ?? say(described.title);
  const columns = described.columns.filter(({ name, hidden }) => !hidden && !without.includes(name));
  const shown = columns.filter(({ name, optional }) =>
    state.columns === undefined ? !optional : state.columns.includes(name),
  );
  const named = namedBy(shown);
  const all = columns.map((column) => listColumn(column, described, named, { state, set }));
  const table = useRef<HTMLTableElement>(null);
  const where = state.where ?? [];
  const asked: AskedList = {
    list,
    sort: state.sort,
    down: state.down,
    find: state.find,
    where: [...fixed, ...saidConditions(where)],
  };
  const settled = useSettled(asked, ASKED_AFTER);
  const pages = server.useListInfiniteQuery(settled);
  const first = pages.currentData?.pages[0] ?? pages.data?.pages[0];
  const rows = (pages.currentData ?? pages.data)?.pages.flatMap((page) => page.rows) ?? [];
  const inView = useRowsInView(table, rows.length);
  const model: Model<ListRow> = {
    ...useColumns(
      `list-${list}`,
      all.filter(({ id }) => shown.some(({ name }) => name === id)),
      rows.length,
    ),
    // What is shown stands in the address, like all else of how a list is looked at; one column stays.
    hide(id, hidden) {
      const names = columns
        .map(({ name }) => name)
        .filter((name) => (name === id ? !hidden : shown.some((column) => column.name === name)));
      if (names.length > 0) set({ ...state, columns: names });
    },
  };
  const isNarrowed = (state.find ?? '') !== '' || asked.where.length > fixed.length;
  const box = useRef<HTMLInputElement>(null);
  useKey('filter', () => box.current?.focus(), { when: slash });
  if (pages.isError && first === undefined) return <Problem error={pages.error} again={pages.refetch} />;
  if (first?.count === 0 && !isNarrowed)
    return title === undefined ? (
      empty
    ) : (
      <section aria-label={title}>
        <h2 className="title">{title}</h2>
        <div className="dim">{empty}</div>
      </section>
    );
  return (
    <section aria-label={heading} aria-busy={pages.isFetching}>
      {title === undefined && <ListViews list={list} known={described.views ?? []} all={ALL} state={state} set={set} />}
      <div className="list-tools">
        {title !== undefined && <h2 className="title">{title}</h2>}
        {(title === undefined || isNarrowed || first?.next) && (
          <FindField
            box={box}
            label={say('lists.find_in', { list: heading })}
            placeholder={slash ? say('lists.find_slash') : say('lists.find')}
            value={state.find ?? ''}
            onChange={(find) => set({ ...state, find })}
          />
        )}
        <span className="dim" role="status">
          {first?.count == null ? '' : say(described.rows, { count: first.count })}
        </span>
        <button
          type="button"
          className="act"
          onClick={() => set({ ...state, where: [...where, firstCondition(columns)] })}
        >
          {where.length === 0 ? say('lists.filter') : say('lists.and_more')}
        </button>
        <ChooseColumns inWords label={heading} columns={all} model={model} />
        <span className="grow" />
        <Files asked={asked} columns={shown} />
      </div>
      {where.length > 0 && (
        <ListConditions columns={columns} where={where} change={(to) => set({ ...state, where: to })} />
      )}
      {pages.isError && (
        <p className="wrong py-1" role="alert">
          {saidAgainst(pages.error)}
        </p>
      )}
      <div onKeyDown={walkRows}>
        <Table
          label={heading}
          columns={all}
          model={model}
          count={rows.length}
          inView={inView}
          table={table}
          plain
          sums={
            rows.length > 0 && shown.some(({ sum }) => sum)
              ? [
                  {
                    cells: Object.fromEntries(
                      shown.map(({ name, sum }, at) => [
                        name,
                        sum ? showFigure(first?.sums[name]) : at === 0 ? say('lists.total') : '',
                      ]),
                    ),
                  },
                ]
              : []
          }
          draw={(at, place) => {
            const row = rows[at];
            return row && <Row key={row.id} row={row} place={place} columns={shown} show={show} />;
          }}
        />
      </div>
      {rows.length === 0 && first !== undefined && <p className="dim py-4">{say('lists.nothing_fits')}</p>}
      {pages.hasNextPage && (
        <Further key={rows.length} busy={pages.isFetchingNextPage} fetch={() => void pages.fetchNextPage()} />
      )}
    </section>
  );
}

const ALL: ListView = { name: 'lists.all', state: { where: [] } };
