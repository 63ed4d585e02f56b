import type { RegisterName } from '@obolus/contract/registers/register';
import { PRICE_PLACES, QUANTITY_PLACES, RATE_PLACES } from '@obolus/core/exact/amounts';
import { STORED_CHARGES } from './storedCharges.ts';
import type { Stored } from './kept.ts';
import { learnVendorNumber } from './vendorNumbers.ts';
import { FIRST_DAY } from '../storage/load/movements.ts';
import { day, either, entryOf, figure, linesOf, said, words } from './kept.ts';
import {
  AMOUNT_PLACES,
  PERCENT_PLACES,
  retired,
  tolerances,
  limits,
  NEVER,
  ALWAYS,
  parts,
  sized,
  maybeSized,
  method,
  identifiers,
} from './columns.ts';

const INTO_COST = 'into-cost';

const RECLAIMED = 'reclaimed';

const ON_TOP = 'goods-and-taxes-above';

const SELF_ASSESSED = 'self-assessed';

const FALLS_TOO = 'tax-falls-too';

export const STORED: Readonly<Record<RegisterName, Stored>> = {
  items: {
    table: 'item',
    once: 'item_number_once',
    used: 'EXISTS (SELECT 1 FROM pool p WHERE p.item_id = t.id) OR EXISTS (SELECT 1 FROM order_line l WHERE l.item_id = t.id)',
    fields: {
      number: words('number'),
      name: words('name'),
      unit: words('unit'),
      method,
      standard: figure('standard', PRICE_PLACES),
      weight: figure('weight', QUANTITY_PLACES),
      volume: figure('volume', QUANTITY_PLACES),
      group: entryOf('group_id', 'item-groups', 'item_group', 'code'),
      tariff_code: words('tariff_code'),
      customs_unit: words('customs_unit'),
      customs_quantity: figure('customs_quantity', QUANTITY_PLACES),
      origin: words('origin'),
      packs: parts('item_pack', 'item_id', 'k.size, k.unit', [{ column: 'unit' }, sized('size', QUANTITY_PLACES)]),
      codes: parts('item_code', 'item_id', 'k.code', [{ column: 'code' }, { column: 'unit' }]),
      ...tolerances,
      ...limits,
      retired,
    },
  },
  vendors: {
    table: 'vendor',
    once: 'vendor_number_once',
    used: NEVER,
    fields: {
      number: words('number'),
      name: words('name'),
      currency: words('currency'),
      terms: entryOf('terms_id', 'terms', 'terms', 'code'),
      address: linesOf('address'),
      mail: words('mail'),
      language: words('language'),
      ...identifiers,
      tax_code: entryOf('tax_code_id', 'tax-codes', 'tax_code', 'code'),
      ...tolerances,
      ...limits,
      hold: words('hold'),
      usual_expense: words('usual_expense'),
      retired,
      bank_account: words('bank_account'),
      bank_code: words('bank_code'),
      payee: words('payee'),
    },
  },
  prices: {
    table: 'vendor_price',
    once: 'vendor_price_once',
    used: ALWAYS,
    fields: {
      vendor: entryOf('vendor_id', 'vendors', 'vendor', 'number'),
      item: entryOf('item_id', 'items', 'item', 'number'),
      price: figure('price', PRICE_PLACES),
      unit: words('unit'),
      least: figure('least', QUANTITY_PLACES, '0'),
      from: day('from_day', FIRST_DAY),
      to: day('to_day'),
      vendor_number: {
        read: '(SELECT n.number FROM vendor_item n WHERE n.vendor_id = t.vendor_id AND n.item_id = t.item_id)',
        async store(manager, { id }, number) {
          const [of] = (await manager.query('SELECT vendor_id, item_id FROM vendor_price WHERE id = ?', [id])) as {
            vendor_id: string;
            item_id: string;
          }[];
          if (of && number !== '') await learnVendorNumber(manager, of.vendor_id, of.item_id, number);
        },
      },
    },
  },
  contracts: {
    table: 'vendor_contract',
    once: 'vendor_contract_once',
    used: NEVER,
    fields: {
      vendor: entryOf('vendor_id', 'vendors', 'vendor', 'number'),
      number: words('number'),
      note: words('note'),
      from: day('from_day'),
      to: day('to_day'),
    },
  },
  warehouses: {
    table: 'warehouse',
    once: 'warehouse_code_once',
    used: NEVER,
    fields: {
      code: words('code'),
      name: words('name'),
      address: linesOf('address'),
      retired,
      bins: parts('bin', 'warehouse_id', 'k.code', [{ column: 'code' }, { column: 'kind' }]),
    },
  },
  'item-groups': {
    table: 'item_group',
    once: 'item_group_once',
    used: NEVER,
    fields: { code: words('code'), name: words('name'), retired },
  },
  customers: {
    table: 'customer',
    once: 'customer_once',
    used: NEVER,
    fields: {
      number: words('number'),
      name: words('name'),
      address: linesOf('address'),
      mail: words('mail'),
      ...identifiers,
      retired,
    },
  },
  ...STORED_CHARGES,
  'bank-accounts': {
    table: 'bank_account',
    once: 'bank_account_once',
    used: 'EXISTS (SELECT 1 FROM payment_run r WHERE r.bank_account_id = t.id) OR EXISTS (SELECT 1 FROM bank_movement m WHERE m.bank_account_id = t.id) OR EXISTS (SELECT 1 FROM bank_statement s WHERE s.bank_account_id = t.id) OR EXISTS (SELECT 1 FROM bank_check k WHERE k.bank_account_id = t.id)',
    fields: {
      code: words('code'),
      name: words('name'),
      currency: words('currency'),
      account: words('account'),
      bank_code: words('bank_code'),
      first_check: figure('first_check', 0),
      retired,
    },
  },
  accounts: {
    table: 'account',
    once: 'account_number_once',
    used: NEVER,
    fields: { number: words('number'), name: words('name'), retired },
  },
  'posting-accounts': {
    table: 'posting_account',
    once: 'posting_account_once',
    used: ALWAYS,
    fields: { posting: words('posting'), account: entryOf('account_id', 'accounts', 'account', 'number') },
  },
  'expense-accounts': {
    table: 'expense_account',
    once: 'expense_account_once',
    used: NEVER,
    fields: { code: words('code'), account: entryOf('account_id', 'accounts', 'account', 'number'), retired },
  },
  'return-reasons': {
    table: 'return_reason',
    once: 'return_reason_once',
    used: NEVER,
    fields: { code: words('code'), retired },
  },
  'tax-codes': {
    table: 'tax_code',
    once: 'tax_code_once',
    used: NEVER,
    fields: {
      code: words('code'),
      name: words('name'),
      retired,
      levels: parts('tax_level', 'tax_code_id', 'k.level_no', [
        { column: 'name' },
        sized('percent', PERCENT_PLACES),
        {
          column: 'recoverable',
          read: `IF(k.recoverable, '${RECLAIMED}', '${INTO_COST}')`,
          keep: (word) => (word === RECLAIMED ? 1 : 0),
        },
        { column: 'on_top', read: `IF(k.on_top, '${ON_TOP}', '')`, keep: (word) => (word === ON_TOP ? 1 : 0) },
        maybeSized('reclaimed', PERCENT_PLACES),
        {
          column: 'self_assessed',
          read: `IF(k.self_assessed, '${SELF_ASSESSED}', '')`,
          keep: (word) => (word === SELF_ASSESSED ? 1 : 0),
        },
        {
          column: 'with_discount',
          read: `IF(k.with_discount, '${FALLS_TOO}', '')`,
          keep: (word) => (word === FALLS_TOO ? 1 : 0),
        },
        { column: 'level_no', read: "''", keep: (_, at) => at + 1 },
      ]),
    },
  },
  terms: {
    table: 'terms',
    once: 'terms_once',
    used: NEVER,
    fields: {
      code: words('code'),
      name: words('name'),
      days: said('days', 0),
      after: either('after_month', 'month-end', 'bill'),
      discount: figure('discount', PERCENT_PLACES),
      discount_days: figure('discount_days', 0),
      earlier: parts('terms_part', 'terms_id', 'k.part_no', [
        sized('part', PERCENT_PLACES),
        sized('days', 0),
        { column: 'part_no', read: "''", keep: (_, at) => at + 1 },
      ]),
      retired,
    },
  },
  dimensions: {
    table: 'dimension',
    once: 'dimension_once',
    used: ALWAYS,
    fields: { kind: words('kind'), code: words('code'), name: words('name'), retired },
  },
  rates: {
    table: 'exchange_rate',
    once: 'exchange_rate_once',
    used: ALWAYS,
    fields: { currency: words('currency'), from: day('from_day'), rate: figure('rate', RATE_PLACES) },
  },
  company: {
    table: 'company',
    once: 'PRIMARY',
    used: 'EXISTS (SELECT 1 FROM document)',
    fields: {
      name: words('name'),
      language: words('language'),
      address: linesOf('address'),
      ...identifiers,
      recognition: words('recognition'),
      customs_value: either('customs_with_freight', 'goods-freight-insurance', 'goods'),
      customs_debt: either('customs_debt', 'yes'),
      duty_by_code: either('duty_by_code', 'yes'),
      discounts_to_goods: either('discounts_to_goods', 'yes'),
      due_by_paper: either('due_by_paper', 'yes'),
      alike_within: figure('alike_within', 0),
      write_off_limit: figure('write_off_limit', AMOUNT_PLACES),
      over: said('over_tolerance', PERCENT_PLACES),
      short: said('short_tolerance', PERCENT_PLACES),
      blind: either('blind', 'yes'),
      drafts_bill: either('drafts_bill', 'yes'),
      ...limits,
      sign_off_above: figure('sign_off_above', AMOUNT_PLACES),
      return_above: figure('return_above', AMOUNT_PLACES),
      prepayment_above: figure('prepayment_above', AMOUNT_PLACES),
      unusual_charge: figure('unusual_charge', PERCENT_PLACES),
      unusual_cost: figure('unusual_cost', PERCENT_PLACES),
      charge_limits: parts('charge_allowance', 'company_id', 'k.kind', [
        { column: 'kind' },
        maybeSized('bill_over_part', PERCENT_PLACES),
        maybeSized('bill_over_amount', AMOUNT_PLACES),
        maybeSized('bill_short_part', PERCENT_PLACES),
        maybeSized('bill_short_amount', AMOUNT_PLACES),
      ]),
    },
  },
};
