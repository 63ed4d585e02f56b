import { randomUUID } from 'node:crypto';
import { row } from './measure.mjs';
import { benchPaper } from './paper.mjs';

const LINES = 1000;
const STEPS = 125;

/** A bill of 1,000 lines on the bench: frames while it is scrolled from end to end and back, and from a key to the drawing that shows it. */
export async function benchBill(page, url, me, items) {
  const post = async (path, data) => {
    const reply = await page.request.post(`${url}/api/documents/${path}`, {
      headers: { 'X-CSRF-Token': me.csrfToken, 'Idempotency-Key': randomUUID() },
      data,
    });
    if (!reply.ok()) throw new Error(await reply.text());
    return (await reply.json()).id;
  };
  const lines = Array.from({ length: LINES }, (_, n) => ({
    item: items[n % items.length].id,
    quantity: '10',
    price: '12.34',
    discount: '',
    due: '',
  }));
  const order = await post('order', {
    vendor: '1',
    date: '2026-02-10',
    currency: 'USD',
    warehouse: '1',
    note: '',
    lines,
  });
  const came = lines.map((_, n) => ({ of: `${order}/${n + 1}`, quantity: '10' }));
  await post('receipt', {
    vendor: '1',
    date: '2026-02-12',
    warehouse: '1',
    packingSlip: '',
    shipment: '',
    lines: came,
  });
  await benchPaper(page, url, { order, items, lines: LINES });
  await page.goto(`${url}/bench/1/${randomUUID()}`);
  await page.getByLabel('Vendor’s number').fill('B-1000');
  await page.getByRole('button', { name: 'Bill everything received' }).click();
  await page.waitForTimeout(3_000);
  const frames = await page.locator('.body').evaluate(async (body, steps) => {
    const times = [];
    let last = performance.now();
    for (const [from, to] of [
      [0, 1],
      [1, 0],
    ])
      for (let at = 0; at <= steps; at += 1) {
        body.scrollTo(0, (body.scrollHeight - body.clientHeight) * (from + ((to - from) * at) / steps));
        await new Promise((resolve) => globalThis.requestAnimationFrame(resolve));
        times.push(performance.now() - last);
        last = performance.now();
      }
    return times.slice(1).sort((a, b) => a - b);
  }, STEPS);
  row(
    `frames while ${LINES.toLocaleString('en-US')} lines of a bill are scrolled, ${Math.round(LINES / STEPS)} lines a frame`,
    `p50 ${frames[frames.length >> 1].toFixed(0)} ms`,
    `slowest of ${frames.length} ${frames.at(-1).toFixed(0)} ms, ${frames.filter((ms) => ms > 50).length} over 50`,
  );
  await page.evaluate(() => {
    globalThis.keys = [];
    const onKey = (event) => {
      const start = event.timeStamp;
      globalThis.requestAnimationFrame(() => setTimeout(() => globalThis.keys.push(performance.now() - start)));
    };
    globalThis.addEventListener('keydown', onKey, true);
  });
  await page
    .getByLabel(/^Billed quantity/)
    .nth(5)
    .focus();
  await page.keyboard.type('12345678', { delay: 150 });
  await page
    .getByLabel(/^Billed price/)
    .nth(8)
    .focus();
  await page.keyboard.type('12.3456', { delay: 150 });
  await page.waitForTimeout(500);
  const times = (await page.evaluate(() => globalThis.keys)).sort((a, b) => a - b);
  row(
    `a key in a bill of ${LINES.toLocaleString('en-US')} lines, until it is drawn`,
    `p50 ${times[times.length >> 1].toFixed(0)} ms`,
    `slowest of ${times.length} ${times.at(-1).toFixed(0)} ms`,
  );
}
