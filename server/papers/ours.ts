import type { EntityManager } from 'typeorm';
import { quantity, type Quantity } from '@obolus/core/exact/amounts';
import { big, text, type Row } from '../queries/figures.ts';
import { groupBy } from '../storage/groupBy.ts';
import { type Message, message } from '@obolus/messages/message';

/**
 * Whose paper it is: by the vendor's number here, its name, its mail address or what authorities call it, else by an order that the paper names.
 * @param called what the paper calls the vendor, what is surest first, and the numbers of orders on it
 * @returns undefined where nobody is called so
 */
export async function vendorOf(
  manager: EntityManager,
  called: readonly string[],
  orders: readonly string[],
): Promise<string | undefined> {
  for (const name of called) {
    const [row] = (await manager.query(
      `SELECT id FROM vendor WHERE ? <> '' AND ? IN (number, name, mail, tax_number, gln) ORDER BY number = ? DESC, id LIMIT 1`,
      [name, name, name],
    )) as { id: string }[];
    if (row) return row.id;
  }
  const numbers = [...new Set(orders.map((order) => order.replace(/\/\d+$/, '')).filter(Boolean))];
  if (numbers.length === 0) return undefined;
  const [row] = (await manager.query(
    "SELECT vendor_id AS id FROM document WHERE kind = 'order' AND number IN (?) ORDER BY id LIMIT 1",
    [numbers],
  )) as {
    id: string;
  }[];
  return row?.id;
}

/** As names are compared: whatever their case and blanks. */
export const foldedName = (name: string): string => name.trim().toLowerCase().replace(/\s+/g, ' ');

/** Whether whom a paper is made out to, by names and numbers, is the company; where it names nobody it is. */
export async function isForUs(manager: EntityManager, called: readonly string[]): Promise<boolean> {
  if (called.length === 0) return true;
  const [company] = (await manager.query('SELECT name, tax_number, gln FROM company WHERE id = 1')) as Row[];
  const ours = [company?.name, company?.tax_number, company?.gln].map((name) => foldedName(text(name))).filter(Boolean);
  return called.some((name) => ours.includes(foldedName(name)));
}

/** What a paper calls its vendor, to be read. */
export const nobodyCalled = (what: 'paper' | 'advice', called: readonly string[]): Message =>
  called.length === 0
    ? message(UNSAID[what])
    : message(UNKNOWN[what], { names: called.map((name) => `“${name}”`).join(', ') });

const UNSAID = { paper: 'paper.vendor_unsaid', advice: 'paper.advice_vendor_unsaid' } as const;
const UNKNOWN = { paper: 'paper.vendor_unknown', advice: 'paper.advice_vendor_unknown' } as const;

/** What goods are called, here and by a vendor, and what they are counted in. */
export interface GoodsCalled {
  /** Our number, the vendor's, codes on the goods, with the pack that each is of; the empty pack is the stock unit. */
  readonly names: readonly { readonly name: string; readonly pack: string }[];
  readonly unit: string;
  readonly packs: readonly { readonly unit: string; readonly size: Quantity }[];
}

/** Reads what goods are called, once for all of a vendor's. */
export async function readGoodsCalled(
  manager: EntityManager,
  vendor: string,
  ids: readonly string[],
): Promise<(item: string) => GoodsCalled> {
  const items = [...new Set(ids)];
  const read = async (sql: string, ...before: string[]) =>
    groupBy(items.length === 0 ? [] : ((await manager.query(sql, [...before, items])) as Row[]), (row) =>
      text(row.item_id),
    );
  const known = await read(
    'SELECT i.id AS item_id, i.number, i.unit, n.number AS vendor_number FROM item i LEFT JOIN vendor_item n ON n.vendor_id = ? AND n.item_id = i.id WHERE i.id IN (?)',
    vendor,
  );
  const codes = await read('SELECT item_id, code, unit FROM item_code WHERE item_id IN (?)');
  const packs = await read('SELECT item_id, unit, size FROM item_pack WHERE item_id IN (?)');
  return (item) => {
    const row = known.get(item)?.[0];
    return {
      names: [
        { name: text(row?.number), pack: '' },
        { name: text(row?.vendor_number), pack: '' },
        ...(codes.get(item) ?? []).map((code) => ({ name: text(code.code), pack: text(code.unit) })),
      ],
      unit: text(row?.unit),
      packs: (packs.get(item) ?? []).map((pack) => ({ unit: text(pack.unit), size: quantity(big(pack.size)) })),
    };
  };
}
