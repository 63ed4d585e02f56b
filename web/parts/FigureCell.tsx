import { useState } from 'react';
import { flushSync } from 'react-dom';
import type { Understood } from '@obolus/core/reading/figure';
import { asTyped, doubtIn, heldOf, understood } from '../locale/typed.ts';
import type { CellProps } from './Cells.tsx';
import { showFigure } from './figures.ts';
import { useTyped } from './useTyped.ts';

interface FigureProps extends CellProps {
  /** What is understood of what was typed; a plain figure or a sum unless said otherwise. */
  readonly read?: (typed: string) => Understood;
  readonly hint?: string;
}

/**
 * A figure: right aligned, written as whoever is signed in writes figures. The field holds a plain decimal; it shows what was understood as
 * soon as it is left, and asks where what was typed may be more than one figure.
 */
export function FigureCell({ read = understood, hint, value, onChange, wrong, ...props }: FigureProps) {
  const { typed, type, leave } = useTyped(value);
  const doubt = doubtIn(value);
  // Nobody is asked while they type, before they leave the field or want to post.
  const [isAsked, setAsked] = useState(false);
  const isLeft = typed === undefined || isAsked;
  const readings = isLeft && doubt !== undefined ? readingsOf(read(doubt)) : [];
  const says = readings.length > 0 ? undefined : doubt === undefined ? wrong : isLeft ? notRead(doubt) : undefined;
  return (
    <>
      <input
        className={`cell num ${props.className ?? ''}`}
        inputMode="decimal"
        aria-label={props.label}
        aria-invalid={says || readings.length > 0 ? true : undefined}
        title={says ?? hint ?? (doubt === undefined ? undefined : `Like ${showFigure('1240.50')}, or a sum`)}
        value={typed ?? doubt ?? showFigure(value)}
        placeholder={props.placeholder}
        autoComplete="off"
        autoFocus={props.autoFocus}
        onFocus={(event) => {
          // Drawn at once: what is chosen whole is what stands there to be typed over.
          flushSync(() => type(doubt ?? asTyped(value), value));
          event.target.select();
        }}
        onChange={(event) => {
          const held = heldOf(event.target.value, read(event.target.value));
          type(event.target.value, held);
          setAsked(false);
          onChange(held);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) setAsked(true);
        }}
        onBlur={leave}
      />
      {readings.length > 0 && (
        <div className="wrong below" role="group" aria-label={`${props.label}: which figure?`}>
          <span>
            {readings.map((reading, at) => (
              <span key={reading}>
                {at > 0 && ' or '}
                <button type="button" className="act" onClick={() => onChange(reading)}>
                  {showFigure(reading)}
                </button>
              </span>
            ))}
            ?
          </span>
        </div>
      )}
      {says && (
        <div className="wrong below">
          <span>{says}</span>
        </div>
      )}
    </>
  );
}

const notRead = (doubt: string): string => `“${doubt.trim()}” is not a figure.`;

const readingsOf = (found: Understood): readonly string[] => (found.is === 'doubtful' ? found.readings : []);
