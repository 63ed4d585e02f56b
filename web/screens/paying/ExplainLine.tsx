import { useState } from 'react';
import { Link } from 'react-router';
import { type BankLine, MAY_BE_PAYMENT } from '@obolus/contract/views/paying';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { AskReason } from '../../parts/AskReason.tsx';
import { Choice, Field } from '../../parts/Cells.tsx';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Sheet } from '../../parts/Sheet.tsx';
import { saidAgainst, server } from '../../server/api.ts';

type Way = 'charge' | 'payment' | 'elsewhere';

/** Says what a line was: a charge of the bank or one of our payments, which is booked, or something that stands elsewhere. */
export function ExplainLine({ line }: { line: BankLine }) {
  const [asking, setAsking] = useState<Way>();
  const what = line.says || line.reference;
  const cameIn = line.because === 'money-in';
  const ways: readonly { way: Way; may: boolean; name: string; label: string }[] = [
    {
      way: 'charge',
      may: line.because === 'payment-unknown',
      name: say('paying.as_charge'),
      label: say('paying.as_charge_of', { what }),
    },
    {
      way: 'payment',
      may: MAY_BE_PAYMENT.includes(line.because),
      name: say(cameIn ? 'paying.as_refund' : 'paying.as_payment'),
      label: say(cameIn ? 'paying.as_refund_of' : 'paying.as_payment_of', { what }),
    },
    { way: 'elsewhere', may: true, name: say('paying.elsewhere'), label: say('paying.elsewhere_of', { what }) },
  ];
  const close = () => setAsking(undefined);
  return (
    <>
      {ways
        .filter(({ may }) => may)
        .map(({ way, name, label }) => (
          <button key={way} type="button" className="act pr-2" onClick={() => setAsking(way)} aria-label={label}>
            {name}
          </button>
        ))}
      {asking === 'payment' && <MatchLine line={line} what={what} onClose={close} />}
      {(asking === 'charge' || asking === 'elsewhere') && (
        <SayWhat line={line} what={what} as={asking} onClose={close} />
      )}
    </>
  );
}

interface Props {
  readonly line: BankLine;
  readonly what: string;
  readonly onClose: () => void;
}

function SayWhat({ line, what, as, onClose }: Props & { as: 'charge' | 'elsewhere' }) {
  const [explain, { error, isLoading }] = server.useExplainBankLineMutation();
  return (
    <AskReason
      title={say(as === 'charge' ? 'paying.as_charge_title' : 'paying.elsewhere_title', { what })}
      action={say(as === 'charge' ? 'paying.book_charge' : 'paying.keep_note')}
      needed
      wrong={saidAgainst(error)}
      busy={isLoading}
      onClose={onClose}
      onDo={(note) => void explain({ params: { id: line.id }, body: { as, note } })}
    />
  );
}

/** The payment, the refund or the claim that a line is, and what the bank kept of one in another currency. */
function MatchLine({ line, what, onClose }: Props) {
  const found = server.usePaymentsOfBankLineQuery({ params: { id: line.id } }, { refetchOnMountOrArgChange: true });
  const [explain, { error, isLoading }] = server.useExplainBankLineMutation();
  const [of, setOf] = useState('');
  const [fee, setFee] = useState('');
  const cameIn = line.because === 'money-in';
  const title = say(cameIn ? 'paying.as_refund_title' : 'paying.as_payment_title');
  const rows = found.currentData?.rows;
  if (!rows) return null;
  const chosen = rows.find(({ id }) => id === of) ?? rows[0];
  if (!chosen)
    return (
      <Sheet title={title} onOpenChange={onClose}>
        <p>
          {say(cameIn ? 'paying.no_refund_open' : 'paying.no_payment_open')}{' '}
          {cameIn && (
            <>
              <Link className="act" to="/payables/prepayments">
                {say('paying.enter_refund')}
              </Link>
              {', '}
              <Link className="act" to="/returns/credits">
                {say('paying.enter_claim')}
              </Link>
            </>
          )}
        </p>
      </Sheet>
    );
  return (
    <AskReason
      title={title}
      action={say('paying.match_it')}
      needed={false}
      wrong={saidAgainst(error)}
      busy={isLoading}
      onClose={onClose}
      onDo={(note) => void explain({ params: { id: line.id }, body: { as: 'payment', of: chosen.id, fee, note } })}
    >
      <p className="dim pb-2">
        {[what, line.day && showDay(line.day), `${showFigure(line.amount)} ${line.currency}`]
          .filter(Boolean)
          .join(' · ')}
      </p>
      <div className="fields">
        <Field name={say('kind.payment')} wide>
          <Choice
            label={say('kind.payment')}
            value={chosen.id}
            options={rows.map(({ id, number, vendor, date, amount, currency }) => [
              id,
              say('paying.payment_of', { number, vendor, day: { day: date }, amount: { figure: amount }, currency }),
            ])}
            onChange={setOf}
          />
        </Field>
        {chosen.charge === '' ? (
          <Field name={say('paying.fee_of_it', { currency: line.currency })}>
            <FigureCell label={say('paying.fee_of_it', { currency: line.currency })} value={fee} onChange={setFee} />
          </Field>
        ) : (
          <Field name={say('paying.fee_of_it', { currency: line.currency })}>
            <output className="cell num">{showFigure(chosen.charge)}</output>
          </Field>
        )}
      </div>
    </AskReason>
  );
}
