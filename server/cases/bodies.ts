import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { Dimensions } from '@obolus/core/books/journal';
import type { LineId, LotPart } from '@obolus/core/costing/pool';
import {
  formatAmount,
  formatPrice,
  formatQuantity,
  formatRate,
  type Fraction,
  FRACTION_PLACES,
  type Quantity,
} from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import type { Estimate } from '@obolus/core/state/purchasing';
import type { CommandOf } from '@obolus/core/posting/kinds';

/** What the server calls what the core's books name. */
export interface ServerNames {
  readonly baseCurrency: string;
  item(id: string): string;
  vendor(id: string): string;
  warehouse(id: string): string;
  document(number: string): string;
  line(line: LineId): string;
}

type Write = {
  readonly [Kind in DocumentKind]: (command: CommandOf[Kind], names: ServerNames) => BodyOf<Kind>;
};

const percent = (part: Fraction): string => formatDecimal(part, FRACTION_PLACES - 2);
const lots = (parts: readonly LotPart[] | undefined) =>
  parts === undefined || parts.length === 0
    ? {}
    : {
        lots: parts.map(({ lot, quantity, expires }) => ({
          lot,
          quantity: formatQuantity(quantity),
          ...(expires === undefined ? {} : { expires }),
        })),
      };
const dimensions = (said: Dimensions | undefined) =>
  Object.fromEntries(Object.entries(said ?? {}).filter(([, value]) => value !== undefined)) as Record<string, string>;
const given = <Name extends string>(name: Name, value: string | undefined) =>
  (value === undefined ? {} : { [name]: value }) as { [Key in Name]?: string };

function estimate(expected: Estimate, baseCurrency: string) {
  const { kind, by } = expected;
  switch (by) {
    case 'unit':
      return { kind, by, figure: formatPrice(expected.amount) };
    case 'percent':
      return { kind, by, figure: percent(expected.percent) };
    case 'flat':
      return { kind, by, figure: formatAmount(expected.amount, baseCurrency) };
    case 'tariff':
      return { kind, by, figure: '' };
  }
}

type Asked = Omit<CommandOf['order']['lines'][number], 'bought'>;

const asked = (line: Asked, names: ServerNames) => ({
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

const bought = (of: CommandOf['order']['lines'][number]['bought'] | undefined, names: ServerNames) =>
  of?.expense === undefined
    ? { item: of?.item === undefined ? '' : names.item(of.item) }
    : { item: '', expense: of.expense };

const goods = (
  line: { item: string; quantity: Quantity; lots?: readonly LotPart[] | undefined },
  names: ServerNames,
) => ({ item: names.item(line.item), quantity: formatQuantity(line.quantity), ...lots(line.lots) });

/** The core's commands as requests of the API: what reading them gives is the same command. */
export const BODY_OF: Write = {
  order: ({ vendor, date, currency, lines }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    warehouse: names.warehouse('main'),
    note: '',
    lines: lines.map((line) => ({ ...bought(line.bought, names), ...asked(line, names) })),
  }),
  'order-change': ({ of, seen, date, reason, lines }, names) => ({
    of: names.document(of),
    seen,
    date,
    reason,
    lines: lines.map((line) => ({
      of: line.of === undefined ? '' : names.line(line.of),
      ...bought(line.bought, names),
      ...asked(line, names),
    })),
  }),
  'order-closing': ({ of, date, reason, lines }, names) => ({
    of: names.document(of),
    date,
    reason,
    lines: lines.map((line) => ({ of: names.line(line.of) })),
  }),
  'order-step': ({ of, seen, date, step, reason }, names) => ({ of: names.document(of), seen, date, step, reason }),
  'order-approval': ({ of, seen, date, step, reason }, names) => ({ of: names.document(of), seen, date, step, reason }),
  receipt: ({ vendor, date, warehouse, lines, aside = [] }, names) => ({
    vendor: names.vendor(vendor),
    date,
    warehouse: names.warehouse(warehouse),
    packingSlip: '',
    transport: '',
    lines: lines.map((line) => ({
      of: names.line(line.of),
      quantity: formatQuantity(line.quantity),
      ...given('unit', line.unit),
      ...lots(line.lots),
      ...given('origin', line.origin),
      ...(line.preference ? { preference: true } : {}),
      ...(line.last ? { last: true } : {}),
      ...(line.corrected ? { price: formatPrice(line.corrected.price), reason: line.corrected.reason } : {}),
    })),
    aside: aside.map((line) => ({
      of: line.of === undefined ? '' : names.line(line.of),
      item: line.item === undefined ? '' : names.item(line.item),
      what: line.what,
      quantity: formatQuantity(line.quantity),
      ...given('unit', line.unit),
      reason: line.reason,
      place: line.place,
    })),
  }),
  'aside-closing': ({ date, reason, lines }, names) => ({
    date,
    reason,
    lines: lines.map(({ of, quantity, outcome }) => ({
      of: names.line(of),
      quantity: formatQuantity(quantity),
      outcome,
    })),
  }),
  'put-away': ({ date, lines }, names) => ({
    date,
    lines: lines.map(({ of, quantity, bin }) => ({ of: names.line(of), quantity: formatQuantity(quantity), bin })),
  }),
  bill: (command, names) => {
    const amount = (minor: bigint) => formatAmount(minor, command.currency);
    return {
      vendor: names.vendor(command.vendor),
      reference: command.reference,
      ...given('another', command.another),
      date: command.date,
      currency: command.currency,
      lines: command.lines.map((line) => ({
        of: names.line(line.of),
        quantity: formatQuantity(line.quantity),
        price: formatPrice(line.price),
        discount: percent(line.discount),
        difference: line.difference,
        ...(line.done ? { done: true } : {}),
        ...(line.wait ? { wait: true } : {}),
        ...given('reason', line.reason),
      })),
      charges: command.charges.map((charge) => ({
        kind: charge.kind,
        amount: amount(charge.amount),
        ...given('reason', charge.reason),
      })),
      expenses: (command.expenses ?? []).map((line) => ({
        expense: line.expense,
        amount: amount(line.amount),
        ...dimensions(line.dimensions),
      })),
      disputed: (command.disputed ?? []).map((line) => ({ ...line, amount: amount(line.amount) })),
      tax: (command.tax ?? []).map((tax) => ({
        amount: amount(tax.amount),
        recoverable: tax.recoverable,
        ...(tax.lines === undefined ? {} : { lines: [...tax.lines] }),
      })),
      whole: {
        ...(command.whole?.tax ? { tax: command.whole.tax } : {}),
        ...(command.whole?.total
          ? {
              total: {
                asked: amount(command.whole.total.asked),
                ...given('reason', command.whole.total.reason),
              },
            }
          : {}),
      },
    };
  },
  return: ({ vendor, date, lines }, names) => ({
    vendor: names.vendor(vendor),
    date,
    reference: '',
    lines: lines.map((line) => ({
      of: names.line(line.of),
      quantity: formatQuantity(line.quantity),
      ...lots(line.lots),
      replace: line.replace ?? false,
      confirmed: line.confirmed ?? false,
    })),
  }),
  credit: ({ vendor, reference, date, currency, lines, tax }, names) => ({
    vendor: names.vendor(vendor),
    reference,
    date,
    currency,
    lines: lines.map((line) =>
      line.amount === undefined
        ? { of: names.line(line.of), quantity: formatQuantity(line.quantity), price: formatPrice(line.price) }
        : { of: names.line(line.of), amount: formatAmount(line.amount, currency), to: line.to },
    ),
    ...(tax === undefined ? {} : { tax: formatAmount(tax, currency) }),
  }),
  allocation: ({ date, to, charges, more, entry, customsRate, declared }, names) => ({
    date,
    to: to.map((line) => names.line(line)),
    charges: charges.map(({ of, basis, amount, fixed, limitedTo }) => ({
      of: names.line(of),
      basis,
      amount: amount === undefined ? '' : formatAmount(amount, names.baseCurrency),
      fixed: fixed.map((share) => ({
        line: names.line(share.line),
        amount: formatAmount(share.amount, names.baseCurrency),
      })),
      ...(limitedTo === undefined ? {} : { limitedTo: limitedTo.map((line) => names.line(line)) }),
    })),
    ...(more ? { more } : {}),
    ...given('entry', entry),
    ...given('customsRate', customsRate && formatRate(customsRate)),
    ...(declared === undefined
      ? {}
      : {
          declared: declared.map(({ line, origin, preference }) => ({
            line: names.line(line),
            ...given('origin', origin),
            ...(preference === undefined ? {} : { preference }),
          })),
        }),
  }),
  'estimate-closing': ({ date, reason, lines }, names) => ({
    date,
    reason,
    lines: lines.map(({ of, charge }) => ({ of: names.line(of), charge })),
  }),
  'charge-move': ({ date, of, charge, amount }, names) => ({
    date,
    of: names.line(of),
    charge,
    amount: formatAmount(amount, names.baseCurrency),
  }),
  delivery: ({ customer, date, warehouse, lines }, names) => ({
    customer,
    date,
    warehouse: names.warehouse(warehouse),
    lines: lines.map((line) => ({ ...goods(line, names), ...dimensions(line.dimensions) })),
  }),
  invoice: ({ customer, date, lines }, names) => ({
    customer,
    date,
    lines: lines.map(({ of, quantity, price }) => ({
      of: names.line(of),
      quantity: formatQuantity(quantity),
      price: formatPrice(price),
    })),
  }),
  'customer-return': ({ customer, date, warehouse, lines }, names) => ({
    customer,
    date,
    warehouse: names.warehouse(warehouse),
    lines: lines.map((line) => ({
      of: names.line(line.of),
      quantity: formatQuantity(line.quantity),
      price: formatPrice(line.price),
      ...lots(line.lots),
    })),
  }),
  opening: ({ date, warehouse, lines }, names) => ({
    date,
    warehouse: names.warehouse(warehouse),
    lines: lines.map((line) => ({ ...goods(line, names), value: formatAmount(line.value, names.baseCurrency) })),
  }),
  assembly: ({ date, warehouse, uses, makes, conversion, dimensions: about }, names) => ({
    date,
    warehouse: names.warehouse(warehouse),
    uses: uses.map((line) => goods(line, names)),
    makes: goods(makes, names),
    conversion: formatAmount(conversion, names.baseCurrency),
    ...dimensions(about),
  }),
  transfer: ({ date, from, to, inTransit, lines }, names) => ({
    date,
    from: names.warehouse(from),
    to: names.warehouse(to),
    inTransit,
    lines: lines.map((line) => ({ ...goods(line, names), ...dimensions(line.dimensions) })),
  }),
  arrival: ({ date, lines }, names) => ({
    date,
    lines: lines.map((line) => ({
      of: names.line(line.of),
      quantity: formatQuantity(line.quantity),
      lost: formatQuantity(line.lost),
      ...lots(line.lots),
    })),
  }),
  count: ({ date, warehouse, reason, lines }, names) => ({
    date,
    warehouse: names.warehouse(warehouse),
    reason,
    lines: lines.map((line) => ({
      ...goods(line, names),
      change: line.change,
      ...given('unitCost', line.unitCost && formatPrice(line.unitCost)),
      ...dimensions(line.dimensions),
    })),
  }),
  standard: ({ date, lines }, names) => ({
    date,
    lines: lines.map(({ item, standard }) => ({ item: names.item(item), standard: formatPrice(standard) })),
  }),
  'write-down': ({ date, warehouse, lines }, names) => ({
    date,
    warehouse: names.warehouse(warehouse),
    lines: lines.map(({ item, netRealisable }) => ({
      item: names.item(item),
      netRealisable: formatPrice(netRealisable),
    })),
  }),
  prepayment: ({ vendor, date, currency, amount }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    amount: formatAmount(amount, currency),
  }),
  payment: ({ vendor, date, currency, from, discountsTo, reason, bills }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    from: from === undefined ? '' : names.document(from),
    discountsTo,
    reason,
    bills: bills.map(({ of, amount, discount, writeOff }) => ({
      of: names.document(of),
      amount: formatAmount(amount, currency),
      discount: formatAmount(discount, currency),
      writeOff: formatAmount(writeOff, currency),
    })),
  }),
  close: ({ date, period }) => ({ date, period }),
  open: ({ date, period }) => ({ date, period }),
  lock: ({ date, period }) => ({ date, period }),
  reversal: ({ date, of, reason }, names) => ({ date, of: names.document(of), reason }),
};
