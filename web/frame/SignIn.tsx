import { useState } from 'react';
import { problemOf, server } from '../server/api.ts';
import { Gate } from './Gate.tsx';
import { say, sayAll } from '../locale/say.ts';

export function SignIn() {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [signIn, result] = server.useSignInMutation();
  return (
    <Gate onSubmit={() => void signIn({ body: { email, password } })}>
      <label className="block pb-3">
        <span className="cap">{say('frame.mail_name')}</span>
        <input
          className="cell"
          type="email"
          autoComplete="username"
          autoFocus
          required
          value={email}
          onChange={(event) => setEmail(event.target.value)}
        />
      </label>
      <label className="block pb-4">
        <span className="cap">{say('frame.password')}</span>
        <input
          className="cell"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
      </label>
      <p className="wrong min-h-[18px]" role="alert">
        {sayAll(problemOf(result.error)?.says)}
      </p>
      <button type="submit" className="btn mt-1" disabled={result.isLoading}>
        {say('frame.sign_in')}
      </button>
    </Gate>
  );
}
