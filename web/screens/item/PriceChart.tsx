import { CartesianGrid, Legend, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { ListRow } from '@obolus/contract/listState';
import { showDay, showPrice } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';

interface Point {
  readonly day: number;
  /** For drawing only: a figure is never worked out from these. */
  readonly ordered?: number;
  readonly billed?: number;
}

const DAY = 86_400_000;
const asDay = (day: number): string => new Date(day).toISOString().slice(0, 10);

/** The way of a price over time: what was ordered at, and what was billed. With fewer than two days there is no way to draw. */
export function PriceChart({ rows, unit, currency }: { rows: readonly ListRow[]; unit: string; currency: string }) {
  const points = rows
    .map(({ cells }): Point => ({
      day: Date.parse(`${cells.date}T00:00:00Z`),
      [cells.kind === 'billed' ? 'billed' : 'ordered']: Number(cells.unit_price),
    }))
    .sort((a, b) => a.day - b.day);
  if (new Set(points.map(({ day }) => day)).size < 2) return null;
  return (
    <figure aria-label={say('item.price_over_time', { unit, currency })} className="max-w-[900px]">
      <figcaption className="title">{say('item.price_of_one', { unit, currency })}</figcaption>
      <ResponsiveContainer width="100%" height={190}>
        <LineChart data={points} margin={{ top: 8, right: 16, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="day"
            type="number"
            scale="time"
            domain={[(first: number) => first - 3 * DAY, (last: number) => last + 3 * DAY]}
            tickFormatter={(day: number) => showDay(asDay(day))}
            tick={{ fill: 'var(--ink-3)', fontSize: 12 }}
            stroke="var(--rule-strong)"
          />
          <YAxis
            width={70}
            domain={['auto', 'auto']}
            tickFormatter={(price: number) => showPrice(price.toFixed(2))}
            tick={{ fill: 'var(--ink-3)', fontSize: 12 }}
            stroke="var(--rule-strong)"
          />
          <Tooltip
            labelFormatter={(day) => showDay(asDay(Number(day)))}
            formatter={(price) => showPrice(String(price))}
            contentStyle={{
              background: 'var(--sheet)',
              border: '1px solid var(--rule-strong)',
              borderRadius: 3,
              color: 'var(--ink)',
            }}
          />
          <Legend verticalAlign="top" align="right" height={22} iconType="plainline" />
          <Line
            name={say('word.ordered')}
            dataKey="ordered"
            type="stepAfter"
            connectNulls
            stroke="var(--ink-2)"
            strokeDasharray="5 4"
            strokeWidth={1.5}
            dot={{ r: 3 }}
            isAnimationActive={false}
          />
          <Line
            name={say('word.billed')}
            dataKey="billed"
            type="stepAfter"
            connectNulls
            stroke="var(--bronze)"
            strokeWidth={2}
            dot={{ r: 3, fill: 'var(--bronze)' }}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
