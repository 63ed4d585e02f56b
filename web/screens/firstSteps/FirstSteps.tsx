import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { FirstSteps as Counted } from '@obolus/contract/views/me';
import type { MessageId } from '@obolus/messages/message';
import { say } from '../../locale/say.ts';
import { Head } from '../../parts/Head.tsx';
import { Problem } from '../../parts/Problem.tsx';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';

interface Step {
  readonly name: MessageId;
  readonly why: MessageId;
  readonly to: string;
  /** What of it is counted; the company itself is there from the start. */
  readonly of?: keyof Counted;
  readonly optional?: true;
}

/** From an empty company to its first receipt, in the order in which one needs what stands before. */
const STEPS: readonly Step[] = [
  { name: 'register.company', why: 'first.company', to: '/setup/company/1' },
  { name: 'first.accounts', why: 'first.accounts_why', to: '/setup/posting-accounts', of: 'accounts' },
  { name: 'register.warehouses', why: 'first.warehouses_why', to: '/setup/warehouses', of: 'warehouses' },
  { name: 'register.items', why: 'first.items_why', to: '/setup/imports', of: 'items' },
  { name: 'register.vendors', why: 'first.vendors_why', to: '/setup/imports', of: 'vendors' },
  { name: 'kind.opening', why: 'first.stock_why', to: '/setup/imports', of: 'openingStock', optional: true },
  { name: 'first.order', why: 'first.order_why', to: '/orders/new', of: 'orders' },
  { name: 'first.receipt', why: 'first.receipt_why', to: '/receiving', of: 'receipts' },
];

/** What stands between an empty company and its first receipt: each step is a screen of its own, this one says how far one is. */
export function FirstSteps() {
  const steps = server.useFirstStepsQuery();
  const { company } = useMe();
  const { data } = steps;
  const next = data && STEPS.find(({ of, optional }) => of && !optional && data[of] === 0);
  return (
    <div className="screen">
      <Head
        title={say('first.title')}
        about={data && (next ? say('first.next', { step: { word: next.name } }) : say('first.done'))}
      />
      <div className="body max-w-[860px]">
        {steps.isError ? (
          <Problem error={steps.error} again={steps.refetch} />
        ) : (
          data && (
            <table className="sheet ruled" aria-label={say('first.title')}>
              <tbody>
                {STEPS.map((step, at) => (
                  <Row key={step.name} step={step} at={at} isNext={step === next}>
                    {step.of === undefined
                      ? say('first.company_is', {
                          name: company.name,
                          currency: company.currency,
                          day: { day: company.firstOpenDay },
                        })
                      : data[step.of] > 0
                        ? `✓ ${say('first.count', { count: data[step.of] })}`
                        : say(step.optional ? 'first.none_optional' : 'first.none')}
                  </Row>
                ))}
              </tbody>
            </table>
          )
        )}
      </div>
    </div>
  );
}

function Row({
  step: { name, why, to },
  at,
  isNext,
  children,
}: {
  step: Step;
  at: number;
  isNext: boolean;
  children: ReactNode;
}) {
  return (
    <tr>
      <td className="num dim align-top pt-2">{at + 1}</td>
      <td className="py-2">
        <Link className="act strong" to={to}>
          {say(name)}
        </Link>
        <p className="dim whitespace-normal max-w-[460px]">{say(why)}</p>
      </td>
      <td className={`align-top pt-2 ${isNext ? 'text-bronze' : ''}`}>{children}</td>
    </tr>
  );
}
