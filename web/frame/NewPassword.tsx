import { useState } from 'react';
import { useParams } from 'react-router';
import { Secret } from '../parts/Secret.tsx';
import { wrongAt } from '../drafts/useDraft.ts';
import { problemOf, saidAgainst, server } from '../server/api.ts';
import { Gate } from './Gate.tsx';

/** A new password by a link that an administrator handed over. */
export function NewPassword() {
  const { token = '' } = useParams();
  const [password, setPassword] = useState('');
  const [reset, result] = server.useResetPasswordMutation();
  const errors = problemOf(result.error)?.errors ?? [];
  return (
    <Gate onSubmit={() => void reset({ body: { token, password } })}>
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
    </Gate>
  );
}
