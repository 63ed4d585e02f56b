import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { JournalEntry } from '@obolus/contract/views/documents';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { aboutLine } from '../../parts/aboutLine.ts';
import { showDay, showFigure } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { LedgerTabs } from './LedgerTabs.tsx';

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
          title="Journal"
          about={
            account ? (
              <>
                Entries that touch one account ·{' '}
                <button type="button" className="act" onClick={() => setSearch({})}>
                  show all
                </button>
              </>
            ) : (
              'Every entry in the order of the ledger, each linked to the one before'
            )
          }
        />
        <LedgerTabs />
      </div>
      <div className="body">
        {journal.isError ? (
          <Problem error={journal.error} again={journal.refetch} />
        ) : rows.length === 0 && !journal.isFetching ? (
          <div className="empty">
            <h2>Nothing is posted yet</h2>
            <p>Receipts, bills, charges, deliveries and invoices each leave an entry here.</p>
          </div>
        ) : (
          <table className="sheet max-w-[980px]" aria-label="Journal">
            <thead>
              <tr>
                <th>No.</th>
                <th>Date</th>
                <th>Document</th>
                <th>Account</th>
                <th className="num">Debit, {company.currency}</th>
                <th className="num">Credit, {company.currency}</th>
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
              Later entries
            </button>
          )}
          {rows.length === 60 && (
            <button
              type="button"
              className="btn quiet"
              onClick={() => setBefore([...before, rows[rows.length - 1]?.number])}
            >
              Earlier entries
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
          <td className="dim" title={position === 0 ? `hash ${entry.hash}` : undefined}>
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
            {line ? line.accountName : <span className="dim">nothing of value moved</span>}{' '}
            <span className="dim">{line && aboutLine(line)}</span>
          </td>
          <td className="num">{line && !line.amount.startsWith('-') ? showFigure(line.amount) : ''}</td>
          <td className="num">{line?.amount.startsWith('-') ? showFigure(line.amount.slice(1)) : ''}</td>
        </tr>
      ))}
    </tbody>
  );
}
