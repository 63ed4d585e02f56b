import { Link } from 'react-router';
import type { BankFileView, BankLine } from '@obolus/contract/views/paying';
import { Explain } from '../../guide/Explain.tsx';
import { showDay, showFigure, showInstant } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cut } from '../../parts/Cut.tsx';
import { GiveFile } from '../../parts/GiveFile.tsx';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { ExplainLine } from './ExplainLine.tsx';
import { PayablesTabs } from '../payables/PayablesTabs.tsx';
import { Empty } from '../../parts/Empty.tsx';

/** What the bank says: what it rejected and took, what was booked of it, and what is left to be explained. */
export function Bank() {
  const { company, user } = useMe();
  const files = server.useBankFilesQuery(undefined, { refetchOnMountOrArgChange: true });
  const open = server.useOpenBankLinesQuery(undefined, { refetchOnMountOrArgChange: true });
  const [fetchFiles, fetching] = server.useFetchBankFilesMutation();
  const [read, reading] = server.useReadBankFileMutation();
  const mayRead = user.role === 'accountant';
  return (
    <div className="screen">
      <div>
        <Head
          title={say('paying.bank')}
          about={
            <>
              {say('paying.bank_about')}
              <Explain what={say('paying.bank')} chapter="payables" of="bank" />
            </>
          }
        >
          {mayRead && (
            <GiveFile
              says={say('paying.read_file')}
              label={say('paying.read_file')}
              accept=".xml"
              taking={reading}
              onGive={async (content) => void (await read({ body: { content } }))}
            />
          )}
          {mayRead && company.standIns && (
            <button
              type="button"
              className="btn self-center"
              disabled={fetching.isLoading}
              onClick={() => void fetchFiles({ body: {} })}
            >
              {say('paying.fetch')}
            </button>
          )}
        </Head>
        <PayablesTabs />
      </div>
      <div className="body" tabIndex={0}>
        <p role="status" className={fetching.isError ? 'wrong' : 'dim'}>
          {saidAgainst(fetching.error) ??
            (fetching.data && say('paying.fetched', { count: fetching.data.rows.length }))}{' '}
          {reading.data &&
            say(reading.data.again > 0 ? 'paying.read_again' : 'paying.was_read', {
              reference: reading.data.rows.map(({ reference }) => reference).join(', '),
            })}
        </p>
        {[files, open].map(
          ({ isError, error, refetch }, at) => isError && <Problem key={at} error={error} again={refetch} />,
        )}
        {open.data && open.data.rows.length > 0 && <ToExplain lines={open.data.rows} mayExplain={mayRead} />}
        <Cut list={open.data} />
        {files.data?.rows.length === 0 && <Empty title={say('paying.no_files')} more={say('paying.no_files_more')} />}
        {files.data?.rows.map((file) => (
          <File key={file.id} file={file} />
        ))}
        <Cut list={files.data} />
      </div>
      <div />
    </div>
  );
}

function ToExplain({ lines, mayExplain }: { lines: readonly BankLine[]; mayExplain: boolean }) {
  return (
    <section aria-label={say('paying.to_explain')} className="pb-6">
      <h2 className="title">{say('paying.to_explain')}</h2>
      <Lines label={say('paying.to_explain')} lines={lines} mayExplain={mayExplain} />
    </section>
  );
}

function File({ file }: { file: BankFileView }) {
  const title = say(file.kind === 'status' ? 'paying.status_report' : 'paying.statement', {
    reference: file.reference,
  });
  return (
    <section aria-label={title} className="pb-6">
      <h2 className="title">{title}</h2>
      <p className="dim pb-1">
        {say('paying.file_read', { name: file.readBy, at: showInstant(file.readAt) })}
        {file.document && (
          <>
            {' · '}
            <Link className="act" to={`/documents/${file.document.id}`}>
              {say('paying.booked_as', { number: file.document.number })}
            </Link>
          </>
        )}
      </p>
      <Lines label={title} lines={file.lines} mayExplain={false} />
    </section>
  );
}

function Lines({ label, lines, mayExplain }: { label: string; lines: readonly BankLine[]; mayExplain: boolean }) {
  const hasDay = lines.some(({ day }) => day !== '');
  return (
    <table className="sheet" aria-label={label}>
      <thead>
        <tr>
          {hasDay && <th>{say('word.date')}</th>}
          <th>{say('word.what')}</th>
          <th>{say('paying.bank_says')}</th>
          <th>{say('kind.payment')}</th>
          <th className="num">{say('word.amount')}</th>
          <th>{say('word.currency')}</th>
          <th>{say('word.status')}</th>
          {mayExplain && <th />}
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <tr key={line.id}>
            {hasDay && <td className="whitespace-nowrap">{line.day && showDay(line.day)}</td>}
            <td className="whitespace-nowrap">{say(`paying.line_${line.kind}`)}</td>
            <td className="whitespace-normal">
              {[line.says, line.reference].filter(Boolean).map((text, at) => (
                <span key={at} className={at > 0 ? 'dim' : ''}>
                  {text}{' '}
                </span>
              ))}
            </td>
            <td className="whitespace-normal">
              {line.payment && (
                <>
                  <Link className="act" to={`/documents/${line.payment.id}`}>
                    {line.payment.number}
                  </Link>{' '}
                  {line.payment.vendor}
                </>
              )}
            </td>
            <td className="num">{line.amount && showFigure(line.amount)}</td>
            <td className="dim">{line.currency}</td>
            <td className="whitespace-normal">
              {line.state === 'used' && <span className="text-proved">{say('paying.used')}</span>}
              {line.because !== '' && (
                <span className={line.state === 'open' ? 'text-over' : 'dim'}>{say(`paying.not_${line.because}`)}</span>
              )}
              {line.booked && (
                <>
                  {' '}
                  <Link className="act" to={`/documents/${line.booked.id}`}>
                    {say('paying.booked_as', { number: line.booked.number })}
                  </Link>
                </>
              )}
              {line.note && <span className="dim"> “{line.note}”</span>}
            </td>
            {mayExplain && (
              <td className="whitespace-nowrap">
                <ExplainLine line={line} />
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
