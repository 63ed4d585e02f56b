import { ref, figure, text, day, maybe, flag, tolerances, allowances, generated, table } from './columns.ts';

/** Goods, and what is charged on them. */
export const items = {
  item: table(
    'item',
    {
      id: generated(),
      number: text(40),
      name: text(160),
      unit: text(20),
      method: text(20),
      weight: maybe(figure()),
      volume: maybe(figure()),
      tariff_code: text(20),
      origin: text(2),
      tracking: { ...text(10), default: 'none' },
      standard: maybe(figure()),
      group_id: maybe(ref()),
      ...tolerances(),
      ...allowances(),
      retired: flag(),
    },
    { indices: { item_by_name: ['name'] }, unique: { item_number_once: ['number'] } },
  ),
  itemGroup: table(
    'item_group',
    { id: generated(), code: text(20), name: text(160), retired: flag() },
    { unique: { item_group_once: ['code'] } },
  ),
  shipment: table(
    'shipment',
    {
      id: generated(),
      number: text(60),
      carrier_id: maybe(ref()),
      mode: { ...text(20), default: '' },
      vessel: { ...text(60), default: '' },
      from_port: { ...text(60), default: '' },
      to_port: { ...text(60), default: '' },
      departs: maybe(day()),
      departed: maybe(day()),
      arrives: maybe(day()),
      arrived: maybe(day()),
      incoterm: { ...text(3), default: '' },
      seal: { ...text(40), default: '' },
      /** As the carrier states them: millionths of a kilogram and of a cubic metre. */
      weight: maybe(figure()),
      volume: maybe(figure()),
      note: { ...text(160), default: '' },
      retired: flag(),
    },
    { unique: { shipment_once: ['number'] } },
  ),
  chargeKind: table(
    'charge_kind',
    {
      id: generated(),
      code: text(30),
      name: text(160),
      is_cost: flag(1),
      to_border: flag(),
      /** Whether what it is more or less than estimated is landed cost variance, not the goods'. */
      to_variance: flag(),
      /** Kilograms that a cubic metre counts for, by chargeable weight. */
      density: maybe(figure()),
      basis: { ...text(20), default: '' },
      /** Of the way: who pays it depends on the Incoterm. */
      part: { ...text(20), default: '' },
      vendor_id: maybe(ref()),
      expense_account_id: maybe(ref()),
      retired: flag(),
    },
    { unique: { charge_kind_once: ['code'] } },
  ),
  /** Which charges are expected with goods, where an order does not say; what is empty holds for any. */
  estimateRule: table(
    'estimate_rule',
    {
      id: generated(),
      code: text(30),
      kind_id: ref(),
      estimated_by: text(10),
      figure: { ...figure(), default: 0 },
      /** Of a shipment as a whole: how it is shared over its lines. */
      basis: { ...text(20), default: '' },
      vendor_id: maybe(ref()),
      item_id: maybe(ref()),
      group_id: maybe(ref()),
      warehouse_id: maybe(ref()),
      mode: { ...text(20), default: '' },
      from_port: { ...text(60), default: '' },
      to_port: { ...text(60), default: '' },
      from_day: maybe(day()),
      to_day: maybe(day()),
      retired: flag(),
    },
    { unique: { estimate_rule_once: ['code'] } },
  ),
  tariffRate: table(
    'tariff_rate',
    {
      id: generated(),
      measure: text(40),
      code: text(20),
      /** Of the code, by which it is found. */
      digits: { ...text(20), default: '' },
      origin: { ...text(2), default: '' },
      preference: flag(),
      from_day: day(),
      to_day: maybe(day()),
      percent: figure(),
      per_unit: figure(),
      unit: text(12),
      combine: text(10),
      floor: maybe(figure()),
      cap: maybe(figure()),
    },
    {
      unique: { tariff_rate_once: ['measure', 'code', 'origin', 'preference', 'from_day'] },
      indices: { tariff_rate_by_digits: ['digits'] },
    },
  ),
};
