import { useState } from 'react';
import { useParams } from 'react-router';
import { Secret } from '../parts/Secret.tsx';
import { wrongAt } from '../drafts/useDraft.ts';
import { problemOf, saidAgainst, server } from '../server/api.ts';
import { Gate } from './Gate.tsx';
import { say } from '../locale/say.ts';

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
          {say('frame.password_set', { email: result.data.email })} <a href="/">{say('frame.sign_in')}</a>
        </p>
      ) : (
        <>
          <Secret
            name={say('frame.new_password')}
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
            {say('frame.set_password')}
          </button>
        </>
      )}
    </Gate>
  );
}
