import { chargeKinds, estimateRules, tariff } from './charges.ts';
import { company } from './company.ts';
import { itemGroups, items, returnReasons } from './goods.ts';
import {
  accounts,
  bankAccounts,
  dimensions,
  expenseAccounts,
  postingAccounts,
  rates,
  taxCodes,
  terms,
} from './money.ts';
import { contracts, customers, prices, vendors } from './parties.ts';
import { shipments, warehouses } from './places.ts';
import type { Register, RegisterName } from './register.ts';

export const REGISTERS: Readonly<Record<RegisterName, Register>> = {
  items,
  'item-groups': itemGroups,
  vendors,
  customers,
  prices,
  contracts,
  warehouses,
  shipments,
  'charge-kinds': chargeKinds,
  'estimate-rules': estimateRules,
  tariff,
  'tax-codes': taxCodes,
  terms,
  'bank-accounts': bankAccounts,
  accounts,
  'posting-accounts': postingAccounts,
  'expense-accounts': expenseAccounts,
  dimensions,
  'return-reasons': returnReasons,
  rates,
  company,
};
