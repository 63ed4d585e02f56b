import { digitsOf, RATE_UNITS } from '@obolus/core/tariff/schedule';
import { PRICE_PLACES, QUANTITY_PLACES } from '@obolus/core/exact/amounts';
import { day, either, entryOf, figure, type Stored, said, words } from './kept.ts';
import { ALWAYS, AMOUNT_PLACES, NEVER, PERCENT_PLACES, retired, wording } from './columns.ts';

/** Shipments, kinds of charges, what is expected of them, and the tariff schedule. */
const [ONTO_GOODS, RETURN_COSTS] = ['onto-goods', 'return-costs'];

export const STORED_CHARGES = {
  shipments: {
    table: 'shipment',
    once: 'shipment_once',
    used: NEVER,
    fields: {
      number: words('number'),
      carrier: entryOf('carrier_id', 'vendors', 'vendor', 'number'),
      mode: words('mode'),
      vessel: words('vessel'),
      from_port: words('from_port'),
      to_port: words('to_port'),
      departs: day('departs'),
      departed: day('departed'),
      arrives: day('arrives'),
      arrived: day('arrived'),
      incoterm: words('incoterm'),
      seal: words('seal'),
      weight: figure('weight', QUANTITY_PLACES),
      volume: figure('volume', QUANTITY_PLACES),
      note: words('note'),
      retired,
    },
  },
  'charge-kinds': {
    table: 'charge_kind',
    once: 'charge_kind_once',
    used: 'EXISTS (SELECT 1 FROM bill_charge c WHERE c.kind = t.code) OR EXISTS (SELECT 1 FROM order_estimate e WHERE e.kind = t.code)',
    fields: {
      code: words('code'),
      name: words('name'),
      goes: {
        read: `IF(t.of_return, '${RETURN_COSTS}', IF(t.is_cost, '${ONTO_GOODS}', 'to-expense'))`,
        columns: (text) => ({ is_cost: text === ONTO_GOODS ? 1 : 0, of_return: text === RETURN_COSTS ? 1 : 0 }),
      },
      border: either('to_border', 'yes'),
      difference: either('to_variance', 'to-variance', 'into-goods'),
      density: figure('density', QUANTITY_PLACES),
      basis: words('basis'),
      part: words('part'),
      vendor: entryOf('vendor_id', 'vendors', 'vendor', 'number'),
      account: entryOf('expense_account_id', 'expense-accounts', 'expense_account', 'code'),
      retired,
    },
  },
  'estimate-rules': {
    table: 'estimate_rule',
    once: 'estimate_rule_once',
    used: NEVER,
    fields: {
      code: words('code'),
      charge: entryOf('kind_id', 'charge-kinds', 'charge_kind', 'code'),
      by: words('estimated_by'),
      figure: figure('figure', PRICE_PLACES, '0'),
      basis: words('basis'),
      vendor: entryOf('vendor_id', 'vendors', 'vendor', 'number'),
      item: entryOf('item_id', 'items', 'item', 'number'),
      group: entryOf('group_id', 'item-groups', 'item_group', 'code'),
      warehouse: entryOf('warehouse_id', 'warehouses', 'warehouse', 'code'),
      mode: words('mode'),
      from_port: words('from_port'),
      to_port: words('to_port'),
      from: day('from_day'),
      to: day('to_day'),
      retired,
    },
  },
  tariff: {
    table: 'tariff_rate',
    once: 'tariff_rate_once',
    used: ALWAYS,
    fields: {
      measure: words('measure'),
      code: { read: 't.code', alike: digitsOf, columns: (code) => ({ code, digits: digitsOf(code) }) },
      origin: words('origin'),
      preference: either('preference', 'yes'),
      from: day('from_day'),
      to: day('to_day'),
      percent: said('percent', PERCENT_PLACES),
      per_unit: figure('per_unit', PRICE_PLACES, '0'),
      unit: wording('unit', { '': 'stock-unit', ...Object.fromEntries(RATE_UNITS.map((unit) => [unit, unit])) }),
      combine: wording('combine', { '': 'sum', sum: 'sum', higher: 'higher', lower: 'lower' }),
      floor: figure('floor', AMOUNT_PLACES),
      cap: figure('cap', AMOUNT_PLACES),
      limits: wording('limits', { '': 'line', 'of-each-line': 'line', 'of-the-entry': 'entry' }),
      suspended_from: day('suspended_from'),
      suspended_to: day('suspended_to'),
    },
  },
} satisfies Record<string, Stored>;
