import {
  documentAmount,
  documentAmountOrThrow,
  formatAmount,
  forOne,
  lineAmount,
  priceOrThrow,
  quantityOrThrow,
} from '@obolus/core/exact/amounts';
import { COMPANY_NAME } from './company.ts';

export interface Billed {
  readonly number: string;
  /** The vendor's number here, or its name. */
  readonly vendor: string;
  /** The order's number; empty where the vendor leaves it out. */
  readonly order: string;
  readonly date: string;
  readonly currency: string;
  readonly lines: readonly {
    readonly name: string;
    readonly item?: string;
    readonly quantity: string;
    readonly unit: string;
    readonly price: string;
  }[];
  readonly tax?: string;
  /** Taken off all of it. */
  readonly off?: string;
  /** What the paper says that it comes to, where it adds up wrongly. */
  readonly total?: string;
  /** A credit note, for this bill. */
  readonly credits?: string;
}

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

/** What the lines of a bill come to, one by one and together. */
function priced({ lines, currency, tax = '0', off = '0', total }: Billed) {
  const amounts = lines.map(({ quantity, price }) =>
    lineAmount(quantityOrThrow(quantity), forOne(priceOrThrow(price)), currency),
  );
  const money = (amount: bigint) => formatAmount(documentAmount(amount), currency);
  const net = amounts.reduce((sum, amount) => sum + amount, 0n) - documentAmountOrThrow(off, currency);
  return {
    amounts: amounts.map(money),
    net: money(net),
    gross: total ?? money(net + documentAmountOrThrow(tax, currency)),
  };
}

/** A bill or a credit memo as a vendor sends it: OASIS UBL 2.1 Invoice or CreditNote. */
export function billPaper(bill: Billed): string {
  const { number, vendor, order, date, currency, lines, tax, off, credits } = bill;
  const { amounts, net, gross } = priced(bill);
  const money = (name: string, figure: string): string =>
    `<cbc:${name} currencyID="${currency}">${figure}</cbc:${name}>`;
  const [root, line, counted] =
    credits === undefined
      ? ['Invoice', 'InvoiceLine', 'InvoicedQuantity']
      : ['CreditNote', 'CreditNoteLine', 'CreditedQuantity'];
  return `<?xml version="1.0" encoding="UTF-8"?>
<${root} xmlns="urn:oasis:names:specification:ubl:schema:xsd:${root}-2"
  xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2" xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
  <cbc:UBLVersionID>2.1</cbc:UBLVersionID>
  <cbc:ID>${number}</cbc:ID>
  <cbc:IssueDate>${date}</cbc:IssueDate>
  <cbc:${root}TypeCode>${credits === undefined ? '380' : '381'}</cbc:${root}TypeCode>
  <cbc:DocumentCurrencyCode>${currency}</cbc:DocumentCurrencyCode>${order === '' ? '' : `\n  <cac:OrderReference><cbc:ID>${order}</cbc:ID></cac:OrderReference>`}${
    credits
      ? `\n  <cac:BillingReference><cac:InvoiceDocumentReference><cbc:ID>${credits}</cbc:ID></cac:InvoiceDocumentReference></cac:BillingReference>`
      : ''
  }
  <cac:AccountingSupplierParty><cbc:CustomerAssignedAccountID>${vendor}</cbc:CustomerAssignedAccountID></cac:AccountingSupplierParty>
  <cac:AccountingCustomerParty><cac:Party><cac:PartyName><cbc:Name>${escaped(COMPANY_NAME)}</cbc:Name></cac:PartyName></cac:Party></cac:AccountingCustomerParty>${
    off === undefined
      ? ''
      : `\n  <cac:AllowanceCharge><cbc:ChargeIndicator>false</cbc:ChargeIndicator><cbc:AllowanceChargeReason>Discount</cbc:AllowanceChargeReason>${money('Amount', off)}</cac:AllowanceCharge>`
  }${tax === undefined ? '' : `\n  <cac:TaxTotal>${money('TaxAmount', tax)}</cac:TaxTotal>`}
  <cac:LegalMonetaryTotal>${money('LineExtensionAmount', net)}${money('TaxInclusiveAmount', gross)}${money('PayableAmount', gross)}</cac:LegalMonetaryTotal>${lines
    .map(
      ({ name, item, quantity, unit, price }, at) => `
  <cac:${line}>
    <cbc:ID>${at + 1}</cbc:ID>
    <cbc:${counted} unitCode="${unit}">${quantity}</cbc:${counted}>
    ${money('LineExtensionAmount', amounts[at] ?? '')}
    <cac:Item><cbc:Name>${escaped(name)}</cbc:Name>${item === undefined ? '' : `<cac:BuyersItemIdentification><cbc:ID>${item}</cbc:ID></cac:BuyersItemIdentification>`}</cac:Item>
    <cac:Price>${money('PriceAmount', price)}</cac:Price>
  </cac:${line}>`,
    )
    .join('')}
</${root}>
`;
}

/** A bill as UN/CEFACT Cross Industry Invoice, as it usually lies in a PDF. */
export function crossIndustryPaper(bill: Billed): string {
  const { number, vendor, order, date, currency, lines, tax = '0' } = bill;
  const { amounts, net, gross } = priced(bill);
  return `<?xml version="1.0" encoding="UTF-8"?>
<rsm:CrossIndustryInvoice xmlns:rsm="urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100"
  xmlns:ram="urn:un:unece:uncefact:data:standard:ReusableAggregateBusinessInformationEntity:100" xmlns:udt="urn:un:unece:uncefact:data:standard:UnqualifiedDataType:100">
  <rsm:ExchangedDocument><ram:ID>${number}</ram:ID><ram:TypeCode>380</ram:TypeCode>
    <ram:IssueDateTime><udt:DateTimeString format="102">${date.replaceAll('-', '')}</udt:DateTimeString></ram:IssueDateTime></rsm:ExchangedDocument>
  <rsm:SupplyChainTradeTransaction>${lines
    .map(
      ({ name, item, quantity, unit, price }, at) => `
    <ram:IncludedSupplyChainTradeLineItem>
      <ram:AssociatedDocumentLineDocument><ram:LineID>${at + 1}</ram:LineID></ram:AssociatedDocumentLineDocument>
      <ram:SpecifiedTradeProduct>${item === undefined ? '' : `<ram:BuyerAssignedID>${item}</ram:BuyerAssignedID>`}<ram:Name>${escaped(name)}</ram:Name></ram:SpecifiedTradeProduct>
      <ram:SpecifiedLineTradeAgreement><ram:NetPriceProductTradePrice><ram:ChargeAmount>${price}</ram:ChargeAmount></ram:NetPriceProductTradePrice></ram:SpecifiedLineTradeAgreement>
      <ram:SpecifiedLineTradeDelivery><ram:BilledQuantity unitCode="${unit}">${quantity}</ram:BilledQuantity></ram:SpecifiedLineTradeDelivery>
      <ram:SpecifiedLineTradeSettlement><ram:SpecifiedTradeSettlementLineMonetarySummation><ram:LineTotalAmount>${amounts[at] ?? ''}</ram:LineTotalAmount></ram:SpecifiedTradeSettlementLineMonetarySummation></ram:SpecifiedLineTradeSettlement>
    </ram:IncludedSupplyChainTradeLineItem>`,
    )
    .join('')}
    <ram:ApplicableHeaderTradeAgreement><ram:SellerTradeParty><ram:ID>${vendor}</ram:ID></ram:SellerTradeParty><ram:BuyerTradeParty><ram:Name>${escaped(COMPANY_NAME)}</ram:Name></ram:BuyerTradeParty>${
      order === ''
        ? ''
        : `<ram:BuyerOrderReferencedDocument><ram:IssuerAssignedID>${order}</ram:IssuerAssignedID></ram:BuyerOrderReferencedDocument>`
    }</ram:ApplicableHeaderTradeAgreement>
    <ram:ApplicableHeaderTradeDelivery/>
    <ram:ApplicableHeaderTradeSettlement><ram:InvoiceCurrencyCode>${currency}</ram:InvoiceCurrencyCode>
      <ram:SpecifiedTradeSettlementHeaderMonetarySummation><ram:LineTotalAmount>${net}</ram:LineTotalAmount><ram:TaxTotalAmount currencyID="${currency}">${tax}</ram:TaxTotalAmount>
        <ram:GrandTotalAmount>${gross}</ram:GrandTotalAmount></ram:SpecifiedTradeSettlementHeaderMonetarySummation>
    </ram:ApplicableHeaderTradeSettlement>
  </rsm:SupplyChainTradeTransaction>
</rsm:CrossIndustryInvoice>
`;
}
