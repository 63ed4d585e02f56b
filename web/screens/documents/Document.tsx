import { Fragment } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { KINDS as DOCUMENTS } from '@obolus/contract/kinds/kinds';
import { HANDLE_PAYMENTS, type Role } from '@obolus/contract/roles';
import type { DocumentView } from '@obolus/contract/views/documents';
import { CostOf } from '../../cost/CostOf.tsx';
import { server } from '../../server/api.ts';
import { JournalSides } from '../../frame/JournalSides.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Trail } from '../../frame/Trail.tsx';
import type { NextStep } from '../../kinds/kind.ts';
import { KINDS } from '../../kinds/kinds.ts';
import { showFigure, showPrice } from '../../locale/figures.ts';
import { Head } from '../../parts/Head.tsx';
import { PaperLink } from '../../papers/PaperLink.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Again } from './Again.tsx';
import { ReverseButton } from './ReverseButton.tsx';
import { isReversed, useReversing } from './reversing.ts';
import { OrderLines, standingOf } from '../orders/OrderPage.tsx';
import { OrderActions } from '../orders/OrderActions.tsx';
import { OrderCosts } from '../orders/OrderCosts.tsx';
import { OrderHistory } from '../orders/OrderHistory.tsx';
import { Notes } from './Notes.tsx';
import { HoldPayment } from '../payables/HoldPayment.tsx';
import { WriteCheck } from '../paying/WriteCheck.tsx';
import { ReturnActions } from '../returns/ReturnActions.tsx';
import { say, shown } from '../../locale/say.ts';

/** Asked whenever it is opened: what was posted elsewhere shows in its trail. */
const ANEW = { refetchOnMountOrArgChange: true } as const;

/** A posted document: its trail, its lines, and the journal that it made. */
export function Document() {
  const { id = '' } = useParams();
  const { company, user } = useMe();
  const document = server.useDocumentQuery({ params: { id } }, ANEW);
  // Only what was answered for this document: the last one's lines and buttons are not its own.
  const data = document.currentData;
  const asked = server.useOrderQuery({ params: { id } }, { ...ANEW, skip: data?.kind !== 'order' || isReversed(data) });
  const order = asked.currentData;
  if (document.isError)
    return (
      <div className="body">
        <Problem error={document.error} again={document.refetch} />
      </div>
    );
  if (!data) return null;
  // Its lines, and all that can be done with it, appear at once: nothing moves under the pointer.
  const isKnown = asked.isUninitialized || asked.isError || order !== undefined;
  const rate = data.rate
    ? ' ' + say('documents.at_rate', { currency: data.currency, rate: { figure: data.rate } })
    : '';
  return (
    <div className="screen">
      <div>
        <Head
          title={data.party || say(`kind.${data.kind}`)}
          more={data.number}
          about={
            <>
              {say('documents.of_day', { kind: { word: `kind.${data.kind}` }, day: { day: data.date } })}
              {data.vendor && (
                <>
                  {' · '}
                  <Link className="act" to={`/vendors/${data.vendor}`}>
                    {say('documents.the_vendor')}
                  </Link>
                </>
              )}
              {data.facts.map((fact) => ` · ${shown(fact.name)} ${shown(fact.value)}`)}
              {data.paper && SEES_PAPERS.includes(user.role) && (
                <>
                  {' · '}
                  <PaperLink paper={data.paper} />
                </>
              )}
              {rate}
              {order &&
                ` · ${[order.terms, `${order.incoterm} ${order.place}`.trim(), standingOf(order)].filter(Boolean).join(' · ')}`}
            </>
          }
        >
          {isKnown && (
            <>
              {order && <OrderActions order={order} />}
              {data.kind === 'return' && !isReversed(data) && <ReturnActions data={data} />}
              {data.kind === 'bill' && !isReversed(data) && <HoldPayment data={data} />}
              {PAYS.includes(data.kind) && !isReversed(data) && <WriteCheck data={data} />}
              {!isReversed(data) &&
                (data.kind !== 'check' || HANDLE_PAYMENTS.includes(user.role)) &&
                data.papers.map(({ name, path }) => (
                  <a key={path} className="btn quiet" href={`/api${path}`} target="_blank" rel="noreferrer">
                    {shown(name)}
                  </a>
                ))}
              <Reverse data={data} />
              <Again key={data.id} data={data} />
              {!isReversed(data) &&
                KINDS[data.kind]?.further?.(data).map((step) => <Step key={step.kind} data={data} step={step} />)}
              <Step data={data} step={KINDS[data.kind]?.next?.(data)} />
            </>
          )}
        </Head>
        <Trail parts={data.trail} here={data.id} currency={company.currency} />
      </div>
      {/* Scrolled by keyboard too, where nothing in it can be gone to. */}
      <div className="body" tabIndex={0}>
        {order ? <OrderLines order={order} /> : isKnown && <Lines data={data} />}
        {order && <OrderCosts order={order} />}
        {order && <OrderHistory order={order} />}
        <Notes of={data.id} notes={data.notes} />
        <p className="dim pt-4">
          {say('documents.entered_by', { name: data.enteredBy, day: { day: data.enteredAt.slice(0, 10) } })}
        </p>
      </div>
      {data.entries.length > 0 ? (
        <section
          className="foot"
          style={{ gridTemplateColumns: 'minmax(0, 2fr) minmax(0, 1fr)' }}
          aria-label={say('documents.journal_of')}
        >
          <div>
            <JournalSides entries={data.entries} />
          </div>
          <div>
            <h2 className="cap">{say('documents.in_ledger')}</h2>
            {data.entries.map((entry) => (
              <p key={entry.number}>
                {say('documents.entry_of', { number: entry.number ?? '', day: { day: entry.date } })}
              </p>
            ))}
          </div>
        </section>
      ) : (
        <div />
      )}
    </div>
  );
}

/** What leaves the bank, and so may be paid by a check. */
const PAYS: readonly DocumentView['kind'][] = ['payment', 'prepayment'];

/** Who may look at the papers that bills were entered from. */
const SEES_PAPERS: readonly Role[] = ['accountant', 'approver', 'auditor', 'administrator'];

function Lines({ data }: { data: DocumentView }) {
  const hasOf = data.lines.some((line) => line.of);
  const hasPrice = data.lines.some((line) => line.price !== null);
  const hasQuantity = data.lines.some((line) => line.quantity !== null);
  const currencies = new Set(data.lines.map((line) => line.currency));
  const columns = 3 + Number(hasOf) + 2 * Number(hasQuantity) + Number(hasPrice);
  return (
    <table className="sheet" aria-label={say('word.lines')}>
      <thead>
        <tr>
          <th>{say('word.item')}</th>
          {hasOf && <th>{say('word.document')}</th>}
          {hasQuantity && <th className="num">{say('word.quantity')}</th>}
          {hasQuantity && <th>{say('word.unit')}</th>}
          {hasPrice && <th className="num">{say('word.price')}</th>}
          <th className="num">
            {say(DOCUMENTS[data.kind].amounts ?? 'kind.amounts_value')}
            {currencies.size === 1 ? `, ${[...currencies][0]}` : ''}
          </th>
          <th className="min-w-[220px]">{say('word.note')}</th>
        </tr>
      </thead>
      <tbody>
        {data.lines.map((line, at) => (
          <Fragment key={at}>
            <tr className={line.lots.length > 0 ? 'joined' : ''}>
              <td className="name" title={`${line.number} ${shown(line.label)}`}>
                <span className={line.number ? '' : 'sentence'}>{shown(line.label)}</span>{' '}
                <span className="dim">{line.number}</span>
              </td>
              {hasOf && (
                <td>
                  {line.of && (
                    <Link className="act" to={`/documents/${line.of.id}`}>
                      {line.of.number}
                    </Link>
                  )}
                </td>
              )}
              {hasQuantity && <td className="num">{showFigure(line.quantity)}</td>}
              {hasQuantity && <td className="dim">{line.unit}</td>}
              {hasPrice && <td className="num">{line.price ? showPrice(line.price) : ''}</td>}
              <td className="num strong">
                {line.moved && line.line ? (
                  <CostOf line={line.line} item={shown(line.label)} number={data.number}>
                    {showFigure(line.amount)}
                  </CostOf>
                ) : (
                  showFigure(line.amount)
                )}{' '}
                {currencies.size > 1 && <span className="dim">{line.currency}</span>}
              </td>
              <td className={`dim whitespace-normal ${hasQuantity ? 'min-w-[150px]' : 'min-w-[420px]'}`}>
                {line.note.map(shown).join(', ')}
              </td>
            </tr>
            {line.lots.length > 0 && (
              <tr className="lots">
                <td colSpan={columns}>
                  {line.lots
                    .map(({ lot, quantity }) => (quantity === '1' ? lot : `${lot} (${showFigure(quantity)})`))
                    .join(' · ')}
                </td>
              </tr>
            )}
          </Fragment>
        ))}
      </tbody>
      {currencies.size === 1 && (
        <tfoot>
          <tr>
            <td colSpan={columns - 2}>{say('status.total')}</td>
            <td className="num">{showFigure(data.amount)}</td>
            <td />
          </tr>
        </tfoot>
      )}
    </table>
  );
}

/** The undo of a posted document: its exact reverse, on a day of its own, with a reason. What stands in the way is said. */
function Reverse({ data }: { data: DocumentView }) {
  const navigate = useNavigate();
  const reversing = useReversing(data);
  if (!reversing.may) return null;
  return (
    <ReverseButton
      reversing={reversing}
      button={say('documents.reverse')}
      title={say('documents.reverse_named', { number: data.number })}
      action={say('documents.reverse')}
      says={say('documents.reverse_says')}
      onReversed={(reversal) => {
        toast.success(say('documents.is_reversed', { number: data.number }));
        void navigate(`/documents/${reversal}`);
      }}
    />
  );
}

/** A step that this document asks for, or that is often taken with it. */
function Step({ data, step }: { data: DocumentView; step: NextStep | undefined }) {
  const may = useMayPost(step?.kind ?? data.kind);
  return step && may ? (
    <Link className="btn quiet" to={step.to}>
      {say(step.name)}
    </Link>
  ) : null;
}
