import { randomUUID } from 'node:crypto';
import { benchBill } from './bill.mjs';
import { ITEMS } from './books.mjs';
import { dist, row } from './measure.mjs';

/** From asking for the address to the last request answered and drawn, with a cold cache, on the thousands of documents above. */
export async function benchScreens(url) {
  const { chromium } = await dist('node_modules/@playwright/test/index.mjs');
  const browser = await chromium.launch({
    executablePath: process.env.OBOLUS_CHROMIUM,
    args: ['--no-sandbox', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
  });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const first = await context.newPage();
  await first.goto(url);
  await first.getByLabel('Name (mail address)').fill('bench@localhost');
  await first.getByLabel('Password').fill('bench');
  await first.keyboard.press('Enter');
  await first.getByRole('navigation', { name: 'The work' }).waitFor();
  await first.close();
  for (const path of [
    '/orders',
    '/orders/new',
    '/receiving',
    '/bench',
    '/landing',
    '/deliveries',
    '/stock',
    '/ledger',
    '/ledger/trial-balance',
    '/setup',
  ]) {
    const page = await context.newPage();
    const network = await context.newCDPSession(page);
    await network.send('Network.enable');
    await network.send('Network.setCacheDisabled', { cacheDisabled: true });
    let bytes = 0;
    network.on('Network.loadingFinished', (event) => (bytes += event.encodedDataLength));
    const start = performance.now();
    await page.goto(url + path);
    await page.locator('h1, .empty h2, .aside header').first().waitFor();
    const shown = performance.now() - start;
    await page.waitForFunction(
      () => document.querySelector('table.sheet tbody tr, table.sheet tfoot, .empty, fieldset') !== null,
    );
    row(
      path,
      `title after ${Math.round(shown)} ms`,
      `content after ${Math.round(performance.now() - start)} ms`,
      `${Math.round(bytes / 1024)} kB`,
    );
    await page.close();
  }
  await benchTyping(await context.newPage(), url);
  const page = await context.newPage();
  const me = await (await page.request.get(`${url}/api/session`)).json();
  const { rows: items } = await (await page.request.get(`${url}/api/items`)).json();
  await benchBill(page, url, me, items.slice(0, ITEMS));
  await browser.close();
}

/** From a key in a quantity of an order of 500 lines to the drawing that shows it, with what is kept and previewed going on behind. */
async function benchTyping(page, url) {
  const me = await (await page.request.get(`${url}/api/session`)).json();
  const { rows } = await (await page.request.get(`${url}/api/items`)).json();
  const id = randomUUID();
  const lines = Array.from({ length: 500 }, (_, n) => ({
    of: '',
    item: rows[n % ITEMS].id,
    quantity: '10',
    price: '12.34',
    discount: '',
    due: '2026-03-01',
  }));
  const body = { vendor: '1', date: '2026-02-10', currency: 'USD', warehouse: '1', note: '', lines };
  const saved = await page.request.put(`${url}/api/drafts/${id}`, {
    headers: { 'X-CSRF-Token': me.csrfToken },
    data: { kind: 'order', title: 'An order of 500 lines', body, version: 0 },
  });
  if (!saved.ok()) throw new Error(await saved.text());
  await page.goto(`${url}/orders/new/${id}`);
  await page.getByLabel('Quantity, line 1', { exact: true }).waitFor();
  await page.waitForTimeout(2_000);
  await page.evaluate(() => {
    globalThis.keys = [];
    globalThis.addEventListener(
      'keydown',
      (event) => {
        const start = event.timeStamp;
        // The frame after the next has what the key changed.
        globalThis.requestAnimationFrame(() => setTimeout(() => globalThis.keys.push(performance.now() - start)));
      },
      true,
    );
  });
  for (const line of [1, 250, 500]) {
    await page
      .locator('.body')
      .evaluate((body, part) => body.scrollTo(0, (body.scrollHeight - body.clientHeight) * part), (line - 1) / 499);
    await page.waitForTimeout(300);
    await page
      .getByLabel(/^Quantity, line/)
      .nth(line === 1 ? 0 : 12)
      .focus();
    await page.keyboard.type('12345678', { delay: 120 });
  }
  const times = (await page.evaluate(() => globalThis.keys)).sort((a, b) => a - b);
  row(
    'a key in an order of 500 lines, until it is drawn',
    `p50 ${times[times.length >> 1].toFixed(0)} ms`,
    `slowest of ${times.length} ${times.at(-1).toFixed(0)} ms`,
  );
}
