import { zugferd } from 'node-zugferd';
import { EN16931 } from 'node-zugferd/profile/en16931';
import ubl from 'ubl-builder';
import parts from 'ubl-builder/lib/ubl21/CommonAggregateComponents/index.js';
import sellers from 'ubl-builder/lib/ubl21/CommonAggregateComponents/SellersItemIdentification.js';
import types from 'ubl-builder/lib/ubl21/types/UnqualifiedDataTypes/index.js';
import { BUYER, isUntaxed, type StatedElsewhere, writtenElsewhere } from './writtenElsewhere.ts';

async function writtenAsCii(said: StatedElsewhere): Promise<Buffer> {
  const [percent, categoryCode] = taxOf(said);
  const tax = { typeCode: 'VAT', categoryCode, rateApplicablePercent: percent };
  const party = { postalAddress: { countryCode: 'US' } } as const;
  const written = zugferd({ profile: EN16931 }).create({
    number: said.number,
    typeCode: '380',
    issueDate: new Date('2026-03-20'),
    transaction: {
      tradeAgreement: {
        seller: { ...party, name: said.vendor },
        buyer: { ...party, name: BUYER },
        associatedOrder: { purchaseOrderReference: said.order },
      },
      tradeDelivery: {},
      tradeSettlement: {
        currencyCode: 'USD',
        vatBreakdown: [{ ...tax, calculatedAmount: said.tax, basisAmount: said.net }],
        paymentTerms: { dueDate: new Date('2026-04-19') },
        monetarySummation: {
          lineTotalAmount: said.net,
          taxBasisTotalAmount: said.net,
          taxTotal: { amount: said.tax, currencyCode: 'USD' },
          grandTotalAmount: said.gross,
          duePayableAmount: said.gross,
        },
      },
      line: said.lines.map((line, at) => ({
        identifier: String(at + 1),
        tradeProduct: { name: line.name, sellerAssignedID: line.sellersItem },
        tradeAgreement: { netTradePrice: { chargeAmount: line.price } },
        tradeDelivery: { billedQuantity: { amount: line.quantity, unitMeasureCode: line.unit as 'KGM' } },
        tradeSettlement: { tradeTax: tax, monetarySummation: { lineTotalAmount: line.amount } },
      })),
    },
  });
  return Buffer.from(await written.toXML());
}

function writtenAsUbl(said: StatedElsewhere): Buffer {
  const [percent, id] = taxOf(said);
  const money = (amount: string) => new types.UdtAmount(amount, { currencyID: 'USD' });
  const partyOf = (name: string) =>
    new parts.Party({
      partyNames: [new parts.PartyName({ name })],
    } as unknown as ConstructorParameters<typeof parts.Party>[0]);
  const taxCategory = new parts.TaxCategory({ id, percent, taxScheme: new parts.TaxScheme({ id: 'VAT' }) });
  const invoice = new ubl.Invoice(said.number, {} as ConstructorParameters<typeof ubl.Invoice>[1]);
  const common = 'urn:oasis:names:specification:ubl:schema:xsd:Common';
  for (const [name, namespace] of [
    ['xmlns', 'urn:oasis:names:specification:ubl:schema:xsd:Invoice-2'],
    ['xmlns:cac', `${common}AggregateComponents-2`],
    ['xmlns:cbc', `${common}BasicComponents-2`],
  ] as const)
    invoice.addProperty(name, namespace);
  invoice
    .setID(said.number)
    .setIssueDate('2026-03-20')
    .setDueDate('2026-04-19')
    .setInvoiceTypeCode('380')
    .setDocumentCurrencyCode('USD')
    .setOrderReference(new parts.OrderReference({ id: said.order }))
    .setAccountingSupplierParty(new parts.AccountingSupplierParty({ party: partyOf(said.vendor) }))
    .setAccountingCustomerParty(new parts.AccountingCustomerParty({ party: partyOf(BUYER) }));
  invoice.addTaxTotal(
    new parts.TaxTotal({
      taxAmount: money(said.tax),
      taxSubtotals: [
        new parts.TaxSubtotal({ taxableAmount: money(said.net), taxAmount: money(said.tax), taxCategory } as never),
      ],
    }),
  );
  invoice.setLegalMonetaryTotal(
    new parts.LegalMonetaryTotal({
      lineExtensionAmount: money(said.net),
      taxExclusiveAmount: money(said.net),
      taxInclusiveAmount: money(said.gross),
      payableAmount: money(said.gross),
    }),
  );
  said.lines.forEach((line, at) =>
    invoice.addInvoiceLine(
      new parts.InvoiceLine({
        id: String(at + 1),
        invoicedQuantity: new types.UdtQuantity(line.quantity, { unitCode: line.unit }),
        lineExtensionAmount: money(line.amount),
        item: new parts.Item({
          name: line.name,
          ...(line.sellersItem === undefined
            ? {}
            : { sellersItemIdentification: new sellers.SellersItemIdentification({ id: line.sellersItem }) }),
        } as never),
        price: new parts.Price({ priceAmount: money(line.price) }),
      }),
    ),
  );
  return Buffer.from(invoice.getXml(true));
}

const taxOf = (said: StatedElsewhere): readonly [percent: string, category: 'S' | 'Z'] =>
  isUntaxed(said) ? ['0', 'Z'] : ['5', 'S'];

/** As whom each file is written, with the standard that it is in. */
export const WRITERS = {
  'UBL of one writer': (said) => writtenElsewhere('UBL', said),
  'CII of one writer': (said) => writtenElsewhere('CII', said),
  'UBL of another': (said) => Promise.resolve(writtenAsUbl(said)),
  'CII of another': writtenAsCii,
} as const satisfies Record<string, (said: StatedElsewhere) => Promise<Buffer>>;
