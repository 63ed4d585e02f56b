import { amountIn, childAt, childrenOf, isYes, textAt } from '../papers/readXml.ts';
import type { XmlNode } from '../papers/readXml.ts';
import { unitOf } from '../papers/units.ts';
import { daysIn, discountsWrittenIn } from './discounts.ts';
import { CII } from './ciiVocabulary.ts';
import { unreadIn } from './vocabulary.ts';
import type { Stated } from './stated.ts';

/** A credit memo by its code of UNTDID 1001. */
const CREDITS = ['381', '261', '396'];

/** UN/CEFACT Cross Industry Invoice (a syntax of EN 16931). */
export function fromCii(root: XmlNode): Stated {
  const trade = childAt(root, 'SupplyChainTradeTransaction');
  const agreed = childAt(trade, 'ApplicableHeaderTradeAgreement');
  const settled = childAt(trade, 'ApplicableHeaderTradeSettlement');
  const sums = childAt(settled, 'SpecifiedTradeSettlementHeaderMonetarySummation');
  const seller = childAt(agreed, 'SellerTradeParty');
  const buyer = childAt(agreed, 'BuyerTradeParty');
  const payee = childAt(settled, 'PayeeTradeParty');
  const currency = textAt(settled, 'InvoiceCurrencyCode');
  const onAll = (charge: boolean) =>
    childrenOf(settled, 'SpecifiedTradeAllowanceCharge')
      .filter((entry) => isYes(textAt(entry, 'ChargeIndicator', 'Indicator')) === charge)
      .map((entry) => ({
        said: textAt(entry, 'Reason'),
        code: textAt(entry, 'ReasonCode'),
        amount: textAt(entry, 'ActualAmount'),
      }));
  return {
    kind: CREDITS.includes(textAt(root, 'ExchangedDocument', 'TypeCode')) ? 'credit' : 'bill',
    refersTo: textAt(settled, 'InvoiceReferencedDocument', 'IssuerAssignedID'),
    number: textAt(root, 'ExchangedDocument', 'ID'),
    date: textAt(root, 'ExchangedDocument', 'IssueDateTime', 'DateTimeString'),
    currency,
    vendor: [
      textAt(seller, 'Name'),
      textAt(seller, 'SpecifiedLegalOrganization', 'TradingBusinessName'),
      textAt(seller, 'DefinedTradeContact', 'EmailURIUniversalCommunication', 'URIID'),
      textAt(seller, 'URIUniversalCommunication', 'URIID'),
      ...childrenOf(seller, 'SpecifiedTaxRegistration').map((entry) => textAt(entry, 'ID')),
      ...childrenOf(seller, 'ID').map((id) => textAt(id)),
    ].filter(Boolean),
    order: textAt(agreed, 'BuyerOrderReferencedDocument', 'IssuerAssignedID'),
    slip: textAt(trade, 'ApplicableHeaderTradeDelivery', 'DespatchAdviceReferencedDocument', 'IssuerAssignedID'),
    lines: childrenOf(trade, 'IncludedSupplyChainTradeLineItem')
      .filter(isCounted)
      .map((line) => {
        const net = childAt(line, 'SpecifiedLineTradeAgreement', 'NetPriceProductTradePrice');
        const delivered = childAt(line, 'SpecifiedLineTradeDelivery');
        return {
          number: textAt(line, 'AssociatedDocumentLineDocument', 'LineID'),
          order: textAt(line, 'SpecifiedLineTradeAgreement', 'BuyerOrderReferencedDocument', 'IssuerAssignedID'),
          slip: textAt(delivered, 'DespatchAdviceReferencedDocument', 'IssuerAssignedID'),
          names: ['SellerAssignedID', 'BuyerAssignedID', 'GlobalID'].map((kind) =>
            textAt(line, 'SpecifiedTradeProduct', kind),
          ),
          description: textAt(line, 'SpecifiedTradeProduct', 'Name'),
          quantity: textAt(delivered, 'BilledQuantity'),
          unit: unitOf(childAt(delivered, 'BilledQuantity')),
          price: textAt(net, 'ChargeAmount'),
          per: textAt(net, 'BasisQuantity'),
          amount: textAt(
            line,
            'SpecifiedLineTradeSettlement',
            'SpecifiedTradeSettlementLineMonetarySummation',
            'LineTotalAmount',
          ),
          takenOff: amountsOf(line, false),
          added: amountsOf(line, true),
        };
      }),
    sums: {
      lines: textAt(sums, 'LineTotalAmount'),
      allowances: textAt(sums, 'AllowanceTotalAmount'),
      charges: textAt(sums, 'ChargeTotalAmount'),
      net: textAt(sums, 'TaxBasisTotalAmount'),
      tax: amountIn(childrenOf(sums, 'TaxTotalAmount'), currency),
      gross: textAt(sums, 'GrandTotalAmount'),
      taxed: childrenOf(settled, 'ApplicableTradeTax').map((part) => ({
        basis: textAt(part, 'BasisAmount'),
        percent: textAt(part, 'RateApplicablePercent'),
        tax: textAt(part, 'CalculatedAmount'),
      })),
    },
    besides: {
      typeCode: textAt(root, 'ExchangedDocument', 'TypeCode') || 'none',
      buyer: [
        textAt(buyer, 'Name'),
        textAt(buyer, 'SpecifiedLegalOrganization', 'ID'),
        textAt(buyer, 'SpecifiedTaxRegistration', 'ID'),
        textAt(buyer, 'GlobalID'),
      ].filter(Boolean),
      prepaid: textAt(sums, 'TotalPrepaidAmount'),
      payable: textAt(sums, 'DuePayableAmount'),
      rounding: textAt(sums, 'RoundingAmount'),
      withheld: '',
      copy: textAt(root, 'ExchangedDocument', 'CopyIndicator', 'Indicator'),
      payee: [
        textAt(payee, 'Name'),
        textAt(payee, 'SpecifiedLegalOrganization', 'ID'),
        textAt(payee, 'GlobalID'),
      ].filter(Boolean),
      accounts: childrenOf(settled, 'SpecifiedTradeSettlementPaymentMeans')
        .map((means) => ({
          account:
            textAt(means, 'PayeePartyCreditorFinancialAccount', 'IBANID') ||
            textAt(means, 'PayeePartyCreditorFinancialAccount', 'ProprietaryID'),
          bankCode: textAt(means, 'PayeeSpecifiedCreditorFinancialInstitution', 'BICID'),
        }))
        .filter(({ account }) => account !== ''),
      dues: childrenOf(settled, 'SpecifiedTradePaymentTerms')
        .map((terms) => ({
          day: textAt(terms, 'DueDateDateTime', 'DateTimeString'),
          amount: textAt(terms, 'PartialPaymentAmount'),
          percent: '',
        }))
        .filter(({ day, amount }) => day !== '' || amount !== ''),
      discounts: childrenOf(settled, 'SpecifiedTradePaymentTerms').flatMap((terms) => [
        ...childrenOf(terms, 'ApplicableTradePaymentDiscountTerms').map((discount) => ({
          percent: textAt(discount, 'CalculationPercent'),
          days: daysIn(childAt(discount, 'BasisPeriodMeasure')),
          until: '',
        })),
        ...discountsWrittenIn([textAt(terms, 'Description')]),
      ]),
      receipts: [
        childAt(trade, 'ApplicableHeaderTradeDelivery'),
        ...childrenOf(trade, 'IncludedSupplyChainTradeLineItem').map((line) =>
          childAt(line, 'SpecifiedLineTradeDelivery'),
        ),
      ]
        .map((delivered) => textAt(delivered, 'ReceivingAdviceReferencedDocument', 'IssuerAssignedID'))
        .filter(Boolean),
      contracts: [
        childAt(trade, 'ApplicableHeaderTradeAgreement'),
        ...childrenOf(trade, 'IncludedSupplyChainTradeLineItem').map((line) =>
          childAt(line, 'SpecifiedLineTradeAgreement'),
        ),
      ]
        .map((agreed) => textAt(agreed, 'ContractReferencedDocument', 'IssuerAssignedID'))
        .filter(Boolean),
      unread: unreadIn(root, CII, currency),
    },
    charges: onAll(true),
    allowances: onAll(false),
    taxes: [amountIn(childrenOf(sums, 'TaxTotalAmount'), currency)],
    total: textAt(sums, 'GrandTotalAmount'),
  };
}

/** Lines that sum up those below them, or are for information only (Factur-X 1.0, profile EXTENDED, BT-X-8). */
const NOT_COUNTED = ['GROUP', 'INFORMATION'];
const isCounted = (line: XmlNode): boolean =>
  !NOT_COUNTED.includes(textAt(line, 'AssociatedDocumentLineDocument', 'LineStatusReasonCode').trim().toUpperCase());

/** What a line takes off, or adds. */
const amountsOf = (line: XmlNode, charge: boolean): string[] =>
  childrenOf(childAt(line, 'SpecifiedLineTradeSettlement'), 'SpecifiedTradeAllowanceCharge')
    .filter((entry) => isYes(textAt(entry, 'ChargeIndicator', 'Indicator')) === charge)
    .map((entry) => textAt(entry, 'ActualAmount'));
