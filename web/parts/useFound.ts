import type { RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { server } from '../server/api.ts';

export interface Option {
  readonly id: string;
  readonly name: string;
  readonly number: string;
}

/** What can be looked up: the entries of a register. */
export type LookedUp = Exclude<RegisterName, 'company'>;

interface Found {
  /** The first that fit, the likeliest before the others; undefined while they are looked for. */
  readonly options: readonly Option[] | undefined;
}

/**
 * Entries of a register whose number, code or name fits, looked up on the server. Items and vendors go by their id, entries of other
 * registers by their key. Of items those that were bought `from` a vendor come first.
 */
export function useFound(of: LookedUp, text: string, from: string, { when }: { readonly when: boolean }): Found {
  const find = text.trim();
  const isListed = of !== 'items' && of !== 'vendors';
  const items = server.useItemsQuery(
    { query: { find, ...(from === '' ? {} : { vendor: from }) } },
    { skip: of !== 'items' || !when },
  );
  const vendors = server.useVendorsQuery({ query: { find } }, { skip: of !== 'vendors' || !when });
  const listed = server.useListInfiniteQuery({ list: of, find, where: [] }, { skip: !isListed || !when });
  if (!when) return { options: undefined };
  if (of === 'items') return { options: items.currentData?.rows };
  if (of === 'vendors') return { options: vendors.currentData?.rows };
  const [key = ''] = REGISTERS[of].key;
  return {
    options: listed.currentData?.pages
      .flatMap(({ rows }) => rows)
      .filter(({ cells }) => (cells.retired ?? '') === '')
      .map(({ cells }) => {
        const number = cells[key] ?? '';
        return { id: number, number, name: cells.name ?? number };
      }),
  };
}
