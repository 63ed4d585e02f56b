import { Link } from 'react-router';
import { showDay, showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';
import { Cut } from '../../parts/Cut.tsx';
import { server } from '../../server/api.ts';

/** Allocations whose goods were worth something else when they were shared onto: each can be done again. */
export function ChangedSince() {
  const { data } = server.useOutdatedAllocationsQuery();
  if (!data || data.rows.length === 0) return null;
  return (
    <section className="pt-6" aria-label={say('landing.changed_since')}>
      <h2 className="cap">{say('landing.changed_since')}</h2>
      <ul>
        {data.rows.map(({ document, lines, changed }) => (
          <li key={document.id} className="py-1">
            <Link className="act" to={`/documents/${document.id}`}>
              {document.number}
            </Link>{' '}
            <span className="dim">
              {say('landing.changed_lines', { day: showDay(document.date), count: lines, amount: showFigure(changed) })}
            </span>
          </li>
        ))}
      </ul>
      <Cut list={data} />
    </section>
  );
}
