import { dist, median, ROUNDS, row, timed } from './measure.mjs';

/** What a long bill covers, found among all that is open. */
export async function benchMatching() {
  const { makeBill, makeReceived } = await dist('core/dist/testing/billPapers.js');
  const { propose } = await dist('core/dist/matching/propose.js');
  const received = makeReceived(20_000, 3);
  const bill = makeBill(received, 300, 4).map(({ text }) => text);
  const took = Array.from({ length: ROUNDS }, () => timed(() => propose(bill, received, 'USD')));
  row(
    'proposals, 300 bill lines among 20,000 open ones',
    `${median(took).toFixed(0)} ms`,
    `first ${took[0].toFixed(0)} ms`,
  );
}
