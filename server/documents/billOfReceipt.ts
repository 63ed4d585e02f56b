import type { BodyOf } from '@obolus/contract/kinds/kinds';
import {
  formatAmount,
  formatQuantity,
  FRACTION_PLACES,
  PRICE_PLACES,
  quantity,
  sumOf,
} from '@obolus/core/exact/amounts';
import { formatDecimal } from '@obolus/core/exact/decimal';
import type { ReceiptDocument } from '@obolus/core/purchasing/receipt/command';
import { taxesOn } from '@obolus/core/purchasing/taxCode';
import type { Books } from '@obolus/core/state/books';

/** The bill that came with the goods: all that was received and is not billed ahead, at what it was received at, with the taxes of its order. */
export function billOf(
  { vendor, date, lines }: ReceiptDocument,
  { reference, terms, another, charges = [] }: NonNullable<BodyOf<'receipt'>['bill']>,
  taxCodes: Books['taxCodes'],
): BodyOf<'bill'> {
  const open = lines
    .map((line) => ({ ...line, open: quantity(line.quantity - sumOf(line.ahead)) }))
    .filter((line) => line.open > 0n);
  const currency = lines[0]?.currency ?? '';
  const taxes = taxesOn(
    open.map(({ amount, taxCode }) => ({ amount, code: taxCode, levels: taxCodes.get(taxCode) ?? [] })),
  );
  return {
    vendor,
    reference,
    date,
    currency,
    ...(terms ? { terms } : {}),
    ...(another ? { another } : {}),
    charges: charges.map(({ basis: _, ...charge }) => charge),
    ...(charges.length > 0
      ? {
          land: {
            date,
            to: lines.flatMap(({ id, bought }) => (bought.item === undefined ? [] : [id])),
            bases: charges.map(({ basis }, charge) => ({ charge, basis })),
          },
        }
      : {}),
    lines: open.map((line) => ({
      of: line.id,
      quantity: formatQuantity(line.open),
      difference: 'cost' as const,
      price: formatDecimal(line.pricing.price, PRICE_PLACES),
      discount: formatDecimal(line.pricing.discount, FRACTION_PLACES - 2),
    })),
    tax: taxes.map(({ amount, recoverable, selfAssessed, withDiscount, lines: on }) => ({
      amount: formatAmount(amount, currency),
      recoverable,
      ...(selfAssessed ? { selfAssessed } : {}),
      ...(withDiscount ? { withDiscount } : {}),
      lines: [...on],
    })),
  };
}
