import { useState, type FormEvent } from 'react';
import { problemOf, server } from '../server/api.ts';
import { Mark } from './Mark.tsx';

export function SignIn() {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [signIn, result] = server.useSignInMutation();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void signIn({ body: { email, password } });
  };
  return (
    <main className="min-h-screen grid place-items-center">
      <form className="w-[330px]" onSubmit={submit}>
        <h1 className="mark" style={{ padding: '0 0 18px', fontSize: 26, lineHeight: '32px' }}>
          <Mark /> Obolus
        </h1>
        <label className="block pb-3">
          <span className="cap">Name (mail address)</span>
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
          <span className="cap">Password</span>
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
          {problemOf(result.error)?.detail}
        </p>
        <button type="submit" className="btn mt-1" disabled={result.isLoading}>
          Sign in
        </button>
      </form>
    </main>
  );
}
