import type { FormEvent, ReactNode } from 'react';
import { Mark } from './Mark.tsx';

/** The form that stands alone on the page for whoever is not signed in. */
export function Gate({ onSubmit, children }: { onSubmit: () => void; children: ReactNode }) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSubmit();
  };
  return (
    <main className="min-h-screen grid place-items-center">
      <form className="w-[330px]" onSubmit={submit}>
        <h1 className="mark" style={{ padding: '0 0 18px', fontSize: 26, lineHeight: '32px' }}>
          <Mark /> Obolus
        </h1>
        {children}
      </form>
    </main>
  );
}
