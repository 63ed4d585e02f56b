import type { ImportKind } from '@obolus/contract/imports';
import {
  ACCOUNTS,
  BANK_ACCOUNTS,
  contracts,
  CUSTOMERS,
  DIMENSIONS,
  ESTIMATE_RULES,
  EXPENSES,
  RETURN_REASONS,
  GROUPS,
  ITEMS,
  PRICES,
  shipments,
  TAX_CODES,
  TERMS,
  USUAL_VENDORS,
  VENDORS,
  WAREHOUSES,
} from './company.ts';
import { tariff } from './tariff.ts';

/** Illustrative rates of exchange, from so many days ago on. */
const CURRENCIES = ['EUR', 'NZD', 'CAD', 'JPY'];
const RATES: readonly (readonly ['start' | number, string, string, string, string])[] = [
  ['start', '1.0825', '0.5984', '0.7310', '0.006710'],
  [139, '1.0861', '0.6002', '0.7274', '0.006688'],
  [87, '1.0910', '0.6011', '0.7255', '0.006655'],
  [68, '1.0938', '0.5990', '0.7268', '0.006690'],
  [43, '1.0895', '0.5978', '0.7281', '0.006724'],
  [10, '1.0874', '0.5967', '0.7290', '0.006730'],
];

/** What is set up from files, in the order in which one names the other. */
export function imports(firstOpenDay: string, day: (before: number) => string): [ImportKind, string][] {
  const rates = RATES.flatMap(([before, ...perCurrency]) =>
    CURRENCIES.map(
      (currency, at) => `${currency},${before === 'start' ? firstOpenDay : day(before)},${perCurrency[at]}`,
    ),
  );
  const stock = [
    'YM-EC,MAIN,80,1096.00',
    'YM-SL,MAIN,45,634.50',
    'YL-NA,MAIN,110,2101.00',
    'YL-BL,OVER,40,828.00',
    'FL-120,MAIN,3,3390.00,FL-0117|FL-0118|FL-0119',
    'TL-60,MAIN,8,1664.00',
    'BS-25,MAIN,220,1782.00',
    'DY-IN,MAIN,36,511.20,KD-2503:36',
    'DY-MA,OVER,20,222.00,KM-2411:20',
  ];
  const opening = stock.map((line) => {
    const [item, warehouse, quantity, value, lots = ''] = line.split(',');
    return `${item},${warehouse},${firstOpenDay},${quantity},${value},${lots}`;
  });
  return [
    ['item-groups', GROUPS],
    ['items', ITEMS],
    ['terms', TERMS],
    ['tax-codes', TAX_CODES],
    ['warehouses', WAREHOUSES],
    ['dimensions', DIMENSIONS],
    ['vendors', VENDORS],
    ['prices', PRICES],
    ['contracts', contracts(day)],
    ['accounts', ACCOUNTS],
    ['bank-accounts', BANK_ACCOUNTS],
    ['expense-accounts', EXPENSES],
    ['return-reasons', RETURN_REASONS],
    ['customers', CUSTOMERS],
    ['shipments', shipments(day)],
    ['tariff', tariff(firstOpenDay)],
    ['charge-kinds', USUAL_VENDORS],
    ['estimate-rules', ESTIMATE_RULES],
    ['rates', ['currency,from,rate', ...rates].join('\n')],
    ['opening-stock', ['item,warehouse,date,quantity,value,lots', ...opening].join('\n')],
  ];
}
