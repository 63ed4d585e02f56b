import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { JournalEntry } from '@obolus/contract/views/documents';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { aboutLine } from '../../parts/aboutLine.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { LedgerTabs } from './LedgerTabs.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** The journal, latest first, page by page; with an account, only the entries that touch it. */
export function Journal() {
  const { company } = useMe();
  const [search, setSearch] = useSearchParams();
  const account = search.get('account') ?? undefined;
  const [before, setBefore] = useState<readonly (string | undefined)[]>([undefined]);
  const page = before[before.length - 1];
  const journal = server.useJournalQuery({
    query: { ...(page ? { before: page } : {}), ...(account ? { account } : {}) },
  });
  const rows = journal.currentData?.rows ?? [];
  return (
    <div className="screen">
      <div>
        <Head
          title={say('frame.do_journal')}
          about={
            account ? (
              <>
                {say('ledger.one_account')}{' '}
                <button type="button" className="act" onClick={() => setSearch({})}>
                  {say('ledger.show_all')}
                </button>
              </>
            ) : (
              say('ledger.about')
            )
          }
        />
        <LedgerTabs />
      </div>
      <div className="body">
        {journal.isError ? (
          <Problem error={journal.error} again={journal.refetch} />
        ) : rows.length === 0 && !journal.isFetching ? (
          <Empty title={say('ledger.none')} more={say('ledger.none_more')} />
        ) : (
          <table className="sheet max-w-[980px]" aria-label={say('frame.do_journal')}>
            <thead>
              <tr>
                <th>{say('ledger.no')}</th>
                <th>{say('word.date')}</th>
                <th>{say('word.document')}</th>
                <th>{say('word.account')}</th>
                <th className="num">{say('ledger.debit_in', { currency: company.currency })}</th>
                <th className="num">{say('ledger.credit_in', { currency: company.currency })}</th>
              </tr>
            </thead>
            {rows.map((entry) => (
              <EntryRows key={entry.number} entry={entry} />
            ))}
          </table>
        )}
        <div className="flex gap-4 pt-3">
          {before.length > 1 && (
            <button type="button" className="btn quiet" onClick={() => setBefore(before.slice(0, -1))}>
              {say('ledger.later')}
            </button>
          )}
          {rows.length === 60 && (
            <button
              type="button"
              className="btn quiet"
              onClick={() => setBefore([...before, rows[rows.length - 1]?.number])}
            >
              {say('ledger.earlier')}
            </button>
          )}
        </div>
      </div>
    </div>
  );
}

function EntryRows({ entry }: { entry: JournalEntry }) {
  const lines = entry.lines.length > 0 ? entry.lines : [undefined];
  return (
    <tbody className="entry">
      {lines.map((line, position) => (
        <tr key={position}>
          <td className="dim" title={position === 0 ? say('ledger.hash', { hash: entry.hash }) : undefined}>
            {position === 0 ? entry.number : ''}
          </td>
          <td>{position === 0 ? showDay(entry.date) : ''}</td>
          <td>
            {position === 0 && (
              <Link className="act" to={`/documents/${entry.document.id}`}>
                {entry.document.number}
              </Link>
            )}
          </td>
          <td className="name" style={{ paddingLeft: line?.amount.startsWith('-') ? 28 : undefined }}>
            {line ? line.accountName : <span className="dim">{say('ledger.nothing_moved')}</span>}{' '}
            <span className="dim">{line && aboutLine(line)}</span>
          </td>
          <td className="num">{line && !line.amount.startsWith('-') ? showFigure(line.amount) : ''}</td>
          <td className="num">{line?.amount.startsWith('-') ? showFigure(line.amount.slice(1)) : ''}</td>
        </tr>
      ))}
    </tbody>
  );
}
