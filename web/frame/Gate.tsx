import type { FormEvent, ReactNode } from 'react';
import { server } from '../server/api.ts';
import { Mark } from './Mark.tsx';

/** What whoever runs this installation says to those who come. */
function Notice() {
  const { data } = server.useNoticeQuery();
  return data?.says ? <p className="dim pt-5 whitespace-pre-line">{data.says}</p> : null;
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
        <p className="dim pb-5">
          Purchase orders, goods receipts and vendor bills matched; freight, duty and tariff on the goods they brought;
          inventory and cost of goods that agree with the ledger.
        </p>
        {children}
        <Notice />
      </form>
    </main>
  );
}
