import type { BillableView, WaitingBill } from '@obolus/contract/views/bench';
import { useMayPost } from '../../server/me.ts';
import { Head } from '../../parts/Head.tsx';
import { asReceived, type BillBody } from './billBody.ts';
import { usuallyMeant } from './crossRates.ts';
import { BesideButton } from './PaperBeside.tsx';
import { PlanBill } from './PlanBill.tsx';
import { WriteMail } from './WriteMail.tsx';
import { say } from '../../locale/say.ts';

/** Whose bill it is and who is at it; what can be done with it at the right. */
export function BillHead({
  name,
  hold,
  draft,
  waiting,
  heldBy,
  body,
  change,
  lines,
  beside,
  setBeside,
  kept,
}: {
  name: string;
  hold: string;
  draft: string;
  waiting: WaitingBill | undefined;
  heldBy: string;
  body: BillBody;
  change: (to: Partial<BillBody>) => void;
  lines: readonly BillableView[];
  beside: boolean;
  setBeside: (beside: boolean) => void;
  kept: boolean;
}) {
  const mayBill = useMayPost('bill');
  const here = usuallyMeant(lines, body.currency).filter(({ state }) => state === 'received');
  return (
    <Head
      title={name}
      more={body.reference || say('bench.vendor_bill')}
      about={
        <>
          {hold
            ? say('bench.in_currency_hold', { currency: body.currency, hold })
            : say('bench.in_currency', { currency: body.currency })}
          {heldBy !== '' && <b className="text-bronze"> {say('bench.held_by', { name: heldBy })}</b>}
        </>
      }
    >
      {body.paper !== undefined && <BesideButton beside={beside} onChange={setBeside} />}
      {heldBy === '' && mayBill && <PlanBill draft={draft} waiting={waiting} kept={kept} />}
      {heldBy === '' && mayBill && <WriteMail vendor={name} body={body} lines={lines} />}
      {here.length > 0 && (
        <button
          type="button"
          className="btn quiet"
          disabled={heldBy !== ''}
          onClick={() => change({ billed: Object.fromEntries(here.map((line) => [line.line, asReceived(line)])) })}
        >
          {say('bench.bill_all')}
        </button>
      )}
    </Head>
  );
}

export interface Shown {
  readonly vendor: string;
  readonly draft: string;
  /** What of the vendor may be billed. */
  readonly lines: readonly BillableView[];
  /** Whether that is known yet; until then nothing is shown. */
  readonly areLinesHere: boolean;
  /** As it stands among what waits; undefined for a new one. */
  readonly waiting: WaitingBill | undefined;
  /** Who else is working on it; empty for nobody. */
  readonly heldBy: string;
}
