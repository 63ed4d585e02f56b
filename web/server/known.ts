import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { useSelector } from 'react-redux';
import type { ItemView, VendorView } from '@obolus/contract/views/setUp';
import { server } from './api.ts';

/** Items and vendors that were answered so far, by id. Of a hundred thousand only those that are shown or were looked for are here. */
export interface Known {
  readonly items: Readonly<Record<string, ItemView>>;
  readonly vendors: Readonly<Record<string, VendorView>>;
}

interface Answered<Row> {
  readonly rows: readonly Row[];
}

const NOTHING: Known = { items: {}, vendors: {} };

const byId = <Row extends { readonly id: string }>(
  known: Readonly<Record<string, Row>>,
  { payload }: PayloadAction<Answered<Row>>,
): Readonly<Record<string, Row>> => ({ ...known, ...Object.fromEntries(payload.rows.map((row) => [row.id, row])) });

export const knownSlice = createSlice({
  name: 'known',
  initialState: NOTHING,
  reducers: {},
  extraReducers: (build) => {
    const { items, vendors, saveEntry, loadImport } = server.endpoints;
    build
      .addMatcher(items.matchFulfilled, (known, answer) => ({ ...known, items: byId(known.items, answer) }))
      .addMatcher(vendors.matchFulfilled, (known, answer) => ({ ...known, vendors: byId(known.vendors, answer) }))
      // What was changed is asked for anew by whoever shows it.
      .addMatcher(saveEntry.matchFulfilled, () => NOTHING)
      .addMatcher(loadImport.matchFulfilled, () => NOTHING);
  },
});

interface WithKnown {
  readonly known: Known;
}

/** So many are asked for at once; what is left over is asked for next. */
const AT_ONCE = 200;

const missingOf = (known: Readonly<Record<string, unknown>>, ids: readonly (string | undefined)[]): string =>
  [...new Set(ids)]
    .filter((id) => id && known[id] === undefined)
    .sort()
    .slice(0, AT_ONCE)
    .join(',');

/** All items known so far; those that are named are asked for where they are not, and come a moment later. */
export function useItems(ids: readonly (string | undefined)[]): Known['items'] {
  const known = useSelector((state: WithKnown) => state.known.items);
  const missing = missingOf(known, ids);
  server.useItemsQuery({ query: { ids: missing } }, { skip: missing === '' });
  return known;
}

/** All vendors known so far; those that are named are asked for where they are not, and come a moment later. */
export function useVendors(ids: readonly (string | undefined)[]): Known['vendors'] {
  const known = useSelector((state: WithKnown) => state.known.vendors);
  const missing = missingOf(known, ids);
  server.useVendorsQuery({ query: { ids: missing } }, { skip: missing === '' });
  return known;
}

export const useVendor = (id: string): VendorView | undefined => useVendors([id])[id];

/** So many texts are looked up at once: they stand in an address. */
const TEXTS_AT_ONCE = 100;

/** Finds the items that texts name: by number, a code on them or the vendor’s own number. All that is found is known from then on. */
export function useItemsNamed(vendor = ''): (texts: readonly string[]) => Promise<ReadonlyMap<string, string>> {
  const [named] = server.useLazyItemsNamedQuery();
  const [read] = server.useLazyItemsQuery();
  return async (texts) => {
    const parts = Array.from({ length: Math.ceil(texts.length / TEXTS_AT_ONCE) }, (_, at) =>
      texts.slice(at * TEXTS_AT_ONCE, (at + 1) * TEXTS_AT_ONCE),
    );
    const found = await Promise.all(
      parts.map((part) =>
        named({ query: { texts: part.join('\n'), ...(vendor === '' ? {} : { vendor }) } }, true).unwrap(),
      ),
    );
    const items = new Map(found.flatMap(({ rows }) => rows.map(({ text, item }) => [text, item] as const)));
    const ids = [...new Set(items.values())];
    for (let at = 0; at < ids.length; at += AT_ONCE)
      await read({ query: { ids: ids.slice(at, at + AT_ONCE).join(',') } }, true);
    return items;
  };
}
