import type { EntityManager } from 'typeorm';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import { FRACTION_PLACES } from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import { groupBy } from '../storage/groupBy.ts';
import { isTrue, stands } from '../storage/load/rows.ts';
import { big, showPrice, showQuantity, text, type Row } from './figures.ts';

export async function listWarehouses(manager: EntityManager): Promise<ReplyOf<typeof api.warehouses>> {
  const rows: Row[] = await manager.query('SELECT id, code, name FROM warehouse WHERE retired = 0 ORDER BY id');
  const bins = groupBy((await manager.query('SELECT * FROM bin ORDER BY code')) as Row[], (row) =>
    text(row.warehouse_id),
  );
  return {
    rows: rows.map((row) => ({
      id: text(row.id),
      code: text(row.code),
      name: text(row.name),
      bins: (bins.get(text(row.id)) ?? []).map((bin) => ({ code: text(bin.code), kind: text(bin.kind) as 'shelf' })),
    })),
  };
}

export async function listBankAccounts(manager: EntityManager): Promise<ReplyOf<typeof api.bankAccounts>> {
  const rows: Row[] = await manager.query(
    'SELECT id, name, currency, first_check FROM bank_account WHERE retired = 0 ORDER BY code',
  );
  return {
    rows: rows.map((row) => ({
      id: text(row.id),
      name: text(row.name),
      currency: text(row.currency),
      hasChecks: row.first_check != null,
    })),
  };
}

export async function listTerms(manager: EntityManager): Promise<ReplyOf<typeof api.terms>> {
  const rows: Row[] = await manager.query(
    'SELECT t.id, t.code, t.name, t.days, t.after_month, (SELECT COUNT(*) + 1 FROM terms_part p WHERE p.terms_id = t.id) AS parts FROM terms t WHERE t.retired = 0 ORDER BY t.days, t.code',
  );
  return {
    rows: rows.map((row) => ({
      id: text(row.id),
      code: text(row.code),
      name: text(row.name),
      days: Number(row.days),
      afterMonth: isTrue(row.after_month),
      parts: Number(row.parts),
    })),
  };
}

const ALL = '1000000';
const percentOf = (part: string | null): string => formatDecimal(big(part), FRACTION_PLACES - 2);

export async function listTaxCodes(manager: EntityManager): Promise<ReplyOf<typeof api.taxCodes>> {
  const rows: Row[] = await manager.query('SELECT id, code, name FROM tax_code WHERE retired = 0 ORDER BY code');
  const levels = groupBy((await manager.query('SELECT * FROM tax_level ORDER BY level_no')) as Row[], (row) =>
    text(row.tax_code_id),
  );
  return {
    rows: rows.map((row) => ({
      code: text(row.code),
      name: text(row.name),
      levels: (levels.get(text(row.id)) ?? []).map((level) => ({
        name: text(level.name),
        percent: percentOf(level.percent ?? null),
        reclaimed: isTrue(level.recoverable) ? percentOf(level.reclaimed ?? ALL) : '0',
        onTop: isTrue(level.on_top),
        selfAssessed: isTrue(level.self_assessed),
        withDiscount: isTrue(level.with_discount),
      })),
    })),
  };
}

export async function listDimensions(manager: EntityManager): Promise<ReplyOf<typeof api.dimensions>> {
  const rows: Row[] = await manager.query(
    'SELECT kind, code, name FROM dimension WHERE retired = 0 ORDER BY kind, code',
  );
  return {
    rows: rows.map((row) => ({ kind: text(row.kind) as 'department', code: text(row.code), name: text(row.name) })),
  };
}

/** Kinds of charge that are in use, those that go onto goods first. */
export async function listChargeKinds(manager: EntityManager): Promise<ReplyOf<typeof api.chargeKinds>> {
  const rows: Row[] = await manager.query(
    'SELECT code, name, is_cost, to_border, basis, density, to_variance FROM charge_kind WHERE retired = 0 ORDER BY is_cost DESC, id',
  );
  return {
    rows: rows.map((row) => ({
      code: text(row.code),
      name: text(row.name),
      isCost: isTrue(row.is_cost),
      isToTheBorder: isTrue(row.to_border),
      basis: text(row.basis) as '' | 'value',
      density: row.density == null ? '' : showQuantity(row.density),
      difference: isTrue(row.to_variance) ? ('variance' as const) : ('goods' as const),
    })),
  };
}

/** What is known of buying from a vendor, by item. */
export async function listPrices(manager: EntityManager, vendor: string): Promise<ReplyOf<typeof api.prices>> {
  const numbers: Row[] = await manager.query('SELECT item_id, number FROM vendor_item WHERE vendor_id = ?', [vendor]);
  const listed: Row[] = await manager.query(
    'SELECT * FROM vendor_price WHERE vendor_id = ? ORDER BY item_id, unit, least, from_day',
    [vendor],
  );
  const ordered: Row[] = await manager.query(
    `SELECT l.item_id, l.unit, l.price, d.number FROM ordered_line l JOIN document d ON d.id = l.document_id
     WHERE d.vendor_id = ? AND d.kind = 'order' AND l.item_id IS NOT NULL AND ${stands('d.id')} ORDER BY l.document_id DESC, l.line_no DESC LIMIT 2000`,
    [vendor],
  );
  const number = new Map(numbers.map((row) => [text(row.item_id), text(row.number)]));
  const lists = groupBy(listed, (row) => text(row.item_id));
  const orders = groupBy(ordered, (row) => text(row.item_id));
  return {
    rows: [...new Set([...number.keys(), ...lists.keys(), ...orders.keys()])].map((item) => {
      const last = orders.get(item)?.[0];
      return {
        item,
        number: number.get(item) ?? '',
        list: (lists.get(item) ?? []).map(listedPrice),
        last:
          last === undefined ? null : { order: text(last.number), unit: text(last.unit), price: showPrice(last.price) },
      };
    }),
  };
}

const listedPrice = (row: Row) => ({
  unit: text(row.unit),
  least: showQuantity(row.least),
  from: text(row.from_day),
  to: row.to_day ?? null,
  price: showPrice(row.price),
});
