import type { RefusalView } from '@obolus/contract/commands';
import type { IncomingBill } from '@obolus/contract/views/bench';
import { AnotherBill, CurrencyField, DateField, TermsField } from '../../drafts/HeaderFields.tsx';
import { wrongAt } from '../../drafts/useDraft.ts';
import { say } from '../../locale/say.ts';
import { Cell, Field } from '../../parts/Cells.tsx';
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
        <Field name={say('document.vendor_number')} wide>
          <Cell
            label={say('document.vendor_number')}
            autoFocus
            value={body.reference}
            wrong={wrongAt(refusals, '/reference')}
            onChange={(reference) => change({ reference })}
          />
        </Field>
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
