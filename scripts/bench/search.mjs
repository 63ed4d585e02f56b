// How long a search takes among a million lines of documents and a hundred thousand items.
import { median, row, small } from './measure.mjs';
import { closeBehind } from './open.mjs';

const LINES = small ? 300 : 1_000_000;
const ITEMS = small ? 100 : 100_000;
const ROUNDS = 9;

const SEARCHES = [
  ['the number of one bill', `BILL${Math.floor(LINES / 9)}`],
  ['how many numbers begin', 'BILL1'],
  ['an amount that one document in three has', '12.00'],
  ['an amount that none has', '77.77'],
  ['an item by its number', `K${Math.floor(ITEMS / 2)}`],
  ['an item by a word in its name', `${Math.floor(ITEMS / 2)} mm`],
  ['what nothing is called', 'nowhere'],
];

export async function benchSearch(pool, user) {
  await pool.query(
    `INSERT INTO item (number, name, unit, method, tariff_code, origin) SELECT CONCAT('K', seq), CONCAT('Spindle, ', seq, ' mm'), 'each', 'fifo', '', '' FROM seq_1_to_${ITEMS}`,
  );
  await closeBehind(pool, LINES);
  await pool.query('ANALYZE TABLE document, journal_line, search_word, item');
  for (const [name, find] of SEARCHES) {
    const path = `/api/search?find=${encodeURIComponent(find)}`;
    await user.read(path);
    const times = [];
    for (let round = 0; round < ROUNDS; round += 1) {
      const start = performance.now();
      await user.read(path);
      times.push(performance.now() - start);
    }
    row(
      `search for ${name}, among ${LINES.toLocaleString('en')} lines and ${ITEMS.toLocaleString('en')} items`,
      `${median(times).toFixed(1)} ms`,
      `at most ${Math.max(...times).toFixed(1)} ms`,
    );
  }
}
