import { useParams } from 'react-router';
import type { CreditableView } from '@obolus/contract/views/bench';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { type Entering, useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { choiceWritten, figureText, figureWritten } from '../../locale/cellTexts.ts';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { Cut } from '../../parts/Cut.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useVendor } from '../../server/known.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import type { Column } from '../../table/column.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { BankGot } from '../../ownAccounts/BankGot.tsx';
import { OwnAccount } from '../../ownAccounts/OwnAccount.tsx';
import { type OwnAccounts, useOwnAccounts } from '../../ownAccounts/useOwnAccounts.ts';
import { AskApproval, isAsked } from '../approvals/AskApproval.tsx';
import {
  type ClaimBody,
  type Closed,
  closingOf,
  hasGoods,
  isClaim,
  isGoods,
  NOT_CLOSED,
  openOf,
  refusedOf,
  type To,
} from './claimBody.ts';
import { Empty } from '../../parts/Empty.tsx';

/** What a vendor owes ends without a credit memo: money came back for it, or the vendor refuses. */
export function CloseClaims() {
  const { vendor = '' } = useParams();
  const open = server.useCreditableQuery({ query: { vendor } }, { refetchOnMountOrArgChange: true });
  const party = useVendor(vendor);
  const own = useOwnAccounts();
  if (open.isError)
    return (
      <div className="body">
        <Problem error={open.error} again={open.refetch} />
      </div>
    );
  return open.currentData && party && own.accounts ? (
    <Closing key={vendor} party={party} open={open.currentData} own={own} />
  ) : null;
}

interface Open {
  readonly rows: readonly CreditableView[];
  readonly more: boolean;
}

function Closing({
  party,
  open,
  own,
}: {
  party: NonNullable<ReturnType<typeof useVendor>>;
  open: Open;
  own: OwnAccounts;
}) {
  const { draft = '' } = useParams();
  const { company } = useMe();
  const lines = open.rows.filter(isClaim);
  const currencies = [...new Set(lines.map(({ currency }) => currency))];
  const entering = useDraft<'claim-closing', ClaimBody>({
    kind: 'claim-closing',
    id: draft,
    blank: () => ({
      vendor: party.id,
      date: company.today,
      currency: currencies.includes(party.currency) ? party.currency : (currencies[0] ?? party.currency),
      reason: '',
      account: '',
      got: '',
      claims: {},
    }),
    toCommand: (body) =>
      closingOf(
        body,
        lines.filter(({ currency }) => currency === body.currency),
        own.of(body.account, body.currency),
      ),
    title: () => party.name,
  });
  const mayClose = useMayPost('claim-closing');
  const { body, change, refusals } = entering;
  if (!body) return null;
  const shown = lines.filter(({ currency }) => currency === body.currency);
  return (
    <div className="screen">
      <Head title={party.name} more={say('returns.close_claims')} about={say('returns.close_about')} />
      <div className="body">
        <div className="fields">
          <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
          <Field name={say('word.currency')}>
            <Choice
              label={say('word.currency')}
              value={body.currency}
              wrong={wrongAt(refusals, '/currency')}
              options={[...new Set([body.currency, ...currencies])].map((currency) => [currency, currency] as const)}
              onChange={(currency) => change({ currency, account: '', got: '' })}
            />
          </Field>
          <OwnAccount
            own={own}
            chosen={body.account}
            currency={body.currency}
            wrong={wrongAt(refusals, '/account')}
            onChange={(to) => change({ account: to, got: '' })}
          />
          <BankGot
            account={own.of(body.account, body.currency)}
            currency={body.currency}
            value={body.got}
            wrong={wrongAt(refusals, '/got')}
            onChange={(got) => change({ got })}
          />
          <Field name={say('word.reason')} wide>
            <Cell
              label={say('word.reason')}
              value={body.reason}
              wrong={wrongAt(refusals, '/reason')}
              onChange={(reason) => change({ reason })}
            />
          </Field>
        </div>
        {shown.length === 0 ? (
          <Empty title={say('bench.no_credit_of', { name: party.name })} />
        ) : (
          <Claims entering={entering} body={body} lines={shown} />
        )}
        <Cut list={open} />
      </div>
      <Footing
        entering={entering}
        allowed={mayClose}
        action={say('returns.post_closing')}
        waitingFor={say('returns.begin_closing')}
        note={isAsked(entering) && <AskApproval kind="claim-closing" draft={draft} entering={entering} />}
      />
    </div>
  );
}

interface ClaimRow {
  readonly line: CreditableView;
  readonly said: Closed;
}

const withSaid = (row: ClaimRow, to: Partial<Closed>): ClaimRow => ({ ...row, said: { ...row.said, ...to } });

const options = (): (readonly [To, string])[] => [
  ['cost', say('status.cost')],
  ['variance', say('status.variance')],
];

const columns = (): Column<ClaimRow>[] => [
  { id: 'goods', title: say('word.goods'), className: 'name', always: true, text: ({ line }) => line.label },
  { id: 'document', title: say('word.document'), text: ({ line }) => line.document.number },
  { id: 'open', title: say('bench.open'), className: 'num', text: ({ line }) => figureText(openOf(line)) },
  {
    id: 'closed',
    title: say('kind.amounts_closed'),
    className: 'num',
    room: 'min-w-[96px]',
    always: true,
    text: ({ said }) => figureText(said.closed),
    write: (row, text) => withSaid(row, { closed: figureWritten(text) }),
  },
  {
    id: 'received',
    title: say('returns.received_money'),
    className: 'num',
    room: 'min-w-[104px]',
    text: ({ said }) => figureText(said.received),
    write: (row, text) => withSaid(row, { received: figureWritten(text) }),
  },
  {
    id: 'refused',
    title: say('returns.refused'),
    className: 'num',
    text: ({ line, said }) => figureText(refusedOf(line, said)),
  },
  {
    id: 'to',
    title: say('returns.rest_goes'),
    room: 'min-w-[150px]',
    text: ({ line, said }) => (hasGoods(line) ? (options().find(([to]) => to === said.to)?.[1] ?? '') : ''),
    write: (row, text) => {
      const to = hasGoods(row.line) ? choiceWritten(text, options()) : undefined;
      return to === undefined ? row : withSaid(row, { to: to as To });
    },
  },
];

function Claims({
  entering: { change, refusals },
  body,
  lines,
}: {
  entering: Entering<ClaimBody>;
  body: ClaimBody;
  lines: readonly CreditableView[];
}) {
  const sent = lines.filter(({ line }) => (body.claims[line]?.closed ?? '') !== '').map(({ line }) => line);
  const rows = lines.map((line): ClaimRow => ({ line, said: body.claims[line.line] ?? NOT_CLOSED }));
  const write = (changed: ReadonlyMap<number, ClaimRow>) =>
    change({
      claims: {
        ...body.claims,
        ...Object.fromEntries([...changed.values()].map(({ line, said }) => [line.line, said])),
      },
    });
  return (
    <Grid
      name="claims"
      label={say('list.credits')}
      columns={columns()}
      lines={rows}
      passChoices
      write={write}
      draw={(index, place) => {
        const row = rows[index] as ClaimRow;
        const { line, said } = row;
        const at = `/lines/${sent.indexOf(line.line)}`;
        const name = `${line.label}, ${line.document.number}`;
        const set = (to: Partial<Closed>) => write(new Map([[0, withSaid(row, to)]]));
        return (
          <Line
            key={line.line}
            place={place}
            title={{ goods: line.label }}
            cells={{
              goods: line.label,
              document: [line.document.number, line.document.reference].filter(Boolean).join(' · '),
              open: isGoods(line) ? `${showFigure(openOf(line))} ${line.unit}` : showFigure(openOf(line)),
              closed: (
                <FigureCell
                  label={say('returns.closed_of', { name })}
                  value={said.closed}
                  wrong={wrongAt(refusals, `${at}/${isGoods(line) ? 'quantity' : 'amount'}`) ?? wrongAt(refusals, at)}
                  onChange={(closed) => set({ closed })}
                />
              ),
              received: (
                <FigureCell
                  label={say('returns.received_of', { name })}
                  value={said.received}
                  wrong={wrongAt(refusals, `${at}/received`)}
                  onChange={(received) => set({ received })}
                />
              ),
              refused: showFigure(refusedOf(line, said)),
              to: hasGoods(line) && (
                <Choice
                  label={say('returns.rest_of', { name })}
                  value={said.to}
                  options={options()}
                  onChange={(to) => set({ to: to as To })}
                />
              ),
            }}
          />
        );
      }}
    />
  );
}
