import { DueOf } from '../payables/DueOf.tsx';
import { useMemo } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { BankAccountView } from '@obolus/contract/views/setUp';
import type { Proposal, ProposedItem } from '@obolus/contract/views/paying';
import { addDays } from '@obolus/core/exact/calendar';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { type Entering, useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { Explain } from '../../guide/Explain.tsx';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import { Cut } from '../../parts/Cut.tsx';
import { DateCell } from '../../parts/DateCell.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useVendors } from '../../server/known.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { Grid } from '../../table/Grid.tsx';
import { Line } from '../../table/Line.tsx';
import { type Prepaid, prepaidIn } from '../payables/prepaid.ts';
import { InAdvance } from './InAdvance.tsx';
import { isPaidFrom, usualAccount } from '../../ownAccounts/ownAccounts.ts';
import { useOwnAccounts } from '../../ownAccounts/useOwnAccounts.ts';
import { type From, RunAccount } from './RunAccount.tsx';
import { Remark, runColumns, type RunRow } from './runColumns.tsx';
import {
  isPaid,
  type Paid,
  paidWhole,
  payableBy,
  pointersOf,
  proposedRun,
  type RunBody,
  runOf,
  sumsByCurrency,
} from './runBody.ts';
import { Empty } from '../../parts/Empty.tsx';

/** Days ahead for which bills are proposed. */
const SOON = 7;

/** What is to be paid over all vendors, in one list: what is due is proposed, what is held says why. */
export function NewRun() {
  const proposal = server.useProposalQuery(undefined, { refetchOnMountOrArgChange: true });
  const { accounts } = useOwnAccounts();
  if (proposal.isError)
    return (
      <div className="body">
        <Problem error={proposal.error} again={proposal.refetch} />
      </div>
    );
  return proposal.currentData && accounts ? <Choosing proposal={proposal.currentData} accounts={accounts} /> : null;
}

function Choosing({ proposal, accounts }: { proposal: Proposal; accounts: readonly BankAccountView[] }) {
  const { draft = '' } = useParams();
  const [asked] = useSearchParams();
  const { company } = useMe();
  const known = useVendors([]);
  const currencyOf = ({ currency, vendor }: Prepaid): string => currency || known[vendor]?.currency || company.currency;
  const accountOf = (of: string) => accounts.find(({ id }) => id === of);
  const isFrom = (account = '') => isPaidFrom(accountOf(account), accounts, company.currency);
  const account = usualAccount(accounts, asked.get('currency') || company.currency, company.currency)?.id ?? '';
  const payable = ({ account: from = '', way }: Partial<From>) =>
    payableBy(way, proposal.items, accountOf(from)?.currency ?? company.currency);
  const propose = (from: Partial<From>, date: string, until: string) =>
    proposedRun(payable(from), date, until, isFrom(from.account));
  const entering = useDraft<'payment-run', RunBody>({
    kind: 'payment-run',
    id: draft,
    blank: () => {
      const date = company.today;
      if (asked.has('vendor')) return { date, account, until: '', paid: {}, prepaid: [prepaidIn(asked)] };
      const until = addDays(date, SOON);
      return { date, account, until, paid: propose({ account }, date, until), prepaid: [] };
    },
    toCommand: (body) => runOf(body, payable(body), currencyOf),
    title: () => say('paying.runs'),
  });
  const mayRun = useMayPost('payment-run');
  const { body, change, refusals } = entering;
  const way = body?.way;
  const kept = accountOf(body?.account ?? '')?.currency ?? company.currency;
  const items = useMemo(() => payableBy(way, proposal.items, kept), [way, proposal.items, kept]);
  if (!body) return null;
  const run = runOf(body, items, currencyOf);
  const payFrom = (to: From) => {
    const isOther = to.way !== (body.way ?? 'transfer') || accountOf(to.account)?.currency !== kept;
    change({ ...to, paid: isOther ? propose(to, body.date, body.until) : body.paid });
  };
  return (
    <div className="screen">
      <Head
        title={say('kind.payment-run')}
        about={
          <>
            {say('paying.new_about')}
            <Explain what={say('kind.payment-run')} chapter="payables" of="payment-run" />
          </>
        }
      >
        <RunAccount accounts={accounts} body={body} refusals={refusals} onChange={payFrom} />
        <div className="flex gap-3 [&>*]:w-[140px]">
          <DateField name={say('paying.day')} body={body} change={change} refusals={refusals} />
          <Field name={say('paying.due_by')}>
            <DateCell
              label={say('paying.due_by')}
              value={body.until}
              onChange={(until) => change({ until, paid: propose(body, body.date, until) })}
            />
          </Field>
        </div>
      </Head>
      <div className="body">
        {accounts.length === 0 && (
          <p className="pb-3">
            {say('paying.set_account_up')}{' '}
            <Link className="act" to="/setup/bank-accounts">
              {say('register.bank-accounts')}
            </Link>
          </p>
        )}
        <Cut list={{ rows: items, more: proposal.more }} />
        <Items
          entering={entering}
          body={body}
          items={items}
          vendors={proposal.vendors}
          run={run}
          isFrom={isFrom(body.account)}
        />
        <InAdvance {...{ body, change, refusals, run, currencyOf }} />
        {items.some(({ id, doubt }) => doubt && isPaid(body.paid[id])) && (
          <div className="fields pt-4">
            <Field name={say('paying.why_not_twice')} wide>
              <Cell
                label={say('paying.why_not_twice')}
                value={body.sure ?? ''}
                wrong={wrongAt(refusals, '/sure')}
                onChange={(sure) => change({ sure })}
              />
            </Field>
          </div>
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayRun}
        action={say('paying.post_run')}
        waitingFor={say('paying.begin')}
        note={<Sums sums={sumsByCurrency(run)} />}
      />
    </div>
  );
}

/** What leaves the account in each currency. */
function Sums({ sums }: { sums: ReturnType<typeof sumsByCurrency> }) {
  if (sums.length === 0) return null;
  return (
    <>
      <h2 className="cap">{say('paying.to_pay')}</h2>
      {sums.map(({ currency, amount, payments }) => (
        <p key={currency}>
          <b>{showFigure(amount)}</b> {currency}{' '}
          <span className="dim">{say('paying.payments', { count: payments })}</span>
        </p>
      ))}
      <p className="dim">{say('paying.posts_nothing')}</p>
    </>
  );
}

const NOT_PAID: Paid = { amount: '', discount: '' };

function Items({
  entering: { change, refusals },
  body,
  items,
  vendors: known,
  run,
  isFrom,
}: {
  entering: Entering<RunBody>;
  body: RunBody;
  items: readonly ProposedItem[];
  vendors: Proposal['vendors'];
  run: BodyOf<'payment-run'> | undefined;
  /** Whether an item is paid from the account of the run unless somebody says otherwise. */
  isFrom: (item: ProposedItem) => boolean;
}) {
  const vendors = useMemo(() => new Map(known.map((vendor) => [vendor.id, vendor])), [known]);
  const ordered = useMemo(() => {
    const nameOf = ({ vendor }: ProposedItem) => vendors.get(vendor)?.name ?? '';
    return [...items].sort(
      (a, b) => nameOf(a).localeCompare(nameOf(b)) || (a.due < b.due ? -1 : a.due > b.due ? 1 : 0),
    );
  }, [items, vendors]);
  const rows = ordered.map((item): RunRow => ({
    item,
    vendor: vendors.get(item.vendor)?.name ?? '',
    paid: body.paid[item.id] ?? NOT_PAID,
    hasItsAccount: !isFrom(item),
  }));
  const pointers = pointersOf(run);
  const set = (id: string, to: Partial<Paid>) =>
    change({ paid: { ...body.paid, [id]: { ...(body.paid[id] ?? NOT_PAID), ...to } } });
  if (items.length === 0) return <Empty title={say('payables.none')} />;
  return (
    <Grid
      name="run-items"
      label={say('payables.open_items')}
      columns={runColumns()}
      lines={rows}
      write={(changed) =>
        change({
          paid: {
            ...body.paid,
            ...Object.fromEntries([...changed.values()].map(({ item, paid }) => [item.id, paid])),
          },
        })
      }
      draw={(index, place) => {
        const row = rows[index] as RunRow;
        const { item, vendor, paid } = row;
        const at = pointers.get(item.id) ?? '';
        const name = `${vendor} ${item.reference || item.number}`;
        const isTaken = isPaid(body.paid[item.id]);
        const cell = (field: keyof Paid, label: string) =>
          item.held === '' && (
            <FigureCell
              label={label}
              value={paid[field]}
              wrong={wrongOf(refusals, at, field)}
              onChange={(figure) => set(item.id, { [field]: figure })}
            />
          );
        return (
          <Line
            key={item.id}
            place={place}
            cells={{
              take: (
                <input
                  type="checkbox"
                  className="accent-bronze"
                  aria-label={say('payables.take_item', { name })}
                  disabled={item.held !== ''}
                  checked={isTaken}
                  onChange={() => set(item.id, isTaken ? NOT_PAID : paidWhole(item, body.date))}
                />
              ),
              vendor,
              item: (
                <>
                  {item.reference || item.number}
                  {item.kind === 'credit' && <span className="dim"> {say('status.credit-memo')}</span>}
                </>
              ),
              due: <DueOf item={item} on={body.date} />,
              until: item.discountDay && item.discountDay >= body.date ? showDay(item.discountDay) : '',
              open: showFigure(item.open),
              currency: <span className="dim">{item.currency}</span>,
              amount: cell('amount', say('payables.pay_of', { name })),
              discount: cell('discount', say('payables.discount_of', { name })),
              held: <Remark row={row} vendor={vendors.get(item.vendor)} />,
            }}
          />
        );
      }}
    />
  );
}

/** What is wrong with a line, at the figure that it is about; what is wrong with its vendor, at each of its lines. */
function wrongOf(refusals: Entering<RunBody>['refusals'], at: string, field: keyof Paid): string | undefined {
  const payment = at.split('/').slice(0, 3).join('/');
  const own = wrongAt(refusals, `${at}/${field}`);
  return own ?? (field === 'amount' ? (wrongAt(refusals, at) ?? wrongAt(refusals, `${payment}/vendor`)) : undefined);
}
