// The landing sheet at 5,000 lines and 12 charges: what a changed basis, a preview and the posting take, beside the floor of the same rows.
import { randomUUID } from 'node:crypto';
import { ITEMS } from './books.mjs';
import { dist, median, row, small } from './measure.mjs';

const LINES = small ? 300 : Number(process.env.OBOLUS_BENCH_LINES ?? 5000);
const CHARGES = 12;
const PER_RECEIPT = 1000;

/** `user` posts documents and reads paths, signed in as whoever `sign` names; `pool` writes the floor. */
export async function benchSheet(pool, user, url) {
  await pool.query('UPDATE item SET weight = 1500000 + id * 1000, volume = 20000 + id * 7');
  const [items] = await pool.query('SELECT id FROM item ORDER BY id LIMIT ?', [ITEMS]);
  const to = [];
  for (let from = 0; from < LINES; from += PER_RECEIPT) {
    const lines = Array.from({ length: Math.min(PER_RECEIPT, LINES - from) }, (_, n) => ({
      item: String(items[n % items.length].id),
      quantity: String(3 + ((from + n) % 17)),
      price: (4 + ((from + n) % 91) / 7).toFixed(4),
      discount: '',
      due: '',
    }));
    const order = await user.post('/api/documents/order', {
      vendor: '1',
      date: '2026-02-10',
      currency: 'USD',
      warehouse: '1',
      note: '',
      lines,
    });
    const receipt = await user.post('/api/documents/receipt', {
      vendor: '1',
      date: '2026-02-12',
      warehouse: '1',
      packingSlip: '',
      shipment: 'BENCH-1',
      lines: lines.map(({ quantity }, n) => ({ of: `${order.id}/${n + 1}`, quantity })),
    });
    to.push(...lines.map((_, n) => `${receipt.id}/${n + 1}`));
  }
  const charges = [];
  for (let n = 0; n < CHARGES; n += 1) {
    const bill = await user.post('/api/documents/bill', {
      vendor: '1',
      reference: `BENCH-CHARGE-${n}`,
      date: '2026-02-14',
      currency: 'USD',
      lines: [],
      charges: [{ kind: 'freight', amount: `${1000 + n * 137}.${10 + n}` }],
      expenses: [],
      tax: [],
    });
    charges.push(`${bill.id}/1`);
  }
  const bases = ['value', 'weight', 'volume', 'quantity', 'equal'];
  const body = {
    date: '2026-02-15',
    entry: '',
    to,
    charges: charges.map((of, n) => ({
      of,
      basis: bases[n % bases.length],
      amount: '',
      fixed: [],
    })),
  };
  await benchBasis(url, body);
  // What the page asked last is still worked out: nothing is timed before that is done.
  await user.post('/api/documents/allocation/preview', body);
  const previews = [];
  for (let round = 0; round < 3; round += 1) {
    const start = performance.now();
    await user.post('/api/documents/allocation/preview', body);
    previews.push(performance.now() - start);
  }
  row(`a sheet of ${LINES} lines and ${CHARGES} charges, previewed`, `${median(previews).toFixed(0)} ms`);
  const start = performance.now();
  await user.post('/api/documents/allocation', body);
  const posted = performance.now() - start;
  const floor = await packedFloor(pool, LINES * CHARGES);
  row(
    'the same, posted',
    `${posted.toFixed(0)} ms`,
    `${(posted / floor).toFixed(1)} times its rows alone, packed (${floor.toFixed(0)} ms)`,
  );
}

/** As many rows as the sheet has shares, in one statement each of a thousand. */
async function packedFloor(pool, rows) {
  await pool.query(
    'CREATE TABLE packed_floor (document_id bigint, line_no int, amount bigint, PRIMARY KEY (document_id, line_no))',
  );
  const start = performance.now();
  const connection = await pool.getConnection();
  await connection.beginTransaction();
  for (let from = 0; from < rows; from += 1000) {
    const values = Array.from({ length: Math.min(1000, rows - from) }, (_, n) => [1, from + n, n]);
    await connection.query('INSERT INTO packed_floor VALUES ?', [values]);
  }
  await connection.commit();
  connection.release();
  const took = performance.now() - start;
  await pool.query('DROP TABLE packed_floor');
  return took;
}

/** From choosing another basis to the drawing that shows its shares, and the slowest frame meanwhile, beside a frame that only draws the same cells. */
async function benchBasis(url, body) {
  const { chromium } = await dist('node_modules/@playwright/test/index.mjs');
  const browser = await chromium.launch({
    executablePath: process.env.OBOLUS_CHROMIUM,
    args: ['--no-sandbox', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
  });
  const page = await browser.newPage({ viewport: { width: 1900, height: 900 } });
  await page.goto(url);
  await page.getByLabel('Name (mail address)').fill('bench@localhost');
  await page.getByLabel('Password').fill('bench');
  await page.keyboard.press('Enter');
  await page.getByRole('navigation', { name: 'The work' }).waitFor();
  const me = await (await page.request.get(`${url}/api/session`)).json();
  const id = randomUUID();
  const draft = {
    date: body.date,
    entry: '',
    to: body.to,
    charges: body.charges.map(({ of, basis }) => ({ of, basis, fixed: {} })),
  };
  const saved = await page.request.put(`${url}/api/drafts/${id}`, {
    headers: { 'X-CSRF-Token': me.csrfToken },
    data: { kind: 'allocation', title: 'A container', body: draft, version: 0 },
  });
  if (!saved.ok()) throw new Error(await saved.text());
  await page.goto(`${url}/landing/${id}`);
  await page
    .getByLabel(/^Basis of/)
    .first()
    .waitFor();
  await page.waitForTimeout(small ? 1500 : 8000);
  const times = [];
  const slowest = [];
  const counts = [];
  const idle = await page.evaluate(watchFrames);
  for (const basis of ['weight', 'equal', 'quantity', 'volume', 'value', 'weight']) {
    const changed = await page.evaluate(watchFrames, basis);
    times.push(changed.shown ?? NaN);
    slowest.push(changed.slowest);
    counts.push(changed.count);
  }
  const plain = await page.evaluate(async () => {
    const select = document.querySelector('select[aria-label^="Basis of"]');
    const fields = document.querySelectorAll(`td[data-column="${select.closest('th').dataset.column}"] input`);
    const times = [];
    for (let round = 1; round <= 6; round += 1) {
      await new Promise((resolve) => setTimeout(resolve, 300));
      await new Promise((resolve) => globalThis.requestAnimationFrame(resolve));
      const start = performance.now();
      for (const field of fields) field.placeholder = `${round}.00`;
      await new Promise((resolve) => globalThis.requestAnimationFrame(resolve));
      await new Promise((resolve) => globalThis.requestAnimationFrame(resolve));
      times.push(performance.now() - start - 1000 / 60);
    }
    return times.sort((a, b) => a - b)[times.length >> 1];
  });
  row(
    `another basis of one of ${CHARGES} charges over ${LINES} lines, until its shares are drawn`,
    `${median(times).toFixed(0)} ms`,
    `slowest frame of each ${slowest.map((frame) => frame.toFixed(0)).join(', ')} ms; ${plain.toFixed(0)} ms where the cells alone are written anew, ${idle.slowest.toFixed(0)} ms where nothing is done`,
  );
  row('frames in a second and a half while it changes', counts.join(', '), `${idle.count} where nothing is done`);
  await browser.close();
}

/** In the page: the frames of a second and a half, from choosing another basis for the first charge, if one is given; when its shares were drawn. */
async function watchFrames(to) {
  const select = document.querySelector('select[aria-label^="Basis of"]');
  const column = select.closest('th').dataset.column;
  // Found once: what is measured is the page, not whoever looks at it.
  const fields = [...document.querySelectorAll(`td[data-column="${column}"] input`)];
  const read = () => fields.map((field) => field.placeholder).join();
  const before = read();
  let [last, shown, slowest, count] = [performance.now(), undefined, 0, 0];
  const start = last;
  if (to !== undefined) {
    select.value = to;
    select.dispatchEvent(new globalThis.Event('change', { bubbles: true }));
  }
  while (performance.now() - start < 1500) {
    await new Promise((resolve) => globalThis.requestAnimationFrame(resolve));
    const now = performance.now();
    [slowest, last, count] = [Math.max(slowest, now - last), now, count + 1];
    if (shown === undefined && read() !== before) shown = now - start;
  }
  return { shown, slowest, count };
}
