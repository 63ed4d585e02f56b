import type { EntityManager } from 'typeorm';
import { formatPrice, formatQuantity } from '@obolus/core/exact/amounts';
import { documentOf, poolId } from '@obolus/core/costing/pool';
import { refusal } from '@obolus/core/state/refusal';
import { citing, dimensionColumns, keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { stands } from '../storage/load/rows.ts';
import { leaveDraft } from '../storage/drafts.ts';
import { shipmentsOf } from '../queries/cameOn.ts';
import { heldOf } from '../queries/heldGoods.ts';
import { text } from '../queries/figures.ts';
import { BOUGHT } from './lineQueries.ts';
import { billOf } from './billOfReceipt.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { given, lots } from './writeParts.ts';
import { lotsOf, warehouseIn } from './readParts.ts';
import { loadChargeAllowances } from '../storage/load/company.ts';
import { loadBillNumber } from '../storage/load/bills.ts';
import { loadItems } from '../storage/load/items.ts';
import { loadOrderLines, loadPrepaid } from '../storage/load/orderLines.ts';
import { loadRates, loadTariff, loadTaxCodes } from '../storage/load/setUp.ts';
import { wantGoods } from '../storage/load/wanted.ts';
import { message } from '@obolus/messages/message';

export const receipt: DocumentCommand<'receipt'> = {
  read: (body, reader) => ({
    kind: 'receipt',
    vendor: reader.given(body.vendor, '/vendor'),
    date: body.date,
    warehouse: body.warehouse,
    shipment: body.shipment.trim(),
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      lots: lotsOf(line, reader, `/lines/${position}`),
      corrected: line.price
        ? { price: reader.price(line.price, `/lines/${position}/price`), reason: line.reason ?? '' }
        : undefined,
      unit: line.unit?.trim(),
      last: line.last,
      origin: line.origin === '' ? undefined : line.origin,
      preference: line.preference,
    })),
    held: (body.held ?? []).map((line, position) => ({
      of: line.of === '' ? undefined : line.of,
      item: line.item === '' ? undefined : line.item,
      what: line.what,
      quantity: reader.quantity(line.quantity, `/held/${position}/quantity`),
      unit: line.unit?.trim(),
      reason: line.reason,
      place: line.place,
    })),
  }),
  async load(command, loader) {
    const held = command.held ?? [];
    await Promise.all([
      loadOrderLines(loader, [
        ...new Set([...command.lines.map((line) => line.of), ...held.flatMap(({ of }) => of ?? [])]),
      ]),
      loadTaxCodes(loader),
    ]);
    await loadItems(
      loader,
      held.flatMap(({ item }) => item ?? []),
    );
    const ordered = command.lines.flatMap((line) => loader.parts.orderLines.get(line.of) ?? []);
    await loadRates(
      loader,
      ordered.map((line) => line.currency),
      command.date,
    );
    await loadPrepaid(
      loader,
      command.lines.map((line) => documentOf(line.of)),
    );
    const items = ordered.flatMap(({ bought }) => bought.item ?? []);
    wantGoods(
      loader,
      items.map((item) => poolId(item, command.warehouse)),
      command.date,
      'in',
    );
  },
  brings: (body) => [warehouseIn(body)],
  header: ({ vendor, warehouse, packingSlip, shipment }) => ({ vendor, warehouse, reference: packingSlip, shipment }),
  async settle({ vendor, lines }, manager, { id, books }, body) {
    if (!books.draftsBills || body.bill || lines.length === 0) return;
    const [from] = (await manager.query('SELECT name FROM vendor WHERE id = ?', [vendor])) as { name: string }[];
    await leaveDraft(manager, {
      kind: 'bill',
      title: `${from?.name ?? ''}, ${body.date}`,
      body: { vendor, receipt: id },
    });
  },
  // What goods cost is for whoever may say what was billed.
  alsoNeeds: ({ bill: billed, lines }) => (billed || lines.some(({ price }) => price) ? ['bill'] : []),
  async loadFollowing({ vendor, date, bill: billed, lines }, loader) {
    if (!billed) return;
    await loadBillNumber(loader, vendor, billed.reference, date);
    if (billed.charges?.length) await loadChargeAllowances(loader);
    if (billed.charges?.some(({ basis }) => basis === 'duty'))
      await loadTariff(
        loader,
        lines.map(({ of }) => {
          const item = loader.parts.orderLines.get(of)?.bought.item;
          return loader.parts.items.get(item ?? '')?.tariffCode;
        }),
      );
  },
  follows: (document, { bill: billed }, { taxCodes }) =>
    billed ? [{ kind: 'bill', body: billOf(document, billed, taxCodes), at: '/bill' }] : [],
  rows: ({ lines, held, closed }, saving, body) => [
    {
      table: facts.receiptHeld,
      rows: held.map((line, position) => ({
        ...keyOf(line.id),
        ...(line.of === undefined
          ? { order_id: null, order_line_no: null }
          : citing('order', 'order_line_no', line.of)),
        item_id: line.item ?? null,
        what: line.what,
        quantity: line.quantity,
        reason: line.reason,
        place: line.place,
        photo_id: body.held?.[position]?.photo || null,
      })),
    },
    {
      table: facts.orderClosingLine,
      rows: closed.map(({ line, of, quantity }) => ({
        ...keyOf(line),
        ...citing('order', 'order_line_no', of),
        quantity,
      })),
    },
    {
      table: facts.receiptLine,
      rows: lines.map((line) => ({
        ...keyOf(line.id),
        ...citing('order', 'order_line_no', line.of),
        ordered_by_id: saving.books.orderLines.get(line.of)?.by ?? null,
        item_id: line.bought.item ?? null,
        pool_id: saving.poolRow(line.pool),
        quantity: line.quantity,
        per: line.per,
        currency: line.currency,
        rate: line.rate,
        amount: line.amount,
        base_amount: line.baseAmount,
        expense: line.bought.expense ?? null,
        origin: line.origin,
        preference: line.preference ? 1 : 0,
        ...dimensionColumns(line.dimensions ?? {}),
        corrected_price: line.corrected?.price ?? null,
        corrected_because: line.corrected?.reason ?? '',
      })),
    },
    {
      table: facts.receiptAhead,
      rows: lines.flatMap((line) =>
        line.ahead.map((part) => ({
          ...keyOf(line.id),
          ...citing('ahead', 'ahead_line_no', part.of),
          quantity: part.quantity,
          amount: part.amount,
          base_amount: part.base,
          goods: part.goods,
          tax: part.tax,
        })),
      ),
    },
    {
      table: facts.receiptPrepaid,
      rows: lines.flatMap((line) =>
        line.prepaid.map(({ of, amount, base }) => ({
          ...keyOf(line.id),
          prepayment_id: of,
          amount,
          base_amount: base,
        })),
      ),
    },
    {
      table: facts.receiptShipment,
      rows: lines.flatMap((line) =>
        line.shipments.map(({ shipment }) => ({
          ...keyOf(line.id),
          ...citing('receipt', 'receipt_line_no', line.id),
          shipment,
        })),
      ),
    },
    {
      table: facts.receiptEstimate,
      rows: lines.flatMap((line) => line.estimates.map(({ kind, amount }) => ({ ...keyOf(line.id), kind, amount }))),
    },
  ],
  blind: true,
  duplicate: {
    index: 'bill_number_once',
    refusal: ({ bill }) => refusal('bill_number_taken', '/bill/reference', { number: bill?.reference ?? '' }),
  },
  write: ({ vendor, date, warehouse, shipment = '', lines, held = [] }, names) => ({
    vendor: names.vendor(vendor),
    date,
    warehouse: names.warehouse(warehouse),
    packingSlip: '',
    shipment,
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
    held: held.map((line) => ({
      of: line.of === undefined ? '' : names.line(line.of),
      item: line.item === undefined ? '' : names.item(line.item),
      what: line.what,
      quantity: formatQuantity(line.quantity),
      ...given('unit', line.unit),
      reason: line.reason,
      place: line.place,
    })),
  }),
  trail: {
    label: 'document.trail_received',
    from: 'order',
    roots: 'SELECT order_id AS id FROM receipt_line WHERE document_id = ?',
    rows: `SELECT d.id, d.kind, d.number, d.date, o.currency, o.rate, l.amount FROM receipt_line l JOIN document d ON d.id = l.document_id
      JOIN document o ON o.id = l.order_id WHERE l.order_id IN (?) AND ${stands('d.id')} ORDER BY d.id`,
  },
  noteOf: (row) =>
    row.corrected_because ? [message('document.other_price', { reason: text(row.corrected_because) })] : [],
  facts: async (manager, id) => [
    ...(await shipmentsNow(manager, id)),
    ...(await heldOf(manager, id)).map((value) => ({ name: message('document.held'), value })),
  ],
  lines: `SELECT l.*, COALESCE(l.corrected_price, ol.price) AS price, ${BOUGHT}, o.id AS of_id, o.number AS of_number FROM receipt_line l LEFT JOIN item i ON i.id = l.item_id JOIN document o ON o.id = l.order_id
            JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no AND ol.by_id = l.ordered_by_id WHERE l.document_id = ? ORDER BY l.line_no`,
};

/** The shipments on which its goods came, as was last said. */
async function shipmentsNow(manager: EntityManager, id: string) {
  const [row] = (await manager.query(`SELECT ${shipmentsOf('?')} AS shipments`, [id])) as { shipments: string }[];
  return row?.shipments ? [{ name: message('document.shipment'), value: row.shipments }] : [];
}
