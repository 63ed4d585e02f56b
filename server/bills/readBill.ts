import {
  documentAmount,
  lineAmount,
  NO_DISCOUNT,
  ONE_UNIT,
  price,
  PRICE_PLACES,
  quantity,
  QUANTITY_PLACES,
  type DocumentAmount,
} from '@obolus/core/exact/amounts';
import { isDay } from '@obolus/core/exact/calendar';
import { decimalsOf, isCurrency } from '@obolus/core/exact/currencies';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { divideRounded, powerOfTen } from '@obolus/core/exact/rounding';
import type { BillText } from '@obolus/core/matching/propose';
import { RequestError } from '../commands/failures.ts';
import { childAt, childrenOf, readXml, textAt, type XmlNode } from '../papers/readXml.ts';
import { unitWord } from '../papers/units.ts';

/** A vendor's bill, as its paper says it. */
export interface BillPaper {
  readonly number: string;
  /** The vendor's number here, or its name. */
  readonly vendor: string;
  readonly date: string;
  readonly currency: string;
  readonly lines: readonly PaperLine[];
  /** Charges on all of the bill. */
  readonly charges: readonly { readonly said: string; readonly amount: DocumentAmount }[];
  readonly tax: DocumentAmount;
  readonly total: DocumentAmount;
}

export interface PaperLine extends BillText {
  /** In words and numbers, as the paper names it. */
  readonly said: string;
}

const MOST_LINES = 1000;

/**
 * Reads a bill in one of the two syntaxes of EN 16931: OASIS UBL 2.1 Invoice, UN/CEFACT Cross Industry Invoice.
 * @throws RequestError saying which part cannot be read and why
 */
export function readBill(content: Buffer): BillPaper {
  const root = readXml(content);
  if (root.CreditNote !== undefined) throw notRead('This is a credit note, and no bill.');
  const read = root.Invoice !== undefined ? fromUbl(root.Invoice) : root.CrossIndustryInvoice !== undefined ? fromCii(root.CrossIndustryInvoice) : undefined;
  if (!read) throw notRead('The XML is neither an Invoice of UBL 2.1 nor a Cross Industry Invoice: its outermost element is another.');
  if (read.number === '') throw notRead('The bill has no number.');
  if (!isDay(read.date)) throw notRead(`“${read.date}” (date of the bill) is no day.`);
  if (!isCurrency(read.currency)) throw notRead(`“${read.currency}” is no currency that is known here.`);
  if (read.lines.length === 0) throw notRead('The bill has no lines.');
  if (read.lines.length > MOST_LINES) throw notRead(`The bill has more than ${MOST_LINES} lines: ask for it in parts.`);
  const amount = (text: string, where: string): DocumentAmount => documentAmount(figure(text || '0', decimalsOf(read.currency), where));
  return {
    ...{ number: read.number, vendor: read.vendor, date: read.date, currency: read.currency },
    lines: read.lines.map((line) => lineOf(line, read, amount)),
    charges: read.charges.map(({ said, amount: charged }) => ({ said, amount: amount(charged, 'a charge') })),
    tax: amount(read.tax, 'the tax'),
    total: amount(read.total, 'the total'),
  };
}

/** What both syntaxes say, as text. */
interface Said {
  readonly number: string;
  readonly vendor: string;
  readonly date: string;
  readonly currency: string;
  readonly order: string;
  readonly slip: string;
  readonly lines: readonly SaidLine[];
  readonly charges: readonly { readonly said: string; readonly amount: string }[];
  readonly tax: string;
  readonly total: string;
}

interface SaidLine {
  readonly number: string;
  readonly order: string;
  readonly slip: string;
  readonly names: readonly string[];
  readonly description: string;
  readonly quantity: string;
  readonly unit: string;
  readonly price: string;
  readonly per: string;
  readonly amount: string;
}

function fromUbl(root: XmlNode): Said {
  const supplier = childAt(root, 'AccountingSupplierParty');
  return {
    ...{ number: textAt(root, 'ID'), date: textAt(root, 'IssueDate'), currency: textAt(root, 'DocumentCurrencyCode') },
    vendor:
      textAt(supplier, 'CustomerAssignedAccountID') ||
      textAt(supplier, 'Party', 'PartyName', 'Name') ||
      textAt(supplier, 'Party', 'PartyLegalEntity', 'RegistrationName'),
    ...{ order: textAt(root, 'OrderReference', 'ID'), slip: textAt(root, 'DespatchDocumentReference', 'ID') },
    lines: childrenOf(root, 'InvoiceLine').map((line) => ({
      ...{ number: textAt(line, 'ID'), order: textAt(line, 'OrderLineReference', 'OrderReference', 'ID') },
      slip: textAt(line, 'DespatchLineReference', 'DocumentReference', 'ID'),
      names: ['SellersItemIdentification', 'BuyersItemIdentification', 'StandardItemIdentification'].map((kind) => textAt(line, 'Item', kind, 'ID')),
      description: textAt(line, 'Item', 'Name') || textAt(line, 'Item', 'Description'),
      ...{ quantity: textAt(line, 'InvoicedQuantity'), unit: unitOf(childAt(line, 'InvoicedQuantity')) },
      ...{ price: textAt(line, 'Price', 'PriceAmount'), per: textAt(line, 'Price', 'BaseQuantity'), amount: textAt(line, 'LineExtensionAmount') },
    })),
    charges: childrenOf(root, 'AllowanceCharge')
      .filter((entry) => textAt(entry, 'ChargeIndicator') === 'true')
      .map((entry) => ({ said: textAt(entry, 'AllowanceChargeReason') || 'Charge', amount: textAt(entry, 'Amount') })),
    ...{
      tax: textAt(root, 'TaxTotal', 'TaxAmount'),
      total: textAt(root, 'LegalMonetaryTotal', 'TaxInclusiveAmount') || textAt(root, 'LegalMonetaryTotal', 'PayableAmount'),
    },
  };
}

function fromCii(root: XmlNode): Said {
  const trade = childAt(root, 'SupplyChainTradeTransaction');
  const agreed = childAt(trade, 'ApplicableHeaderTradeAgreement');
  const settled = childAt(trade, 'ApplicableHeaderTradeSettlement');
  const sums = childAt(settled, 'SpecifiedTradeSettlementHeaderMonetarySummation');
  const seller = childAt(agreed, 'SellerTradeParty');
  return {
    number: textAt(root, 'ExchangedDocument', 'ID'),
    date: textAt(root, 'ExchangedDocument', 'IssueDateTime', 'DateTimeString').replace(/^(\d{4})(\d\d)(\d\d)$/, '$1-$2-$3'),
    currency: textAt(settled, 'InvoiceCurrencyCode'),
    vendor: textAt(seller, 'ID') || textAt(seller, 'Name'),
    order: textAt(agreed, 'BuyerOrderReferencedDocument', 'IssuerAssignedID'),
    slip: textAt(trade, 'ApplicableHeaderTradeDelivery', 'DespatchAdviceReferencedDocument', 'IssuerAssignedID'),
    lines: childrenOf(trade, 'IncludedSupplyChainTradeLineItem').map((line) => {
      const net = childAt(line, 'SpecifiedLineTradeAgreement', 'NetPriceProductTradePrice');
      const delivered = childAt(line, 'SpecifiedLineTradeDelivery');
      return {
        number: textAt(line, 'AssociatedDocumentLineDocument', 'LineID'),
        order: textAt(line, 'SpecifiedLineTradeAgreement', 'BuyerOrderReferencedDocument', 'IssuerAssignedID'),
        slip: textAt(delivered, 'DespatchAdviceReferencedDocument', 'IssuerAssignedID'),
        names: ['SellerAssignedID', 'BuyerAssignedID', 'GlobalID'].map((kind) => textAt(line, 'SpecifiedTradeProduct', kind)),
        description: textAt(line, 'SpecifiedTradeProduct', 'Name'),
        ...{ quantity: textAt(delivered, 'BilledQuantity'), unit: unitOf(childAt(delivered, 'BilledQuantity')) },
        ...{ price: textAt(net, 'ChargeAmount'), per: textAt(net, 'BasisQuantity') },
        amount: textAt(line, 'SpecifiedLineTradeSettlement', 'SpecifiedTradeSettlementLineMonetarySummation', 'LineTotalAmount'),
      };
    }),
    charges: childrenOf(settled, 'SpecifiedTradeAllowanceCharge')
      .filter((entry) => textAt(entry, 'ChargeIndicator', 'Indicator') === 'true')
      .map((entry) => ({ said: textAt(entry, 'Reason') || 'Charge', amount: textAt(entry, 'ActualAmount') })),
    ...{ tax: textAt(sums, 'TaxTotalAmount'), total: textAt(sums, 'GrandTotalAmount') },
  };
}

function unitOf(node: XmlNode | undefined): string {
  const code = typeof node === 'object' ? node['@unitCode'] : undefined;
  return typeof code === 'string' ? unitWord(code) : '';
}

function lineOf(line: SaidLine, { order, slip, currency }: Said, amount: (text: string, where: string) => DocumentAmount): PaperLine {
  const where = `line ${line.number}`;
  const comesTo = amount(line.amount, where);
  const units = quantity(figure(line.quantity, QUANTITY_PLACES, where));
  const per = quantity(line.per === '' ? ONE_UNIT : figure(line.per, QUANTITY_PLACES, where));
  if (per <= 0n) throw notRead(`In ${where} the price is for nothing (“${line.per}”).`);
  const asked = parseDecimal(plain(line.price), PRICE_PLACES);
  // A price of more decimals, and what the line takes off or adds besides its price, are in what it comes to.
  const isPlain = asked.ok && (units <= 0n || lineAmount(units, { price: price(asked.scaled), per, discount: NO_DISCOUNT }, currency) === comesTo);
  const places = powerOfTen(QUANTITY_PLACES + PRICE_PLACES) / powerOfTen(decimalsOf(currency));
  return {
    ...{ order: line.order || order, slip: line.slip || slip, names: line.names.filter(Boolean), description: line.description },
    said: [line.description, ...line.names].filter(Boolean).join(' · ').slice(0, 200),
    ...{ quantity: units, unit: line.unit, amount: comesTo },
    ...(isPlain
      ? { price: price(asked.scaled), per }
      : units <= 0n
        ? { price: price(0n), per }
        : { price: price(divideRounded(comesTo * places, units)), per: ONE_UNIT }),
  };
}

function figure(text: string, places: number, where: string): bigint {
  const parsed = parseDecimal(plain(text), places);
  if (!parsed.ok) throw notRead(`In ${where} “${text}” is no figure with at most ${places} decimals.`);
  return parsed.scaled;
}

/** Zeros behind the last decimal say nothing. */
const plain = (text: string): string => text.replace(/(\.\d*?)0+$/, '$1').replace(/\.$/, '');

const notRead = (says: string): RequestError => new RequestError(422, 'Not read', says);
