import { type FormEvent, useState } from 'react';
import { useParams } from 'react-router';
import { Secret } from '../parts/Secret.tsx';
import { wrongAt } from '../drafts/useDraft.ts';
import { problemOf, saidAgainst, server } from '../server/api.ts';
import { Mark } from './Mark.tsx';

/** A new password by a link that an administrator handed over. */
export function NewPassword() {
  const { token = '' } = useParams();
  const [password, setPassword] = useState('');
  const [reset, result] = server.useResetPasswordMutation();
  const errors = problemOf(result.error)?.errors ?? [];
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void reset({ body: { token, password } });
  };
  return (
    <main className="min-h-screen grid place-items-center">
      <form className="w-[330px]" onSubmit={submit}>
        <h1 className="mark" style={{ padding: '0 0 18px', fontSize: 26, lineHeight: '32px' }}>
          <Mark /> Obolus
        </h1>
        {result.data ? (
          <p>
            The password of {result.data.email} is set. <a href="/">Sign in</a>
          </p>
        ) : (
          <>
            <Secret
              name="New password"
              autoComplete="new-password"
              value={password}
              wrong={wrongAt(errors, '/password')}
              onChange={setPassword}
            />
            {result.isError && errors.length === 0 && (
              <p className="wrong pb-2" role="alert">
                {saidAgainst(result.error)}
              </p>
            )}
            <button type="submit" className="btn mt-1" disabled={result.isLoading}>
              Set password
            </button>
          </>
        )}
      </form>
    </main>
  );
}
