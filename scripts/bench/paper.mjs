import { row } from './measure.mjs';

/** How often others ask for what waits, in milliseconds: ten times a second, as a room full of people does. */
const EVERY = 100;

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
  await page.evaluate(watch);
  const answer = page.waitForResponse((response) => response.request().method() === 'PUT');
  await file.setInputFiles({ name: `${called}.xml`, mimeType: 'text/xml', buffer: content });
  const taken = await answer;
  if (!taken.ok()) throw new Error(await taken.text());
  await page.waitForFunction(() => globalThis.watched.shown !== undefined);
  const { given, read, proposed, shown } = await page.evaluate(() => globalThis.watched);
  isOver = true;
  await others;
  waits.sort((a, b) => a - b);
  row(
    `an XML of ${lines.toLocaleString('en-US')} lines, taken in, proposed and shown${when}`,
    `${(shown - given).toFixed(0)} ms`,
    `taken in after ${(read - given).toFixed(0)}, proposed on the screen after ${(proposed - given).toFixed(0)} ms; others waited p50 ${waits[waits.length >> 1].toFixed(0)}, at most ${waits.at(-1).toFixed(0)} ms`,
  );
}

const xmlOf = (number, order, items, lines) =>
  `<?xml version="1.0" encoding="UTF-8"?><Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2"><ID>${number}</ID><IssueDate>2026-02-14</IssueDate><InvoiceTypeCode>380</InvoiceTypeCode><DocumentCurrencyCode>USD</DocumentCurrencyCode><OrderReference><ID>${order}</ID></OrderReference><AccountingSupplierParty><Party><PartyName><Name>Vendor</Name></PartyName></Party></AccountingSupplierParty><LegalMonetaryTotal><PayableAmount currencyID="USD">${(lines * 123.4).toFixed(2)}</PayableAmount></LegalMonetaryTotal>${Array.from(
    { length: lines },
    (_, n) =>
      `<InvoiceLine><ID>${n + 1}</ID><InvoicedQuantity unitCode="C62">10</InvoicedQuantity><LineExtensionAmount currencyID="USD">123.40</LineExtensionAmount><Item><Name>${items[n % items.length].name}</Name><BuyersItemIdentification><ID>${items[n % items.length].number}</ID></BuyersItemIdentification></Item><Price><PriceAmount currencyID="USD">12.34</PriceAmount></Price></InvoiceLine>`,
  ).join('')}</Invoice>`;

/**
 * In the page, as what stands around it takes time of its own to hand a file over and to find a button: notes when a file was chosen and when its paper
 * is taken in, looks at each frame for what is proposed, wants the paper beside at once, and looks for that.
 */
function watch() {
  const watched = {};
  globalThis.watched = watched;
  const isThere = (selector) => document.querySelector(selector) !== null;
  const look = () => {
    watched.read ??= performance
      .getEntriesByType('resource')
      .find(({ name }) => /incoming-bills\/[^/]+$/.test(name))?.responseEnd;
    if (watched.proposed === undefined && isThere('section[aria-label="What the paper says"]')) {
      watched.proposed = performance.now();
      [...document.querySelectorAll('button')].find(({ textContent }) => textContent === 'Paper beside').click();
    }
    if (isThere('.readable .line')) watched.shown = performance.now();
    else globalThis.requestAnimationFrame(look);
  };
  document.addEventListener(
    'change',
    () => {
      watched.given = performance.now();
      look();
    },
    { capture: true, once: true },
  );
}
