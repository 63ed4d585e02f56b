import { formatDecimal } from '@obolus/core/exact/decimal';
import { documentAmount, fraction, ONE_UNIT, price, quantity } from '@obolus/core/exact/amounts';
import { propose } from '@obolus/core/matching/propose';
import { draftOfBill } from '../bills/draftOfPaper.ts';
import { readBill } from '../billPapers/readBill.ts';
import { readablePaper } from '../billPapers/readable.ts';

const LINES = 1000;
/** Each of them was ordered and billed several times: what goes where is then weighed, not only looked up. */
const GOODS = 50;
const TIMES = 4;

/**
 * Reads and proposes for made-up bills, and keeps nothing: a program is slow while it runs for the first time, and so the first long paper after a start
 * would take twice as long as any later one.
 * @returns how many of its lines it found, in all
 */
export function practise(): number {
  const numbers = Array.from({ length: LINES }, (_, at) => `GOODS-${at % GOODS}`);
  const open = numbers.map((number, at) => ({
    line: `1/${at + 1}` as const,
    item: number,
    description: `Goods ${at % GOODS}`,
    order: 'PO-1',
    slip: '',
    shipment: '',
    date: '2026-01-01',
    quantity: quantity(10n * ONE_UNIT),
    price: price(123_000_000n),
    per: quantity(ONE_UNIT),
    discount: fraction(0n),
    ahead: false,
    currency: 'USD',
    taxCode: '',
    service: false,
    names: [{ name: number, pack: '' }],
    unit: 'each',
    packs: [],
  }));
  let found = 0;
  for (let time = 0; time < TIMES; time += 1) {
    const content = Buffer.from(billOf(`P-${time}`, numbers));
    const paper = readBill(content, 'USD');
    const proposals = propose(paper.lines, open, paper.currency);
    found += proposals.filter(({ certain }) => certain).length;
    draftOfBill('', '', paper, proposals, { ...NOTHING_KNOWN, open });
    readablePaper(content);
  }
  return found;
}

const NOTHING_KNOWN = { levels: new Map(), usualExpense: '', due: '', terms: '', instalments: [] };

/** A bill as UBL 2.1, of ten of each at 12.30. */
const billOf = (called: string, numbers: readonly string[]): string =>
  `<Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2"><ID>${called}</ID><IssueDate>2026-01-02</IssueDate><InvoiceTypeCode>380</InvoiceTypeCode><DocumentCurrencyCode>USD</DocumentCurrencyCode><OrderReference><ID>PO-1</ID></OrderReference><LegalMonetaryTotal><PayableAmount currencyID="USD">${formatDecimal(documentAmount(12_300n * BigInt(numbers.length)), 2)}</PayableAmount></LegalMonetaryTotal>${numbers
    .map(
      (number, at) =>
        `<InvoiceLine><ID>${at + 1}</ID><InvoicedQuantity unitCode="C62">10</InvoicedQuantity><LineExtensionAmount currencyID="USD">123.00</LineExtensionAmount><Item><Name>Goods ${at % GOODS}</Name><BuyersItemIdentification><ID>${number}</ID></BuyersItemIdentification></Item><Price><PriceAmount currencyID="USD">12.30</PriceAmount></Price></InvoiceLine>`,
    )
    .join('')}</Invoice>`;
