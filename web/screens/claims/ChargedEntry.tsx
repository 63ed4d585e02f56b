import { Fragment } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { ChargedEntry as Entry } from '@obolus/contract/views/tariff';
import { opened } from '../../drafts/draftSlice.ts';
import { useAppDispatch } from '../../drafts/store.ts';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { isNegative, isZero } from '../../parts/exact.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { server } from '../../server/api.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { Notes } from '../documents/Notes.tsx';
import { Causes, causesInWords } from '../landing/Causes.tsx';
import { correctionOf } from '../landing/entryLines.ts';
import { brokersBill, ontoGoods, totalsOf } from './claim.ts';

/** A posted customs entry: calculated beside charged with the cause of each difference, and what is done about it. Printed, it is the claim. */
export function ChargedEntry() {
  const { entry: id = '' } = useParams();
  const { company } = useMe();
  const mayBill = useMayPost('bill');
  const mayState = useMayPost('customs-entry');
  const mayAllocate = useMayPost('allocation');
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const asked = server.useChargedEntryQuery({ params: { id } });
  const document = server.useDocumentQuery({ params: { id } }).currentData;
  if (asked.error)
    return (
      <div className="body">
        <Problem error={asked.error} again={asked.refetch} />
      </div>
    );
  const entry = asked.currentData;
  if (!entry) return null;
  const totals = totalsOf(entry, company.currency);
  const isOver = !isZero(totals.over);
  const { vendor, debt } = entry;
  const left = entry.charges.filter((charge) => !isZero(charge.left));
  const land = () => {
    const key = crypto.randomUUID();
    dispatch(opened({ id: key, kind: 'allocation', body: ontoGoods(entry, id, company.today), version: 0 }));
    void navigate(`/landing/${key}`);
  };
  const correct = () => {
    const key = crypto.randomUUID();
    dispatch(opened({ id: key, kind: 'customs-entry', body: correctionOf(entry, id, company.today), version: 0 }));
    void navigate(`/landing/customs-entry/${key}`);
  };
  const draft = (reason: string | undefined) => {
    if (!vendor) return;
    const key = crypto.randomUUID();
    const body = brokersBill(entry, id, vendor, { ...company, reason });
    dispatch(opened({ id: key, kind: 'bill', body, version: 0 }));
    void navigate(`/bench/${vendor.id}/${key}`);
  };
  return (
    <div className="screen">
      <Head
        title={say('landing.charged_title')}
        more={entry.reference}
        about={
          <>
            <Link className="act" to={`/documents/${id}`}>
              {entry.number}
            </Link>{' '}
            {[vendor?.name ?? say('landing.company_itself'), showDay(entry.entered)].join(' · ')}
          </>
        }
      >
        {isOver && (
          <button type="button" className="btn quiet" onClick={() => print()}>
            {say('landing.print_claim')}
          </button>
        )}
        {mayState && (
          <button type="button" className="btn quiet" onClick={correct}>
            {say('landing.correct_entry')}
          </button>
        )}
        {mayBill && vendor && isOver && !debt && (
          <button type="button" className="btn quiet" onClick={() => draft(overchargedIn(entry))}>
            {say('landing.bill_with_claim')}
          </button>
        )}
        {mayBill && vendor && !(debt && isZero(debt.open)) && (
          <button type="button" className={debt ? 'btn quiet' : 'btn'} onClick={() => draft(undefined)}>
            {say(debt ? 'landing.bill_of_broker' : 'landing.bill_as_charged')}
          </button>
        )}
        {mayAllocate && left.length > 0 && (
          <button type="button" className="btn" onClick={land}>
            {say('landing.put_onto_goods')}
          </button>
        )}
      </Head>
      <div className="body" tabIndex={0}>
        <p className="max-w-[820px] pb-4">
          {isOver
            ? say('landing.claim_says', {
                reference: entry.reference,
                day: { day: entry.entered },
                over: { figure: totals.over },
                currency: company.currency,
              })
            : say('landing.nothing_to_claim')}
        </p>
        <Lines entry={entry} currency={company.currency} />
        {debt && <Debt debt={debt} left={left} currency={company.currency} />}
        {!isZero(totals.importTax) && <p className="dim pt-3">{say('landing.import_tax_says')}</p>}
        {isOver && <p className="dim pt-1">{say(debt ? 'landing.customs_says' : 'landing.decisions_say')}</p>}
        {document && <Notes of={id} notes={document.notes} />}
      </div>
    </div>
  );
}

/** What is still owed to customs, and what of it is on no goods yet. */
function Debt({
  debt,
  left,
  currency,
}: {
  debt: NonNullable<Entry['debt']>;
  left: Entry['charges'];
  currency: string;
}) {
  return (
    <p className="pt-3">
      {say(
        isZero(debt.open) ? 'landing.debt_cleared' : isNegative(debt.open) ? 'landing.debt_back' : 'landing.debt_open',
        {
          authority: debt.authority.name,
          open: { figure: isNegative(debt.open) ? debt.open.slice(1) : debt.open },
          currency,
        },
      )}{' '}
      {left.length > 0 &&
        say('landing.on_no_goods', {
          charges: left.map((charge) => `${charge.kind} ${showFigure(charge.left)}`).join(', '),
        })}
    </p>
  );
}

/** Why a claim is made, in one line of the bill. A line with a difference always has a cause. */
const overchargedIn = ({ charged }: Entry): string => causesInWords(charged.flatMap(({ causes }) => causes));

function Lines({ entry, currency }: { entry: Entry; currency: string }) {
  const totals = totalsOf(entry, currency);
  return (
    <table className="sheet" aria-label={say('landing.charged_title')}>
      <thead>
        <tr>
          <th>{say('word.goods')}</th>
          <th>{say('word.tariff_code')}</th>
          <th>{say('word.origin')}</th>
          <th className="num">{say('landing.customs_value_in', { currency })}</th>
          <th className="num">{say('landing.calculated')}</th>
          <th>
            <span className="sr-only">{say('word.difference')}</span>
          </th>
          <th className="num">{say('landing.charged')}</th>
          <th className="num">{say('landing.import_tax')}</th>
        </tr>
      </thead>
      <tbody>
        {entry.lines.map((line) => {
          const charged = entry.charged.find((one) => one.line === line.line);
          return (
            <Fragment key={line.line}>
              <tr className={charged && charged.causes.length > 0 ? 'joined' : ''}>
                <td className="name whitespace-normal">
                  {line.goods.map(({ line: of, name, receipt }) => (
                    <span key={of} className="mr-4">
                      {name}{' '}
                      <Link className="act" to={`/documents/${receipt.id}`}>
                        {receipt.number}
                      </Link>
                    </span>
                  ))}
                </td>
                <td>{line.code}</td>
                <td>{line.origin}</td>
                <td className="num">{line.value && showFigure(line.value)}</td>
                <td className="num">{charged ? showFigure(charged.calculated) : '–'}</td>
                <td>{charged && line.duty && <Signal from={charged.calculated} to={line.duty} atLeast={2} />}</td>
                <td className="num strong">{line.duty && showFigure(line.duty)}</td>
                <td className="num dim">{line.importTax && showFigure(line.importTax)}</td>
              </tr>
              {charged && charged.causes.length > 0 && (
                <tr>
                  <td colSpan={8} className="dim">
                    <Causes charged={charged} duty={line.duty} />
                  </td>
                </tr>
              )}
            </Fragment>
          );
        })}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={4}>{say('status.total')}</td>
          <td className="num">{showFigure(totals.calculated)}</td>
          <td />
          <td className="num">{showFigure(totals.charged)}</td>
          <td className="num">{showFigure(totals.importTax)}</td>
        </tr>
      </tfoot>
    </table>
  );
}
