import { describe, expect, it } from '@jest/globals';
import { XMLParser } from 'fast-xml-parser';
import { pdfText as read } from '../testing/pdfText.ts';
import type { OrderPaper, PaperLine } from './orderPaper.ts';
import { orderPdf } from './orderPdf.ts';
import { orderUbl } from './orderUbl.ts';

const line = (number: number, more: Partial<PaperLine> = {}): PaperLine => ({
  number: String(number),
  item: `I-${number}`,
  name: `Item ${number}`,
  quantity: '12.5',
  vendorItem: '',
  content: '',
  unit: 'kg',
  price: '23.40',
  discount: '',
  reduction: '0.00',
  into: '',
  due: '2026-12-24',
  amount: '292.50',
  ...more,
});
const paper = (more: Partial<OrderPaper> = {}): OrderPaper => ({
  number: 'PO-1012',
  version: 1,
  date: '2026-11-07',
  stated: '2026-11-07',
  released: true,
  buyer: 'Tomas Reyl',
  language: 'en',
  currency: 'EUR',
  terms: '30 days',
  carriage: 'FCA Porto',
  note: '',
  company: { name: 'Fernhollow Loom Supply', lines: ['18 Weir Lane', 'Fernhollow'] },
  vendor: { name: 'Beira Linho', number: 'BEIR', lines: ['Rua do Moinho 12', 'Beira'] },
  deliverTo: { name: 'Fernhollow Loom Supply, Main', lines: ['Gate 2'] },
  lines: [line(1)],
  total: '292.50',
  ...more,
});

describe('an order on paper', () => {
  it('names who orders what of whom, where to, by when and at what price, in fonts of its own', async () => {
    const { pages, embedded } = await read(
      await orderPdf(
        paper({
          note: 'Freight to be billed by the carrier',
          lines: [line(1, { discount: '5', name: 'Linen yarn, naturel é ő ß' })],
        }),
      ),
    );
    expect(pages).toHaveLength(1);
    for (const said of [
      'Purchase order',
      'PO-1012',
      'Beira Linho',
      'Rua do Moinho 12',
      'Gate 2',
      '7 November 2026',
      'Tomas Reyl',
      'Payment 30 days',
      'FCA Porto (Incoterms 2020)',
    ]) {
      expect(pages[0]).toContain(said);
    }
    for (const said of [
      'Linen yarn, naturel é ő ß',
      'I-1 · Discount 5 %',
      '12.5',
      '23.40',
      '24 Dec 2026',
      '292.50',
      'EUR 292.50',
      'Freight to be billed',
      'Page 1 of 1',
    ]) {
      expect(pages[0]).toContain(said);
    }
    expect(embedded).toBeGreaterThanOrEqual(3);
  });

  it('goes on over as many pages as it needs, each with the heads of its columns, every line once, the total at the end', async () => {
    const long =
      'Merino yarn on cones, worsted spun, dyed in the wool, colour agreed by sample of spring, wound for warping without knots '
        .repeat(3)
        .trim();
    const lines = Array.from({ length: 120 }, (_, at) =>
      line(at + 1, at % 7 === 0 ? { name: `${long} ${at + 1}` } : {}),
    );
    const { pages } = await read(await orderPdf(paper({ lines, total: '1234567890.12' })));
    expect(pages.length).toBeGreaterThan(4);
    pages.forEach((page, at) => {
      expect(page).toContain('Amount, EUR');
      expect(page).toContain(`Page ${at + 1} of ${pages.length}`);
    });
    const all = pages.join(' ');
    for (const { item } of lines) expect(all.split(new RegExp(`${item}(?!\\d)`))).toHaveLength(2);
    expect(pages[pages.length - 1]).toContain('EUR 1,234,567,890.12');
    expect(pages[0]).not.toContain('1,234,567,890.12');
  });

  it('says that it takes the place of earlier versions, and when it is no order yet', async () => {
    const { pages } = await read(await orderPdf(paper({ version: 3, stated: '2026-11-14', released: false })));
    expect(pages[0]).toContain('PO-1012, version 3');
    expect(pages[0]).toContain('14 November 2026; it replaces all earlier ones');
    expect(pages[0]).toContain('Not released: this is no order yet');
  });
});

describe('an order as UBL 2.1', () => {
  const parsed = (xml: string): Record<string, unknown> => {
    const parser = new XMLParser({
      ignoreAttributes: false,
      parseTagValue: false,
      isArray: (name) => name === 'cac:OrderLine',
    });
    return (parser.parse(xml) as { Order: Record<string, unknown> }).Order;
  };

  it('holds parties, lines, prices for a unit and the total, in the order of the schema', () => {
    const order = parsed(
      orderUbl(
        paper({
          lines: [
            line(1, { discount: '5', reduction: '14.63', amount: '277.87' }),
            line(2, { item: '', name: 'Packing paper', vendorItem: '', content: '', unit: '', due: '' }),
          ],
        }),
      ),
    );
    expect(Object.keys(order).filter((key) => !key.startsWith('@'))).toEqual([
      'cbc:UBLVersionID',
      'cbc:ID',
      'cbc:IssueDate',
      'cbc:DocumentCurrencyCode',
      'cac:BuyerCustomerParty',
      'cac:SellerSupplierParty',
      'cac:Delivery',
      'cac:DeliveryTerms',
      'cac:PaymentTerms',
      'cac:AnticipatedMonetaryTotal',
      'cac:OrderLine',
    ]);
    expect(order['cac:AnticipatedMonetaryTotal']).toEqual({
      'cbc:PayableAmount': { '#text': '292.50', '@_currencyID': 'EUR' },
    });
    const [goods, expense] = (order['cac:OrderLine'] as { 'cac:LineItem': Record<string, unknown> }[]).map(
      (entry) => entry['cac:LineItem'],
    );
    expect(goods).toEqual({
      'cbc:ID': '1',
      'cbc:Quantity': { '#text': '12.5', '@_unitCode': 'KGM' },
      'cbc:LineExtensionAmount': { '#text': '277.87', '@_currencyID': 'EUR' },
      'cac:Delivery': { 'cac:RequestedDeliveryPeriod': { 'cbc:EndDate': '2026-12-24' } },
      'cac:AllowanceCharge': {
        'cbc:ChargeIndicator': 'false',
        'cbc:AllowanceChargeReason': 'Discount 5 %',
        'cbc:Amount': { '#text': '14.63', '@_currencyID': 'EUR' },
      },
      'cac:Price': {
        'cbc:PriceAmount': { '#text': '23.40', '@_currencyID': 'EUR' },
        'cbc:BaseQuantity': { '#text': '1', '@_unitCode': 'KGM' },
      },
      'cac:Item': { 'cbc:Name': 'Item 1', 'cac:BuyersItemIdentification': { 'cbc:ID': 'I-1' } },
    });
    expect(expense).toMatchObject({
      'cbc:Quantity': { '@_unitCode': 'C62' },
      'cac:Item': { 'cbc:Name': 'Packing paper' },
    });
  });

  it('names the order that a later version takes the place of', () => {
    const order = parsed(orderUbl(paper({ version: 2, stated: '2026-11-14' })));
    expect([order['cbc:ID'], order['cbc:IssueDate'], order['cac:OrderDocumentReference']]).toEqual([
      'PO-1012/2',
      '2026-11-14',
      { 'cbc:ID': 'PO-1012', 'cbc:IssueDate': '2026-11-07' },
    ]);
  });

  it('is well-formed whatever is typed', () => {
    const note = 'Cones < 0.5 kg & "soft"\u0007 ]]> <script>';
    const order = parsed(orderUbl(paper({ note })));
    expect(order['cbc:Note']).toBe('Cones < 0.5 kg & "soft" ]]> <script>');
  });
});
