import { dist, ROUNDS, row, sideBySide } from './measure.mjs';

export async function benchSharing() {
  const { shareCharge } = await dist('core/dist/charges/basis.js');
  for (const size of [200, 2_000, 20_000]) {
    const targets = Array.from({ length: size }, (_, n) => {
      const line = {
        id: `1/${n + 1}`,
        item: 'YARN',
        quantity: 1_000_000n,
        goods: BigInt(1_000 + ((n * 7919) % 99_991)),
      };
      return { line, item: { weight: 1_000_000n, volume: undefined } };
    });
    const values = Float64Array.from(targets, ({ line }) => Number(line.goods));
    const shares = new Float64Array(size);
    const floor = () => {
      const total = values.reduce((sum, value) => sum + value, 0);
      for (let charge = 0; charge < 12; charge += 1)
        for (let at = 0; at < size; at += 1) shares[at] = Math.floor((987_654 * values[at]) / total);
    };
    const twelve = () => {
      for (let charge = 0; charge < 12; charge += 1) shareCharge(987_654n, { basis: 'value' }, targets, new Map(), '');
    };
    const [took, bare] = sideBySide(ROUNDS, twelve, floor);
    row(
      `12 charges over ${size.toLocaleString('en')} lines, by value`,
      `${took.toFixed(1)} ms`,
      `${(took / bare).toFixed(1)} × truncating alone (${bare.toFixed(1)} ms)`,
    );
  }
}
