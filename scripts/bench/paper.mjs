import { row } from './measure.mjs';

const EVERY = 25;

/**
 * An XML of as many lines as the order has, as a vendor sends it, given to the bench: from there until its lines and what they are proposed for stand on the screen,
 * and its readable page beside them; and how long others wait meanwhile. Once while the thread that reads papers begins, and once more.
 */
export async function benchPaper(page, url, { order, items, lines }) {
  const { number } = await (await page.request.get(`${url}/api/documents/${order}`)).json();
  for (const [called, when] of [
    ['X-1000', ', the first of a server'],
    ['X-1001', ''],
  ])
    await onePaper(page, url, { called, content: Buffer.from(xmlOf(called, number, items, lines)), lines, when });
}

async function onePaper(page, url, { called, content, lines, when }) {
  const waits = [];
  let isOver = false;
  const others = (async () => {
    while (!isOver) {
      const asked = performance.now();
      await page.request.get(`${url}/api/waiting`);
      waits.push(performance.now() - asked);
      await new Promise((resolve) => setTimeout(resolve, EVERY));
    }
  })();
  await page.goto(`${url}/bench`);
  const file = page.getByLabel('Bill: XML, PDF, picture or a stack as CSV or XLSX');
  await file.waitFor({ state: 'attached' });
  await page.waitForLoadState('networkidle');
  const start = performance.now();
  const answer = page.waitForResponse((response) => response.request().method() === 'PUT');
  await file.setInputFiles({ name: `${called}.xml`, mimeType: 'text/xml', buffer: content });
  const taken = await answer;
  if (!taken.ok()) throw new Error(await taken.text());
  const read = performance.now() - start;
  await drawn(page, 'section[aria-label="What the paper says"]');
  const proposed = performance.now() - start;
  await page.getByRole('button', { name: 'Paper beside' }).click();
  await drawn(page, '.readable .line');
  const shown = performance.now() - start;
  isOver = true;
  await others;
  waits.sort((a, b) => a - b);
  row(
    `an XML of ${lines.toLocaleString('en-US')} lines, taken in, proposed and shown${when}`,
    `${shown.toFixed(0)} ms`,
    `taken in after ${read.toFixed(0)}, proposed on the screen after ${proposed.toFixed(0)} ms; others waited p50 ${waits[waits.length >> 1].toFixed(0)}, at most ${waits.at(-1).toFixed(0)} ms`,
  );
}

const xmlOf = (number, order, items, lines) =>
  `<?xml version="1.0" encoding="UTF-8"?><Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2"><ID>${number}</ID><IssueDate>2026-02-14</IssueDate><InvoiceTypeCode>380</InvoiceTypeCode><DocumentCurrencyCode>USD</DocumentCurrencyCode><OrderReference><ID>${order}</ID></OrderReference><AccountingSupplierParty><Party><PartyName><Name>Vendor</Name></PartyName></Party></AccountingSupplierParty><LegalMonetaryTotal><PayableAmount currencyID="USD">${(lines * 123.4).toFixed(2)}</PayableAmount></LegalMonetaryTotal>${Array.from(
    { length: lines },
    (_, n) =>
      `<InvoiceLine><ID>${n + 1}</ID><InvoicedQuantity unitCode="C62">10</InvoicedQuantity><LineExtensionAmount currencyID="USD">123.40</LineExtensionAmount><Item><Name>${items[n % items.length].name}</Name><BuyersItemIdentification><ID>${items[n % items.length].number}</ID></BuyersItemIdentification></Item><Price><PriceAmount currencyID="USD">12.34</PriceAmount></Price></InvoiceLine>`,
  ).join('')}</Invoice>`;

/** Looks at each frame: what waits for an element tries again less and less often. */
const drawn = (page, selector) =>
  page.waitForFunction((wanted) => document.querySelector(wanted) !== null, selector, { polling: 'raf' });
