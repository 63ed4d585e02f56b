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
