import { Link } from 'react-router';
import type { IncomingBill } from '@obolus/contract/views/bench';
import { say } from '../../locale/say.ts';

/** The paper asks for money before anything comes: that is a prepayment, which its goods then come in by. */
export function ForPrepayment({
  vendor,
  currency,
  prepays: { order, amount },
}: {
  vendor: string;
  currency: string;
  prepays: NonNullable<IncomingBill['prepays']>;
}) {
  const asked = new URLSearchParams({ vendor, order, currency, amount });
  return (
    <p className="pt-3 flex flex-wrap items-baseline gap-x-3" role="note">
      <span className="text-over">▲ {say('bench.asks_prepayment')}</span>
      <Link className="act" to={`/payables/prepay?${asked.toString()}`}>
        {say('bench.as_prepayment')}
      </Link>
    </p>
  );
}
