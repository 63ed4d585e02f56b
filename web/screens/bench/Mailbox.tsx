import { Cut } from '../../parts/Cut.tsx';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { showInstant } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { BenchTabs } from './BenchTabs.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** Mails that came with bills, and those that were sent, as plain text. */
export function Mailbox() {
  const { company } = useMe();
  const mails = server.useMailsQuery();
  return (
    <div className="screen">
      <div>
        <Head
          title={say('bench.mailbox')}
          about={
            company.mailbox === null
              ? say('bench.mails_sent')
              : say('bench.mail_stand_in', { port: String(company.mailbox) })
          }
        />
        <BenchTabs />
      </div>
      <div className="body" tabIndex={0}>
        {mails.isError && <Problem error={mails.error} again={mails.refetch} />}
        {mails.data?.rows.length === 0 && <Empty title={say('bench.no_mail')} more={say('bench.no_mail_more')} />}
        {mails.data?.rows.map((mail) => (
          <article key={mail.id} className="pb-4 max-w-[760px]">
            <h2 className="title">{mail.subject || say('bench.no_subject')}</h2>
            <p className="dim">
              {say(mail.outward ? 'bench.mail_out' : 'bench.mail_in', {
                at: showInstant(mail.at),
                sender: mail.sender,
                recipients: mail.recipients,
              })}{' '}
              {mail.attachments && say('bench.mail_attached', { attachments: mail.attachments })}
            </p>
            <p className="whitespace-pre-wrap pt-1">{mail.text}</p>
          </article>
        ))}
        <Cut list={mails.data} />
      </div>
    </div>
  );
}
