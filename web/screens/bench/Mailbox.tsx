import { Cut } from '../../parts/Cut.tsx';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { showInstant } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { BenchTabs } from './BenchTabs.tsx';

/** Mails that came with bills, and those that were sent, as plain text. */
export function Mailbox() {
  const { company } = useMe();
  const mails = server.useMailsQuery();
  return (
    <div className="screen">
      <div>
        <Head
          title="Mailbox"
          about={
            company.mailbox === null
              ? 'Mails that were sent'
              : `A stand-in for a mail server: it takes mails on 127.0.0.1, port ${company.mailbox}; to bills@… with papers attached they wait as bills`
          }
        />
        <BenchTabs />
      </div>
      <div className="body" tabIndex={0}>
        {mails.isError && <Problem error={mails.error} again={mails.refetch} />}
        {mails.data?.rows.length === 0 && (
          <div className="empty">
            <h2>No mail yet</h2>
            <p>Mails that vendors send with their bills are read here, and what was written to vendors from a bill.</p>
          </div>
        )}
        {mails.data?.rows.map((mail) => (
          <article key={mail.id} className="pb-4 max-w-[760px]">
            <h2 className="title">{mail.subject || 'Without a subject'}</h2>
            <p className="dim">
              {mail.outward ? 'Sent' : 'Came'} {showInstant(mail.at)} · from {mail.sender} to {mail.recipients}
              {mail.attachments && ` · attached: ${mail.attachments}`}
            </p>
            <p className="whitespace-pre-wrap pt-1">{mail.text}</p>
          </article>
        ))}
        <Cut list={mails.data} of="mails, the latest," />
      </div>
    </div>
  );
}
