import { type Fields, isTrue, optionalText, textOf } from '../../reading/fields.ts';
import { cited, linesOf, lotsOf, quantityOf, type Reading, SOMEONE, warehouseOf } from '../../state/caseStep.ts';
import { priceOrThrow } from '../../exact/amounts.ts';
import type { ReceiptCommand } from './command.ts';

export function receiptStep({ step, numbers, books, date }: Reading): ReceiptCommand {
  const lines = linesOf(step, [
    'of',
    'qty',
    'unit',
    'origin',
    'preference',
    'lots',
    'serials',
    'last',
    'price',
    'reason',
  ]).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    last: isTrue(line, 'last'),
    unit: optionalText(line, 'unit'),
    lots: lotsOf(line),
    origin: optionalText(line, 'origin'),
    preference: isTrue(line, 'preference'),
    corrected: correctedOf(line),
  }));
  const held = linesOf(step, ['of', 'item', 'what', 'qty', 'unit', 'reason', 'place'], 'aside').map((line) => {
    const of = optionalText(line, 'of');
    return {
      of: of === undefined ? undefined : cited(of, numbers),
      item: optionalText(line, 'item'),
      what: optionalText(line, 'what') ?? '',
      ...quantityOf(line),
      unit: optionalText(line, 'unit'),
      reason: textOf(line, 'reason'),
      place: optionalText(line, 'place') ?? '',
    };
  });
  const vendor =
    optionalText(step, 'vendor') ?? books.orderLines.get([...lines, ...held][0]?.of ?? '')?.vendor ?? SOMEONE;
  return {
    kind: 'receipt',
    vendor,
    date,
    warehouse: warehouseOf(step),
    shipment: optionalText(step, 'shipment'),
    lines,
    held,
  };
}

/** The price at which goods come in, where the order's is known to be wrong. */
const correctedOf = (line: Fields) =>
  line.price === undefined
    ? undefined
    : { price: priceOrThrow(textOf(line, 'price')), reason: optionalText(line, 'reason') ?? '' };
