import type { CommandOf } from '@obolus/core/posting/kinds';
import type { Estimate } from '@obolus/core/state/purchasing';
import {
  formatAmount,
  formatPrice,
  formatQuantity,
  type Fraction,
  FRACTION_PLACES,
  type Quantity,
} from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import type { Dimensions } from '@obolus/core/books/journal';
import type { LineId, LotPart } from '@obolus/core/costing/pool';

/** What the server calls what the core's books name. */
export interface ServerNames {
  readonly baseCurrency: string;
  item(id: string): string;
  vendor(id: string): string;
  warehouse(id: string): string;
  bankAccount(id: string): string;
  /** The currency of a bank account of the company's; that of the books where none is named. */
  currencyOf(account: string | undefined): string;
  document(number: string): string;
  line(line: LineId): string;
}

export const percent = (part: Fraction): string => formatDecimal(part, FRACTION_PLACES - 2);

export const lots = (parts: readonly LotPart[] | undefined) =>
  parts === undefined || parts.length === 0
    ? {}
    : {
        lots: parts.map(({ lot, quantity, expires }) => ({
          lot,
          quantity: formatQuantity(quantity),
          ...(expires === undefined ? {} : { expires }),
        })),
      };

export const dimensions = (said: Dimensions | undefined) =>
  Object.fromEntries(Object.entries(said ?? {}).filter(([, value]) => value !== undefined)) as Record<string, string>;

export const given = <Name extends string, Value extends string>(name: Name, value: Value | undefined) =>
  (value === undefined ? {} : { [name]: value }) as { [Key in Name]?: Value };

export function estimate(expected: Estimate, baseCurrency: string) {
  const { kind, rule, by } = expected;
  const said = { kind, ...given('rule', rule) };
  switch (by) {
    case 'unit':
    case 'weight':
    case 'volume':
      return { ...said, by, figure: formatPrice(expected.amount) };
    case 'percent':
      return { ...said, by, figure: percent(expected.percent) };
    case 'flat':
      return { ...said, by, figure: formatAmount(expected.amount, baseCurrency) };
    case 'tariff':
      return { ...said, by, figure: '' };
  }
}

export type Asked = Omit<CommandOf['order']['lines'][number], 'bought'>;

export const asked = (line: Asked, names: Pick<ServerNames, 'baseCurrency' | 'warehouse'>) => ({
  quantity: formatQuantity(line.quantity),
  ...given('unit', line.unit),
  ...given('packSize', line.packSize && formatQuantity(line.packSize)),
  price: formatPrice(line.price),
  discount: percent(line.discount),
  due: line.due ?? '',
  estimates: (line.estimates ?? []).map((expected) => estimate(expected, names.baseCurrency)),
  ...given('warehouse', line.warehouse && names.warehouse(line.warehouse)),
  ...given('taxCode', line.taxCode),
  ...dimensions(line.dimensions),
});

export const bought = (of: CommandOf['order']['lines'][number]['bought'] | undefined, names: ServerNames) =>
  of?.expense === undefined
    ? { item: of?.item === undefined ? '' : names.item(of.item) }
    : { item: '', expense: of.expense };

export const goods = (
  line: { item: string; quantity: Quantity; lots?: readonly LotPart[] | undefined },
  names: ServerNames,
) => ({ item: names.item(line.item), quantity: formatQuantity(line.quantity), ...lots(line.lots) });
