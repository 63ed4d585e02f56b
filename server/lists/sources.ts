import type { ListName } from '@obolus/contract/lists';
import { REGISTER_NAMES, type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { text as textOf } from '../queries/figures.ts';
import { STORED } from '../setUp/stored.ts';
import { type ColumnSource, type ListSource, scaled } from './source.ts';
import { orders, orderLines } from './orderSources.ts';
import { receipts, purchases } from './receiptSources.ts';
import { decisions, unmatched, credits } from './benchSources.ts';
import { estimates } from './estimateSources.ts';
import { checks, paidTwice, paymentRuns, payables, prepayments, returns } from './payableSources.ts';
import { stock, deliveries } from './stockSources.ts';
import type { Listed } from './listed.ts';

/** A register as a list: each field as it is kept. */
function registerSource(register: RegisterName): ListSource {
  const { table, fields } = STORED[register];
  const places = new Map(
    REGISTERS[register].fields.map(({ name, as, places: kept = 0 }) => [name, as === 'figure' ? kept : undefined]),
  );
  const columns = Object.entries(fields).map(([name, { read, show }]): [string, ColumnSource] => {
    const decimals = places.get(name);
    return [name, decimals === undefined ? { sql: read, ...(show ? { show } : {}) } : scaled(read, decimals)];
  });
  return {
    from: `${table} t`,
    id: 't.id',
    link: (row) => `/setup/${register}/${textOf(row.id)}`,
    columns: Object.fromEntries(columns),
  };
}

const registers = Object.fromEntries(
  REGISTER_NAMES.filter((name): name is Listed => name !== 'company').map((name) => [name, registerSource(name)]),
) as Record<Listed, ListSource>;

export const SOURCES: Readonly<Record<ListName, ListSource>> = {
  orders,
  'order-lines': orderLines,
  receipts,
  purchases,
  decisions,
  unmatched,
  payables,
  prepayments,
  'paid-twice': paidTwice,
  'payment-runs': paymentRuns,
  checks,
  returns,
  credits,
  estimates,
  stock,
  deliveries,
  ...registers,
};
