import { Link } from 'react-router';
import { showDay } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cut } from '../../parts/Cut.tsx';
import { server } from '../../server/api.ts';

/** Items for which duty cannot be calculated: seen here before a customs entry shows it. */
export function TariffGaps({ on }: { on: string }) {
  const gaps = server.useTariffGapsQuery({ query: { on } }).currentData;
  if (!gaps) return null;
  if (gaps.rows.length === 0) return <p className="dim pt-6">{say('landing.no_gaps', { day: showDay(on) })}</p>;
  return (
    <section className="pt-6 max-w-[1060px]" aria-label={say('landing.gaps')}>
      <h2 className="cap">{say('landing.gaps')}</h2>
      <table className="sheet" aria-label={say('landing.gaps')}>
        <thead>
          <tr>
            <th>{say('word.item')}</th>
            <th>{say('word.tariff_code')}</th>
            <th>{say('word.origin')}</th>
            <th className="min-w-[420px]">{say('landing.why')}</th>
          </tr>
        </thead>
        <tbody>
          {gaps.rows.map(({ item, code, origin, gap }) => (
            <tr key={item.id}>
              <td className="name" title={`${item.number} ${item.name}`}>
                <Link className="act" to={`/setup/items/${item.id}`}>
                  {item.number}
                </Link>{' '}
                {item.name}
              </td>
              <td>{code}</td>
              <td>{origin}</td>
              <td className="dim whitespace-normal">{say(GAPS[gap], { day: showDay(on) })}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Cut list={gaps} />
    </section>
  );
}

const GAPS = {
  'no-code': 'landing.gap_no_code',
  'no-rate': 'landing.gap_no_rate',
  'no-factor': 'landing.gap_no_factor',
} as const;
