import type { EntityManager } from 'typeorm';
import { ITEM_COLUMNS, itemOf, text, type Row } from './figures.ts';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { LANGUAGES } from '@obolus/messages/speaker';

/** What is looked for: entries whose number, code or name fits, or those with these ids. Neither: all that are in use. */
export interface Sought {
  readonly find?: string | undefined;
  /** Apart by commas. */
  readonly ids?: string | undefined;
}

/** So many fit at most: whoever looks further types further. */
const MOST = 40;

/** What is looked for, as `LIKE` takes it. */
export const like = (find: string): string => find.trim().replace(/[\\%_]/g, '\\$&');

/** Items by number, name, a code on them or a vendor's own number; with a vendor, what was bought there comes first. */
export async function lookUpItems(
  manager: EntityManager,
  { find, ids, vendor }: Sought & { readonly vendor?: string | undefined },
): Promise<ReplyOf<typeof api.items>> {
  const rows = (where: string, ...given: unknown[]): Promise<Row[]> =>
    manager.query(`SELECT ${ITEM_COLUMNS} FROM item i WHERE ${where} ORDER BY i.number`, given);
  if (ids !== undefined) return { rows: (await rows('i.id IN (?)', ids.split(','))).map(itemOf) };
  if (find === undefined) return { rows: (await rows('i.retired = 0')).map(itemOf) };
  const ranked = await fittingItems(manager, like(find), { vendor: vendor ?? null, most: MOST });
  if (ranked.length === 0) return { rows: [] };
  const found = (await rows('i.id IN (?)', ranked)).map(itemOf);
  return { rows: found.sort((a, b) => ranked.indexOf(a.id) - ranked.indexOf(b.id)) };
}

const BOUGHT = `SELECT item_id FROM vendor_item WHERE vendor_id = ? UNION SELECT item_id FROM vendor_price WHERE vendor_id = ?
  UNION SELECT l.item_id FROM document d JOIN order_line l ON l.document_id = d.id WHERE d.vendor_id = ? AND d.kind = 'order'`;

/**
 * Ids of items that fit, the likeliest first: whose number begins so, what was bought there, a code or a vendor's number, a name that
 * begins so, and anywhere. Each is asked only while there is room, so that of a hundred thousand items most are never looked at.
 */
export async function fittingItems(
  manager: EntityManager,
  wanted: string,
  { vendor, most, retired = false }: { vendor: string | null; most: number; retired?: boolean },
): Promise<string[]> {
  const [begins, anywhere] = [`${wanted}%`, `%${wanted}%`];
  const inUse = retired ? '' : ' AND i.retired = 0';
  const select = (from: string, order: string) =>
    `SELECT i.id FROM item i ${from}${inUse} ORDER BY ${order} LIMIT ${most}`;
  type Way = readonly [sql: string, given: readonly unknown[]];
  const bought: Way = [
    select(`JOIN (${BOUGHT}) b ON b.item_id = i.id WHERE (i.number LIKE ? OR i.name LIKE ?)`, 'i.number'),
    [vendor, vendor, vendor, anywhere, anywhere],
  ];
  // Put in order once they are found: all of them, looked through in that order, take three times as long.
  const all: Way = [
    `SELECT f.id FROM (SELECT i.id, i.number FROM item i WHERE (i.number LIKE ? OR i.name LIKE ?)${inUse} LIMIT ${most}) f ORDER BY f.number`,
    [anywhere, anywhere],
  ];
  const ways: readonly Way[] =
    wanted === ''
      ? [bought, all]
      : [
          [select('WHERE i.number LIKE ?', 'i.number'), [begins]],
          bought,
          [select('JOIN item_code c ON c.item_id = i.id WHERE c.code LIKE ?', 'i.number'), [begins]],
          [select('JOIN vendor_item v ON v.item_id = i.id WHERE v.number LIKE ?', 'i.number'), [begins]],
          [select('WHERE i.name LIKE ?', 'i.name'), [begins]],
          all,
        ];
  const found = new Set<string>();
  for (const [sql, given] of ways) {
    if (found.size >= most) break;
    for (const { id } of (await manager.query(sql, [...given])) as { id: string }[]) found.add(String(id));
  }
  return [...found].slice(0, most);
}

/**
 * The items that texts name, each by the likeliest way: its number, the vendor's number for it, a code on it. Retired ones are not
 * named any more.
 */
export async function itemsNamed(
  manager: EntityManager,
  texts: readonly string[],
  vendor: string | undefined,
): Promise<{ readonly text: string; readonly item: string }[]> {
  if (texts.length === 0) return [];
  const ways = [
    'SELECT i.number AS name, i.id FROM item i WHERE i.number IN (?) AND i.retired = 0',
    `SELECT v.number AS name, i.id FROM vendor_item v JOIN item i ON i.id = v.item_id
      WHERE v.number IN (?) AND v.vendor_id = ${vendor === undefined ? 'NULL' : '?'} AND i.retired = 0`,
    'SELECT c.code AS name, i.id FROM item_code c JOIN item i ON i.id = c.item_id WHERE c.code IN (?) AND i.retired = 0',
  ];
  const found = new Map<string, string>();
  for (const sql of ways) {
    const given = sql.includes('vendor_id = ?') ? [texts, vendor] : [texts];
    for (const { name, id } of (await manager.query(sql, given)) as { name: string; id: string }[])
      if (!found.has(spelt(name))) found.set(spelt(name), String(id));
  }
  return texts.flatMap((one) => {
    const item = found.get(spelt(one));
    return item === undefined ? [] : [{ text: one, item }];
  });
}

/** Numbers are the same however they are written. */
const spelt = (name: string): string => name.trim().toLowerCase();

/** Vendors by number or name. */
export async function lookUpVendors(
  manager: EntityManager,
  { find, ids }: Sought,
): Promise<ReplyOf<typeof api.vendors>> {
  const rows = async (where: string, ...given: unknown[]) => {
    const found: Row[] = await manager.query(
      `SELECT v.id, v.number, v.name, v.currency, v.terms_id, v.hold, v.usual_expense, v.mail,
         COALESCE(NULLIF(v.language, ''), (SELECT language FROM company WHERE id = 1)) AS language, x.code AS tax_code
       FROM vendor v LEFT JOIN tax_code x ON x.id = v.tax_code_id WHERE ${where}`,
      given,
    );
    return { rows: found.map(vendorOf) };
  };
  // What names a retired one shows it still.
  if (ids !== undefined) return rows('v.id IN (?)', ids.split(','));
  if (find === undefined) return rows('v.retired = 0 ORDER BY v.name');
  const wanted = like(find);
  return rows(
    `v.retired = 0 AND (v.number LIKE ? OR v.name LIKE ?) ORDER BY v.number LIKE ? DESC, v.name LIMIT ${MOST}`,
    `%${wanted}%`,
    `%${wanted}%`,
    wanted === '' ? '' : `${wanted}%`,
  );
}

const vendorOf = (row: Row) => ({
  id: text(row.id),
  number: text(row.number),
  name: text(row.name),
  currency: text(row.currency),
  terms: text(row.terms_id),
  taxCode: text(row.tax_code),
  hold: text(row.hold),
  usualExpense: text(row.usual_expense),
  mail: text(row.mail),
  language: LANGUAGES.find((one) => one === text(row.language)) ?? 'en',
});
