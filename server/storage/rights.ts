import type { DataSource, EntitySchema } from 'typeorm';
import { DOCUMENT_KINDS, type DocumentKind } from '@obolus/contract/kinds/kinds';
import { chain, facts, setUp, setUpParts, state } from './tables.ts';

const named = (tables: Record<string, EntitySchema>) => Object.values(tables).map((table) => table.options.name);

/** Sequences that number documents: the ids of all, and a series for each kind. */
export const seriesOf = (kind: DocumentKind): string => `number_${kind.replace('-', '_')}`;
export const SERIES = DOCUMENT_KINDS.map(seriesOf);

/**
 * Gives the application's database account just what it needs: facts may be read and appended, never changed or removed;
 * the ledger's chain is written by its procedure alone.
 */
export async function grantRights(owner: DataSource, account: string): Promise<void> {
  const [user = '', host = '%'] = account.split('@');
  const to = `'${user}'@'${host}'`;
  const grant = (rights: string, on: string) => owner.query(`GRANT ${rights} ON ${on} TO ${to}`);
  for (const table of named(setUp)) await grant('SELECT, INSERT, UPDATE', `\`${table}\``);
  for (const table of named(facts)) await grant('SELECT, INSERT', `\`${table}\``);
  for (const table of named(chain)) await grant('SELECT', `\`${table}\``);
  for (const table of [...named(setUpParts), ...named(state)])
    await grant('SELECT, INSERT, UPDATE, DELETE', `\`${table}\``);
  for (const view of ['ordered_line', 'order_act', 'came_on']) await grant('SELECT', `\`${view}\``);
  for (const sequence of ['document_ids', ...SERIES]) await grant('SELECT, INSERT', `\`${sequence}\``);
  await grant('SELECT', '`migrations`');
  await grant('EXECUTE', 'PROCEDURE `seal_document`');
}
