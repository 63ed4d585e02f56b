import { useState } from 'react';
import { flushSync } from 'react-dom';
import type { Understood } from '@obolus/core/reading/figure';
import { asTyped, doubtIn, heldOf, understood } from '../locale/typed.ts';
import type { CellProps } from './Cells.tsx';
import { showFigure } from '../locale/figures.ts';
import { useMarked } from './marked.tsx';
import { useTyped } from './useTyped.ts';
import { say } from '../locale/say.ts';

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
  const marked = useMarked(doubt === undefined ? wrong : undefined);
  // Nobody is asked while they type, before they leave the field or want to post.
  const [isAsked, setAsked] = useState(false);
  const isLeft = typed === undefined || isAsked;
  const readings = isLeft && doubt !== undefined ? readingsOf(read(doubt)) : [];
  const says =
    readings.length > 0 ? undefined : doubt === undefined ? marked.says : isLeft ? notRead(doubt) : undefined;
  return (
    <>
      <input
        className={`cell num ${props.className ?? ''}`}
        inputMode="decimal"
        aria-label={props.label}
        aria-invalid={says || readings.length > 0 ? true : undefined}
        aria-describedby={says || readings.length > 0 ? marked.id : undefined}
        title={
          says ??
          hint ??
          (doubt === undefined ? undefined : say('parts.like_figure', { example: showFigure('1240.50') }))
        }
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
        onBlur={() => {
          leave();
          marked.leave();
        }}
      />
      {readings.length > 0 && (
        <div
          id={marked.id}
          className="wrong below"
          role="group"
          aria-label={say('parts.which_figure', { label: props.label })}
        >
          <span>
            {readings.map((reading, at) => (
              <span key={reading}>
                {at > 0 && ` ${say('parts.or')} `}
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
        <div id={marked.id} className="wrong below">
          <span>{says}</span>
        </div>
      )}
    </>
  );
}

const notRead = (doubt: string): string => say('refusal.not_a_number', { text: doubt.trim() });

const readingsOf = (found: Understood): readonly string[] => (found.is === 'doubtful' ? found.readings : []);
