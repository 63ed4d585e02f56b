import { useState } from 'react';
import type { SignOffView } from '@obolus/contract/views/bench';
import { saidAgainst, server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { showFigure, showInstant } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { PaperLink } from '../../parts/PaperLink.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Allowed } from './Allowed.tsx';
import { BenchTabs } from './BenchTabs.tsx';

const DECIDED: Readonly<Record<string, string>> = {
  cost: 'into cost',
  variance: 'to purchase price variance',
  credit: 'a credit is asked for',
  'not-ours': 'not ours',
  waits: 'waits for the goods',
  charge: 'taken as a charge',
  taken: 'taken so',
};

/** Bills whose differences somebody else has to agree to, with how each was decided. */
export function SecondLooks() {
  const asked = server.useSignOffsQuery();
  return (
    <div className="screen">
      <div>
        <Head title="Difference approvals" about="Differences above the company’s amount are decided by two people" />
        <BenchTabs />
      </div>
      <div className="body">
        {asked.isError && <Problem error={asked.error} again={asked.refetch} />}
        {asked.data?.rows.length === 0 && (
          <div className="empty">
            <h2>Nobody asks for a second look</h2>
            <p>
              A bill whose differences are outside what is allowed, and together above the company’s amount, comes here
              before it can be posted.
            </p>
          </div>
        )}
        {asked.data?.rows.map((one) => (
          <Asked key={one.id} one={one} />
        ))}
      </div>
    </div>
  );
}

function Asked({ one }: { one: SignOffView }) {
  const { company } = useMe();
  const [back, setBack] = useState(false);
  const [answer, { error, isLoading }] = server.useAnswerSignOffMutation();
  const say = async (said: 'agreed' | 'sent back', because = '') => {
    const { data } = await answer({ params: { id: one.id }, body: { answer: said, because } });
    if (data) setBack(false);
  };
  return (
    <section className="pb-5 max-w-[900px]" aria-label={`Bill ${one.number} of ${one.vendor}`}>
      <h2 className="title">
        {one.vendor}, bill {one.number}
        {one.total !== null && ` · ${showFigure(one.total)} ${one.currency}`}
      </h2>
      <p className="dim">
        {one.hasPaper && <PaperLink paper={one.draft} />}
        {one.hasPaper && ' · '}
        {one.askedBy} asked on {showInstant(one.askedAt)}
        {one.note && `: “${one.note}”`}
        {one.answer !== '' &&
          ` · ${one.answer} by ${one.answeredBy} on ${showInstant(one.answeredAt)}${one.because ? `: “${one.because}”` : ''}`}
      </p>
      {one.differences.length > 0 && (
        <table className="sheet" aria-label={`Differences of bill ${one.number}`}>
          <tbody>
            {one.differences.map((difference) => (
              <tr key={difference.at + difference.kind}>
                <td>{difference.label}</td>
                <td>
                  <Allowed difference={difference} currency={company.currency} />
                </td>
                <td>{DECIDED[difference.decision] ?? ''}</td>
                <td className="w-full dim">{difference.reason}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {one.answer === '' && !one.mine && (
        <p className="flex gap-2 pt-2">
          <button type="button" className="btn" disabled={isLoading} onClick={() => void say('agreed')}>
            Agree
          </button>
          <button type="button" className="btn quiet" onClick={() => setBack(true)}>
            Send it back …
          </button>
          {!back && <span className="wrong">{saidAgainst(error)}</span>}
        </p>
      )}
      {one.answer === '' && one.mine && <p className="dim pt-1">You decided this: somebody else has to agree.</p>}
      {back && (
        <AskReason
          title={`Send bill ${one.number} back`}
          action="Send it back"
          needed
          wrong={saidAgainst(error)}
          busy={isLoading}
          onClose={() => setBack(false)}
          onDo={(because) => void say('sent back', because)}
        />
      )}
    </section>
  );
}
