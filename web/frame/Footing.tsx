import { useEffect, useState, type ReactNode } from 'react';
import type { EntryView } from '@obolus/contract/commands';
import { aboutLine } from '../parts/aboutLine.ts';
import type { Entering } from '../drafts/useDraft.ts';
import { difference, isNegative, isZero, sumOf } from '../parts/exact.ts';
import { showDay, showFigure } from '../parts/figures.ts';
import { useMe } from '../server/me.ts';

interface Props {
  readonly entering: Pick<
    Entering<unknown>,
    'preview' | 'previewing' | 'refusals' | 'failure' | 'saved' | 'posting' | 'post'
  >;
  readonly action: string;
  /** What to do next while nothing can be previewed yet. */
  readonly waitingFor: string;
  /** What stands in the middle when nothing changes in cost. */
  readonly note?: ReactNode;
  readonly allowed: boolean;
}

/** What would be posted, whether it balances, what it does to unit costs, and the button that posts. */
export function Footing({ entering, action, waitingFor, note, allowed }: Props) {
  const { preview, previewing, refusals, failure, posting } = entering;
  const ready = allowed && preview?.accepted === true && !posting;
  const post = usePostWhenWorkedOut(ready, entering);
  const first = refusals[0];
  return (
    <section className="foot" aria-label="Footing" aria-busy={previewing}>
      <div>
        {preview?.accepted ? (
          <JournalSides entries={preview.entries} />
        ) : (
          <p className="dim">{first ? 'Nothing is posted until what is marked is put right.' : waitingFor}</p>
        )}
      </div>
      <div>{preview?.accepted && preview.unitCosts.length > 0 ? <UnitCosts preview={preview} /> : (note ?? null)}</div>
      <div className="flex flex-col">
        <p className="grow" role="status" aria-live="polite">
          {failure ? (
            <span className="text-over">{failure}</span>
          ) : first ? (
            <span className="text-over">
              {first.says}
              {refusals.length > 1 && ` And ${refusals.length - 1} more.`}
            </span>
          ) : preview?.accepted ? (
            preview.entries.length === 0 ? (
              'Posts nothing to the ledger.'
            ) : (
              'Balances.'
            )
          ) : null}
        </p>
        <p className="dim text-[12.5px] pb-1">
          {allowed
            ? { yes: 'Draft kept', 'not yet': 'Keeping draft …', failed: 'Draft not kept; it is only here' }[
                entering.saved
              ]
            : 'Your role may look, not post.'}
        </p>
        <button type="button" className="btn justify-center" disabled={!ready} onClick={post}>
          {posting ? 'Posting …' : action} <kbd>Ctrl ↵</kbd>
        </button>
      </div>
    </section>
  );
}

/** An entry as two sides under a double rule; entries of other days say so. */
export function JournalSides({ entries }: { entries: readonly EntryView[] }) {
  const { company } = useMe();
  const own = entries[0]?.date;
  const lines = entries.flatMap((entry) =>
    entry.lines.map((line) => ({ ...line, day: entry.date === own ? '' : `, ${showDay(entry.date)}` })),
  );
  const side = (name: string, some: typeof lines) => (
    <div>
      <h2 className="cap">
        {name}, {company.currency}
      </h2>
      {some.map((line, position) => {
        const label = [line.accountName, aboutLine(line)].filter(Boolean).join(', ') + line.day;
        return (
          <div className="posting" key={position}>
            <span title={label}>{label}</span>
            <span>{showFigure(line.amount.replace('-', ''))}</span>
          </div>
        );
      })}
      <div className="total">
        {showFigure(
          sumOf(
            some.map((line) => line.amount),
            company.currency,
          ).replace('-', ''),
        )}
      </div>
    </div>
  );
  if (lines.length === 0) return <p className="dim">No entry: nothing of value moves.</p>;
  return (
    <div className="sides">
      {side(
        'Debit',
        lines.filter((line) => !line.amount.startsWith('-')),
      )}
      {side(
        'Credit',
        lines.filter((line) => line.amount.startsWith('-')),
      )}
    </div>
  );
}

function UnitCosts({ preview }: { preview: NonNullable<Props['entering']['preview']> }) {
  const { company } = useMe();
  return (
    <>
      <h2 className="cap">Unit cost, {company.currency}</h2>
      {preview.unitCosts.map((cost) => (
        <div className="posting" key={cost.item + cost.warehouse}>
          <span title={`${cost.item}, ${cost.warehouse}`}>{cost.item}</span>
          <span className="whitespace-nowrap">
            <span className="dim">{cost.before === null ? 'none' : showFigure(cost.before)} → </span>
            <b>{cost.after === null ? 'none left' : showFigure(cost.after)}</b>{' '}
            <Gap before={cost.before} after={cost.after} />
          </span>
        </div>
      ))}
    </>
  );
}

function Gap({ before, after }: { before: string | null; after: string | null }) {
  if (before === null || after === null) return null;
  const gap = difference(after, before);
  if (gap === undefined || isZero(gap)) return null;
  return isNegative(gap) ? (
    <span className="text-short">▼ {showFigure(gap.slice(1), 4)}</span>
  ) : (
    <span className="text-over">▲ {showFigure(gap, 4)}</span>
  );
}

/** A figure is read as it was typed when its field is left: it is left for a moment, and stays where it was. */
function readFigure(): void {
  const field = document.activeElement;
  if (!(field instanceof HTMLInputElement) || field.inputMode !== 'decimal') return;
  field.blur();
  field.focus();
}

/**
 * Posts by the button or Ctrl+Enter. What was typed a moment ago is worked out first: nothing is posted whose journal has not
 * been on the screen.
 */
function usePostWhenWorkedOut(ready: boolean, { previewing, post }: Props['entering']): () => void {
  const [asked, setAsked] = useState(false);
  useEffect(() => {
    if (!asked || previewing) return;
    setAsked(false);
    if (ready) void post();
  }, [asked, previewing, ready, post]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      readFigure();
      setAsked(true);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  return () => setAsked(true);
}
