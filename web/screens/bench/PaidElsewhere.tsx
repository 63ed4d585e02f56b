import type { PreviewReply, RefusalView } from '@obolus/contract/commands';
import { wrongAt } from '../../drafts/useDraft.ts';
import { say } from '../../locale/say.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
import type { BillBody } from './billBody.ts';

const NOBODY = { payee: '', toAccount: '', bankCode: '' };

/** Whom the bill asks to be paid to, where that is not the vendor at its account on file: as its paper says it, or as it is typed. */
export function PaidElsewhere({
  body,
  change,
  refusals,
  asked,
}: {
  body: BillBody;
  change: (to: Partial<BillBody>) => void;
  refusals: readonly RefusalView[];
  /** What its paper says. */
  asked: PreviewReply['asksPayee'];
}) {
  if (asked)
    return (
      <p className="pt-4 text-over" role="note">
        {say('bench.paper_asks_payee', {
          payee: asked.payee || say('bench.the_vendor'),
          account: asked.account || say('bench.account_on_file'),
        })}{' '}
        {say('bench.payment_waits')}
      </p>
    );
  const { remitTo } = body;
  if (!remitTo)
    return (
      <p className="pt-2">
        <button type="button" className="act" onClick={() => change({ remitTo: NOBODY })}>
          {say('bench.pay_elsewhere')}
        </button>
      </p>
    );
  const cell = (field: keyof typeof NOBODY, label: string, placeholder: string) => (
    <Field name={label} wide={field !== 'bankCode'}>
      <Cell
        label={label}
        value={remitTo[field]}
        placeholder={placeholder}
        autoFocus={field === 'payee'}
        wrong={wrongAt(refusals, `/remitTo/${field}`)}
        onChange={(text) => change({ remitTo: { ...remitTo, [field]: text } })}
      />
    </Field>
  );
  return (
    <section className="pt-4" aria-label={say('bench.paid_elsewhere')}>
      <h2 className="cap">{say('bench.paid_elsewhere')}</h2>
      <div className="fields">
        {cell('payee', say('approval.payee'), say('bench.the_vendor'))}
        {cell('toAccount', say('word.bank_account'), say('bench.account_on_file'))}
        {cell('bankCode', say('word.bank_code'), '')}
        <button type="button" className="act self-end" onClick={() => change({ remitTo: undefined })}>
          {say('bench.pay_on_file')}
        </button>
      </div>
      <p className="dim">{say('bench.payment_waits')}</p>
    </section>
  );
}
