import type { PreviewReply } from '@obolus/contract/commands';
import { server } from '../../server/api.ts';
import { useMe } from '../../server/me.ts';
import { amountOfLine, sumOf } from '../../parts/exact.ts';
import { showFigure } from '../../locale/figures.ts';
import { taxesOfLines } from '../../parts/taxes.ts';
import type { OrderLine } from './orderLine.ts';
import { say } from '../../locale/say.ts';

interface Props {
  readonly lines: readonly OrderLine[];
  readonly currency: string;
  readonly expected: PreviewReply['expected'] | undefined;
  /** What was committed before. */
  readonly before?: string;
}

/** What an order commits to, the taxes that its bill will show, and the charges that are expected with the goods. */
export function Commitment({ lines, currency, expected = [], before }: Props) {
  const { company } = useMe();
  const codes = server.useTaxCodesQuery();
  const amounts = lines.map((line) => amountOfLine(line.quantity, line.price, line.discount, currency));
  const taxes = taxesOfLines(
    lines.map((line, at) => ({ amount: amounts[at], code: line.taxCode ?? '' })),
    codes.data?.rows ?? [],
    currency,
  );
  const charges = new Map<string, string[]>();
  for (const { kind, amount } of expected.flatMap((line) => line.charges))
    charges.set(kind, [...(charges.get(kind) ?? []), amount]);
  return (
    <>
      <h2 className="cap">{say('orders.commitment_in', { currency })}</h2>
      <p className="font-book text-[20px] font-semibold leading-7">
        {before !== undefined && <span className="dim font-normal">{showFigure(before)} → </span>}
        {showFigure(sumOf(amounts, currency))}
      </p>
      {taxes.map(({ name, amount, recoverable, selfAssessed }) => (
        <div key={`${name} ${recoverable} ${selfAssessed}`} className="posting">
          <span className="dim">{say(recoverable ? 'orders.reclaimed' : 'orders.into_cost', { name })}</span>
          <span>{showFigure(amount)}</span>
        </div>
      ))}
      {[...charges].map(([kind, parts]) => (
        <div key={kind} className="posting">
          <span className="dim sentence">{say('orders.charge_expected_in', { kind, currency: company.currency })}</span>
          <span>{showFigure(sumOf(parts, company.currency))}</span>
        </div>
      ))}
    </>
  );
}
