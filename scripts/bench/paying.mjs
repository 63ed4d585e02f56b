// A payment run of many bills: how long it takes to propose it, to look at it, to enter it, and to post all that it pays.
import { hash } from '@node-rs/argon2';
import { signIn } from './load.mjs';
import { row, small } from './measure.mjs';

const BILLS = small ? 12 : 5_000;
const VENDORS = small ? 3 : 250;
const AT_ONCE = 8;
const DAY = '2026-06-10';

export async function benchPaying(pool, user, url) {
  const [{ insertId: first }] = await pool.query(
    `INSERT INTO vendor (number, name, currency, terms_id, bank_account) SELECT CONCAT('P', n.seq), CONCAT('Payee ', n.seq), 'USD', t.id, CONCAT('US 5000 ', 1000 + n.seq)
     FROM seq_1_to_${VENDORS} n JOIN terms t ON t.code = '30'`,
  );
  await pool.query(
    "INSERT INTO bank_account (code, name, currency, account) VALUES ('BENCH', 'Account', 'USD', 'US 1000 2000')",
  );
  await pool.query(
    "INSERT INTO user_account (email, name, role, password_hash) VALUES ('second@localhost', 'Second', 'approver', ?)",
    [await hash('bench')],
  );
  const [[{ id: account }]] = await pool.query("SELECT id FROM bank_account WHERE code = 'BENCH'");
  for (let from = 0; from < BILLS; from += AT_ONCE)
    await Promise.all(
      Array.from({ length: Math.min(AT_ONCE, BILLS - from) }, (_, at) => {
        const n = from + at;
        return user.post('/api/documents/bill', {
          vendor: String(Number(first) + (n % VENDORS)),
          reference: `P-${n}`,
          another: 'one of many',
          date: '2026-06-01',
          currency: 'USD',
          lines: [],
          charges: [],
          expenses: [{ expense: 'Storage', amount: `${10 + (n % 90)}.50` }],
        });
      }),
    );
  const seconds = (from) => `${((performance.now() - from) / 1000).toFixed(1)} s`;
  const what = `${BILLS.toLocaleString('en')} bills of ${VENDORS} vendors`;

  let begun = performance.now();
  const proposal = await user.get('/api/payables/proposal');
  row(`${what}: proposed`, seconds(begun));

  const own = proposal.items.filter(({ vendor, held }) => Number(vendor) >= Number(first) && held === '');
  if (own.length !== BILLS) throw new Error(`${own.length} bills are proposed`);
  const vendors = [...new Set(own.map(({ vendor }) => vendor))];
  const run = {
    date: DAY,
    account: String(account),
    sure: 'Measured',
    payments: vendors.map((vendor) => ({
      vendor,
      currency: 'USD',
      bills: own
        .filter((item) => item.vendor === vendor)
        .map(({ id, open }) => ({ of: id, amount: open, discount: '' })),
    })),
  };
  begun = performance.now();
  await user.post('/api/documents/payment-run/preview', run);
  row('previewed as it is entered', seconds(begun));
  begun = performance.now();
  const { id } = await user.post('/api/documents/payment-run', run);
  row('entered', seconds(begun));

  const second = await signIn(url, 120_000, 'second@localhost');
  begun = performance.now();
  await second.get(`/api/payment-runs/${id}`);
  row('its page', seconds(begun));
  begun = performance.now();
  await second.post('/api/documents/approval', {
    subject: 'payment-run',
    of: id,
    seen: '1',
    date: DAY,
    step: 'approved',
    reason: '',
  });
  row(`released: ${vendors.length} payments posted, the file written`, seconds(begun));
}
