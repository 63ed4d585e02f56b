import { useParams, useSearchParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OwedToVendor } from '@obolus/contract/views/payables';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Footing } from '../../frame/Footing.tsx';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Choice, Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { BankGot } from '../../ownAccounts/BankGot.tsx';
import { OwnAccount } from '../../ownAccounts/OwnAccount.tsx';
import { type OwnAccounts, useOwnAccounts } from '../../ownAccounts/useOwnAccounts.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { Empty } from '../../parts/Empty.tsx';

type Body = Required<Omit<BodyOf<'prepayment-refund'>, 'currency'>>;

/** A vendor pays back what was paid before the bill: a deposit, or what is left of a prepayment. */
export function PaidBack() {
  const { vendor = '' } = useParams();
  const owed = server.useOwedToVendorQuery({ params: { id: vendor } }, { refetchOnMountOrArgChange: true });
  const own = useOwnAccounts();
  if (owed.isError)
    return (
      <div className="body">
        <Problem error={owed.error} again={owed.refetch} />
      </div>
    );
  return owed.currentData && own.accounts ? <Refund key={vendor} owed={owed.currentData} own={own} /> : null;
}

function Refund({ owed: { vendor, prepaid }, own }: { owed: OwedToVendor; own: OwnAccounts }) {
  const { draft = '' } = useParams();
  const [asked] = useSearchParams();
  const { company } = useMe();
  const mayPost = useMayPost('prepayment-refund');
  const entering = useDraft<'prepayment-refund', Body>({
    kind: 'prepayment-refund',
    id: draft,
    blank: () => {
      const of = asked.get('of') ?? prepaid[0]?.id ?? '';
      const left = prepaid.find(({ id }) => id === of)?.left ?? '';
      return { vendor: vendor.id, of, date: company.today, amount: left, account: '', got: '' };
    },
    toCommand: (body) => {
      const currency = prepaid.find(({ id }) => id === body.of)?.currency;
      if (currency === undefined || body.amount === '') return undefined;
      const { id: account, currency: kept } = own.of(body.account, currency);
      const { got, ...said } = body;
      return { ...said, currency, ...(account ? { account } : {}), ...(got && kept !== currency ? { got } : {}) };
    },
    title: () => vendor.name,
  });
  const { body, change, refusals } = entering;
  if (!body) return null;
  const chosen = prepaid.find(({ id }) => id === body.of);
  return (
    <div className="screen">
      <Head title={vendor.name} more={say('payables.paid_back')} about={say('payables.paid_back_about')} />
      <div className="body">
        {prepaid.length === 0 ? (
          <Empty title={say('payables.no_prepayments')} />
        ) : (
          <div className="fields">
            <Field name={say('kind.prepayment')} wide>
              <Choice
                label={say('kind.prepayment')}
                value={body.of}
                wrong={wrongAt(refusals, '/of')}
                options={prepaid.map(
                  ({ id, number, left, currency }) =>
                    [id, say('payables.left_of', { number, left: showFigure(left), currency })] as const,
                )}
                onChange={(of) => change({ of, amount: prepaid.find(({ id }) => id === of)?.left ?? '' })}
              />
            </Field>
            <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
            <Field name={say('orders.amount_in', { currency: chosen?.currency ?? '' })}>
              <FigureCell
                label={say('word.amount')}
                value={body.amount}
                wrong={wrongAt(refusals, '/amount')}
                onChange={(amount) => change({ amount })}
              />
            </Field>
            <OwnAccount
              own={own}
              chosen={body.account}
              currency={chosen?.currency ?? company.currency}
              wrong={wrongAt(refusals, '/account')}
              onChange={(to) => change({ account: to, got: '' })}
            />
            <BankGot
              account={own.of(body.account, chosen?.currency ?? company.currency)}
              currency={chosen?.currency}
              value={body.got}
              wrong={wrongAt(refusals, '/got')}
              onChange={(got) => change({ got })}
            />
          </div>
        )}
      </div>
      <Footing
        entering={entering}
        allowed={mayPost}
        action={say('payables.post_paid_back')}
        waitingFor={say('payables.begin_paid_back')}
      />
    </div>
  );
}
