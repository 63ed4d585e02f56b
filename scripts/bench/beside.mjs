// What a preview waits for while ten of the heaviest requests run: bills of 300 lines are taken in and proposed for among many open
// lines, and the lines on order are written to spreadsheets.
import { randomUUID } from 'node:crypto';
import { row, small } from './measure.mjs';

const [ORDERS, LINES, BILLED] = small ? [2, 60, 20] : [10, 2000, 300];
const HEAVY = 10;
const SECONDS = small ? 1 : 15;
const DAY = '2026-03-01';

export async function benchBeside(users, items) {
  const [preview, ...others] = users;
  const first = await openLines(preview, items);
  const body = {
    vendor: '1',
    date: '2026-03-10',
    warehouse: '1',
    packingSlip: 'P',
    shipment: '',
    lines: [1, 2, 3].map((line) => ({ of: `${first}/${line}`, quantity: '1' })),
  };
  const alone = await previews(preview, body, SECONDS / 3);
  let done = 0;
  let running = true;
  const heavy = Array.from({ length: HEAVY }, async (_, n) => {
    const user = others[n % others.length];
    while (running) {
      await (n % 2 === 0 ? takeIn(user) : user.read('/api/lists/order-lines/file.xlsx'));
      done += 1;
    }
  });
  const beside = await previews(preview, body, SECONDS);
  running = false;
  await Promise.all(heavy);
  row('preview of a receipt of three lines, alone', `p50 ${at(alone, 0.5)}`, `p99 ${at(alone, 0.99)}`);
  row(
    `beside ${HEAVY} of the heaviest, ${done} done in ${SECONDS} s`,
    `p50 ${at(beside, 0.5)}`,
    `p99 ${at(beside, 0.99)}, slowest ${at(beside, 1)} of ${beside.length}`,
  );
}

const at = (sorted, part) => `${sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))].toFixed(1)} ms`;

async function previews(user, body, seconds) {
  const times = [];
  const end = performance.now() + seconds * 1000;
  while (performance.now() < end) {
    const start = performance.now();
    await user.post('/api/documents/receipt/preview', body);
    times.push(performance.now() - start);
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  return times.sort((a, b) => a - b);
}

/** Orders of a vendor that came whole but for one order, which stays to be received. */
async function openLines(user, items) {
  const lines = Array.from({ length: LINES }, (_, n) => ({
    item: String((n % items) + 1),
    quantity: '100',
    price: `${10 + (n % 90)}.25`,
    discount: '',
    due: '',
  }));
  const order = { vendor: '1', date: DAY, currency: 'USD', warehouse: '1', note: '', lines };
  const { id: waiting } = await user.post('/api/documents/order', order);
  for (let n = 0; n < ORDERS; n += 1) {
    const { id } = await user.post('/api/documents/order', order);
    const came = lines.map((_, line) => ({ of: `${id}/${line + 1}`, quantity: '100' }));
    await user.post('/api/documents/receipt', { ...DELIVERY, packingSlip: `S-${n}`, lines: came });
  }
  return waiting;
}

const DELIVERY = { vendor: '1', date: DAY, warehouse: '1', shipment: '' };

async function takeIn(user) {
  const id = randomUUID();
  const content = Buffer.from(bill(id)).toString('base64');
  await user.put(`/api/incoming-bills/${id}`, { name: 'bill.xml', content });
  await user.read(`/api/incoming-bills/${id}`);
}

const bill = (number) => `<?xml version="1.0" encoding="UTF-8"?>
<Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2" xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2" xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
<cbc:ID>${number}</cbc:ID><cbc:IssueDate>${DAY}</cbc:IssueDate><cbc:InvoiceTypeCode>380</cbc:InvoiceTypeCode><cbc:DocumentCurrencyCode>USD</cbc:DocumentCurrencyCode>
<cac:AccountingSupplierParty><cac:Party><cac:PartyName><cbc:Name>Vendor</cbc:Name></cac:PartyName></cac:Party></cac:AccountingSupplierParty>
${Array.from(
  { length: BILLED },
  (
    _,
    n,
  ) => `<cac:InvoiceLine><cbc:ID>${n + 1}</cbc:ID><cbc:InvoicedQuantity unitCode="EA">100</cbc:InvoicedQuantity><cbc:LineExtensionAmount currencyID="USD">${(10.25 + (n % 90)) * 100}</cbc:LineExtensionAmount>
<cac:Item><cbc:Name>Item ${n % 48}</cbc:Name></cac:Item><cac:Price><cbc:PriceAmount currencyID="USD">${10 + (n % 90)}.25</cbc:PriceAmount></cac:Price></cac:InvoiceLine>`,
).join('\n')}
</Invoice>`;
