import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { CommandOf } from '@obolus/core/posting/kinds';
import { formatAmount, formatPrice, formatQuantity } from '@obolus/core/exact/amounts';
import { refusal } from '@obolus/core/state/refusal';
import { Reader } from '../asking/reader.ts';
import { citing, keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { crossRateFacts, crossRateRows, readAgreedRates, viewCrossRate, writeAgreedRates } from './crossRates.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { freeNumber, keepNumber, payableRow } from './billNumbers.ts';
import { loadBillNumber } from '../storage/load/bills.ts';
import { loadCreditable } from '../storage/load/creditable.ts';
import { loadItems } from '../storage/load/items.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { wantFrom } from '../storage/load/wanted.ts';

export const credit: DocumentCommand<'credit'> = {
  read: (body, reader) => ({
    kind: 'credit',
    vendor: reader.given(body.vendor, '/vendor'),
    reference: reader.given(body.reference, '/reference'),
    currency: body.currency,
    agreedRates: readAgreedRates(body, reader),
    date: body.date,
    lines: body.lines.map((line, position) => creditLine(line, body.currency, reader, `/lines/${position}`)),
    tax: body.tax === undefined || body.tax === '' ? undefined : reader.document(body.tax, body.currency, '/tax'),
  }),
  async load(command, loader) {
    await loadBillNumber(loader, command.vendor, command.reference);
    await loadCreditable(
      loader,
      command.lines.map((line) => line.of),
    );
    const cited = command.lines.flatMap((line) => loader.parts.creditable.get(line.of)?.currency ?? []);
    await loadRates(loader, [command.currency, ...cited], command.date);
    for (const line of command.lines) {
      const goods = loader.parts.creditable.get(line.of)?.goods;
      if (goods && line.to === 'cost') {
        await loadItems(loader, [goods.pool.split('@')[0] ?? '']);
        wantFrom(loader, goods.pool, { id: goods.movement, date: goods.date });
      }
    }
  },
  header: ({ vendor, currency, reference }) => ({ vendor, currency, reference: reference.trim() }),
  rows: (document, saving) => [
    {
      table: facts.creditLine,
      rows: document.lines.map((line) => ({
        ...keyOf(line.id),
        ...citing('of', 'of_line_no', line.of),
        goes_to: line.to,
        quantity: line.quantity,
        amount: line.amount,
        own_amount: line.ownAmount,
        own: line.own,
        payable: line.payable,
        received: 0n,
      })),
    },
    {
      table: facts.billCharge,
      rows: document.lines.flatMap((line) =>
        line.charge === undefined
          ? []
          : [{ ...keyOf(line.id), kind: line.charge, amount: -line.amount, base_amount: -line.payable, is_cost: 1 }],
      ),
    },
    crossRateRows(saving.id, document.crossRates),
    payableRow(saving, { amount: -document.total.amount, base: -document.total.base }),
  ],
  settle: ({ vendor, numberKey }, manager, saving) => keepNumber(manager, vendor, numberKey, saving.id),
  shows: ({ total, currency, crossRates }) => ({
    total: formatAmount(total.amount, currency),
    crossRates: crossRates.map(viewCrossRate),
  }),
  reversal: { settle: freeNumber },
  duplicate: {
    index: 'bill_number_once',
    refusal: ({ reference }) => refusal('bill_number_taken', '/reference', { number: reference }),
  },
  facts: crossRateFacts,
  write: ({ vendor, reference, date, currency, agreedRates, lines, tax }, names) => ({
    vendor: names.vendor(vendor),
    reference,
    date,
    currency,
    ...writeAgreedRates(agreedRates),
    lines: lines.map((line) =>
      line.amount === undefined
        ? { of: names.line(line.of), quantity: formatQuantity(line.quantity), price: formatPrice(line.price) }
        : { of: names.line(line.of), amount: formatAmount(line.amount, currency), to: line.to },
    ),
    ...(tax === undefined ? {} : { tax: formatAmount(tax, currency) }),
  }),
  reference: 'document.vendor_number',
  lines: `SELECT l.line_no, IF(l.quantity > 0, l.quantity, NULL) AS quantity, l.amount, l.goes_to AS purpose, o.number AS item_name, '' AS item_number, '' AS item_unit, ${OF}
           FROM credit_line l JOIN document o ON o.id = l.of_id WHERE l.document_id = ? ORDER BY l.line_no`,
};

/** A returned line says quantity and price, another an amount and where it goes. */
function creditLine(
  line: BodyOf<'credit'>['lines'][number],
  currency: string,
  reader: Reader,
  at: string,
): CommandOf['credit']['lines'][number] {
  if (line.amount !== undefined)
    return { of: line.of, amount: reader.document(line.amount, currency, `${at}/amount`), to: line.to ?? 'cost' };
  return {
    of: line.of,
    quantity: reader.quantity(line.quantity ?? '', `${at}/quantity`),
    price: reader.price(line.price ?? '', `${at}/price`),
  };
}
