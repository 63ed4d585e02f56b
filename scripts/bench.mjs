// npm run bench: speed of this machine and of the product, as ratios measured in one run.
import { fork } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer, request, Agent } from 'node:http';
import { join } from 'node:path';
import { benchCore } from './bench/core.mjs';
import { benchBill } from './bench/bill.mjs';
import { benchHistory } from './bench/history.mjs';
import { row } from './bench/measure.mjs';
import { benchOrders } from './bench/orders.mjs';
import { databaseEnvironment, startDatabase } from './lib/database.mjs';
import { checkNode, ensureBuilt, ensureDebian, root } from './lib/project.mjs';

const CLIENTS = [1, 4, 16];
const small = process.argv.includes('--small');
const SECONDS = small ? 0.3 : 3;
const ITEMS = 48;
const ORDERS_EACH = 60;
const itemsOf = (client) => [1, 2, 3].map((at) => client * 3 + at);
const dist = (path) => import(join(root, path));

checkNode();
ensureDebian('chromium', 'chromium');
await ensureBuilt(['core', 'contract', 'server', 'web']);

/** All of it, or the parts that are named: core, floor, posting, orders, history, screens; `--small` only shows that they run. */
const asked = process.argv.slice(2).filter((word) => word !== '--small');
const wanted = (part) => asked.length === 0 || asked.includes(part);

if (wanted('core')) {
  console.log('The core\n');
  await benchCore();
}

const database = await startDatabase('bench', { fresh: true, quiet: true, thrownAway: small });
const environment = {
  ...process.env,
  ...databaseEnvironment(database),
  OBOLUS_SESSION_SECRET: 'b'.repeat(40),
  OBOLUS_PORT: '0',
  OBOLUS_SET_UP: 'false',
  OBOLUS_LOG_LEVEL: 'fatal',
};
const server = fork(join(root, 'server/dist/main.js'), { env: environment });
try {
  const { url } = await new Promise((resolve) => server.once('message', resolve));
  const mysql = await import('mysql2/promise');
  const pool = mysql.createPool({
    host: database.host,
    port: database.port,
    database: 'obolus',
    ...database.owner,
    connectionLimit: 16,
    supportBigNumbers: true,
    bigNumberStrings: true,
  });
  await seed(pool);
  if (wanted('floor')) {
    console.log('\nThe floor of this machine\n');
    await benchFloor(pool);
  }
  if (wanted('posting')) {
    console.log('\nPosting a receipt of three lines\n');
    await benchPosting(pool, url);
  }
  if (wanted('orders')) {
    console.log('\nA large order\n');
    await benchOrders(pool, await signIn(url));
  }
  if (wanted('history')) {
    console.log('\nHistory behind a posting\n');
    await benchHistory(pool, await signIn(url));
  }
  await pool.end();
  if (wanted('screens')) {
    console.log('\nOpening screens in the browser, from the built application\n');
    await benchScreens(url);
  }
} finally {
  server.kill('SIGTERM');
  await database.stop();
}

async function benchFloor(pool) {
  await pool.query('CREATE TABLE bench_row (id BIGINT PRIMARY KEY AUTO_INCREMENT, a BIGINT, b BIGINT)');
  for (const clients of CLIENTS)
    row(
      `one durable row insert, ${clients} clients`,
      perSecond(await pound(clients, () => pool.query('INSERT INTO bench_row (a, b) VALUES (1, 2)'))),
    );
  const answer = JSON.stringify({
    rows: Array.from({ length: 20 }, (_, n) => ({
      id: String(n),
      name: 'a plain answer of about two kilobytes',
      amount: '1234.56',
    })),
  });
  const { default: express } = await dist('node_modules/express/index.js').catch(() =>
    dist('server/node_modules/express/index.js'),
  );
  const app = express();
  app.get('/', (_request, response) => response.type('json').send(answer));
  const plain = createServer(app);
  await new Promise((resolve) => plain.listen(0, '127.0.0.1', resolve));
  const agent = new Agent({ keepAlive: true });
  const rate = await pound(16, () => send(agent, `http://127.0.0.1:${plain.address().port}`, 'GET', '/'));
  row(
    'a plain JSON answer of Express, 16 clients',
    perSecond(rate),
    `${answer.length} bytes, client and server in one process`,
  );
  agent.destroy();
  plain.close();
}

async function benchPosting(pool, url) {
  const users = await Promise.all(Array.from({ length: 16 }, () => signIn(url)));
  // Many orders, so that none has more receipts than an order has in life; a client's orders share no goods with another's.
  const orders = Array.from({ length: users.length }, () => []);
  for (let n = 0; n < ORDERS_EACH; n += 1) {
    const replies = await Promise.all(
      users.map((user, client) => {
        const lines = itemsOf(client).map((item) => ({
          item: String(item),
          quantity: '1000000',
          price: '12.34',
          discount: '',
          due: '',
        }));
        return user.post('/api/documents/order', {
          vendor: '1',
          date: '2026-03-01',
          currency: 'USD',
          warehouse: '1',
          note: '',
          lines,
        });
      }),
    );
    replies.forEach((reply, client) => orders[client].push(reply.id));
  }
  const order = (client, n) => orders[client][n % ORDERS_EACH];
  const body = (client, n) => ({
    vendor: '1',
    date: '2026-03-10',
    warehouse: '1',
    packingSlip: 'PS',
    transport: '',
    lines: [1, 2, 3].map((at) => ({ of: `${order(client, n)}/${at}`, quantity: '1.5' })),
  });
  await pound(4, (client, n) => users[client].post('/api/documents/receipt', body(client, n)), 1.5);

  let bare = 1_000_000_000;
  for (const clients of CLIENTS) {
    // Interleaved, so that a slow moment of the machine meets both.
    const rates = { bare: [], http: [] };
    for (let round = 0; round < 2; round += 1) {
      rates.bare.push(await pound(clients, (client, n) => barePosting(pool, (bare += 1), order(client, n), client)));
      rates.http.push(
        await pound(clients, (client, n) => users[client].post('/api/documents/receipt', body(client, n))),
      );
    }
    const [floor, http] = [Math.max(...rates.bare), Math.max(...rates.http)];
    row(
      `${clients} clients`,
      `${perSecond(http)} over HTTP`,
      `${perSecond(floor)} bare (same rows and round trips, none of our code)`,
      `${((100 * http) / floor).toFixed(0)} %`,
    );
  }
  const times = [];
  for (let n = 0; n < 400; n += 1) {
    const start = performance.now();
    await users[0].post('/api/documents/receipt/preview', body(0, n));
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  row('preview of the same receipt', `p50 ${times[200].toFixed(1)} ms`, `p99 ${times[396].toFixed(1)} ms`);
}

/** The statements of a receipt of three FIFO lines, with the rows that the product writes, and nothing else. */
async function barePosting(pool, id, order, client) {
  const connection = await pool.getConnection();
  const items = itemsOf(client);
  try {
    await connection.query('SET TRANSACTION ISOLATION LEVEL READ COMMITTED');
    await connection.query('START TRANSACTION');
    await connection.query("INSERT INTO idempotency VALUES (?, 1, REPEAT('a', 64), NOW(6))", [`bare:${id}`]);
    await connection.query(
      'SELECT c.currency, c.first_open_day, (SELECT t.days FROM vendor v JOIN terms t ON t.id = v.terms_id WHERE v.id = 1) t, (SELECT name FROM warehouse WHERE id = 1) w FROM company c WHERE id = 1 LOCK IN SHARE MODE',
    );
    await connection.query('SELECT id FROM document WHERE id IN (?) ORDER BY id FOR UPDATE', [[order]]);
    await connection.query(
      `SELECT l.*, (SELECT COALESCE(SUM(r.quantity), 0) FROM receipt_line r WHERE r.order_id = l.document_id AND r.order_line_no = l.line_no) received FROM order_line l JOIN document d ON d.id = l.document_id
       WHERE (l.document_id = ? AND l.line_no = 1) OR (l.document_id = ? AND l.line_no = 2) OR (l.document_id = ? AND l.line_no = 3)`,
      [order, order, order],
    );
    await connection.query('SELECT * FROM item WHERE id IN (?)', [items]);
    await connection.query('SELECT * FROM pool WHERE item_id IN (?) AND warehouse_id = 1 ORDER BY id FOR UPDATE', [
      items,
    ]);
    await connection.query('SELECT NEXTVAL(document_ids), NEXTVAL(number_receipt)');
    await connection.query(
      "INSERT INTO document VALUES (?, 'receipt', ?, '2026-03-10', 1, NULL, 1, 'USD', 10000000000, 'PS', '', NULL, '', 1, NOW(6), ?)",
      [id, `B-${id}`, `bare:${id}`],
    );
    const three = (make) => [1, 2, 3].map(make);
    await connection.query(
      'INSERT INTO receipt_line (document_id, line_no, order_id, order_line_no, ordered_by_id, item_id, pool_id, quantity, currency, rate, amount, base_amount) VALUES ?',
      [three((at) => [id, at, order, at, order, items[at - 1], items[at - 1], 1, 'USD', 10000000000, 1, 1])],
    );
    await connection.query('INSERT INTO citation VALUES (?, ?)', [id, order]);
    await connection.query(
      'INSERT INTO movement (document_id, line_no, pool_id, date, direction, quantity, purpose) VALUES ?',
      [three((at) => [id, at, items[at - 1], '2026-03-10', 'in', 1, 'received'])],
    );
    await connection.query("INSERT INTO entry VALUES (?, 1, '2026-03-10')", [id]);
    await connection.query(
      'INSERT INTO journal_line (document_id, entry_no, line_no, account, account_id, date, amount, item_id, vendor_id) VALUES ?',
      [
        [
          ...three((at) => [id, 1, at, 'inventory', 1, '2026-03-10', 1, items[at - 1], null]),
          [id, 1, 4, 'grni', 2, '2026-03-10', -3, null, 1],
        ],
      ],
    );
    await connection.query(
      'INSERT INTO value_change (document_id, change_no, entry_no, line_document_id, line_no, pool_id, component, amount, effective, posting) VALUES ?',
      [three((at) => [id, at, 1, id, at, items[at - 1], 'goods', 1, '2026-03-10', '2026-03-10'])],
    );
    await connection.query(
      'INSERT INTO pool (id, item_id, warehouse_id, quantity, value, last_day) VALUES ? ON DUPLICATE KEY UPDATE quantity = quantity + VALUES(quantity), value = value + VALUES(value), last_day = VALUES(last_day)',
      [items.map((item) => [item, item, 1, 1, 1, '2026-03-10'])],
    );
    await connection.query('INSERT INTO pool_layer VALUES ?', [
      three((at) => [items[at - 1], '2026-03-10', id, at, 0, 0, '', 1, 1]),
    ]);
    await connection.query('CALL seal_entry(?, 1)', [id]);
    await connection.query('COMMIT');
    await connection.query('DELETE FROM draft WHERE id = ? AND user_id = 1', [`bare:${id}`]);
  } catch (problem) {
    await connection.query('ROLLBACK');
    if (problem.errno !== 1213) throw problem;
  } finally {
    connection.release();
  }
}

/** From asking for the address to the last request answered and drawn, with a cold cache, on the thousands of documents above. */
async function benchScreens(url) {
  const { chromium } = await dist('node_modules/@playwright/test/index.mjs');
  const browser = await chromium.launch({
    executablePath: process.env.OBOLUS_CHROMIUM ?? '/usr/bin/chromium',
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

async function seed(pool) {
  const { setUpCompany } = await dist('server/dist/setUp/company.js');
  const { dataSource } = await dist('server/dist/storage/dataSource.js');
  const source = await dataSource(
    { host: database.host, port: database.port, name: 'obolus' },
    database.app,
    1,
  ).initialize();
  await setUpCompany(source, {
    name: 'Bench',
    currency: 'USD',
    firstOpenDay: '2026-01-01',
    warehouses: [{ code: 'MAIN', name: 'Main' }],
    users: [{ email: 'bench@localhost', name: 'Bench', role: 'accountant', password: 'bench' }],
  });
  await source.destroy();
  await pool.query(
    "INSERT INTO vendor (number, name, currency, terms_id) SELECT 'V', 'Vendor', 'USD', id FROM terms WHERE code = '30'",
  );
  await pool.query(
    'INSERT INTO item (number, name, unit, method, tariff_code, origin) VALUES ?'.replace(
      '?',
      Array.from({ length: ITEMS }, (_, n) => `('I${n}', 'Item ${n}', 'each', 'fifo', '', '')`).join(', '),
    ),
  );
  await pool.query(
    `INSERT INTO pool (item_id, warehouse_id, quantity, value) SELECT id, 1, 0, 0 FROM item ORDER BY id`,
  );
}

async function signIn(url) {
  const agent = new Agent({ keepAlive: true });
  const reply = await send(agent, url, 'POST', '/api/session', { email: 'bench@localhost', password: 'bench' });
  const headers = { Cookie: reply.headers['set-cookie'][0].split(';')[0], 'X-CSRF-Token': reply.body.csrfToken };
  return {
    async post(path, body) {
      const { status, body: answer } = await send(agent, url, 'POST', path, body, {
        ...headers,
        'Idempotency-Key': randomUUID(),
      });
      if (status >= 300) throw new Error(JSON.stringify(answer));
      return answer;
    },
    async read(path) {
      const { status } = await send(agent, url, 'GET', path, undefined, { ...headers, Accept: '*/*' }, () => undefined);
      if (status >= 300) throw new Error(`${path}: ${status}`);
    },
  };
}

function send(agent, url, method, path, body, headers = {}, read = JSON.parse) {
  const text = body === undefined ? undefined : JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const call = request(
      url + path,
      {
        method,
        agent,
        headers: {
          ...(text ? { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) } : {}),
          ...headers,
        },
      },
      (response) => {
        let answer = '';
        response.on('data', (part) => (answer += part));
        response.on('end', () =>
          resolve({ status: response.statusCode, headers: response.headers, body: read(answer) }),
        );
      },
    );
    call.on('error', reject);
    call.end(text);
  });
}

/** Work from so many clients at once, for a while: how often a second. */
async function pound(clients, work, seconds = SECONDS) {
  const end = performance.now() + seconds * 1000;
  let done = 0;
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      for (let n = 0; performance.now() < end; n += 1) {
        await work(client, n);
        done += 1;
      }
    }),
  );
  return done / seconds;
}

function perSecond(rate) {
  return `${Math.round(rate).toLocaleString('en-US')}/s`;
}
