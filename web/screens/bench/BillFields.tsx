import type { RefusalView } from '@obolus/contract/commands';
import type { IncomingBill } from '@obolus/contract/views/bench';
import { AnotherBill, CurrencyField, DateField, TermsField, VendorNumberField } from '../../drafts/HeaderFields.tsx';
import { say } from '../../locale/say.ts';
import type { BillBody } from './billBody.ts';
import { Instalments } from './Instalments.tsx';

/** What a bill says of itself: its number, day and currency, and when it is due. */
export function BillFields({
  body,
  change,
  refusals,
  paper,
  total,
}: {
  body: BillBody;
  change: (to: Partial<BillBody>) => void;
  refusals: readonly RefusalView[];
  paper: IncomingBill | undefined;
  /** What it comes to. */
  total: string;
}) {
  return (
    <>
      <div className="fields">
        <VendorNumberField {...{ body, change, refusals }} />
        <AnotherBill
          at="/reference"
          value={body.another ?? ''}
          refusals={refusals}
          onChange={(another) => change({ another })}
        />
        <DateField name={say('word.date')} body={body} change={change} refusals={refusals} />
        <CurrencyField name={say('word.currency')} body={body} change={change} refusals={refusals} />
        <TermsField {...{ body, change, refusals, paper, total }} />
      </div>
      <Instalments
        lines={body.instalments ?? []}
        change={(instalments) => change({ instalments })}
        {...{ total, refusals }}
        currency={body.currency}
      />
    </>
  );
}
