import type { PaperSection, PaperValue } from '@obolus/contract/views/papers';

/** Elements by where they stand, each the beginning of a part of a section. What is in none belongs to what it stands in. */
export type Sections = Readonly<Record<string, PaperSection>>;

/** Values of a line by where they stand. */
export type Columns = Readonly<Record<string, PaperValue['column']>>;

const below = (path: string, sections: Sections): Sections =>
  Object.fromEntries(Object.entries(sections).map(([name, section]) => [`${path}/${name}`, section]));

/** OASIS UBL 2.1. */
export const UBL_SECTIONS: Sections = {
  AccountingSupplierParty: 'seller',
  SellerSupplierParty: 'seller',
  TaxRepresentativeParty: 'seller',
  AccountingCustomerParty: 'buyer',
  BuyerCustomerParty: 'buyer',
  PayeeParty: 'payee',
  BuyerReference: 'references',
  OrderReference: 'references',
  BillingReference: 'references',
  DespatchDocumentReference: 'references',
  ReceiptDocumentReference: 'references',
  OriginatorDocumentReference: 'references',
  ContractDocumentReference: 'references',
  ProjectReference: 'references',
  AdditionalDocumentReference: 'attached',
  Delivery: 'delivery',
  DeliveryTerms: 'delivery',
  InvoicePeriod: 'delivery',
  InvoiceLine: 'lines',
  CreditNoteLine: 'lines',
  AllowanceCharge: 'allowances',
  TaxTotal: 'tax',
  'TaxTotal/TaxSubtotal': 'tax',
  WithholdingTaxTotal: 'tax',
  LegalMonetaryTotal: 'totals',
  PaymentMeans: 'payment',
  PaymentTerms: 'payment',
  PrepaidPayment: 'payment',
  DueDate: 'payment',
  Note: 'notes',
};

const ofUblLine = (line: string, counted: string): Columns => ({
  [`${line}/ID`]: 'number',
  [`${line}/Item/Name`]: 'item',
  [`${line}/${counted}`]: 'quantity',
  [`${line}/Price/PriceAmount`]: 'price',
  [`${line}/LineExtensionAmount`]: 'amount',
});
export const UBL_COLUMNS: Columns = {
  ...ofUblLine('InvoiceLine', 'InvoicedQuantity'),
  ...ofUblLine('CreditNoteLine', 'CreditedQuantity'),
};

const TRADE = 'SupplyChainTradeTransaction';
const CII_LINE = `${TRADE}/IncludedSupplyChainTradeLineItem`;

/** UN/CEFACT Cross Industry Invoice. */
export const CII_SECTIONS: Sections = {
  'ExchangedDocument/IncludedNote': 'notes',
  [CII_LINE]: 'lines',
  ...below(`${TRADE}/ApplicableHeaderTradeAgreement`, {
    SellerTradeParty: 'seller',
    SellerTaxRepresentativeTradeParty: 'seller',
    BuyerTradeParty: 'buyer',
    BuyerReference: 'references',
    SellerOrderReferencedDocument: 'references',
    BuyerOrderReferencedDocument: 'references',
    QuotationReferencedDocument: 'references',
    ContractReferencedDocument: 'references',
    SpecifiedProcuringProject: 'references',
    AdditionalReferencedDocument: 'attached',
    ApplicableTradeDeliveryTerms: 'delivery',
  }),
  ...below(`${TRADE}/ApplicableHeaderTradeDelivery`, {
    RelatedSupplyChainConsignment: 'delivery',
    ShipToTradeParty: 'delivery',
    UltimateShipToTradeParty: 'delivery',
    ShipFromTradeParty: 'delivery',
    ActualDeliverySupplyChainEvent: 'delivery',
    DespatchAdviceReferencedDocument: 'references',
    ReceivingAdviceReferencedDocument: 'references',
    DeliveryNoteReferencedDocument: 'references',
  }),
  ...below(`${TRADE}/ApplicableHeaderTradeSettlement`, {
    PayeeTradeParty: 'payee',
    InvoiceReferencedDocument: 'references',
    SpecifiedTradeAllowanceCharge: 'allowances',
    ApplicableTradeTax: 'tax',
    BillingSpecifiedPeriod: 'delivery',
    SpecifiedTradeSettlementHeaderMonetarySummation: 'totals',
    SpecifiedTradeSettlementPaymentMeans: 'payment',
    SpecifiedTradePaymentTerms: 'payment',
    PaymentReference: 'payment',
    CreditorReferenceID: 'payment',
  }),
};

export const CII_COLUMNS: Columns = {
  [`${CII_LINE}/AssociatedDocumentLineDocument/LineID`]: 'number',
  [`${CII_LINE}/SpecifiedTradeProduct/Name`]: 'item',
  [`${CII_LINE}/SpecifiedLineTradeDelivery/BilledQuantity`]: 'quantity',
  [`${CII_LINE}/SpecifiedLineTradeAgreement/NetPriceProductTradePrice/ChargeAmount`]: 'price',
  [`${CII_LINE}/SpecifiedLineTradeSettlement/SpecifiedTradeSettlementLineMonetarySummation/LineTotalAmount`]: 'amount',
};
