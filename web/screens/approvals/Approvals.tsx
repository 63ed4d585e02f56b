import { Link } from 'react-router';
import type { ApprovalView } from '@obolus/contract/views/approvals';
import { Answer } from '../../approvals/Answer.tsx';
import { Changes, shown } from '../../approvals/Changes.tsx';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { Cut } from '../../parts/Cut.tsx';
import { showFigure, showInstant } from '../../parts/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { PaperLink } from '../../parts/PaperLink.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { DifferencesAsked } from './DifferencesAsked.tsx';

/** What waits for a second person: orders above a limit, differences of bills, bank accounts and limits; then what was answered. */
export function Approvals() {
  const asked = server.useApprovalsQuery();
  const waiting = asked.data?.rows.filter(({ answer }) => answer === '') ?? [];
  const answered = asked.data?.rows.filter(({ answer }) => answer !== '') ?? [];
  return (
    <div className="screen">
      <Head
        title="Approvals"
        about="What one person alone does not decide: exactly this is approved, and nothing later"
      />
      <div className="body" tabIndex={0}>
        {asked.isError && <Problem error={asked.error} again={asked.refetch} />}
        {asked.data && waiting.length === 0 && (
          <div className="empty">
            <h2>Nothing waits for approval</h2>
            <p>
              An order above its buyer’s limit, a bill whose differences come to more than the company’s amount, and a
              change of a bank account or a limit come here before they take effect.
            </p>
          </div>
        )}
        {waiting.map((one) => (
          <Waiting key={`${one.subject} ${one.of}`} one={one} />
        ))}
        {answered.length > 0 && <Answers rows={answered} />}
        <Cut list={asked.data && { rows: answered, more: asked.data.more }} of="answers, the latest," />
      </div>
    </div>
  );
}

function Waiting({ one }: { one: ApprovalView }) {
  const { title, link, paper, note, askedBy, askedAt, mine, mayAnswer, changes, differences } = one;
  return (
    <section className="pb-6 max-w-[940px]" aria-label={title}>
      <div className="flex items-baseline gap-4">
        <h2 className="title grow">{link === '' ? title : <Link to={link}>{title}</Link>}</h2>
        <Sums one={one} />
      </div>
      <p className="dim pb-1">
        {paper !== '' && (
          <>
            <PaperLink paper={paper} /> ·{' '}
          </>
        )}
        {askedBy} asked on {showInstant(askedAt)}
        {note && `: “${note}”`}
      </p>
      <DifferencesAsked title={title} differences={differences} />
      <Changes label={`What is different: ${title}`} changes={changes} />
      {mayAnswer && (
        <div className="pt-2">
          <Answer {...one} />
        </div>
      )}
      {mine && <p className="dim pt-1">You asked for this yourself: somebody else has to answer.</p>}
    </section>
  );
}

/** What it comes to, beside the limit that it is above. */
function Sums({ one: { total, amount, above, subject } }: { one: ApprovalView }) {
  const { company } = useMe();
  return (
    <p className="whitespace-nowrap">
      {total && (
        <>
          {showFigure(total.amount)} {total.currency} ·{' '}
        </>
      )}
      {amount !== null && (
        <>
          {subject === 'bill' && 'differences '}
          <b>{showFigure(amount)}</b> {company.currency}
        </>
      )}
      {above !== null && <span className="dim"> above {showFigure(above)}</span>}
    </p>
  );
}

function Answers({ rows }: { rows: readonly ApprovalView[] }) {
  return (
    <section aria-label="Answered">
      <h2 className="cap pt-2">Answered</h2>
      <table className="sheet">
        <thead>
          <tr>
            <th>What</th>
            <th>Asked by</th>
            <th>Answer</th>
            <th>By</th>
            <th>When</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ title, link, askedBy, answer, answeredBy, answeredAt, reason, changes }) => (
            <tr key={title + answeredAt}>
              <td className="w-[46%] whitespace-normal">
                {link === '' ? title : <Link to={link}>{title}</Link>}
                {changes.map(({ what, became, isFigure }) => (
                  <span key={what} className="dim block">
                    {what}: {shown(became, isFigure)}
                  </span>
                ))}
              </td>
              <td>{askedBy}</td>
              <td>{answer}</td>
              <td>{answeredBy}</td>
              <td className="dim">{showInstant(answeredAt)}</td>
              <td className="dim w-[26%] whitespace-normal">{reason}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
