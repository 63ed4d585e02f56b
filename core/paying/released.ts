import type { LineId } from '../costing/pool.ts';
import type { Books } from '../state/books.ts';
import type { PaymentRun, RunPayment } from '../state/paying.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { change, type Writing } from '../state/writing.ts';

/** A place in a run: the run's document, and the position of its payment, from 0. */
export const placeInRun = (run: LineId): { document: string; position: number } => {
  const [document = '', line = ''] = run.split('/');
  return { document, position: Number(line) - 1 };
};

/** A payment of a run is just what was released, and made once. */
export function checkReleased(
  books: Books,
  run: LineId | undefined,
  isSame: (asked: RunPayment, run: PaymentRun) => boolean,
): Refusal[] {
  if (run === undefined) return [];
  const { document, position } = placeInRun(run);
  const released = books.paymentRuns.get(document);
  if (!released) return [refusal('document_unknown', '/run', { document })];
  const asked = released.payments[position];
  const isReleased = released.answer === 'approved' && !released.made.includes(position);
  return isReleased && asked !== undefined && isSame(asked, released) ? [] : [refusal('payment_not_released', '/run')];
}

/** A place of a run is paid once, also where the bank sent its payment back. */
export function madeFromRun(next: Writing, run: LineId): void {
  const { document, position } = placeInRun(run);
  change(next.paymentRuns, document, (known) => ({ ...known, made: [...known.made, position] }));
}
