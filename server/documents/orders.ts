import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { LineId } from '@obolus/core/costing/pool';
import type { Bought, Estimate, Statement } from '@obolus/core/state/purchasing';
import type { OrderLineCommand } from '@obolus/core/purchasing/order/commands';
import { refusal } from '@obolus/core/state/refusal';
import type { Reader } from '../asking/reader.ts';
import type { BooksLoader } from '../storage/loadBooks.ts';
import { citing, dimensionColumns, keyOf } from '../storage/savePosted.ts';
import { facts } from '../storage/tables.ts';
import type { TableRows } from '../storage/documentRows.ts';
import { learnVendorNumber } from '../setUp/vendorNumbers.ts';
import { type Asking, type DocumentCommand, lineAt } from './documentCommand.ts';
import { dimensionsOf, itemsOf, vendorIn, warehouseIn, warehousesOf } from './readParts.ts';

export const order: DocumentCommand<'order'> = {
  read: (body, reader, from) => ({
    kind: 'order',
    vendor: reader.given(body.vendor, '/vendor'),
    by: from.user,
    currency: body.currency,
    date: body.date,
    lines: body.lines.map((line, position) => {
      const at = `/lines/${position}`;
      return { bought: boughtOf(line, reader, at), ...askedOf(line, reader, from, at) };
    }),
  }),
  async load(command, loader) {
    await loader.loadItems(command.lines.flatMap((line) => line.bought.item ?? []));
    await loader.loadRates([command.currency], command.date);
    if (command.lines.some(expectsByTariff)) await loader.loadTariff();
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
};

/** What is done with an order rests on all of it, and is its vendor's; why it was done stands as its note. */
const ON_AN_ORDER = {
  load: ({ of }: { of: string }, loader: BooksLoader) => loader.loadOrder(of),
  header: ({ reason }: { reason: string }) => ({ note: reason }),
  headerOf: ({ vendor }: { vendor: string }) => ({ vendor }),
};

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
      return { of, bought, ...askedOf(line, reader, from, at) };
    }),
  }),
  async load(command, loader) {
    await loader.loadOrder(command.of);
    await loader.loadVendorOf(command.of);
    await loader.loadItems(command.lines.flatMap((line) => line.bought?.item ?? []));
    if (command.lines.some(expectsByTariff)) await loader.loadTariff();
  },
  brings: ({ lines }) => [...itemsOf(lines), ...warehousesOf(lines)],
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
};

export const orderClosing: DocumentCommand<'order-closing'> = {
  read: (body) => ({ ...body, kind: 'order-closing' }),
  ...ON_AN_ORDER,
  rows: ({ lines }, saving) => [
    {
      table: facts.orderClosingLine,
      rows: lines.map(({ of, quantity }, position) => ({
        ...lineAt(saving, position),
        ...citing('order', 'order_line_no', of),
        quantity,
      })),
    },
  ],
};

export const orderStep: DocumentCommand<'order-step'> = {
  read: (body, _, { user }) => ({ ...body, kind: 'order-step', by: user }),
  ...ON_AN_ORDER,
  rows: stepRows,
};

export const orderApproval: DocumentCommand<'order-approval'> = {
  read: (body, _, { user }) => ({ ...body, kind: 'order-approval', by: user }),
  ...ON_AN_ORDER,
  rows: stepRows,
};

function stepRows(
  { of, step, version, amount }: { of: string; step: string; version: string; amount: bigint },
  { id }: { id: string },
): TableRows[] {
  return [{ table: facts.orderStep, rows: [{ document_id: id, order_id: of, step, version_id: version, amount }] }];
}

type LineBody = BodyOf<'order'>['lines'][number];
const expectsByTariff = ({ estimates = [] }: Pick<OrderLineCommand, 'estimates'>): boolean =>
  estimates.some(({ by }) => by === 'tariff');

function boughtOf(line: LineBody, reader: Reader, at: string): Bought {
  const expense = line.expense?.trim() ?? '';
  if (expense !== '' && line.item !== '') reader.refusals.push(refusal('item_and_expense', `${at}/expense`));
  return expense === '' ? { item: reader.given(line.item, `${at}/item`) } : { expense };
}

function askedOf(
  line: LineBody,
  reader: Reader,
  { baseCurrency }: Asking,
  at: string,
): Omit<OrderLineCommand, 'bought'> {
  return {
    quantity: reader.quantity(line.quantity, `${at}/quantity`),
    unit: line.unit?.trim(),
    packSize: line.packSize ? reader.quantity(line.packSize, `${at}/packSize`) : undefined,
    price: reader.price(line.price, `${at}/price`),
    discount: reader.discount(line.discount, `${at}/discount`),
    due: line.due === '' ? undefined : line.due,
    warehouse: line.warehouse || undefined,
    taxCode: line.taxCode ?? '',
    transport: line.transport?.trim() ?? '',
    estimates: (line.estimates ?? []).map((estimate, number) =>
      estimateOf(estimate, reader, baseCurrency, `${at}/estimates/${number}/figure`),
    ),
    dimensions: dimensionsOf(line),
  };
}

/** What an order says of buying an item that nobody knew: the vendor's number for it, and a pack that it comes in. */
async function learn(
  manager: EntityManager,
  vendor: string,
  lines: readonly { bought: Bought; stated: Statement; said: LineBody | undefined }[],
): Promise<void> {
  for (const { bought, stated, said } of lines) {
    if (bought.item === undefined) continue;
    const number = said?.vendorNumber?.trim() ?? '';
    if (number !== '') await learnVendorNumber(manager, vendor, bought.item, number);
    // Of two who say the same at once, either may: an order keeps what its own pack held.
    if (said?.packSize)
      await manager.query('INSERT IGNORE INTO item_pack (item_id, unit, size) VALUES (?, ?, ?)', [
        bought.item,
        stated.unit,
        stated.per,
      ]);
  }
}

/** Lines as a document states them, each under its id on the order. */
function statedRows(lines: readonly { id: LineId; bought: Bought; stated: Statement }[]): TableRows[] {
  const keyOfLine = (id: LineId, { by }: Statement) => ({ ...keyOf(id), by_id: by });
  return [
    {
      table: facts.orderLine,
      rows: lines.map(({ id, bought, stated }) => ({
        ...keyOfLine(id, stated),
        item_id: bought.item ?? null,
        quantity: stated.quantity,
        unit: stated.unit,
        price: stated.price,
        per: stated.per,
        discount: stated.discount,
        due_day: stated.due ?? null,
        expense: bought.expense ?? null,
        ...dimensionColumns(stated.dimensions ?? {}),
        warehouse_id: stated.warehouse ?? null,
        tax_code: stated.taxCode,
        transport: stated.transport,
      })),
    },
    {
      table: facts.orderEstimate,
      rows: lines.flatMap(({ id, stated }) =>
        stated.estimates.map((estimate) => ({
          ...keyOfLine(id, stated),
          kind: estimate.kind,
          estimated_by: estimate.by,
          figure: figureOf(estimate),
        })),
      ),
    },
  ];
}

type EstimateBody = NonNullable<BodyOf<'order'>['lines'][number]['estimates']>[number];

function estimateOf({ kind, by, figure }: EstimateBody, reader: Reader, baseCurrency: string, at: string): Estimate {
  switch (by) {
    case 'unit':
      return { kind, by, amount: reader.price(figure, at) };
    case 'percent':
      return { kind, by, percent: reader.discount(figure, at) };
    case 'flat':
      return { kind, by, amount: reader.base(figure, baseCurrency, at) };
    case 'tariff':
      return { kind, by };
  }
}

const figureOf = (estimate: Estimate): bigint =>
  estimate.by === 'tariff' ? 0n : estimate.by === 'percent' ? estimate.percent : estimate.amount;
