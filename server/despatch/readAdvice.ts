import { parseDecimal } from '@obolus/core/exact/decimal';
import { quantity, QUANTITY_PLACES, type Quantity } from '@obolus/core/exact/amounts';
import { isDay } from '@obolus/core/exact/calendar';
import type { AdvisedLine } from '@obolus/core/purchasing/despatch';
import { RequestError } from '../asking/failures.ts';
import { readFile } from '../papers/readFile.ts';
import { childrenOf, readXml, textAt, ublParty, type XmlNode } from '../papers/readXml.ts';
import { unitWord } from '../papers/units.ts';
import type { MessageId, Values } from '@obolus/messages/message';

/** What a vendor announces, as its paper says it. */
export interface Advice {
  readonly number: string;
  /** What the vendor is called, what is surest first; nothing where the paper does not say. */
  readonly vendor: readonly string[];
  readonly despatched: string;
  readonly arrives: string;
  readonly shipment: string;
  /** Whom it is for, by names and numbers; nothing where it does not say. */
  readonly buyer: readonly string[];
  readonly lines: readonly AdvisedGoods[];
}

export interface AdvisedGoods extends AdvisedLine {
  /** In words, as the paper names it. */
  readonly said: string;
  /** A lot or a serial number; empty where there is none. */
  readonly lot: string;
  readonly expires: string;
  /** The vendor takes it back: it does not come. */
  readonly cancelled: boolean;
}

/** Reads a despatch advice: OASIS UBL 2.1, or a table (CSV, XLSX) with a row for each line, lot or serial number. */
export function readAdvice(content: Buffer): Promise<Advice> {
  const begin = content
    .subarray(0, 200)
    .toString('latin1')
    .replace(/^\u00ef\u00bb\u00bf/, '')
    .trimStart();
  return begin.startsWith('<') ? Promise.resolve(readUbl(content)) : readTable(content);
}

function readUbl(content: Buffer): Advice {
  const root = readXml(content).DespatchAdvice;
  if (root === undefined) throw notRead('paper.advice_xml');
  if (isCancelled(textAt(root, 'DocumentStatusCode')))
    throw notRead('paper.advice_cancelled', { number: textAt(root, 'ID') });
  const shipment = childrenOf(root, 'Shipment')[0];
  return complete({
    buyer: ublParty(childrenOf(root, 'BuyerCustomerParty')[0]),
    number: textAt(root, 'ID'),
    vendor: ublParty(childrenOf(root, 'DespatchSupplierParty')[0]),
    despatched: textAt(root, 'IssueDate'),
    arrives:
      textAt(shipment, 'Delivery', 'EstimatedDeliveryPeriod', 'EndDate') ||
      textAt(shipment, 'Delivery', 'RequestedDeliveryPeriod', 'EndDate'),
    shipment:
      textAt(shipment, 'TransportHandlingUnit', 'TransportEquipment', 'ID') ||
      textAt(shipment, 'Consignment', 'ID') ||
      textAt(shipment, 'ID'),
    lines: childrenOf(root, 'DespatchLine').flatMap((line) => ublLines(line, textAt(root, 'OrderReference', 'ID'))),
  });
}

/** A status of UBL's own list: what is cancelled does not come. */
const isCancelled = (status: string): boolean => ['cancelled', 'canceled'].includes(status.trim().toLowerCase());

/** A line, or one for each of the lots and serial numbers that it names with how many are of them. */
function ublLines(line: XmlNode, headerOrder: string): AdvisedGoods[] {
  const item = childrenOf(line, 'Item')[0];
  const delivered = childrenOf(line, 'DeliveredQuantity')[0];
  const code =
    typeof delivered === 'object' && typeof delivered['@unitCode'] === 'string' ? delivered['@unitCode'] : '';
  const names = ['BuyersItemIdentification', 'SellersItemIdentification', 'StandardItemIdentification'].map((kind) =>
    textAt(item, kind, 'ID'),
  );
  const known = {
    order: textAt(line, 'OrderLineReference', 'OrderReference', 'ID') || headerOrder,
    orderLine: textAt(line, 'OrderLineReference', 'LineID'),
    names,
    unit: unitWord(code),
    said: [textAt(item, 'Name'), ...names].filter(Boolean).join(' · '),
    cancelled: isCancelled(textAt(line, 'LineStatusCode')),
  };
  const whole = {
    ...known,
    quantity: quantityIn(textAt(line, 'DeliveredQuantity'), textAt(line, 'ID')),
    lot: '',
    expires: '',
  };
  const parts = childrenOf(item, 'ItemInstance').map((part) => ({
    lot: textAt(part, 'SerialID') || textAt(part, 'LotIdentification', 'LotNumberID'),
    expires: textAt(part, 'LotIdentification', 'ExpiryDate'),
    units: parseDecimal(
      textAt(part, 'LotIdentification', 'AdditionalItemProperty', 'ValueQuantity') ||
        textAt(part, 'AdditionalItemProperty', 'ValueQuantity') ||
        (textAt(part, 'SerialID') === '' ? '' : '1'),
      QUANTITY_PLACES,
    ),
  }));
  const [only] = parts;
  if (only === undefined) return [whole];
  if (parts.length === 1) return [{ ...whole, lot: only.lot, expires: only.expires }];
  const counted = parts.flatMap(({ units, ...part }) =>
    units.ok ? [{ ...whole, ...part, quantity: quantity(units.scaled) }] : [],
  );
  const isSplit =
    counted.length === parts.length && counted.reduce((sum, part) => sum + part.quantity, 0n) === whole.quantity;
  // How many are of which lot is counted when they come, where it is not said or is not all of them.
  return isSplit
    ? counted
    : [{ ...whole, said: [whole.said, ...parts.map(({ lot }) => lot)].filter(Boolean).join(' · ') }];
}

const COLUMNS = {
  required: ['advice', 'item', 'quantity'],
  optional: ['vendor', 'order', 'line', 'unit', 'lot', 'expires', 'despatched', 'arrives', 'shipment'],
};

async function readTable(content: Buffer): Promise<Advice> {
  const rows = await readFile(content, COLUMNS);
  const of = (row: Readonly<Record<string, string>> | undefined, name: string) => row?.[name]?.trim() ?? '';
  const [first] = rows;
  const others = rows.find((row) => of(row, 'advice') !== of(first, 'advice'));
  if (others) throw notRead('paper.advice_several', { one: of(first, 'advice'), other: of(others, 'advice') });
  return complete({
    number: of(first, 'advice'),
    vendor: [of(first, 'vendor')].filter(Boolean),
    buyer: [],
    despatched: of(first, 'despatched'),
    arrives: of(first, 'arrives'),
    shipment: of(first, 'shipment'),
    lines: rows.map((row, at) => ({
      order: of(row, 'order'),
      orderLine: of(row, 'line'),
      names: [of(row, 'item')],
      unit: of(row, 'unit'),
      said: of(row, 'item'),
      quantity: quantityIn(of(row, 'quantity'), String(at + 1)),
      lot: of(row, 'lot'),
      expires: of(row, 'expires'),
      cancelled: false,
    })),
  });
}

function complete(advice: Advice): Advice {
  if (advice.number === '') throw notRead('paper.advice_no_number');
  if (advice.lines.length === 0) throw notRead('paper.advice_no_goods');
  for (const [name, day] of [
    ['despatched', advice.despatched],
    ['arrives', advice.arrives],
    ...advice.lines.map(({ expires }) => ['expires', expires] as const),
  ] as const) {
    if (day !== '' && !isDay(day)) throw notRead('paper.advice_no_day', { text: day, what: name });
  }
  return advice;
}

function quantityIn(text: string, line: string): Quantity {
  const parsed = parseDecimal(text, QUANTITY_PLACES);
  if (!parsed.ok || parsed.scaled <= 0n) throw notRead('paper.advice_no_quantity', { line, text });
  return quantity(parsed.scaled);
}

const notRead = (id: MessageId, values?: Values): RequestError => new RequestError(422, id, values);
