import type { FormEvent, ReactNode } from 'react';
import { server } from '../server/api.ts';
import { Mark } from './Mark.tsx';
import { say } from '../locale/say.ts';

/** What whoever runs this installation says to those who come. */
function Notice() {
  const { data } = server.useStartQuery();
  return data?.notice ? <p className="dim pt-5 whitespace-pre-line">{data.notice}</p> : null;
}

/** The form that stands alone on the page for whoever is not signed in. */
export function Gate({ onSubmit, children }: { onSubmit: () => void; children: ReactNode }) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSubmit();
  };
  return (
    <main className="min-h-screen grid place-items-center">
      <form className="w-[360px]" onSubmit={submit}>
        <h1 className="mark" style={{ padding: '0 0 18px', fontSize: 26, lineHeight: '32px' }}>
          <Mark /> Obolus
        </h1>
        {/* What it is, for whoever was sent here by a link. */}
        <p className="dim pb-5">{say('frame.what_it_is')}</p>
        {children}
        <Notice />
      </form>
    </main>
  );
}
