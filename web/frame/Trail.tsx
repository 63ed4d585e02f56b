import { Link } from 'react-router';
import type { TrailPart } from '@obolus/contract/views/documents';
import { difference, isNegative, isZero, portion } from '../parts/exact.ts';
import { showFigure } from '../locale/figures.ts';
import { say, shown } from '../locale/say.ts';

/**
 * A document's whole chain as one ribbon whose height is its value; what is missing of the first part shows as a gap.
 * Charges come on top of the goods and are shown beside them.
 */
export function Trail({ parts, here, currency }: { parts: readonly TrailPart[]; here: string; currency: string }) {
  const whole = parts[0]?.amount;
  if (whole === undefined) return null;
  return (
    <nav className="trail" aria-label={say('frame.trail')}>
      {parts.map((part) => {
        const missing = difference(whole, part.amount) ?? '0';
        const apart = part.label.id === 'document.trail_charges';
        return (
          <div className="part" key={part.label.id}>
            <div className="name">
              {shown(part.label)}
              {part.documents.length > 1 ? ` ${part.documents.length}` : ''}
            </div>
            <div className="band">
              {!isZero(part.amount) && (
                <div className="fill" style={{ height: `${Math.max(14, portion(part.amount, whole) * 100)}%` }} />
              )}
              <div className="what">
                {isZero(part.amount) ? (
                  <span className="dim">{apart ? say('frame.none_yet') : say('frame.nothing_yet')}</span>
                ) : (
                  showFigure(part.amount)
                )}
                {!apart && !isZero(part.amount) && !isZero(missing) && (
                  <span className={isNegative(missing) ? 'text-over pl-2' : 'text-short pl-2'}>
                    {isNegative(missing)
                      ? `▲ ${showFigure(missing.slice(1), 2)}`
                      : say(part.label.id === 'document.trail_received' ? 'frame.to_come' : 'frame.open_part', {
                          amount: showFigure(missing, 2),
                        })}
                  </span>
                )}
              </div>
            </div>
            <div className="links">
              {part.documents.map((document) =>
                document.id === here ? (
                  <b key={document.id} className="text-ink">
                    {document.number}
                  </b>
                ) : (
                  <Link
                    key={document.id}
                    className="act"
                    to={`/documents/${document.id}`}
                    title={`${document.date}, ${showFigure(document.amount)} ${currency}`}
                  >
                    {document.number}
                  </Link>
                ),
              )}
            </div>
          </div>
        );
      })}
    </nav>
  );
}
