import { CLIENTS, perSecond, pound, signInMany } from './load.mjs';
import { row, small } from './measure.mjs';

const ORDERS_EACH = small ? 2 : 60;
const PREVIEWS = small ? 20 : 400;
const itemsOf = (client) => [1, 2, 3].map((at) => client * 3 + at);

export async function benchPosting(pool, url) {
  const users = await signInMany(url, 16);
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
    shipment: '',
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
  await countTrips(pool, (n) => users[0].post('/api/documents/receipt', body(0, n)), 'posting');
  await countTrips(pool, (n) => barePosting(pool, (bare += 1), order(0, n), 0), 'bare posting');
  await countTrips(pool, (n) => users[0].post('/api/documents/receipt/preview', body(0, n)), 'preview');
  const times = [];
  for (let n = 0; n < PREVIEWS; n += 1) {
    const start = performance.now();
    await users[0].post('/api/documents/receipt/preview', body(0, n));
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  row(
    'preview of the same receipt',
    `p50 ${times[PREVIEWS / 2].toFixed(1)} ms`,
    `p99 ${times[Math.floor(PREVIEWS * 0.99)].toFixed(1)} ms`,
  );
}

/** The statements of a receipt of three FIFO lines in as many round trips, with the rows that the product writes, and nothing else. */
async function barePosting(pool, id, order, client) {
  const connection = await pool.getConnection();
  const items = itemsOf(client);
  const trip = (...statements) =>
    connection.query(
      `BEGIN NOT ATOMIC\n${statements.map(([sql, values]) => connection.format(sql, values)).join(';\n')};\nEND`,
    );
  const lines =
    '((l.document_id = ? AND l.line_no = 1) OR (l.document_id = ? AND l.line_no = 2) OR (l.document_id = ? AND l.line_no = 3))';
  try {
    await connection.query('SELECT id, name, email, role, language FROM user_account WHERE id = 1 AND blocked = 0');
    await trip(
      ['SET SESSION innodb_lock_wait_timeout = 3'],
      ['SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED'],
      ['START TRANSACTION'],
      ["INSERT INTO idempotency VALUES (?, 1, REPEAT('a', 64), NOW(6))", [`bare:${id}`]],
      ['SELECT version, user_id FROM draft WHERE id = ? FOR UPDATE', [`bare:${id}`]],
    );
    await connection.query(
      'SELECT c.currency, c.first_open_day, (SELECT t.days FROM vendor v JOIN terms t ON t.id = v.terms_id WHERE v.id = 1) t, (SELECT name FROM warehouse WHERE id = 1) w FROM company c WHERE id = 1 LOCK IN SHARE MODE',
    );
    await trip(
      ['SELECT id FROM document WHERE id IN (?) ORDER BY id FOR UPDATE', [[order]]],
      [`SELECT l.* FROM order_line l JOIN document d ON d.id = l.document_id WHERE ${lines}`, [order, order, order]],
    );
    await trip(
      [
        'SELECT r.order_line_no, r.quantity FROM receipt_line r WHERE (r.order_id = ? AND r.order_line_no = 1) OR (r.order_id = ? AND r.order_line_no = 2) OR (r.order_id = ? AND r.order_line_no = 3)',
        [order, order, order],
      ],
      ['SELECT * FROM item WHERE id IN (?)', [items]],
    );
    const pools = 'SELECT * FROM pool WHERE item_id IN (?) AND warehouse_id = 1 ORDER BY id';
    await connection.query(pools, [items]);
    await connection.query(`${pools} FOR UPDATE`, [items]);
    await trip(
      ['SELECT NEXTVAL(document_ids), NEXTVAL(number_receipt)'],
      ['SELECT * FROM write_down_line WHERE pool_id IN (?)', [items]],
    );
    const writes = [];
    const write = (sql, values) => writes.push(connection.format(sql, values));
    write(
      "INSERT INTO document (id, kind, number, date, vendor_id, warehouse_id, currency, rate, reference, note, entered_by, entered_at, idempotency_key) VALUES (?, 'receipt', ?, '2026-03-10', 1, 1, 'USD', 10000000000, 'PS', '', 1, NOW(6), ?)",
      [id, `B-${id}`, `bare:${id}`],
    );
    const three = (make) => [1, 2, 3].map(make);
    write(
      'INSERT INTO receipt_line (document_id, line_no, order_id, order_line_no, ordered_by_id, item_id, pool_id, quantity, currency, rate, amount, base_amount) VALUES ?',
      [three((at) => [id, at, order, at, order, items[at - 1], items[at - 1], 1, 'USD', 10000000000, 1, 1])],
    );
    write('INSERT INTO command VALUES (?, ?, 1, ?, ?)', [id, '2026-03-10', 'c'.repeat(900), 'h'.repeat(350)]);
    write('INSERT INTO citation VALUES (?, ?)', [id, order]);
    write('INSERT INTO movement (document_id, line_no, pool_id, date, direction, quantity, purpose) VALUES ?', [
      three((at) => [id, at, items[at - 1], '2026-03-10', 'in', 1, 'received']),
    ]);
    write("INSERT INTO entry VALUES (?, 1, '2026-03-10')", [id]);
    write(
      'INSERT INTO journal_line (document_id, entry_no, line_no, account, account_id, date, amount, item_id, vendor_id) VALUES ?',
      [
        [
          ...three((at) => [id, 1, at, 'inventory', 1, '2026-03-10', 1, items[at - 1], null]),
          [id, 1, 4, 'grni', 2, '2026-03-10', -3, null, 1],
        ],
      ],
    );
    write(
      'INSERT INTO value_change (document_id, change_no, entry_no, line_document_id, line_no, pool_id, component, amount, effective, posting) VALUES ?',
      [three((at) => [id, at, 1, id, at, items[at - 1], 'goods', 1, '2026-03-10', '2026-03-10'])],
    );
    write(
      'INSERT INTO pool (id, item_id, warehouse_id, quantity, value, last_day) VALUES ? ON DUPLICATE KEY UPDATE quantity = quantity + VALUES(quantity), value = value + VALUES(value), last_day = VALUES(last_day)',
      [items.map((item) => [item, item, 1, 1, 1, '2026-03-10'])],
    );
    write('INSERT INTO pool_layer VALUES ?', [three((at) => [items[at - 1], '2026-03-10', id, at, 0, 0, '', 1, 1])]);
    const opened = ['to-receive', 'to-bill', 'to-put-away'].flatMap((kind) =>
      three((at) => [kind, id, at, '', 1, items[at - 1], 1, 1, 1]),
    );
    write(
      'INSERT INTO open_change (document_id, change_no, kind, line_document_id, line_no, part, vendor_id, item_id, quantity, amount, base_amount) VALUES ?',
      [opened.map((row, at) => [id, at + 1, ...row])],
    );
    write(
      'INSERT INTO open_item (kind, line_document_id, line_no, part, vendor_id, item_id, quantity, amount, base_amount) VALUES ? ON DUPLICATE KEY UPDATE quantity = quantity + VALUES(quantity)',
      [opened],
    );
    write('INSERT INTO search_word VALUES ?', [[[`BARE${id}`, id]]]);
    write("CALL seal_document(?, 'bare', ?)", [id, 'm'.repeat(64)]);
    write('DELETE FROM draft WHERE id = ?', [`bare:${id}`]);
    write('INSERT INTO reply VALUES (?, ?)', [`bare:${id}`, 'r'.repeat(200)]);
    await connection.query(`BEGIN NOT ATOMIC\n${writes.join(';\n')};\nCOMMIT;\nEND`);
  } catch (problem) {
    await connection.query('ROLLBACK');
    if (problem.errno !== 1213) throw problem;
  } finally {
    connection.release();
  }
}

const COUNTED = small ? 5 : 100;

/** What the database is asked for one of many: round trips (a compound of statements is one), statements, and rows that it wrote. */
async function countTrips(pool, work, name) {
  const before = await counters(pool);
  for (let n = 0; n < COUNTED; n += 1) await work(n);
  const after = await counters(pool);
  const each = (counter) => ((after[counter] - before[counter]) / COUNTED).toFixed(1);
  row(
    `the database, for one ${name}, its session and rights included`,
    `${each('Questions')} round trips`,
    `${each('Queries')} statements, ${each('Handler_write')} rows written`,
  );
}

async function counters(pool) {
  const [rows] = await pool.query(
    "SHOW GLOBAL STATUS WHERE Variable_name IN ('Questions', 'Queries', 'Handler_write')",
  );
  return Object.fromEntries(rows.map(({ Variable_name: name, Value }) => [name, Number(Value)]));
}
