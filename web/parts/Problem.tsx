import { problemOf, saidAgainst } from '../server/api.ts';
import { say } from '../locale/say.ts';
import { Empty } from './Empty.tsx';

/** A failure in words, and a way to try again. */
export function Problem({ error, again }: { error: unknown; again?: () => unknown }) {
  return (
    <Empty
      role="alert"
      title={problemOf(error)?.title ?? say('problem.not_shown_title')}
      more={saidAgainst(error) ?? say('problem.not_shown')}
    >
      {again && (
        <button type="button" className="btn quiet mt-3" onClick={() => void again()}>
          {say('parts.try_again')}
        </button>
      )}
    </Empty>
  );
}
