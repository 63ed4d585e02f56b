import { amountIn, childAt, childrenOf, isYes, textAt, ublParty, type XmlNode } from '../papers/readXml.ts';
import { unitOf } from '../papers/units.ts';
import { dueOn } from './duesOfPaper.ts';
import { daysIn, discountsWrittenIn } from './discounts.ts';
import { UBL } from './ublVocabulary.ts';
import { unreadIn } from './vocabulary.ts';
import type { Stated } from './stated.ts';

/** OASIS UBL 2.1 Invoice or CreditNote (a syntax of EN 16931). */
export function fromUbl(root: XmlNode, kind: Stated['kind']): Stated {
  const currency = textAt(root, 'DocumentCurrencyCode');
  // A second total is the same tax in the currency of the tax office.
  const taxes = childrenOf(root, 'TaxTotal').flatMap((total) => childrenOf(total, 'TaxAmount'));
  const [lineName, counted] =
    kind === 'bill' ? ['InvoiceLine', 'InvoicedQuantity'] : ['CreditNoteLine', 'CreditedQuantity'];
  const sums = childAt(root, 'LegalMonetaryTotal');
  const onAll = (charge: boolean) =>
    childrenOf(root, 'AllowanceCharge')
      .filter((entry) => isYes(textAt(entry, 'ChargeIndicator')) === charge)
      .map((entry) => ({
        said: textAt(entry, 'AllowanceChargeReason'),
        code: textAt(entry, 'AllowanceChargeReasonCode'),
        amount: textAt(entry, 'Amount'),
      }));
  return {
    kind,
    refersTo: textAt(root, 'BillingReference', 'InvoiceDocumentReference', 'ID'),
    number: textAt(root, 'ID'),
    date: textAt(root, 'IssueDate'),
    currency,
    vendor: ublParty(childAt(root, 'AccountingSupplierParty')),
    order: textAt(root, 'OrderReference', 'ID'),
    slip: textAt(root, 'DespatchDocumentReference', 'ID'),
    lines: childrenOf(root, lineName).map((line) => ({
      number: textAt(line, 'ID'),
      order: textAt(line, 'OrderLineReference', 'OrderReference', 'ID'),
      slip: textAt(line, 'DespatchLineReference', 'DocumentReference', 'ID'),
      names: ['SellersItemIdentification', 'BuyersItemIdentification', 'StandardItemIdentification'].map((kind) =>
        textAt(line, 'Item', kind, 'ID'),
      ),
      description: textAt(line, 'Item', 'Name') || textAt(line, 'Item', 'Description'),
      quantity: textAt(line, counted),
      unit: unitOf(childAt(line, counted)),
      price: textAt(line, 'Price', 'PriceAmount'),
      per: textAt(line, 'Price', 'BaseQuantity'),
      amount: textAt(line, 'LineExtensionAmount'),
      takenOff: amountsOf(line, false),
      added: amountsOf(line, true),
    })),
    sums: {
      lines: textAt(sums, 'LineExtensionAmount'),
      allowances: textAt(sums, 'AllowanceTotalAmount'),
      charges: textAt(sums, 'ChargeTotalAmount'),
      net: textAt(sums, 'TaxExclusiveAmount'),
      tax: amountIn(taxes, currency),
      gross: textAt(sums, 'TaxInclusiveAmount'),
      taxed: childrenOf(root, 'TaxTotal')
        .flatMap((total) => childrenOf(total, 'TaxSubtotal'))
        .map((part) => ({
          basis: textAt(part, 'TaxableAmount'),
          percent: textAt(part, 'TaxCategory', 'Percent') || textAt(part, 'Percent'),
          tax: textAt(part, 'TaxAmount'),
        })),
    },
    besides: {
      typeCode: kind === 'bill' ? textAt(root, 'InvoiceTypeCode') || 'none' : textAt(root, 'CreditNoteTypeCode'),
      buyer: namesOf(childAt(root, 'AccountingCustomerParty', 'Party')),
      prepaid: textAt(sums, 'PrepaidAmount'),
      payable: textAt(sums, 'PayableAmount'),
      rounding: textAt(sums, 'PayableRoundingAmount'),
      withheld: textAt(root, 'WithholdingTaxTotal', 'TaxAmount'),
      copy: textAt(root, 'CopyIndicator'),
      payee: namesOf(childAt(root, 'PayeeParty')),
      accounts: childrenOf(root, 'PaymentMeans')
        .map((means) => ({
          account: textAt(means, 'PayeeFinancialAccount', 'ID'),
          bankCode: textAt(means, 'PayeeFinancialAccount', 'FinancialInstitutionBranch', 'ID'),
        }))
        .filter(({ account }) => account !== ''),
      dues: [
        dueOn(textAt(root, 'DueDate')),
        ...childrenOf(root, 'PaymentMeans').map((means) => dueOn(textAt(means, 'PaymentDueDate'))),
        ...childrenOf(root, 'PaymentTerms').map((terms) => ({
          day: textAt(terms, 'PaymentDueDate') || textAt(terms, 'InstallmentDueDate'),
          amount: textAt(terms, 'Amount'),
          percent: textAt(terms, 'PaymentPercent'),
        })),
      ].filter(({ day, amount, percent }) => day !== '' || amount !== '' || percent !== ''),
      discounts: childrenOf(root, 'PaymentTerms').flatMap((terms) => [
        {
          percent: textAt(terms, 'SettlementDiscountPercent'),
          days: daysIn(childAt(terms, 'SettlementPeriod', 'DurationMeasure')),
          until: textAt(terms, 'SettlementPeriod', 'EndDate'),
        },
        ...discountsWrittenIn(childrenOf(terms, 'Note').map((note) => textAt(note))),
      ]),
      receipts: [
        ...childrenOf(root, 'ReceiptDocumentReference').map((named) => textAt(named, 'ID')),
        ...childrenOf(root, lineName)
          .flatMap((line) => childrenOf(line, 'ReceiptLineReference'))
          .map((named) => textAt(named, 'DocumentReference', 'ID')),
      ].filter(Boolean),
      contracts: childrenOf(root, 'ContractDocumentReference')
        .map((named) => textAt(named, 'ID'))
        .filter(Boolean),
      unread: unreadIn(root, UBL, currency),
    },
    charges: onAll(true),
    allowances: onAll(false),
    taxes: [amountIn(taxes, currency)],
    total: textAt(sums, 'TaxInclusiveAmount') || textAt(sums, 'PayableAmount'),
  };
}

/** What a line takes off, or adds. */
const amountsOf = (line: XmlNode, charge: boolean): string[] =>
  childrenOf(line, 'AllowanceCharge')
    .filter((entry) => isYes(textAt(entry, 'ChargeIndicator')) === charge)
    .map((entry) => textAt(entry, 'Amount'));

/** What a party is called, by names and numbers. */
const namesOf = (party: XmlNode | undefined): string[] =>
  [
    textAt(party, 'PartyName', 'Name'),
    textAt(party, 'PartyLegalEntity', 'RegistrationName'),
    textAt(party, 'PartyLegalEntity', 'CompanyID'),
    textAt(party, 'PartyTaxScheme', 'CompanyID'),
    ...childrenOf(party, 'PartyIdentification').map((entry) => textAt(entry, 'ID')),
  ].filter(Boolean);
