import { rateOn } from '@obolus/core/state/checks';
import { facts } from '../storage/tables.ts';
import { amountOfLine } from '../queries/figures.ts';
import { BOUGHT } from './lineQueries.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { asked, bought } from './writeParts.ts';
import { askedOf, boughtOf, expectedOf, expectsByTariff, learn, noteOfAsked, statedRows } from './orderLines.ts';
import { ruledOnOrder, showRuled } from './ruledEstimates.ts';
import { itemsOf, vendorIn, warehouseIn, warehousesOf } from './readParts.ts';
import { citing } from '../storage/lineColumns.ts';
import { loadOrder, loadOrderLines, loadReopened, replacedBy } from '../storage/load/orderLines.ts';
import { loadItems } from '../storage/load/items.ts';
import { loadRates, loadTariff } from '../storage/load/setUp.ts';

export const order: DocumentCommand<'order'> = {
  read: (body, reader, from) => ({
    kind: 'order',
    vendor: reader.given(body.vendor, '/vendor'),
    by: from.user,
    currency: body.currency,
    date: body.date,
    lines: body.lines.map((line, position) => {
      const at = `/lines/${position}`;
      return {
        bought: boughtOf(line, reader, at),
        ...askedOf(line, reader, from, position),
        ...(line.replaces ? { replaces: line.replaces } : {}),
      };
    }),
  }),
  question: async (manager, { body, baseCurrency }) => ({ ruled: await ruledOnOrder(manager, body, baseCurrency) }),
  preview: (_, { books, questioned }) => Promise.resolve({ ruled: showRuled(questioned, books.company.currency) }),
  async load(command, loader) {
    const replaced = command.lines.flatMap(({ replaces }) => replaces ?? []);
    if (replaced.length > 0) await loadReopened(loader, replaced);
    await loadItems(
      loader,
      command.lines.flatMap((line) => line.bought.item ?? []),
    );
    await loadRates(loader, [command.currency], command.date);
    if (command.lines.some(expectsByTariff))
      await loadTariff(
        loader,
        command.lines.map(({ bought }) => loader.parts.items.get(bought.item ?? '')?.tariffCode),
      );
  },
  brings: (body) => [vendorIn(body), warehouseIn(body), ...itemsOf(body.lines), ...warehousesOf(body.lines)],
  header: ({ vendor, warehouse, currency, note, terms }) => ({
    vendor,
    warehouse,
    currency,
    note,
    ...(terms ? { terms } : {}),
  }),
  rows: ({ lines }, { id }, { terms, incoterm = '', place = '' }) => [
    ...statedRows(lines.map((line, position) => ({ id: `${id}/${position + 1}`, ...line }))),
    {
      table: facts.orderReplaces,
      rows: lines.flatMap(({ replaces }, position) =>
        replaces
          ? [{ document_id: id, line_no: position + 1, ...citing('return', 'return_line_no', replaces.line) }]
          : [],
      ),
    },
    ...(terms || incoterm
      ? [
          {
            table: facts.orderTerms,
            rows: [{ document_id: id, terms_id: terms || null, incoterm, place: incoterm && place.trim() }],
          },
        ]
      : []),
  ],
  settle: ({ vendor, lines }, manager, _, body) =>
    learn(
      manager,
      vendor,
      lines.map((line, position) => ({ ...line, said: body.lines[position] })),
    ),
  shows: ({ lines, currency, date }, books) => {
    const rate = rateOn(books, currency, date);
    return rate === undefined ? {} : { expected: expectedOf(books, lines, { currency, rate, date }) };
  },
  write: ({ vendor, date, currency, lines }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    warehouse: names.warehouse('main'),
    note: '',
    lines: lines.map((line) => ({
      ...bought(line.bought, names),
      ...asked(line, names),
      ...(line.replaces ? { replaces: names.line(line.replaces) } : {}),
    })),
  }),
  reversal: {
    async load(loader, document) {
      const replaced = await replacedBy(loader.reading, document);
      if (replaced.length === 0) return;
      await loadOrder(loader, document);
      await loadOrderLines(loader, replaced);
    },
  },
  trail: {
    label: 'document.trail_ordered',
    from: 'order',
    roots: 'SELECT ? AS id',
    rows: `SELECT d.id, d.kind, d.number, d.date, d.currency, d.rate, l.quantity, l.price, l.per, l.discount FROM document d JOIN ordered_line l ON l.document_id = d.id WHERE d.id IN (?) ORDER BY d.id`,
    amountOf: amountOfLine,
  },
  amountOf: amountOfLine,
  noteOf: noteOfAsked,
  lines: `SELECT l.*, ${BOUGHT} FROM ordered_line l LEFT JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
