import { facts } from '../storage/tables.ts';
import { amountOfLine } from '../queries/figures.ts';
import { BOUGHT, OF } from './lineQueries.ts';
import type { DocumentCommand } from './documentCommand.ts';
import {
  askedOf,
  boughtOf,
  expectedOf,
  expectsByTariff,
  learn,
  noteOfAsked,
  ON_AN_ORDER,
  statedRows,
} from './orderLines.ts';
import { asked, bought } from './writeParts.ts';
import { ruledOnChange, showRuled } from './ruledEstimates.ts';
import { itemsOf, warehousesOf } from './readParts.ts';
import { loadVendors } from '../storage/load/company.ts';
import { loadItems } from '../storage/load/items.ts';
import { loadOrder } from '../storage/load/orderLines.ts';
import { query, text } from '../storage/load/rows.ts';
import { loadRates, loadTariff } from '../storage/load/setUp.ts';

/** Prices, days and shipments of what is still to come may be others, however much of it there is. */
const RESTATED = ['to-receive', 'shipments'] as const;

export const orderChange: DocumentCommand<'order-change'> = {
  ...ON_AN_ORDER,
  read: (body, reader, from) => ({
    kind: 'order-change',
    of: body.of,
    seen: body.seen,
    by: from.user,
    date: body.date,
    reason: body.reason,
    lines: body.lines.map((line, position) => {
      const at = `/lines/${position}`;
      const [of, bought] = line.of === '' ? [undefined, boughtOf(line, reader, at)] : [line.of, undefined];
      return { of, bought, ...askedOf(line, reader, from, position) };
    }),
  }),
  question: async (manager, { body, baseCurrency }) => ({ ruled: await ruledOnChange(manager, body, baseCurrency) }),
  preview: (_, { books, questioned }) => Promise.resolve({ ruled: showRuled(questioned, books.company.currency) }),
  async load(command, loader) {
    await loadOrder(loader, command.of);
    const order = loader.parts.orders.get(command.of);
    if (order) {
      await loadRates(loader, [order.currency], order.date);
      await loadVendors(loader, [order.vendor]);
    }
    await loadItems(
      loader,
      command.lines.flatMap((line) => line.bought?.item ?? []),
    );
    if (command.lines.some(expectsByTariff))
      await loadTariff(
        loader,
        command.lines.map(({ of, bought }) => {
          const item = bought?.item ?? loader.parts.orderLines.get(of ?? '')?.bought.item;
          return loader.parts.items.get(item ?? '')?.tariffCode;
        }),
      );
  },
  brings: ({ lines }) => [...itemsOf(lines), ...warehousesOf(lines)],
  changes: () => RESTATED,
  rows: ({ of, lines }, saving) => [
    ...statedRows(lines),
    {
      table: facts.orderStep,
      rows: [{ document_id: saving.id, order_id: of, step: 'changed', version_id: saving.id, amount: 0 }],
    },
  ],
  settle: ({ vendor, lines }, manager, _, body) =>
    learn(
      manager,
      vendor,
      lines.map((line) => ({ ...line, said: body.lines[line.said] })),
    ),
  reversal: {
    opensAnew: true,
    changes: RESTATED,
    async load(loader, document) {
      const [row] = await query(loader.reading, 'SELECT order_id FROM order_step WHERE document_id = ?', [document]);
      await loadOrder(loader, text(row?.order_id));
    },
  },
  shows: ({ of, lines }, books) => {
    const order = books.orders.get(of);
    return order ? { expected: expectedOf(books, lines, order) } : {};
  },
  write: ({ of, seen, date, reason, lines }, names) => ({
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
  amountOf: amountOfLine,
  noteOf: noteOfAsked,
  lines: `SELECT l.document_id AS line_document, l.line_no, l.quantity, l.price, l.per, l.discount, l.due_day, ${BOUGHT}, ${OF} FROM order_line l LEFT JOIN item i ON i.id = l.item_id JOIN document o ON o.id = l.document_id
            WHERE l.by_id = ? ORDER BY l.line_no`,
};
