import type { RefusalView } from '@obolus/contract/commands';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { wrongAt } from '../../drafts/useDraft.ts';
import { say } from '../../locale/say.ts';
import { TakeOut } from '../../parts/Cells.tsx';
import { type Prepaid, prepaidIn } from '../payables/prepaid.ts';
import { PrepaidFields } from '../payables/PrepaidFields.tsx';
import { prepaidPointers, type RunBody } from './runBody.ts';

interface Props {
  readonly body: RunBody;
  readonly change: (to: Partial<RunBody>) => void;
  readonly refusals: readonly RefusalView[];
  readonly run: BodyOf<'payment-run'> | undefined;
  readonly currencyOf: (prepaid: Prepaid) => string;
}

/** What a run pays before the bill: each with its vendor and order. */
export function InAdvance({ body: { prepaid }, change, refusals, run, currencyOf }: Props) {
  const pointers = prepaidPointers(prepaid, run);
  const set = (place: number, to: Partial<Prepaid>) =>
    change({ prepaid: prepaid.map((one, at) => (at === place ? { ...one, ...to } : one)) });
  const wrong = (place: number, field: keyof Prepaid): string | undefined => {
    const at = pointers[place];
    if (at === undefined) return undefined;
    return wrongAt(refusals, `${at}/${field}`) ?? wrongAt(refusals, `${at}/prepays/${field}`);
  };
  return (
    <section className="pt-5" aria-label={say('list.prepayments')}>
      {prepaid.length > 0 && <h2 className="cap">{say('list.prepayments')}</h2>}
      {prepaid.map((one, place) => (
        <div key={place} className="fields pt-1">
          <PrepaidFields
            prepaid={one}
            currency={currencyOf(one)}
            change={(to) => set(place, to)}
            wrong={(field) => wrong(place, field)}
            place={place}
          />
          <span className="self-start pt-[22px]">
            <TakeOut
              label={say('paying.prepayment_out', { place: place + 1 })}
              onClick={() => change({ prepaid: prepaid.filter((_, at) => at !== place) })}
            />
          </span>
        </div>
      ))}
      <button
        type="button"
        className="act pt-2"
        onClick={() => change({ prepaid: [...prepaid, prepaidIn(new URLSearchParams())] })}
      >
        {say(prepaid.length === 0 ? 'paying.add_prepayment' : 'paying.another_prepayment')}
      </button>
    </section>
  );
}
