import type { PayableView } from '@obolus/contract/views/payables';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';

/** When an open item is due, marked where that is past; of one that is paid in parts, how much of it is due next. */
export function DueOf({ item: { due, parts }, on }: { item: Pick<PayableView, 'due' | 'parts'>; on: string }) {
  if (due === '') return null;
  const [next, ...others] = parts;
  return (
    <>
      <span className={due < on ? 'text-over' : ''}>{showDay(due)}</span>
      {next && others.length > 0 && (
        <span className="dim"> · {say('payables.due_of_it', { amount: showFigure(next.amount) })}</span>
      )}
    </>
  );
}
