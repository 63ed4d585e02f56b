import { useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Message } from '@obolus/messages/message';
import { useAppDispatch } from '../../drafts/store.ts';
import { showFigure } from '../../locale/figures.ts';
import { Explain } from '../../guide/Explain.tsx';
import { say, sayAll, sayWith } from '../../locale/say.ts';
import { sumOf } from '../../parts/exact.ts';
import { problemOf, server } from '../../server/api.ts';
import { amountOf, BillCells, nameOf, type Standing } from './BillCells.tsx';

/** What became of a bill that was to be posted with others. */
interface Result {
  readonly says: readonly Message[];
  readonly document: string;
  readonly number: string;
}

/** Bills that are being posted together, and what became of those that are done. */
interface Run {
  readonly bills: readonly Standing[];
  readonly results: ReadonlyMap<string, Result>;
  readonly isOver: boolean;
}

/** Bills that agree within what is allowed, with their sum: looked over, some left out, the rest posted one after the other. */
export function Agreeing({ bills }: { bills: readonly Standing[] }) {
  const [leftOut, setLeftOut] = useState<ReadonlySet<string>>(new Set());
  const { run, start, stop, close } = usePosting();
  const chosen = bills.filter(({ bill }) => !leftOut.has(bill.id));
  const rows = run?.bills ?? bills;
  if (rows.length === 0) return null;
  const sums = sumsOf(run?.bills ?? chosen);
  const choose = (id: string, isIn: boolean) =>
    setLeftOut(new Set(isIn ? [...leftOut].filter((one) => one !== id) : [...leftOut, id]));
  return (
    <section className="pb-6 max-w-[860px]" aria-label={say('bench.agreed')}>
      <h2 className="cap">
        {say('bench.agreeing', { count: rows.length })}
        <Explain what={say('bench.agreed')} chapter="match-bench" of="tolerance" />
      </h2>
      <table className="sheet" aria-label={say(run ? 'bench.results' : 'bench.agreed')}>
        <thead>
          <tr>
            <th>
              <span className="sr-only">{say('bench.chosen')}</span>
            </th>
            <th>{say('word.vendor')}</th>
            <th>{say('word.bill')}</th>
            <th className="num">{say('status.total')}</th>
            <th>{say('word.currency')}</th>
            <th className="w-full">
              <span className="sr-only">{say('bench.results')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ bill, assessed }) => (
            <tr key={bill.id}>
              <td>
                <input
                  type="checkbox"
                  aria-label={say('bench.post_named', { name: nameOf(bill) })}
                  checked={run !== undefined || !leftOut.has(bill.id)}
                  disabled={run !== undefined}
                  onChange={(event) => choose(bill.id, event.target.checked)}
                />
              </td>
              <BillCells bill={bill} assessed={assessed} />
              <td className="whitespace-normal">
                <Became result={run?.results.get(bill.id)} />
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td />
            <td colSpan={2}>{say('status.total')}</td>
            <td className="num strong">
              {sums.map(([currency, sum]) => (
                <div key={currency}>{showFigure(sum)}</div>
              ))}
            </td>
            <td>
              {sums.map(([currency]) => (
                <div key={currency}>{currency}</div>
              ))}
            </td>
            <td />
          </tr>
        </tfoot>
      </table>
      <p className="flex items-baseline gap-3 pt-3" role="status">
        {run === undefined ? (
          <button type="button" className="btn" disabled={chosen.length === 0} onClick={() => void start(chosen)}>
            {say('bench.post_agreed', { count: chosen.length })}
          </button>
        ) : run.isOver ? (
          <>
            {say('bench.posted_of', { done: postedIn(run), of: run.bills.length })}
            <button type="button" className="btn quiet" onClick={close}>
              {say('frame.close')}
            </button>
          </>
        ) : (
          <>
            <progress value={run.results.size} max={run.bills.length} aria-label={say('bench.posting_bills')} />
            {say('bench.posting_of', { done: run.results.size, of: run.bills.length })}
            <button type="button" className="act" onClick={stop}>
              {say('bench.stop')}
            </button>
          </>
        )}
      </p>
    </section>
  );
}

function Became({ result }: { result: Result | undefined }) {
  if (!result) return null;
  if (result.document === '') return <span className="text-bronze">{sayAll(result.says)}</span>;
  const document = (
    <Link className="act" to={`/documents/${result.document}`}>
      {result.number}
    </Link>
  );
  return <>{sayWith('bench.posted_as', { document })}</>;
}

/** Posts bills one after the other; what is shown stays until it is closed, whatever waits meanwhile. */
function usePosting(): {
  readonly run: Run | undefined;
  readonly start: (bills: readonly Standing[]) => Promise<void>;
  readonly stop: () => void;
  readonly close: () => void;
} {
  const [postAgreed] = server.usePostAgreedMutation();
  const dispatch = useAppDispatch();
  const [run, setRun] = useState<Run>();
  const stopped = useRef(false);
  return {
    run,
    stop: () => {
      stopped.current = true;
    },
    close: () => setRun(undefined),
    start: async (bills) => {
      stopped.current = false;
      const results = new Map<string, Result>();
      setRun({ bills, results, isOver: false });
      for (const { bill } of bills) {
        if (stopped.current) break;
        const { data, error } = await postAgreed({ params: { id: bill.id } });
        results.set(bill.id, {
          document: data?.posted?.id ?? '',
          number: data?.posted?.number ?? '',
          says: data?.says ?? problemOf(error)?.says ?? [],
        });
        setRun({ bills, results: new Map(results), isOver: false });
      }
      setRun({ bills, results, isOver: true });
      dispatch(server.util.invalidateTags(['Books', 'Drafts', 'DraftCount']));
    },
  };
}

const postedIn = ({ results }: Run): number => [...results.values()].filter(({ document }) => document !== '').length;

/** What bills come to, credit memos taken off, by currency. */
function sumsOf(bills: readonly Standing[]): readonly (readonly [currency: string, sum: string])[] {
  const currencies = [...new Set(bills.map(({ bill }) => bill.currency))];
  return currencies.map((currency) => {
    const amounts = bills
      .filter(({ bill }) => bill.currency === currency)
      .map(({ bill, assessed }) => `${bill.kind === 'credit' ? '-' : ''}${amountOf(bill, assessed) ?? '0'}`);
    return [currency, sumOf(amounts, currency)];
  });
}
