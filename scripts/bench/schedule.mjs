// A tariff schedule of many thousand rows: how long its file takes to be checked and loaded, and whether its size matters to who looks a code up.
import { randomUUID } from 'node:crypto';
import { row, small } from './measure.mjs';

const IMPORTED = small ? 40 : 20_000;
const FEW = small ? 100 : 1_000;
const MANY = small ? 1_000 : 50_000;
const ROUNDS = small ? 2 : 200;

/** Codes of eight digits over all chapters, and what each is charged. */
const lineOf = (n) => {
  const digits = String(1_000_000 + ((n * 7_919) % 98_000_000)).padStart(8, '0');
  return {
    code: `${digits.slice(0, 4)}.${digits.slice(4, 6)}.${digits.slice(6)}`,
    measure: `Duty ${Math.floor(n / 98_000)}`,
    percent: (n % 25) + 1,
  };
};

export async function benchSchedule(pool, user) {
  const csv = ['measure,code,origin,preference,from,to,percent,per_unit,unit,combine,floor,cap'];
  for (let n = 0; n < IMPORTED; n += 1) {
    const { code, measure, percent } = lineOf(n);
    csv.push(`${measure},${code},,,2026-01-01,,${percent},,,,,`);
  }
  const id = randomUUID();
  const begun = performance.now();
  const content = Buffer.from(csv.join('\n')).toString('base64');
  const staged = await user.put(`/api/imports/${id}`, { kind: 'tariff', fileName: 'schedule.csv', content });
  if (staged.wrong > 0) throw new Error(`${staged.wrong} lines of the schedule are wrong`);
  const checked = performance.now();
  let loading = await user.post(`/api/imports/${id}/load`, { leaveOutWrong: false });
  // As often as the screen asks.
  while (loading.state === 'loading') {
    await new Promise((resolve) => setTimeout(resolve, 500));
    loading = await user.get(`/api/imports/${id}`);
  }
  if (loading.loaded !== IMPORTED) throw new Error(`${loading.loaded} of ${IMPORTED} lines were loaded`);
  const loaded = performance.now();
  const seconds = (from, to) => `${((to - from) / 1000).toFixed(1)} s`;
  row(
    `${IMPORTED.toLocaleString('en')} rows of a schedule, from file to rates`,
    seconds(begun, loaded),
    `${seconds(begun, checked)} to check them`,
  );

  await pool.query('DELETE FROM tariff_rate');
  await fill(pool, 0, FEW);
  const look = () => user.read(`/api/tariff/try?code=${lineOf(1).code}&origin=NZ&on=2026-06-01&value=1000&quantity=1`);
  const few = await medianOf(look);
  await fill(pool, FEW, MANY);
  const many = await medianOf(look);
  row(
    `a code looked up among ${FEW.toLocaleString('en')} rates`,
    `${few.toFixed(2)} ms`,
    `${many.toFixed(2)} ms among ${MANY.toLocaleString('en')}: ${(many / few).toFixed(2)} ×`,
  );
}

async function medianOf(look) {
  const times = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const before = performance.now();
    await look();
    times.push(performance.now() - before);
  }
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)];
}

async function fill(pool, from, to) {
  for (let first = from; first < to; first += 1_000) {
    const rows = [];
    for (let n = first; n < Math.min(first + 1_000, to); n += 1) {
      const { code, measure, percent } = lineOf(n);
      rows.push([measure, code, code.replaceAll('.', ''), '2026-01-01', percent * 10_000, 0, 'stock-unit', 'sum']);
    }
    await pool.query(
      'INSERT INTO tariff_rate (measure, code, digits, from_day, percent, per_unit, unit, combine) VALUES ?',
      [rows],
    );
  }
}
