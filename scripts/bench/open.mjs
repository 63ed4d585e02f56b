// What lists of open work read with little and with much that is closed behind them. Closed orders, receipts and bills are written by
// SQL in the rows that postings leave, in months before; what is open is posted through the server.
import { median, row, small } from './measure.mjs';

const FEW = small ? 100 : 1_000;
const MANY = small ? 1_000 : 200_000;
const OPEN = small ? 3 : 30;
const DAY = '2026-08-03';

const LISTS = [
  ['counts in the index', '/api/waiting'],
  ['order lines with goods to come', '/api/orders/open-lines'],
  ['what of a vendor may be billed', '/api/vendors/1/billable'],
  ['goods received not invoiced', '/api/bills/unmatched'],
  ['charges to allocate', '/api/charges/open'],
  ['commitments', '/api/orders/commitments'],
  ['trial balance', `/api/trial-balance?asOf=${DAY}`],
  ['search for a number', '/api/search?find=OPEN'],
  ['search for an amount', '/api/search?find=24.00'],
];

export async function benchOpen(pool, user) {
  for (let n = 0; n < OPEN; n += 1) await openWork(user, n);
  await closeBehind(pool, FEW);
  const few = await readsOf(pool, user);
  await closeBehind(pool, MANY - FEW);
  const many = await readsOf(pool, user);
  for (const [at, [name]] of LISTS.entries())
    row(
      `${name}, ${FEW.toLocaleString('en')} closed documents behind`,
      `${few[at].rows} rows`,
      `${many[at].rows} with ${MANY.toLocaleString('en')}: ${(many[at].rows / few[at].rows).toFixed(2)} ×, ${many[at].took.toFixed(1)} ms`,
    );
}

async function openWork(user, n) {
  const line = { item: String((n % 9) + 1), quantity: '10', price: '12', discount: '', due: '' };
  const order = { vendor: '1', date: DAY, currency: 'USD', warehouse: '1', note: '', lines: [line, line] };
  const { id } = await user.post('/api/documents/order', order);
  const receipt = { vendor: '1', date: DAY, warehouse: '1', packingSlip: `OPEN ${n}`, shipment: '' };
  const lines = [{ of: `${id}/1`, quantity: '4' }];
  await user.post('/api/documents/receipt', { ...receipt, lines });
  const charges = [{ kind: 'freight', amount: '24' }];
  const bill = { vendor: '1', reference: `C ${n}`, another: 'measured over and over', date: DAY, currency: 'USD' };
  await user.post('/api/documents/bill', { ...bill, lines: [], charges });
}

/** Rows that the database read for each list, and how long the server took. */
async function readsOf(pool, user) {
  const found = [];
  for (const [, path] of LISTS) {
    await user.read(path);
    const rows = [];
    const times = [];
    for (let round = 0; round < 5; round += 1) {
      const before = await rowsRead(pool);
      const start = performance.now();
      await user.read(path);
      times.push(performance.now() - start);
      rows.push((await rowsRead(pool)) - before);
    }
    found.push({ rows: median(rows), took: median(times) });
  }
  return found;
}

async function rowsRead(pool) {
  const [status] = await pool.query("SHOW GLOBAL STATUS LIKE 'Handler_read%'");
  return status.reduce((sum, { Value }) => sum + Number(Value), 0);
}

/** So many documents, each third an order that came whole and was billed whole. */
export async function closeBehind(pool, count) {
  const groups = Math.floor(count / 3);
  const [[{ next }]] = await pool.query('SELECT NEXTVAL(document_ids) AS next');
  await pool.query(`SELECT SETVAL(document_ids, ${Number(next) + groups * 3 + 10})`);
  const first = Number(next) + 1;
  const [[{ number }]] = await pool.query('SELECT number FROM ledger_head');
  const [[{ user }]] = await pool.query('SELECT MIN(id) AS user FROM user_account');
  const [[account]] = await pool.query("SELECT account_id FROM posting_account WHERE posting = 'grni'");
  const from = `FROM seq_0_to_${groups - 1} s`;
  const [order, receipt, bill] = [0, 1, 2].map((at) => `${first} + s.seq * 3 + ${at}`);
  const day = `DATE_ADD('2026-01-02', INTERVAL s.seq % 180 DAY)`;
  const item = '(s.seq % 9) + 1';
  const documents = (kind, id) =>
    `INSERT INTO document (id, kind, number, date, vendor_id, warehouse_id, currency, rate, reference, note, entered_by, entered_at, idempotency_key)
     SELECT ${id}, '${kind}', CONCAT('X${kind}', ${id}), ${day}, 1, 1, 'USD', 10000000000, CONCAT('${kind}-', s.seq), '', ${user}, UTC_TIMESTAMP(6), CONCAT('${kind}-', ${id}) ${from}`;
  const closed = (kind, id) =>
    `INSERT INTO open_item (kind, line_document_id, line_no, part, vendor_id, item_id, quantity, amount, base_amount, is_open) SELECT '${kind}', ${id}, ${kind === 'to-pay' ? 0 : 1}, '', 1, ${item}, 0, 0, 0, 0 ${from}`;
  const entry = (id, at, amount) => [
    `INSERT INTO entry (document_id, entry_no, date) SELECT ${id}, 1, ${day} ${from}`,
    ...[1, 2].map(
      (line) =>
        `INSERT INTO journal_line (document_id, entry_no, line_no, account, account_id, date, amount) SELECT ${id}, 1, ${line}, 'grni', ${account.account_id}, ${day}, ${line === 1 ? amount : -amount} ${from}`,
    ),
    `INSERT INTO ledger_link (number, document_id, entry_no) SELECT ${number} + s.seq * 2 + ${at}, ${id}, 1 ${from}`,
  ];
  const statements = [
    documents('order', order),
    documents('receipt', receipt),
    documents('bill', bill),
    `INSERT INTO order_line (document_id, line_no, by_id, item_id, quantity, price, discount) SELECT ${order}, 1, ${order}, ${item}, 1000000, 12000000, 0 ${from}`,
    `INSERT INTO receipt_line (document_id, line_no, order_id, order_line_no, ordered_by_id, item_id, quantity, currency, rate, amount, base_amount) SELECT ${receipt}, 1, ${order}, 1, ${order}, ${item}, 1000000, 'USD', 10000000000, 1200, 1200 ${from}`,
    `INSERT INTO bill_line (document_id, line_no, receipt_id, receipt_line_no, quantity, price, discount, difference, amount, in_order, ordered, rate, cleared, price_difference, payable, tax) SELECT ${bill}, 1, ${receipt}, 1, 1000000, 12000000, 0, 'cost', 1200, 1200, 1200, 10000000000, 1200, 0, 1200, 0 ${from}`,
    closed('to-receive', order),
    closed('to-bill', receipt),
    closed('to-pay', bill),
    `INSERT INTO search_word (word, document_id) SELECT CONCAT('BILL', s.seq), ${bill} ${from}`,
    ...entry(receipt, 1, 1200),
    ...entry(bill, 2, 1300),
    `UPDATE ledger_head SET number = number + ${groups * 2}`,
  ];
  for (const statement of statements) await pool.query(statement);
  await addedUp(pool);
}

/** The job makes its sums within a minute; here it is asked at once. */
async function addedUp(pool) {
  for (;;) {
    await pool.query("UPDATE job SET next_at = UTC_TIMESTAMP(6) WHERE kind = 'sums' AND state = 'waiting'");
    const [[{ behind }]] = await pool.query(
      'SELECT (SELECT number FROM ledger_head) - (SELECT number FROM summed) AS behind',
    );
    if (Number(behind) === 0) return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}
