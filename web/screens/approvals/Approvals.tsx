import { Link } from 'react-router';
import type { ApprovalView } from '@obolus/contract/views/approvals';
import { Answer } from '../../approvals/Answer.tsx';
import { Changes, showChanged } from '../../approvals/Changes.tsx';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { Cut } from '../../parts/Cut.tsx';
import { showFigure, showInstant } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { PaperLink } from '../../papers/PaperLink.tsx';
import { Doubt } from '../../parts/Doubt.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { DifferencesAsked } from './DifferencesAsked.tsx';
import { say, shown } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** What waits for a second person: orders above a limit, differences of bills, bank accounts and limits; then what was answered. */
export function Approvals() {
  const asked = server.useApprovalsQuery();
  const waiting = asked.data?.rows.filter(({ answer }) => answer === '') ?? [];
  const answered = asked.data?.rows.filter(({ answer }) => answer !== '') ?? [];
  return (
    <div className="screen">
      <Head title={say('frame.approvals')} about={say('approvals.about')} />
      <div className="body" tabIndex={0}>
        {asked.isError && <Problem error={asked.error} again={asked.refetch} />}
        {asked.data && waiting.length === 0 && (
          <Empty title={say('approvals.none')} more={say('approvals.none_more')} />
        )}
        {waiting.map((one) => (
          <Waiting key={`${one.subject} ${one.of}`} one={one} />
        ))}
        {answered.length > 0 && <Answers rows={answered} />}
        <Cut list={asked.data && { rows: answered, more: asked.data.more }} />
      </div>
    </div>
  );
}

function Waiting({ one }: { one: ApprovalView }) {
  const title = shown(one.title);
  const { link, paper, note, askedBy, askedAt, mine, mayAnswer, changes, differences, doubts } = one;
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
        {say('approvals.asked_on', { name: askedBy, at: showInstant(askedAt) })}
        {note && `: “${note}”`}
      </p>
      {doubts.length > 0 && (
        <ul className="pb-1" aria-label={say('approvals.doubts', { title })}>
          {doubts.map((doubt, at) => (
            <li key={at}>
              <Doubt says={doubt} />
            </li>
          ))}
        </ul>
      )}
      <DifferencesAsked title={title} differences={differences} />
      <Changes
        label={say('approvals.different', { title })}
        changes={changes.map((change) => ({ ...change, what: shown(change.what) }))}
        {...headsOf(one.subject)}
      />
      {mayAnswer && (
        <div className="pt-2">
          <Answer {...one} title={title} />
        </div>
      )}
      {mine && <p className="dim pt-1">{say('approvals.asked_yourself')}</p>}
    </section>
  );
}

/** What stood and what is to stand are called by what is asked. */
const headsOf = (subject: ApprovalView['subject']): { of?: string; was?: string; becomes?: string } =>
  subject === 'remit-to'
    ? { was: say('approvals.on_file'), becomes: say('approvals.bill_asks') }
    : subject === 'claim'
      ? { of: say('word.document'), was: say('kind.amounts_closed'), becomes: say('returns.received_money') }
      : subject === 'return'
        ? { of: say('word.goods'), was: say('word.received'), becomes: say('approvals.goes_back') }
        : {};

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
          {subject === 'bill' && `${say('approvals.differences_of')} `}
          {subject === 'claim' && `${say('returns.refused')} `}
          <b>{showFigure(amount)}</b> {company.currency}
        </>
      )}
      {above !== null && <span className="dim"> {say('approvals.above', { above: showFigure(above) })}</span>}
    </p>
  );
}

function Answers({ rows }: { rows: readonly ApprovalView[] }) {
  return (
    <section aria-label={say('approvals.answered')}>
      <h2 className="cap pt-2">{say('approvals.answered')}</h2>
      <table className="sheet">
        <thead>
          <tr>
            <th>{say('approvals.subject')}</th>
            <th>{say('approvals.asked_by')}</th>
            <th>{say('approvals.answer')}</th>
            <th>{say('approvals.by')}</th>
            <th>{say('approvals.when')}</th>
            <th>{say('word.reason')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ title: of, link, askedBy, answer, answeredBy, answeredAt, reason, changes }) => (
            <tr key={shown(of) + answeredAt}>
              <td className="w-[46%] whitespace-normal">
                {link === '' ? shown(of) : <Link to={link}>{shown(of)}</Link>}
                {changes.map(({ what, became, isFigure }) => (
                  <span key={shown(what)} className="dim block">
                    {shown(what)}: {showChanged(became, isFigure)}
                  </span>
                ))}
              </td>
              <td>{askedBy}</td>
              <td>{answer && say(`status.${answer}`)}</td>
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
