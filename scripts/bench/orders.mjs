// What a large order costs through the server: 500 lines posted, given out as PDF, and received with 2,000 serial numbers.
import { median, row } from './measure.mjs';

const LINES = 500;
const EACH = 4;
const ROUNDS = 5;

/** `user` posts documents and reads paths; `pool` makes the items. */
export async function benchOrders(pool, user) {
  const items = [];
  for (let n = 0; n < LINES; n += 1) {
    const number = `SERIAL-${n}`;
    const [made] = await pool.query(
      "INSERT INTO item (number, name, unit, method, tracking, weight, tariff_code, origin) VALUES (?, ?, 'each', 'lot', 'serial', 1000000, '', '')",
      [number, `Loom of a long and telling name, model ${n}`],
    );
    items.push(String(made.insertId));
  }
  const times = { order: [], preview: [], receipt: [], paper: [] };
  const timed = async (what, work) => {
    const start = performance.now();
    const made = await work();
    times[what].push(performance.now() - start);
    return made;
  };
  for (let round = 0; round < ROUNDS; round += 1) {
    const lines = items.map((item) => ({
      item,
      quantity: String(EACH),
      price: '12.34',
      discount: '2.5',
      due: '2026-03-01',
    }));
    const order = await timed('order', () =>
      user.post('/api/documents/order', {
        vendor: '1',
        date: '2026-02-10',
        currency: 'USD',
        warehouse: '1',
        note: '',
        lines,
      }),
    );
    const received = items.map((_, at) => ({
      of: `${order.id}/${at + 1}`,
      quantity: String(EACH),
      lots: Array.from({ length: EACH }, (_lot, n) => ({ lot: `S-${round}-${at}-${n}`, quantity: '1' })),
    }));
    const body = { vendor: '1', date: '2026-02-12', warehouse: '1', packingSlip: '', shipment: '', lines: received };
    await timed('preview', () => user.post('/api/documents/receipt/preview', body));
    await timed('receipt', () => user.post('/api/documents/receipt', body));
    await timed('paper', () => user.read(`/api/orders/${order.id}/paper.pdf`));
  }
  row(`order of ${LINES} lines, posted`, `${median(times.order).toFixed(0)} ms`);
  row(
    `the same as PDF`,
    `${times.paper[0].toFixed(0)} ms the first time`,
    `${median(times.paper).toFixed(0)} ms median`,
  );
  row(`receipt of it with ${LINES * EACH} serial numbers, previewed`, `${median(times.preview).toFixed(0)} ms`);
  row(`the same, posted`, `${median(times.receipt).toFixed(0)} ms`);
}
