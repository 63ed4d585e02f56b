import { problemOf, saidAgainst } from '../server/api.ts';
import { say } from '../locale/say.ts';

/** A failure in words, and a way to try again. */
export function Problem({ error, again }: { error: unknown; again?: () => unknown }) {
  return (
    <div className="empty" role="alert">
      <h2>{problemOf(error)?.title ?? say('problem.not_shown_title')}</h2>
      <p>{saidAgainst(error) ?? say('problem.not_shown')}</p>
      {again && (
        <button type="button" className="btn quiet mt-3" onClick={() => void again()}>
          {say('parts.try_again')}
        </button>
      )}
    </div>
  );
}
