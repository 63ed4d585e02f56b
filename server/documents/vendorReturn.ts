import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { documentOf, lineId, warehouseOf } from '@obolus/core/costing/pool';
import { asAskedBefore } from '@obolus/core/purchasing/order/inPlace';
import type { ReturnDocument } from '@obolus/core/purchasing/vendorReturn';
import type { Books } from '@obolus/core/state/books';
import { groupBy } from '../storage/groupBy.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { formatQuantity } from '@obolus/core/exact/amounts';
import { citing, keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand, Following } from './documentCommand.ts';
import { ITEM, OF } from './lineQueries.ts';
import { askedAbout } from './secondPerson.ts';
import { asked, given, lots } from './writeParts.ts';
import { lotsOf } from './readParts.ts';
import { type Row, text } from '../queries/figures.ts';
import type { EntityManager } from 'typeorm';
import { type Message, message } from '@obolus/messages/message';
import { loadOrderLines } from '../storage/load/orderLines.ts';
import { loadReceiptLines } from '../storage/load/receiptLines.ts';
import { stands } from '../storage/load/rows.ts';
import { wantFrom } from '../storage/load/wanted.ts';

export const vendorReturn: DocumentCommand<'return'> = {
  ...askedAbout('return'),
  read: (body, reader, { signedOff }) => ({
    kind: 'return',
    vendor: reader.given(body.vendor, '/vendor'),
    date: body.date,
    signedOff,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      lots: lotsOf(line, reader, `/lines/${position}`),
      ...(line.reason ? { reason: line.reason } : {}),
      replace: line.replace,
      confirmed: line.confirmed,
    })),
  }),
  async load(command, loader) {
    await loadReceiptLines(
      loader,
      command.lines.map((line) => line.of),
    );
    // What is to be replaced is on order again.
    const replaced = command.lines.filter(({ replace }) => replace);
    await loadOrderLines(
      loader,
      replaced.flatMap(({ of }) => loader.parts.receiptLines.get(of)?.of ?? []),
    );
    for (const line of command.lines) {
      const received = loader.parts.receiptLines.get(line.of);
      if (received?.pool !== undefined) wantFrom(loader, received.pool, received);
    }
  },
  async loadFollowing({ date, lines }, loader) {
    const ordered = lines
      .filter(({ anew, replace }) => anew && replace)
      .flatMap(({ of }) => loader.parts.orderLines.get(loader.parts.receiptLines.get(of)?.of ?? '') ?? []);
    await loadRates(
      loader,
      ordered.map(({ currency }) => currency),
      date,
    );
  },
  follows: (document, body, books) => orderedAnew(document, body, books),
  header: ({ vendor, reference }) => ({ vendor, reference }),
  rows: ({ lines }, _, body) => [
    {
      table: facts.returnLine,
      rows: lines.map((line, position) => ({
        ...keyOf(line.line),
        ...citing('receipt', 'receipt_line_no', line.of),
        quantity: line.quantity,
        replaces: line.replace ? 1 : 0,
        unbilled: line.unbilled,
        unbilled_ordered: line.unbilledOrdered,
        unbilled_cleared: line.unbilledCleared,
        billed: line.billed,
        billed_amount: line.billedAmount,
        billed_goods: line.billedGoods,
        billed_variance: line.billedVariance,
        reason: body.lines[position]?.reason ?? '',
        photo_id: body.lines[position]?.photo || null,
      })),
    },
  ],
  write: ({ vendor, date, lines }, names) => ({
    vendor: names.vendor(vendor),
    date,
    reference: '',
    lines: lines.map((line) => ({
      of: names.line(line.of),
      quantity: formatQuantity(line.quantity),
      ...lots(line.lots),
      ...given('reason', line.reason),
      replace: line.replace ?? false,
      confirmed: line.confirmed ?? false,
    })),
  }),
  facts: async (manager, id) => {
    const orders: Row[] = await manager.query(
      `SELECT DISTINCT d.number FROM order_replaces q JOIN document d ON d.id = q.document_id WHERE q.return_id = ? AND ${stands('d.id')} ORDER BY d.id`,
      [id],
    );
    return orders.map((row) => ({ name: message('document.ordered_anew'), value: text(row.number) }));
  },
  reference: 'document.return_number',
  papers: async (manager, id) => [
    { name: message('returns.packing_list'), path: `/returns/${id}/paper.pdf` },
    ...(await photosOf(manager, id)),
  ],
  noteOf: (row) => [
    ...(row.reason ? [text(row.reason)] : []),
    ...(row.replaces === '1' || Number(row.replaces) === 1 ? [message('document.to_be_replaced')] : []),
  ],
  lines: `SELECT l.line_no, l.quantity, l.reason, l.replaces, ${ITEM}, ${OF}, ABS((SELECT COALESCE(SUM(c.amount), 0) FROM value_change c WHERE c.document_id = l.document_id AND c.line_document_id = l.document_id AND c.line_no = l.line_no)) AS amount
           FROM return_line l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no JOIN item i ON i.id = r.item_id
           JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
};

/** What comes in place of goods whose orders are closed is ordered anew with their return: for each such order one, as it asked for them. */
function orderedAnew(
  { vendor, date, lines }: ReturnDocument,
  { lines: said }: BodyOf<'return'>,
  { company, orderLines, receiptLines, items, nextDocument }: Books,
): Following[] {
  const names = { baseCurrency: company.currency, warehouse: (id: string) => id };
  const again = lines.flatMap((line, position) => {
    if (!line.replace || !said[position]?.anew) return [];
    const ordered = orderLines.get(receiptLines.get(line.of)?.of ?? '');
    return ordered ? [{ line, position, ordered }] : [];
  });
  return [...groupBy(again, ({ ordered }) => documentOf(ordered.id)).values()].map((some) => {
    const [first] = some as [(typeof some)[number]];
    const { currency } = first.ordered;
    const warehouse = warehouseOf(first.line.pool);
    const body = {
      vendor,
      date,
      currency,
      warehouse,
      note: '',
      lines: some.map(({ line, position, ordered }) => ({
        item: ordered.bought.item ?? '',
        ...asked(asAskedBefore(ordered, items.get(ordered.bought.item ?? ''), line.quantity), names),
        replaces: lineId(nextDocument.toString(), position + 1),
      })),
    };
    return { kind: 'order', at: '', body };
  });
}

/** Photos of what went back, each by its line. */
async function photosOf(manager: EntityManager, id: string): Promise<{ name: Message; path: string }[]> {
  const rows: Row[] = await manager.query(
    'SELECT line_no, photo_id FROM return_line WHERE document_id = ? AND photo_id IS NOT NULL ORDER BY line_no',
    [id],
  );
  return rows.map((row) => ({
    name: message('returns.photo_of_line', { line: text(row.line_no) }),
    path: `/papers/${text(row.photo_id)}`,
  }));
}
