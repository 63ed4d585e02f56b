import type { PreviewReply } from '@obolus/contract/commands';
import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { Bought, Estimate, Order, Statement } from '@obolus/core/state/purchasing';
import type { OrderLineCommand } from '@obolus/core/purchasing/order/commands';
import { refusal } from '@obolus/core/state/refusal';
import type { LineId } from '@obolus/core/costing/pool';
import type { Books } from '@obolus/core/state/books';
import { expectedCosts } from '@obolus/core/charges/expected';
import { BooksLoader } from '../storage/load/loader.ts';
import { Reader } from '../asking/reader.ts';
import type { TableRows } from '../storage/documentRows.ts';
import { dimensionColumns, keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { learnVendorNumber } from '../setUp/vendorNumbers.ts';
import { big, type Row, showDiscount } from '../queries/figures.ts';
import { showExpected } from '../queries/expectedCosts.ts';
import type { Asking } from './documentCommand.ts';
import { dimensionsOf } from './readParts.ts';
import { loadOrder } from '../storage/load/orderLines.ts';
import { type Message, message } from '@obolus/messages/message';

/** What is done with an order rests on all of it, and is its vendor's; why it was done stands as its note. */
export const ON_AN_ORDER = {
  load: ({ of }: { of: string }, loader: BooksLoader) => loadOrder(loader, of),
  header: ({ reason }: { reason: string }) => ({ note: reason }),
  headerOf: ({ vendor }: { vendor: string }) => ({ vendor }),
};

export function stepRows(
  { of, step, version, amount }: { of: string; step: string; version: string; amount: bigint },
  { id }: { id: string },
): TableRows[] {
  return [{ table: facts.orderStep, rows: [{ document_id: id, order_id: of, step, version_id: version, amount }] }];
}

export type LineBody = BodyOf<'order'>['lines'][number];

export const expectsByTariff = ({ estimates = [] }: Pick<OrderLineCommand, 'estimates'>): boolean =>
  estimates.some(({ by }) => by === 'tariff');

export function boughtOf(line: LineBody, reader: Reader, at: string): Bought {
  const expense = line.expense?.trim() ?? '';
  if (expense !== '' && line.item !== '') reader.refusals.push(refusal('item_and_expense', `${at}/expense`));
  return expense === '' ? { item: reader.given(line.item, `${at}/item`) } : { expense };
}

export function askedOf(
  line: LineBody,
  reader: Reader,
  { baseCurrency, ruled }: Asking,
  position: number,
): Omit<OrderLineCommand, 'bought'> {
  const at = `/lines/${position}`;
  return {
    quantity: reader.quantity(line.quantity, `${at}/quantity`),
    unit: line.unit?.trim(),
    packSize: line.packSize ? reader.quantity(line.packSize, `${at}/packSize`) : undefined,
    price: reader.price(line.price, `${at}/price`),
    discount: reader.discount(line.discount, `${at}/discount`),
    due: line.due === '' ? undefined : line.due,
    warehouse: line.warehouse || undefined,
    taxCode: line.taxCode ?? '',
    shipment: line.shipment?.trim() ?? '',
    estimates:
      line.estimates?.map((estimate, number) =>
        estimateOf(estimate, reader, baseCurrency, `${at}/estimates/${number}/figure`),
      ) ?? (ruled?.get(position) ?? []).map(({ rule, estimate }) => ({ ...estimate, rule })),
    dimensions: dimensionsOf(line),
  };
}

/** What an order says of buying an item that nobody knew: the vendor's number for it, and a pack that it comes in. */
export async function learn(
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
export function statedRows(lines: readonly { id: LineId; bought: Bought; stated: Statement }[]): TableRows[] {
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
        shipment: stated.shipment,
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
          rule: estimate.rule ?? '',
        })),
      ),
    },
  ];
}

export type EstimateBody = NonNullable<BodyOf<'order'>['lines'][number]['estimates']>[number];

export function estimateOf(
  { kind, by, figure, rule }: EstimateBody,
  reader: Reader,
  baseCurrency: string,
  at: string,
): Estimate {
  const said = rule ? { kind, rule } : { kind };
  switch (by) {
    case 'unit':
    case 'weight':
    case 'volume':
      return { ...said, by, amount: reader.price(figure, at) };
    case 'percent':
      return { ...said, by, percent: reader.discount(figure, at) };
    case 'flat':
      return { ...said, by, amount: reader.base(figure, baseCurrency, at) };
    case 'tariff':
      return { ...said, by };
  }
}

export const figureOf = (estimate: Estimate): bigint =>
  estimate.by === 'tariff' ? 0n : estimate.by === 'percent' ? estimate.percent : estimate.amount;

/** When a line is due, and its discount. */
export const noteOfAsked = (row: Row): Message[] => [
  ...(row.due_day ? [message('document.due_on', { day: { day: row.due_day } })] : []),
  ...(big(row.discount) > 0n
    ? [message('document.discount_of', { percent: { figure: showDiscount(row.discount) } })]
    : []),
];

/** What the goods of an order, or of a later version of it, should cost once they are here; each by its line of the body. */
export const expectedOf = (
  books: Books,
  lines: readonly { bought: Bought; stated: Statement; said?: number }[],
  { currency, rate, date }: Pick<Order, 'currency' | 'rate' | 'date'>,
): PreviewReply['expected'] =>
  expectedCosts(books, lines, { currency, rate, date }).flatMap((expected, position) =>
    expected ? [{ line: lines[position]?.said ?? position, ...showExpected(expected, books.company.currency) }] : [],
  );
