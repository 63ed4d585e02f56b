import { documentOf, type LineId } from '../costing/pool.ts';
import type { Books } from '../state/books.ts';
import type { PaymentRun, RunPayment } from '../state/paying.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { change, type Writing } from '../state/writing.ts';

/** A payment of a run is just what was released, and made once. */
export function checkReleased(
  books: Books,
  place: LineId | undefined,
  isSame: (asked: RunPayment, run: PaymentRun) => boolean,
): Refusal[] {
  if (place === undefined) return [];
  const document = documentOf(place);
  const run = books.paymentRuns.get(document);
  if (!run) return [refusal('document_unknown', '/run', { document })];
  const asked = books.runPlaces.get(place);
  const isReleased = run.answer === 'approved' && asked?.isMade === false;
  return isReleased && isSame(asked, run) ? [] : [refusal('payment_not_released', '/run')];
}

/** A place of a run is paid once, also where the bank sent its payment back. */
export function madeFromRun(next: Writing, place: LineId): void {
  change(next.runPlaces, place, (known) => ({ ...known, isMade: true }));
}
