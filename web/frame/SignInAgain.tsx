import { type FormEvent, useState } from 'react';
import type { Me } from '@obolus/contract/views/me';
import { Secret } from '../parts/Secret.tsx';
import { Sheet } from '../parts/Sheet.tsx';
import { problemOf, server } from '../server/api.ts';
import { signedInAgain } from '../server/session.ts';
import { say, sayAll } from '../locale/say.ts';

/** Over the screen whose session ended: what was typed stays, and what was asked meanwhile goes on once somebody has signed in. */
export function SignInAgain({ me }: { me: Me }) {
  const [password, setPassword] = useState('');
  const [signIn, result] = server.useSignInMutation();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const { data } = await signIn({ body: { email: me.user.email, password } });
    if (data) signedInAgain();
  };
  return (
    <Sheet title={say('frame.session_ended')} onOpenChange={() => {}}>
      <form onSubmit={(event) => void submit(event)}>
        <p className="pb-3">{say('frame.sign_in_again', { name: me.user.name })}</p>
        <Secret
          name={say('frame.password')}
          autoComplete="current-password"
          value={password}
          wrong={sayAll(problemOf(result.error)?.says) || undefined}
          onChange={setPassword}
        />
        <div className="flex gap-2 pt-2">
          <button type="submit" className="btn" disabled={result.isLoading || password === ''}>
            {say('frame.sign_in')}
          </button>
          <button type="button" className="btn quiet" onClick={() => location.assign('/')}>
            {say('frame.somebody_else')}
          </button>
        </div>
      </form>
    </Sheet>
  );
}
