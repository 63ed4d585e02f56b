import { Link, useParams, useSearchParams } from 'react-router';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { Footing } from '../../frame/Footing.tsx';
import { say } from '../../locale/say.ts';
import { Head } from '../../parts/Head.tsx';
import { useVendor, useVendors } from '../../server/known.ts';
import { useMayPost, useMe } from '../../server/me.ts';
import { AskApproval, isAsked } from '../approvals/AskApproval.tsx';
import { OwnAccount } from '../../ownAccounts/OwnAccount.tsx';
import { useOwnAccounts } from '../../ownAccounts/useOwnAccounts.ts';
import { askedFor, type Prepaid, prepaidIn } from './prepaid.ts';
import { PrepaidFields } from './PrepaidFields.tsx';

type Body = Prepaid & {
  readonly date: string;
  /** The company's bank account; empty for the usual one. */
  readonly account: string;
};

const prepaidOf = ({ vendor, order, refundable, currency, amount, tax }: Body): Prepaid => ({
  vendor,
  order,
  refundable,
  currency,
  amount,
  tax,
});

/** Money is paid before the bill: for the goods of an order, which then come in at its rate, or as a deposit. */
export function Prepay() {
  const { draft = '' } = useParams();
  const [asked] = useSearchParams();
  const { company } = useMe();
  const known = useVendors([]);
  const own = useOwnAccounts();
  const currencyOf = ({ currency, vendor }: Body): string => currency || known[vendor]?.currency || company.currency;
  const entering = useDraft<'prepayment', Body>({
    kind: 'prepayment',
    id: draft,
    blank: () => ({ ...prepaidIn(asked), date: company.today, account: '' }),
    toCommand: (body) => {
      if (body.vendor === '' || body.amount === '' || !own.accounts) return undefined;
      const [{ account: chosen, ...said }, currency] = [body, currencyOf(body)];
      const { id: account } = own.of(chosen, currency);
      return { ...said, currency, ...(account ? { account } : {}) };
    },
    title: () => '',
  });
  const [mayPrepay, mayRun] = [useMayPost('prepayment'), useMayPost('payment-run')];
  const { body, change, refusals } = entering;
  const vendor = useVendor(body?.vendor ?? '');
  if (!body) return null;
  return (
    <div className="screen">
      <Head
        title={vendor?.name ?? say('kind.prepayment')}
        more={vendor ? say('kind.prepayment') : ''}
        about={say('payables.prepay_about')}
      >
        <DateField name={say('payables.payment_date')} body={body} change={change} refusals={refusals} />
        {mayRun && body.vendor !== '' && (
          <Link
            className="btn quiet self-end"
            to={`/payables/runs/new?${askedFor({ ...prepaidOf(body), currency: currencyOf(body) }).toString()}`}
            onClick={entering.drop}
          >
            {say('payables.pay_with_run')}
          </Link>
        )}
      </Head>
      <div className="body">
        <div className="fields">
          <PrepaidFields
            prepaid={body}
            currency={currencyOf(body)}
            change={change}
            wrong={(field) => wrongAt(refusals, `/${field}`)}
          />
          <OwnAccount
            own={own}
            chosen={body.account}
            currency={currencyOf(body)}
            wrong={wrongAt(refusals, '/account')}
            onChange={(account) => change({ account })}
          />
        </div>
      </div>
      <Footing
        entering={entering}
        allowed={mayPrepay}
        action={say('payables.post_prepayment')}
        waitingFor={say('payables.begin_prepayment')}
        note={
          isAsked(entering) ? (
            <AskApproval kind="prepayment" draft={draft} entering={entering} />
          ) : (
            <p className="dim">
              {say(
                body.refundable
                  ? 'payables.deposit_measured'
                  : body.order
                    ? 'payables.prepaid_rate'
                    : 'payables.deposit_rate',
              )}
            </p>
          )
        }
      />
    </div>
  );
}
