import { Cut } from '../../parts/Cut.tsx';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { WaitingBill } from '@obolus/contract/views/bench';
import { server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { sumOf } from '../../parts/exact.ts';
import { Head } from '../../parts/Head.tsx';
import { CurrencyField, DateField, VendorNumberField } from '../../drafts/HeaderFields.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { BesideButton, PaperBeside, useBeside } from './PaperBeside.tsx';
import { agreedToSend, otherCurrencies } from './crossRates.ts';
import { CrossRates, NO_PAPER, useInCurrency, useRatesOfDay } from './CrossRates.tsx';
import { PaperDoubts } from './PaperDoubts.tsx';
import { PlanBill } from './PlanBill.tsx';
import { CreditGrid } from './CreditGrid.tsx';
import { amountOf, type Body } from './creditBody.ts';
import { UnderDoubleRule } from './TotalOfBill.tsx';
import { say } from '../../locale/say.ts';
import { Empty } from '../../parts/Empty.tsx';

/** A credit memo entered from its own address, not from among what waits. */
export function NewCredit() {
  const { vendor = '', draft = '' } = useParams();
  return (
    <div className="aside">
      <Credit vendor={vendor} draft={draft} heldBy="" waiting={undefined} />
    </div>
  );
}

/** A vendor's credit memo against what it is for: goods that went back, credits that were asked for, or a bill that gets cheaper. */
export function Credit({
  vendor,
  draft,
  heldBy,
  waiting,
}: {
  vendor: string;
  draft: string;
  heldBy: string;
  waiting: WaitingBill | undefined;
}) {
  const me = useMe();
  const [all, setAll] = useState(false);
  const [beside, setBeside] = useBeside();
  const navigate = useNavigate();
  const open = server.useCreditableQuery({ query: { vendor, ...(all ? { all: 'yes' as const } : {}) } });
  const mayCredit = useMayPost('credit');
  const party = useVendor(vendor);
  const lines = open.currentData?.rows ?? [];
  const entering = useDraft<'credit', Body>({
    kind: 'credit',
    id: draft,
    blank: () => ({
      vendor,
      reference: '',
      date: me.company.today,
      currency: party?.currency ?? me.company.currency,
      credited: {},
      tax: '',
    }),
    toCommand: ({ credited, tax, paper: _paper, agreedRates, ...header }) => {
      const cited = Object.entries(credited).filter(([, line]) => (line.quantity ?? line.amount ?? '') !== '');
      if (cited.length === 0) return undefined;
      return {
        ...header,
        ...agreedToSend(agreedRates, otherCurrencies(header.currency, lines, credited)),
        lines: cited.map(([of, line]) => ({ of: of as `${string}/${string}`, ...line })),
        ...(tax ? { tax } : {}),
      };
    },
    title: (body) => [party?.name, body.reference].filter(Boolean).join(', '),
    ...(waiting && waiting.came !== 'typed' ? { after: () => void navigate('/bench') } : {}),
  });
  const { body, change, refusals } = entering;
  const ofDay = useRatesOfDay(body ?? NO_PAPER, lines);
  const priced = useInCurrency(lines, body, ofDay);
  const paper = server.useIncomingBillQuery({ params: { id: body?.paper ?? '' } }, { skip: !body?.paper });
  if (open.isError) return <Problem error={open.error} again={open.refetch} />;
  if (!body || !party || !open.currentData) return null;
  // Goods that went back are credited in any currency.
  const shown = priced.filter((line) => line.currency === body.currency || line.kind === 'return');
  const total = sumOf([...shown.map((line) => amountOf(body, line)), body.tax], body.currency);
  return (
    <div className="screen">
      <Head
        title={party.name}
        more={body.reference || say('bench.credit_memo')}
        about={
          <>
            {say('bench.lowers_owed', { currency: body.currency })}
            {heldBy !== '' && <b className="text-bronze"> {say('bench.held_by', { name: heldBy })}</b>}
          </>
        }
      >
        <Link className="btn quiet" to={`/returns/claims/${vendor}`}>
          {say('returns.without_memo')}
        </Link>
        {body.paper !== undefined && <BesideButton beside={beside} onChange={setBeside} />}
        {heldBy === '' && mayCredit && <PlanBill draft={draft} waiting={waiting} kept={entering.saved === 'yes'} />}
      </Head>
      <div className={`body ${beside && body.paper !== undefined ? 'split' : ''}`}>
        <fieldset disabled={heldBy !== ''} className="min-w-0">
          <div className="fields">
            <VendorNumberField {...{ body, change, refusals }} />
            <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
            <CurrencyField name={say('word.currency')} body={body} change={change} refusals={refusals} />
            <Field name={say('bench.tax_reclaimed')}>
              <FigureCell
                label={say('bench.tax_reclaimed')}
                value={body.tax}
                wrong={wrongAt(refusals, '/tax')}
                onChange={(tax) => change({ tax })}
              />
            </Field>
          </div>
          <CrossRates
            paper={body}
            cited={otherCurrencies(body.currency, lines, body.credited)}
            onChange={(agreedRates) => change({ agreedRates })}
            {...{ ofDay, refusals }}
          />
          <PaperDoubts {...{ draft, vendor, waiting }} paper={paper.currentData} mayJoin={heldBy === ''} />
          {shown.length === 0 ? (
            <Empty title={say('bench.no_credit_of', { name: party.name })} more={say('bench.for_rebate')} />
          ) : (
            <CreditGrid entering={entering} body={body} lines={shown} />
          )}
          <Cut list={open.currentData} />
          <p className="pt-2">
            <button type="button" className="act" onClick={() => setAll(!all)}>
              {all ? say('bench.only_expected') : say('bench.show_cheaper')}
            </button>
          </p>
          <UnderDoubleRule total={total} name={say('bench.total_memo', { currency: body.currency })}>
            {paper.currentData && <Signal from={paper.currentData.total} to={total} atLeast={2} />}
          </UnderDoubleRule>
        </fieldset>
        {beside && body.paper !== undefined && (
          <PaperBeside
            paper={body.paper}
            name={paper.currentData?.name ?? ''}
            mayTakeOut={heldBy === '' && mayCredit}
          />
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayCredit}
        heldBy={heldBy}
        action={say('bench.post_memo')}
        waitingFor={say('bench.begin_memo')}
      />
    </div>
  );
}
