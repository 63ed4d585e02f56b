import { Link } from 'react-router';
import type { TrailPart } from '@obolus/contract/views/documents';
import { difference, isNegative, isZero, portion } from '../parts/exact.ts';
import { showFigure } from '../parts/figures.ts';

/**
 * A document's whole chain as one ribbon whose height is its value; what is missing of the first part shows as a gap.
 * Charges come on top of the goods and are shown beside them.
 */
export function Trail({ parts, here, currency }: { parts: readonly TrailPart[]; here: string; currency: string }) {
  const whole = parts[0]?.amount;
  if (whole === undefined) return null;
  return (
    <nav className="trail" aria-label="Trail of the document">
      {parts.map((part) => {
        const missing = difference(whole, part.amount) ?? '0';
        const apart = part.label === 'Charges on it';
        return (
          <div className="part" key={part.label}>
            <div className="name">
              {part.label}
              {part.documents.length > 1 ? ` ${part.documents.length}` : ''}
            </div>
            <div className="band">
              {!isZero(part.amount) && (
                <div className="fill" style={{ height: `${Math.max(14, portion(part.amount, whole) * 100)}%` }} />
              )}
              <div className="what">
                {isZero(part.amount) ? (
                  <span className="dim">{apart ? 'none yet' : 'nothing yet'}</span>
                ) : (
                  showFigure(part.amount)
                )}
                {!apart && !isZero(part.amount) && !isZero(missing) && (
                  <span className={isNegative(missing) ? 'text-over pl-2' : 'text-short pl-2'}>
                    {isNegative(missing)
                      ? `▲ ${showFigure(missing.slice(1), 2)}`
                      : `▼ ${showFigure(missing, 2)} ${part.label.startsWith('Received') ? 'to come' : 'open'}`}
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
