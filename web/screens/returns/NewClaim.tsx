import { useParams, useSearchParams } from 'react-router';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { CLAIMED_FOR } from '@obolus/contract/kinds/claim';
import { DateField } from '../../drafts/HeaderFields.tsx';
import { useDraft, wrongAt } from '../../drafts/useDraft.ts';
import { Footing } from '../../frame/Footing.tsx';
import { say } from '../../locale/say.ts';
import { Cell, Choice, Field, TakeOut } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Head } from '../../parts/Head.tsx';
import { Lookup } from '../../parts/Lookup.tsx';
import { Suggested } from '../../parts/Suggested.tsx';
import { useVendor, useVendors } from '../../server/known.ts';
import { useMayPost, useMe } from '../../server/me.ts';

type Body = Required<BodyOf<'claim'>>;
type ClaimLine = Body['lines'][number];

const NO_LINE: ClaimLine = { said: '', expense: '', amount: '' };
const isBlank = ({ said, expense, amount }: ClaimLine): boolean => said === '' && expense === '' && amount === '';

/** What a vendor owes though nothing went back and no bill said so: a rebate, a bill that was paid twice, what was promised. */
export function NewClaim() {
  const { draft = '' } = useParams();
  const [asked] = useSearchParams();
  const { company } = useMe();
  const known = useVendors([]);
  const currencyOf = ({ currency, vendor }: Body): string => currency || known[vendor]?.currency || company.currency;
  const entering = useDraft<'claim', Body>({
    kind: 'claim',
    id: draft,
    blank: () => ({
      vendor: asked.get('vendor') ?? '',
      date: company.today,
      currency: asked.get('currency') ?? '',
      why: CLAIMED_FOR.find((why) => why === asked.get('why')) ?? 'rebate',
      reason: '',
      bill: asked.get('bill') ?? '',
      lines: [{ ...NO_LINE, said: asked.get('said') ?? '', amount: asked.get('amount') ?? '' }],
    }),
    toCommand: (body) => {
      const lines = body.lines.filter((line) => !isBlank(line));
      if (body.vendor === '' || lines.length === 0) return undefined;
      return { ...body, currency: currencyOf(body), lines };
    },
    title: () => '',
  });
  const mayClaim = useMayPost('claim');
  const { body, change, refusals } = entering;
  const vendor = useVendor(body?.vendor ?? '');
  if (!body) return null;
  const set = (at: number, to: Partial<ClaimLine>) =>
    change({ lines: body.lines.map((line, place) => (place === at ? { ...line, ...to } : line)) });
  // Blank lines are not sent: what is said of a line is about its place among those that are.
  const sentAt = (at: number): number => body.lines.slice(0, at).filter((line) => !isBlank(line)).length;
  return (
    <div className="screen">
      <Head
        title={vendor?.name ?? say('kind.claim')}
        more={vendor ? say('kind.claim') : ''}
        about={say('returns.claim_about')}
      >
        <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
      </Head>
      <div className="body">
        <div className="fields">
          <Field name={say('word.vendor')} wide>
            <Lookup
              label={say('word.vendor')}
              of="vendors"
              autoFocus={body.vendor === ''}
              chosen={vendor}
              wrong={wrongAt(refusals, '/vendor')}
              onChange={(chosen) => change({ vendor: chosen, bill: '', currency: '' })}
            />
          </Field>
          <Field name={say('document.claimed_for')} wide>
            <Choice
              label={say('document.claimed_for')}
              value={body.why}
              options={CLAIMED_FOR.map((why) => [why, say(`status.claim_${why}`)])}
              onChange={(why) => change({ why: why as Body['why'] })}
            />
          </Field>
          <Field name={say('word.currency')}>
            <Cell
              label={say('word.currency')}
              value={currencyOf(body)}
              wrong={wrongAt(refusals, '/currency')}
              onChange={(currency) => change({ currency: currency.toUpperCase().slice(0, 3) })}
            />
          </Field>
          <Field name={say('returns.claim_reason')} wide>
            <Cell
              label={say('returns.claim_reason')}
              value={body.reason}
              wrong={wrongAt(refusals, '/reason')}
              onChange={(reason) => change({ reason })}
            />
          </Field>
        </div>
        <table className="sheet max-w-[860px]" aria-label={say('word.lines')}>
          <thead>
            <tr>
              <th className="w-full">{say('returns.claim_said')}</th>
              <th>{say('returns.claim_lowers')}</th>
              <th className="num">{say('returns.claim_amount', { currency: currencyOf(body) })}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {body.lines.map((line, at) => {
              const wrong = (field: keyof ClaimLine) =>
                isBlank(line) ? undefined : wrongAt(refusals, `/lines/${sentAt(at)}/${field}`);
              return (
                <tr key={at}>
                  <td>
                    <Cell
                      label={say('returns.claim_said_of', { at: at + 1 })}
                      value={line.said}
                      wrong={wrong('said')}
                      onChange={(said) => set(at, { said })}
                    />
                  </td>
                  <td className="min-w-[240px]">
                    <Cell
                      label={say('returns.claim_expense_of', { at: at + 1 })}
                      value={line.expense}
                      placeholder={say('returns.claim_variance')}
                      list="expense-accounts"
                      wrong={wrong('expense')}
                      onChange={(expense) => set(at, { expense })}
                    />
                  </td>
                  <td className="num min-w-[120px]">
                    <FigureCell
                      label={say('returns.claim_amount_of', { at: at + 1 })}
                      value={line.amount}
                      wrong={wrong('amount')}
                      onChange={(amount) => set(at, { amount })}
                    />
                  </td>
                  <td>
                    {body.lines.length > 1 && (
                      <TakeOut
                        label={say('orders.take_out_line', { at: at + 1 })}
                        onClick={() => change({ lines: body.lines.filter((_, place) => place !== at) })}
                      />
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <button type="button" className="act pt-2" onClick={() => change({ lines: [...body.lines, NO_LINE] })}>
          {say('orders.another_line')}
        </button>
        <Suggested register="expense-accounts" field="code" />
      </div>
      <Footing
        entering={entering}
        allowed={mayClaim}
        action={say('returns.post_claim')}
        waitingFor={say('returns.begin_claim')}
        note={<p className="dim">{say('returns.claim_ends')}</p>}
      />
    </div>
  );
}
