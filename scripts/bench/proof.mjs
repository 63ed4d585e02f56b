import { dist, ROUNDS, row, sideBySide, SIZES } from './measure.mjs';

export async function benchProof() {
  const { proveJournal } = await dist('core/dist/books/proof.js');
  for (const size of SIZES) {
    const amounts = BigInt64Array.from({ length: size }, (_, n) =>
      BigInt(n % 2 === 0 ? 1_000 + (n % 997) : -(1_000 + ((n - 1) % 997))),
    );
    const lines = Array.from(amounts, (amount, n) => ({
      entry: String(n >> 1),
      account: n % 2 === 0 ? 'inventory' : 'grni',
      amount,
    }));
    const floor = () => {
      let sum = 0n;
      for (let at = 0; at < amounts.length; at += 1) sum += amounts[at];
      return sum;
    };
    const [took, bare] = sideBySide(ROUNDS, () => proveJournal(lines), floor);
    row(
      `proof of ${size.toLocaleString('en')} journal lines`,
      `${took.toFixed(1)} ms`,
      `${(took / bare).toFixed(1)} × reading the amounts (${bare.toFixed(1)} ms)`,
    );
  }
}
