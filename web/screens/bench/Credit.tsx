import { Cut } from '../../parts/Cut.tsx';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { CreditableView, WaitingBill } from '@obolus/contract/views/bench';
import { server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import { type Entering, useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { useMayPost, useMe } from '../../server/me.ts';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { amountOfLine, isZero, sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { useGridKeys } from '../../keys/useGridKeys.ts';
import { Head } from '../../parts/Head.tsx';
import { CurrencyField, DateField } from '../../drafts/HeaderFields.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { BesideButton, PaperBeside, useBeside } from './PaperBeside.tsx';
import { PlanBill } from './PlanBill.tsx';
import { UnderDoubleRule } from './TotalOfBill.tsx';
import { say } from '../../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

type To = NonNullable<BodyOf<'credit'>['lines'][number]['to']>;
/** What a credit memo says of a line: goods that went back by quantity and price, everything else by an amount and where it goes. */
interface Credited {
  readonly quantity?: string;
  readonly price?: string;
  readonly amount?: string;
  readonly to?: To;
}
interface Body extends Omit<BodyOf<'credit'>, 'lines' | 'tax'> {
  readonly credited: Readonly<Record<string, Credited>>;
  readonly tax: string;
  readonly paper?: string;
}

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
    toCommand: ({ credited, tax, paper: _paper, ...header }) => {
      const cited = Object.entries(credited).filter(([, line]) => (line.quantity ?? line.amount ?? '') !== '');
      if (cited.length === 0) return undefined;
      return {
        ...header,
        lines: cited.map(([of, line]) => ({ of: of as `${string}/${string}`, ...line })),
        ...(tax ? { tax } : {}),
      };
    },
    title: (body) => [party?.name, body.reference].filter(Boolean).join(', '),
    ...(waiting && waiting.came !== 'typed' ? { after: () => void navigate('/bench') } : {}),
  });
  const { body, change, refusals } = entering;
  const paper = server.useIncomingBillQuery({ params: { id: body?.paper ?? '' } }, { skip: !body?.paper });
  if (open.isError) return <Problem error={open.error} again={open.refetch} />;
  if (!body || !party || !open.currentData) return null;
  const shown = lines.filter((line) => line.currency === body.currency);
  const total = sumOf([...shown.map((line) => amountOf(body, line)), body.tax], body.currency);
  return (
    <div className="screen">
      <Head
        title={party.name}
        more={body.reference || say('bench.credit_memo')}
        about={
          <>
            {say('bench.lowers_owed', { currency: body.currency })}
            {heldBy !== '' && <b className="text-bronze">{say('bench.held_by', { name: heldBy })}</b>}
          </>
        }
      >
        {body.paper !== undefined && <BesideButton beside={beside} onChange={setBeside} />}
        {heldBy === '' && mayCredit && <PlanBill draft={draft} waiting={waiting} kept={entering.saved === 'yes'} />}
      </Head>
      <div className={`body ${beside && body.paper !== undefined ? 'split' : ''}`}>
        <fieldset disabled={heldBy !== ''} className="min-w-0">
          <div className="fields">
            <Field name={say('document.vendor_number')} wide>
              <Cell
                label={say('document.vendor_number')}
                autoFocus
                value={body.reference}
                wrong={wrongAt(refusals, '/reference')}
                onChange={(reference) => change({ reference })}
              />
            </Field>
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
          {shown.length === 0 ? (
            <div className="empty">
              <h2>{say('bench.no_credit_of', { name: party.name })}</h2>
              <p>{say('bench.for_rebate')}</p>
            </div>
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
          <PaperBeside paper={body.paper} type={paper.currentData?.type ?? ''} name={paper.currentData?.name ?? ''} />
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayCredit && heldBy === ''}
        action={say('bench.post_memo')}
        waitingFor={say('bench.begin_memo')}
      />
    </div>
  );
}

const amountOf = (body: Body, line: CreditableView): string | undefined => {
  const said = body.credited[line.line];
  return said?.quantity ? amountOfLine(said.quantity, said.price ?? '', '', body.currency) : said?.amount;
};

const TO: readonly (readonly [To, MessageId])[] = [
  ['expected', 'bench.requested_credit'],
  ['cost', 'status.cost'],
  ['variance', 'status.variance'],
];

function CreditGrid({
  entering: { change, refusals },
  body,
  lines,
}: {
  entering: Entering<Body>;
  body: Body;
  lines: readonly CreditableView[];
}) {
  const sent = Object.entries(body.credited)
    .filter(([, line]) => (line.quantity ?? line.amount ?? '') !== '')
    .map(([line]) => line);
  const set = (line: CreditableView, to: Credited) =>
    change({ credited: { ...body.credited, [line.line]: { ...usual(line), ...body.credited[line.line], ...to } } });
  const keys = useGridKeys({ passChoices: true });
  return (
    <table className="sheet ruled tight" aria-label={say('bench.lines_of_memo')}>
      <thead>
        <tr>
          <th>{say('word.goods')}</th>
          <th>{say('word.document')}</th>
          <th>{say('word.status')}</th>
          <th className="num">{say('bench.open')}</th>
          <th className="num min-w-[80px]">{say('kind.amounts_credited')}</th>
          <th className="num min-w-[80px]">{say('word.price')}</th>
          <th className="min-w-[150px]">{say('bench.against')}</th>
          <th className="num min-w-[90px]">{say('orders.amount_in', { currency: body.currency })}</th>
        </tr>
      </thead>
      <tbody ref={keys}>
        {lines.map((line) => {
          const said = body.credited[line.line];
          const at = `/lines/${sent.indexOf(line.line)}`;
          const name = `${line.label}, ${line.document.number}`;
          const goods = line.kind === 'return';
          return (
            <tr key={line.line}>
              <td className="name" title={line.label}>
                {line.label}
              </td>
              <td>{[line.document.number, line.document.reference].filter(Boolean).join(' · ')}</td>
              <td>{say(line.kind === 'bill' ? 'status.billed' : `status.${line.kind}`)}</td>
              <td className="num">
                {goods
                  ? `${showFigure(line.quantity)} ${line.unit}`
                  : showFigure(isZero(line.expected) ? line.amount : line.expected)}
              </td>
              <td>
                {goods ? (
                  <FigureCell
                    label={say('bench.credited_quantity_of', { name })}
                    value={said?.quantity ?? ''}
                    wrong={wrongAt(refusals, `${at}/quantity`)}
                    onChange={(quantity) => set(line, { quantity })}
                  />
                ) : (
                  <FigureCell
                    label={say('bench.credited_amount_of', { name })}
                    value={said?.amount ?? ''}
                    wrong={wrongAt(refusals, `${at}/amount`) ?? wrongAt(refusals, at)}
                    onChange={(amount) => set(line, { amount })}
                  />
                )}
              </td>
              <td>
                {goods && (
                  <FigureCell
                    label={say('bench.credited_price_of', { name })}
                    value={said?.price ?? line.price ?? ''}
                    wrong={wrongAt(refusals, `${at}/price`)}
                    onChange={(price) => set(line, { price })}
                  />
                )}
              </td>
              <td>
                {!goods && (
                  <Choice
                    label={say('bench.where_credit', { name })}
                    value={said?.to ?? usual(line).to ?? 'cost'}
                    options={toOf(line).map(([to, word]) => [to, say(word)])}
                    onChange={(to) => set(line, { to: to as To })}
                  />
                )}
              </td>
              <td className="num strong">{showFigure(amountOf(body, line))}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Where a credit may go: against one that was requested, or into what it makes cheaper. */
const toOf = (line: CreditableView): typeof TO =>
  line.kind === 'disputed' ? TO.slice(0, 1) : isZero(line.expected) ? TO.slice(1) : TO;

/** What a line is credited by where nothing else is said. */
const usual = (line: CreditableView): Credited =>
  line.kind === 'return' ? { price: line.price ?? '' } : { to: isZero(line.expected) ? 'cost' : 'expected' };
