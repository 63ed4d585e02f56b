import type { OwedToVendor } from '@obolus/contract/views/payables';
import { type Entering, wrongAt } from '../../drafts/useDraft.ts';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cell, Choice, Field } from '../../parts/Cells.tsx';
import { isZero } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { useMe } from '../../server/me.ts';
import { accountChoice } from '../../ownAccounts/ownAccounts.ts';
import { type OwnAccounts } from '../../ownAccounts/useOwnAccounts.ts';
import type { PayBody } from './payBody.ts';

/** The bank, with what it took and kept where that is known, or a prepayment that is used up. */
export function PaidFrom({
  entering: { change, refusals },
  body,
  prepaid,
  own,
}: {
  entering: Entering<PayBody>;
  body: PayBody;
  prepaid: OwedToVendor['prepaid'];
  own: OwnAccounts;
}) {
  const { company } = useMe();
  const { accounts = [], of } = own;
  const account = of(body.account, body.currency);
  const usable = prepaid.filter(({ currency }) => currency === body.currency);
  const takesDiscount = Object.values(body.settled).some(({ discount }) => discount !== '' && !isZero(discount));
  const writesOff = Object.values(body.settled).some(({ writeOff }) => writeOff !== '');
  return (
    <div className="fields">
      <Field name={say('payables.paid_from')} wide>
        <Choice
          label={say('payables.paid_from')}
          value={body.from || account.id}
          wrong={wrongAt(refusals, '/from') ?? wrongAt(refusals, '/account')}
          options={[
            ...(accounts.length === 0 ? [['', say('payables.the_bank')] as const] : accounts.map(accountChoice)),
            ...usable.map(
              ({ id, number, left, order }) =>
                [id, say('payables.prepayment_left', { number, order, left: showFigure(left) })] as const,
            ),
          ]}
          onChange={(chosen) =>
            change(
              usable.some(({ id }) => id === chosen)
                ? { from: chosen }
                : { from: '', account: chosen, took: '', fee: '' },
            )
          }
        />
      </Field>
      {body.from === '' && (
        <>
          <Field name={say('payables.bank_took', { currency: account.currency })}>
            <FigureCell
              label={say('payables.bank_took', { currency: account.currency })}
              value={body.took}
              placeholder={say('payables.at_days_rate')}
              hint={say('payables.took_hint')}
              wrong={wrongAt(refusals, '/took')}
              onChange={(took) => change({ took })}
            />
          </Field>
          <Field name={say('payables.fee')}>
            <FigureCell
              label={say('payables.fee')}
              value={body.fee}
              hint={say('payables.fee_hint')}
              wrong={wrongAt(refusals, '/fee')}
              onChange={(fee) => change({ fee })}
            />
          </Field>
        </>
      )}
      {takesDiscount && (
        <Field name={say('payables.discounts_to')}>
          <Choice
            label={say('payables.discounts_to')}
            value={body.discountsTo || company.discountsTo}
            options={[
              ['income', say('payables.discounts_to_income')],
              ['goods', say('payables.discounts_to_goods')],
            ]}
            onChange={(to) => change({ discountsTo: to === 'goods' ? 'goods' : 'income' })}
          />
        </Field>
      )}
      {writesOff && (
        <Field name={say('payables.why_written_off')} wide>
          <Cell
            label={say('payables.why_written_off')}
            value={body.reason}
            wrong={wrongAt(refusals, '/reason')}
            onChange={(reason) => change({ reason })}
          />
        </Field>
      )}
    </div>
  );
}
