import { problemOf } from '../server/api.ts';

/** A failure in words, and a way to try again. */
export function Problem({ error, again }: { error: unknown; again?: () => unknown }) {
  return (
    <div className="empty" role="alert">
      <h2>{problemOf(error)?.title ?? 'This could not be shown'}</h2>
      <p>{problemOf(error)?.detail ?? 'The server gave no answer that can be read.'}</p>
      {again && (
        <button type="button" className="btn quiet mt-3" onClick={() => void again()}>
          Try again
        </button>
      )}
    </div>
  );
}
