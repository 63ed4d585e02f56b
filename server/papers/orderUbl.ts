import { XMLBuilder } from 'fast-xml-parser';
import type { Address, OrderPaper, PaperLine } from './orderPaper.ts';
import { unitCode } from './units.ts';
import { speakerFor } from '../asking/speakers.ts';
import type { Language } from '@obolus/messages/speaker';

const NAMESPACES = {
  '@_xmlns': 'urn:oasis:names:specification:ubl:schema:xsd:Order-2',
  '@_xmlns:cac': 'urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2',
  '@_xmlns:cbc': 'urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2',
};

/** The order as an OASIS UBL 2.1 Order: elements in the order of the schema. A later version names the order that it takes the place of. */
export function orderUbl(paper: OrderPaper): string {
  const builder = new XMLBuilder({
    ignoreAttributes: false,
    format: true,
    suppressEmptyNode: true,
    tagValueProcessor: (_, value) => allowed(String(value)),
  });
  const money = (amount: string) => ({ '#text': amount, '@_currencyID': paper.currency });
  const earlier =
    paper.version === 1
      ? {}
      : { 'cac:OrderDocumentReference': { 'cbc:ID': paper.number, 'cbc:IssueDate': paper.date } };
  return builder.build({
    '?xml': { '@_version': '1.0', '@_encoding': 'UTF-8' },
    Order: {
      ...NAMESPACES,
      'cbc:UBLVersionID': '2.1',
      'cbc:ID': paper.version === 1 ? paper.number : `${paper.number}/${paper.version}`,
      'cbc:IssueDate': paper.stated,
      ...(paper.note === '' ? {} : { 'cbc:Note': paper.note }),
      'cbc:DocumentCurrencyCode': paper.currency,
      ...earlier,
      'cac:BuyerCustomerParty': {
        'cac:Party': { ...partyOf(paper.company), 'cac:Contact': { 'cbc:Name': paper.buyer } },
      },
      'cac:SellerSupplierParty': {
        'cbc:CustomerAssignedAccountID': paper.vendor.number,
        'cac:Party': partyOf(paper.vendor),
      },
      'cac:Delivery': {
        'cac:DeliveryLocation': { 'cbc:Name': paper.deliverTo.name, 'cac:Address': addressOf(paper.deliverTo) },
      },
      ...(paper.carriage === ''
        ? {}
        : { 'cac:DeliveryTerms': { 'cbc:ID': paper.carriage.slice(0, 3), 'cbc:SpecialTerms': paper.carriage } }),
      'cac:PaymentTerms': { 'cbc:Note': paper.terms },
      'cac:AnticipatedMonetaryTotal': { 'cbc:PayableAmount': money(paper.total) },
      'cac:OrderLine': paper.lines.map((line) => ({ 'cac:LineItem': lineItem(line, paper.language, money) })),
    },
  });
}

/** XML 1.0 knows no control characters but tab and line ends. */
const allowed = (text: string): string => text.replace(/[^\P{Cc}\t\n\r]/gu, '');

const addressOf = ({ lines }: Address) =>
  lines.length === 0 ? '' : { 'cac:AddressLine': lines.map((line) => ({ 'cbc:Line': line })) };

const partyOf = (address: Address) => ({
  'cac:PartyName': { 'cbc:Name': address.name },
  ...(address.lines.length === 0 ? {} : { 'cac:PostalAddress': addressOf(address) }),
});

function lineItem(line: PaperLine, language: Language, money: (amount: string) => object): object {
  const code = unitCode(line.unit);
  const unit = code === undefined ? {} : { '@_unitCode': code };
  return {
    'cbc:ID': line.number,
    // What no code means is said in words.
    ...(code === undefined
      ? {
          'cbc:Note': speakerFor(language).say('order_paper.counted_in', { unit: line.unit }),
        }
      : {}),
    'cbc:Quantity': { '#text': line.quantity, ...unit },
    'cbc:LineExtensionAmount': money(line.amount),
    ...(line.due === '' ? {} : { 'cac:Delivery': { 'cac:RequestedDeliveryPeriod': { 'cbc:EndDate': line.due } } }),
    ...(line.discount === ''
      ? {}
      : {
          'cac:AllowanceCharge': {
            'cbc:ChargeIndicator': 'false',
            'cbc:AllowanceChargeReason': speakerFor(language).say('order_paper.discount', {
              percent: { figure: line.discount },
            }),
            'cbc:Amount': money(line.reduction),
          },
        }),
    'cac:Price': { 'cbc:PriceAmount': money(line.price), 'cbc:BaseQuantity': { '#text': '1', ...unit } },
    'cac:Item': {
      'cbc:Name': line.name,
      ...(line.item === '' ? {} : { 'cac:BuyersItemIdentification': { 'cbc:ID': line.item } }),
      ...(line.vendorItem === '' ? {} : { 'cac:SellersItemIdentification': { 'cbc:ID': line.vendorItem } }),
    },
  };
}
