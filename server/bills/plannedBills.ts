import { mayPost } from '@obolus/contract/mayPost';
import { RefusedError, RequestError } from '../asking/failures.ts';
import { worded } from '../asking/wording.ts';
import { postDocument } from '../commands/runCommand.ts';
import { CancelledError, type Held, type JobKind, TakenOverError } from '../jobs/job.ts';
import { standingOf } from '../signIn/standing.ts';
import { readCommand } from './waiting.ts';
import { message } from '@obolus/messages/message';
import { keptSays } from '../storage/said.ts';

const LOOK_EVERY = 60;

/** Posts bills that were planned for today or before, each under its draft's own key: nothing is posted twice. */
export const plannedBills: JobKind = { every: LOOK_EVERY, run: postPlanned };

async function postPlanned(held: Held): Promise<void> {
  const { source, log, now, today, fence } = held;
  const due: { id: string; post_by: string }[] = await source.query(
    'SELECT id, post_by FROM draft WHERE post_on <= ? AND post_by IS NOT NULL ORDER BY post_on, id',
    [today()],
  );
  for (const { id, post_by: user } of due) {
    try {
      const { kind, command } = await readCommand(source.manager, id);
      // Whoever planned it must still be here and allowed to post it, on the day.
      await standingOf(source.manager, user, (role) => mayPost(role, kind));
      await postDocument(source, kind, command, { user, key: id, now, today: today(), first: fence });
    } catch (problem) {
      if (problem instanceof TakenOverError || problem instanceof CancelledError) throw problem;
      const says =
        problem instanceof RefusedError
          ? worded(problem.refusals[0] as never, problem.names).says
          : problem instanceof RequestError
            ? problem.says
            : [message('paper.not_read')];
      log.warn({ err: problem, draft: id }, 'a planned bill was not posted');
      await source.query('UPDATE draft SET post_on = NULL, post_by = NULL, says = ? WHERE id = ?', [
        keptSays([message('paper.not_by_itself'), ...says]),
        id,
      ]);
    }
  }
}
