import { documentAmount, formatAmount, forOne, lineAmount, priceOrThrow, quantityOrThrow } from '@obolus/core/exact/amounts';

interface Billed {
  readonly number: string;
  /** The vendor's number here. */
  readonly vendor: string;
  /** The order's number; empty where the vendor leaves it out. */
  readonly order: string;
  readonly date: string;
  readonly currency: string;
  readonly lines: readonly { readonly name: string; readonly item?: string; readonly quantity: string; readonly unit: string; readonly price: string }[];
}

/** A bill as a vendor sends it: OASIS UBL 2.1 Invoice. */
export function billPaper({ number, vendor, order, date, currency, lines }: Billed): string {
  const priced = lines.map((line) => ({ ...line, amount: lineAmount(quantityOrThrow(line.quantity), forOne(priceOrThrow(line.price)), currency) }));
  const money = (name: string, figure: string): string => `<cbc:${name} currencyID="${currency}">${figure}</cbc:${name}>`;
  const total = formatAmount(
    priced.reduce((sum, { amount }) => sum + amount, 0n),
    currency,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2"
  xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2" xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
  <cbc:UBLVersionID>2.1</cbc:UBLVersionID>
  <cbc:ID>${number}</cbc:ID>
  <cbc:IssueDate>${date}</cbc:IssueDate>
  <cbc:InvoiceTypeCode>380</cbc:InvoiceTypeCode>
  <cbc:DocumentCurrencyCode>${currency}</cbc:DocumentCurrencyCode>${order === '' ? '' : `\n  <cac:OrderReference><cbc:ID>${order}</cbc:ID></cac:OrderReference>`}
  <cac:AccountingSupplierParty><cbc:CustomerAssignedAccountID>${vendor}</cbc:CustomerAssignedAccountID></cac:AccountingSupplierParty>
  <cac:LegalMonetaryTotal>${money('LineExtensionAmount', total)}${money('TaxInclusiveAmount', total)}${money('PayableAmount', total)}</cac:LegalMonetaryTotal>${priced
    .map(
      ({ name, item, quantity, unit, price, amount }, at) => `
  <cac:InvoiceLine>
    <cbc:ID>${at + 1}</cbc:ID>
    <cbc:InvoicedQuantity unitCode="${unit}">${quantity}</cbc:InvoicedQuantity>
    ${money('LineExtensionAmount', formatAmount(documentAmount(amount), currency))}
    <cac:Item><cbc:Name>${name}</cbc:Name>${item === undefined ? '' : `<cac:BuyersItemIdentification><cbc:ID>${item}</cbc:ID></cac:BuyersItemIdentification>`}</cac:Item>
    <cac:Price>${money('PriceAmount', price)}</cac:Price>
  </cac:InvoiceLine>`,
    )
    .join('')}
</Invoice>
`;
}

type Waiting = Omit<Billed, 'order' | 'date'> & { readonly names?: string; readonly daysAgo: number };

/** Bills that came as files and wait: one that agrees; one without the order's number, in the vendor's words, with a price that went up and a charge; one for more than came. */
export const WAITING_BILLS: readonly Waiting[] = [
  {
    ...{ number: 'TF-24-0871', vendor: 'TARN', names: 'wool-2', daysAgo: 5, currency: 'NZD' },
    lines: [
      { name: 'Merino on cones, ecru', item: 'YM-EC', quantity: '200', unit: 'KGM', price: '23.40' },
      { name: 'Merino on cones, slate', item: 'YM-SL', quantity: '100', unit: 'KGM', price: '24.10' },
      { name: 'Merino on cones, madder', item: 'YM-MD', quantity: '50', unit: 'KGM', price: '25.80' },
    ],
  },
  {
    ...{ number: 'AJ 40518', vendor: 'ALDR', daysAgo: 4, currency: 'CAD' },
    lines: [
      { name: 'Floor loom 120 cm, oak', quantity: '4', unit: 'C62', price: '1610.00' },
      { name: 'Table loom 60 cm', quantity: '12', unit: 'C62', price: '288.50' },
      { name: 'Crating, 4 pallets', quantity: '4', unit: 'C62', price: '30.00' },
    ],
  },
  {
    ...{ number: 'BL/2291', vendor: 'BEIR', names: 'linen-2', daysAgo: 2, currency: 'EUR' },
    lines: [
      { name: 'Linen yarn, natural', item: 'YL-NA', quantity: '260', unit: 'KGM', price: '18.60' },
      { name: 'Linen yarn, bleached', item: 'YL-BL', quantity: '60', unit: 'KGM', price: '19.95' },
      { name: 'Carriage', quantity: '1', unit: 'C62', price: '145.00' },
    ],
  },
];
