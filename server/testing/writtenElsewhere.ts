import { InvoiceService, type Invoice } from '@e-invoice-eu/core';

interface Line {
  readonly name: string;
  readonly sellersItem?: string;
  readonly quantity: string;
  readonly unit: string;
  readonly price: string;
  readonly amount: string;
}
export interface StatedElsewhere {
  readonly number: string;
  readonly vendor: string;
  readonly order: string;
  readonly lines: readonly Line[];
  readonly net: string;
  readonly tax: string;
  readonly gross: string;
  readonly credit?: boolean;
  readonly contract?: string;
}

/** A bill of yarn and a loom. */
export const STATED: StatedElsewhere = {
  number: 'E-1',
  vendor: 'Tarnside Fibres',
  order: 'PO-1001',
  lines: [
    { name: 'Merino yarn', quantity: '20', unit: 'KGM', price: '5', amount: '100' },
    { name: 'Loom of oak', sellersItem: 'AJ-FL', quantity: '1', unit: 'C62', price: '900', amount: '900' },
  ],
  net: '1000',
  tax: '50',
  gross: '1050',
};

export const isUntaxed = ({ tax }: Pick<StatedElsewhere, 'tax'>): boolean => /^0*(?:\.0+)?$/.test(tax);

/** Us, as vendors write us. */
export const BUYER = 'Fernhollow Loom Supply';
const address = { 'cac:Country': { 'cbc:IdentificationCode': 'US' } };

/**
 * A bill as an independent library writes it (e-invoices of EN 16931), so that what is read was not written by those who read it.
 * @param pdf the paper that the XML is put into, for Factur-X
 */
export async function writtenElsewhere(
  format: 'UBL' | 'CII' | 'Factur-X-EN16931',
  { lines, ...said }: StatedElsewhere,
  pdf?: Uint8Array,
): Promise<Buffer> {
  const VAT = {
    'cbc:ID': isUntaxed(said) ? 'Z' : 'S',
    'cbc:Percent': isUntaxed(said) ? '0' : '5',
    'cac:TaxScheme': { 'cbc:ID': 'VAT' },
  };
  const money = (name: string, amount: string) => ({ [`cbc:${name}`]: amount, [`cbc:${name}@currencyID`]: 'USD' });
  const invoice = {
    'ubl:Invoice': {
      'cbc:CustomizationID': 'urn:cen.eu:en16931:2017',
      'cbc:ProfileID': 'urn:fdc:peppol.eu:2017:poacc:billing:01:1.0',
      'cbc:ID': said.number,
      'cbc:IssueDate': '2026-03-20',
      'cbc:DueDate': '2026-04-19',
      'cbc:InvoiceTypeCode': said.credit ? '381' : '380',
      'cbc:DocumentCurrencyCode': 'USD',
      'cbc:BuyerReference': 'purchasing',
      'cac:OrderReference': { 'cbc:ID': said.order },
      ...(said.contract === undefined ? {} : { 'cac:ContractDocumentReference': { 'cbc:ID': said.contract } }),
      'cac:AccountingSupplierParty': {
        'cac:Party': {
          'cbc:EndpointID': 'desk@tarnside.example',
          'cbc:EndpointID@schemeID': 'EM',
          'cac:PartyName': { 'cbc:Name': said.vendor },
          'cac:PostalAddress': address,
          'cac:PartyTaxScheme': [{ 'cbc:CompanyID': 'NZ0001', 'cac:TaxScheme': { 'cbc:ID': 'VAT' } }],
          'cac:PartyLegalEntity': { 'cbc:RegistrationName': said.vendor },
        },
      },
      'cac:AccountingCustomerParty': {
        'cac:Party': {
          'cbc:EndpointID': 'bills@fernhollow.example',
          'cbc:EndpointID@schemeID': 'EM',
          'cac:PostalAddress': address,
          'cac:PartyLegalEntity': { 'cbc:RegistrationName': BUYER },
        },
      },
      'cac:TaxTotal': [
        {
          ...money('TaxAmount', said.tax),
          'cac:TaxSubtotal': [
            { ...money('TaxableAmount', said.net), ...money('TaxAmount', said.tax), 'cac:TaxCategory': VAT },
          ],
        },
      ],
      'cac:LegalMonetaryTotal': {
        ...money('LineExtensionAmount', said.net),
        ...money('TaxExclusiveAmount', said.net),
        ...money('TaxInclusiveAmount', said.gross),
        ...money('PayableAmount', said.gross),
      },
      'cac:InvoiceLine': lines.map((line, at) => ({
        'cbc:ID': String(at + 1),
        'cbc:InvoicedQuantity': line.quantity,
        'cbc:InvoicedQuantity@unitCode': line.unit,
        ...money('LineExtensionAmount', line.amount),
        'cac:Item': {
          'cbc:Name': line.name,
          ...(line.sellersItem === undefined
            ? {}
            : { 'cac:SellersItemIdentification': { 'cbc:ID': line.sellersItem } }),
          'cac:ClassifiedTaxCategory': VAT,
        },
        'cac:Price': money('PriceAmount', line.price),
      })),
    },
  } as unknown as Invoice;
  const quiet = {
    ...console,
    log: () => undefined,
    warn: () => undefined,
    info: () => undefined,
    debug: () => undefined,
  };
  const written = await new InvoiceService(quiet).generate(invoice, {
    format,
    lang: 'en',
    ...(pdf === undefined ? {} : { pdf: { buffer: pdf, filename: 'bill.pdf', mimetype: 'application/pdf' } }),
  });
  return Buffer.from(written as Uint8Array);
}
