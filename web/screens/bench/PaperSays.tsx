import type { IncomingBill, ReceivedLine } from '@obolus/contract/views';
import { server } from '../../app/api.ts';
import { isZero } from '../../parts/exact.ts';
import { showFigure, showPrice } from '../../parts/figures.ts';
import { Problem } from '../../parts/Problem.tsx';
import { Signal } from '../../parts/Signal.tsx';

type Line = IncomingBill['lines'][number];

const WHY: Readonly<Record<Line['why'][number], string>> = {
  ...{
    number: 'the item’s number',
    words: 'the words',
    order: 'the order',
    slip: 'the packing slip',
    price: 'the price',
    'price-near': 'a price that is near',
  },
  quantity: 'the quantity',
};

interface Shown {
  /** The id under which the paper was taken in. */
  readonly paper: string;
  readonly lines: readonly ReceivedLine[];
  /** What the bill as entered comes to. */
  readonly total: string | undefined;
  readonly onPropose: (billed: IncomingBill['billed']) => void;
}

/** The bill as its paper says it: each line with what it is taken for, and why. */
export function PaperSays({ paper, lines, total, onPropose }: Shown) {
  const read = server.useIncomingBillQuery({ params: { id: paper } });
  if (read.isError) return <Problem error={read.error} again={read.refetch} />;
  if (!read.data) return null;
  const { currency, tax, charges, total: asked, billed } = read.data;
  const open = read.data.lines.filter(({ covers, charge }) => covers.length === 0 && charge === '').length;
  return (
    <section className="pt-3" aria-label="What the paper says">
      <h2 className="cap">What the paper says</h2>
      <table className="sheet ruled tight" aria-label="Lines of the paper">
        <thead>
          <tr>
            <th>Called</th>
            <th className="num">Quantity</th>
            <th className="num">Price</th>
            <th className="num">Amount</th>
            <th>Is for</th>
            <th>Found by</th>
          </tr>
        </thead>
        <tbody>
          {read.data.lines.map((line, at) => (
            // Lines of a paper have no name but their place.
            <tr key={at}>
              <td className="name" title={line.said}>
                {line.said}
              </td>
              <td className="num">
                {showFigure(line.quantity)} <span className="dim">{line.unit}</span>
              </td>
              <td className="num">{showPrice(line.price)}</td>
              <td className="num strong">{showFigure(line.amount)}</td>
              <td>{isFor(line, lines)}</td>
              <td className="dim">
                {line.why.map((why) => WHY[why]).join(', ')}
                {line.covers.length > 0 && !line.certain && <b className="text-bronze"> · look at it</b>}
              </td>
            </tr>
          ))}
          {charges.map(({ said, amount }, at) => (
            <tr key={`charge ${at}`}>
              <td className="name">{said}</td>
              <td colSpan={2} />
              <td className="num strong">{showFigure(amount)}</td>
              <td colSpan={2} className="dim">
                a charge on all of it
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="flex flex-wrap items-baseline gap-x-6 pt-1 pb-4">
        <button type="button" className="act" onClick={() => onPropose(billed)}>
          Take what is proposed now
        </button>
        {open > 0 && <span className="text-bronze">{open === 1 ? 'One line is' : `${open} lines are`} for nothing that is received and not billed.</span>}
        <span className="grow" />
        <span className="dim">Tax {showFigure(tax)}</span>
        <span>
          Total of the paper, {currency} <b className="strong">{showFigure(asked)}</b>
        </span>
        <Signal from={asked} to={total ?? '0'} atLeast={2} />
      </p>
    </section>
  );
}

function isFor({ covers, left, charge }: Line, lines: readonly ReceivedLine[]): string {
  if (charge !== '') return `a charge: ${charge}`;
  if (covers.length === 0) return 'nothing here';
  const parts = covers.map(({ of, quantity }) => {
    const line = lines.find((one) => one.line === of);
    return `${line?.receipt.number ?? ''} ${showFigure(quantity)} ${line?.item.unit ?? ''}`.trim();
  });
  return [...parts, ...(isZero(left) ? [] : [`${showFigure(left)} not here`])].join(', ');
}
