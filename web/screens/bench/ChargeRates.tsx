import { useMemo } from 'react';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Choice } from '../../parts/Cells.tsx';
import { isZero } from '../../parts/exact.ts';
import { FigureCell } from '../../parts/FigureCell.tsx';
import { Signal } from '../../parts/Signal.tsx';
import { useReceived } from '../landing/useReceived.ts';
import type { BillBody } from './billBody.ts';
import { amountAt, countOf, RATED_BY, type RatedBy } from './chargeRates.ts';
import type { FurtherLine } from './further.ts';

/** Charges of so much for each unit, kilogram, receipt or entry: quantity × rate on the goods that they are for, beside what is billed. */
export function ChargeRates({
  charged,
  goods,
  body,
  change,
}: {
  charged: readonly FurtherLine[];
  /** The received lines that the charges go onto. */
  goods: readonly string[];
  body: BillBody;
  change: (to: Partial<BillBody>) => void;
}) {
  const known = useReceived(goods);
  const lines = useMemo(() => {
    const wanted = new Set(goods);
    return (known.rows ?? []).filter(({ line }) => wanted.has(line));
  }, [known.rows, goods]);
  const { currency, rates = {}, further } = body;
  const set = (what: string, to: Partial<NonNullable<BillBody['rates']>[string]>) =>
    change({ rates: { ...rates, [what]: { by: 'unit', rate: '', count: '', ...rates[what], ...to } } });
  const take = (what: string, amount: string) =>
    change({ further: further.map((line) => (line.what === what ? { ...line, amount } : line)) });
  return (
    <table className="sheet max-w-[860px] mb-4" aria-label={say('bench.charge_rates')}>
      <thead>
        <tr>
          <th>{say('bench.charge_rates')}</th>
          <th className="min-w-[150px]">{say('bench.rated_by')}</th>
          <th className="num min-w-[112px]">{say('bench.rate_in', { currency })}</th>
          <th className="num min-w-[96px]">{say('bench.rated_count')}</th>
          <th className="num">{say('bench.rated_amount')}</th>
          <th className="w-full">
            <span className="sr-only">{say('word.difference')}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {charged.map(({ what, amount }) => {
          const own = rates[what];
          const made = own && countOf(own.by, lines);
          const count = own?.count || made || '';
          const should = own && amountAt(own, count, currency);
          return (
            <tr key={what}>
              <td>
                <span className="sentence">{what}</span>
              </td>
              <td>
                <Choice
                  label={say('bench.rated_by_of', { kind: what })}
                  value={own?.by ?? ''}
                  options={[
                    ['', say('bench.rated_not')],
                    ...RATED_BY.map((by) => [by, say(`bench.rated_${by}`)] as const),
                  ]}
                  onChange={(by) => {
                    const { [what]: _, ...others } = rates;
                    if (by === '') change({ rates: others });
                    else set(what, { by: by as RatedBy, count: '' });
                  }}
                />
              </td>
              <td className="num">
                {own && (
                  <FigureCell
                    label={say('bench.rate_of', { kind: what })}
                    value={own.rate}
                    onChange={(rate) => set(what, { rate })}
                  />
                )}
              </td>
              <td className="num">
                {own && (
                  <FigureCell
                    label={say('bench.rated_count_of', { kind: what })}
                    value={own.count}
                    placeholder={made === undefined ? '' : showFigure(made)}
                    onChange={(to) => set(what, { count: to })}
                  />
                )}
              </td>
              <td className="num">{should !== undefined && !isZero(should) && showFigure(should)}</td>
              <td className="whitespace-normal">
                {should !== undefined && !isZero(should) && (
                  <span className="flex gap-3 items-baseline whitespace-nowrap">
                    <Signal from={should} to={amount || '0'} atLeast={2} />
                    {amount !== should && (
                      <button type="button" className="act" onClick={() => take(what, should)}>
                        {say('bench.take_rated')}
                      </button>
                    )}
                  </span>
                )}
                {own && made === undefined && own.count === '' && (
                  <span className="dim">{say(own.by === 'unit' ? 'bench.units_differ' : 'bench.not_measured')}</span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
