import { useEffect, useState, type ReactNode } from 'react';
import type { PreviewReply } from '@obolus/contract/commands';
import { JournalSides } from './JournalSides.tsx';
import { LongPosting } from './LongPosting.tsx';
import type { Entering } from '../drafts/useDraft.ts';
import { difference, isNegative, isZero, sumOf } from '../parts/exact.ts';
import { Explain } from '../guide/Explain.tsx';
import { showFigure } from '../locale/figures.ts';
import { shownKey } from '../keys/shownKey.ts';
import { useKey } from '../keys/useKey.ts';
import { useScrolls } from './useScrolls.ts';
import { useMe } from '../server/me.ts';
import { useMarkAll } from '../parts/marked.tsx';
import { say, sayAll } from '../locale/say.ts';
import type { MessageId } from '@obolus/messages/message';

interface Props {
  readonly entering: Pick<
    Entering<unknown>,
    'key' | 'preview' | 'previewing' | 'refusals' | 'failure' | 'saved' | 'elsewhere' | 'reload' | 'posting' | 'post'
  >;
  readonly action: string;
  /** What to do next while nothing can be previewed yet. */
  readonly waitingFor: string;
  /** What stands in the middle when nothing changes in cost. */
  readonly note?: ReactNode;
  /** What stands above that in any case. */
  readonly above?: ReactNode;
  readonly allowed: boolean;
  /** Who else is at it, so that nobody else posts it meanwhile; empty for nobody. */
  readonly heldBy?: string;
}

/** What would be posted, whether it balances, what it does to unit costs, and the button that posts. */
export function Footing({ entering, action, waitingFor, note, above, allowed, heldBy = '' }: Props) {
  const { preview, previewing, refusals, failure, posting } = entering;
  const mayPost = allowed && heldBy === '';
  const ready = mayPost && preview?.accepted === true && !posting;
  const post = usePostWhenWorkedOut(ready, entering);
  const first = refusals[0];
  const [journal, costs] = [useScrolls(), useScrolls()];
  const { company } = useMe();
  return (
    <section className="foot" aria-label={say('frame.footing')} aria-busy={previewing}>
      <div
        {...journal}
        role={journal.tabIndex === 0 ? 'group' : undefined}
        aria-label={journal.tabIndex === 0 ? say('frame.footing') : undefined}
      >
        {preview?.accepted ? (
          <JournalSides entries={preview.entries} folded />
        ) : (
          <p className="dim">{first && !isOnlyMissing(refusals) ? say(beforeThat(refusals)) : waitingFor}</p>
        )}
      </div>
      <div
        {...costs}
        role={costs.tabIndex === 0 ? 'group' : undefined}
        aria-label={costs.tabIndex === 0 ? say('frame.what_it_does') : undefined}
      >
        {above}
        {preview?.accepted && preview.unitCosts.length > 0 ? <UnitCosts preview={preview} /> : (note ?? null)}
      </div>
      <div className="flex flex-col">
        <p className="grow" role="status" aria-live="polite">
          {failure ? (
            <span className="text-over">{failure}</span>
          ) : first ? (
            <Refused refusals={refusals} first={first} />
          ) : preview?.accepted ? (
            preview.entries.length === 0 ? (
              say('frame.posts_nothing')
            ) : (
              <>
                {say('frame.balances')}
                <span className="sr-only">
                  {' '}
                  {say('frame.sums', {
                    amount: { figure: sumOfDebits(preview.entries, company.currency) },
                    currency: company.currency,
                  })}
                </span>
              </>
            )
          ) : null}
        </p>
        {posting && <LongPosting posting={entering.key} />}
        <p className="dim text-[12.5px] pb-1">
          {!allowed ? (
            say('frame.may_not_post')
          ) : heldBy !== '' ? (
            say('frame.held_by', { name: heldBy })
          ) : (
            <Kept entering={entering} />
          )}
        </p>
        <button type="button" className="btn justify-center" aria-disabled={!ready} disabled={!mayPost} onClick={post}>
          {posting ? say('frame.posting') : action} <kbd>{shownKey('post')}</kbd>
        </button>
      </div>
    </section>
  );
}

const sumOfDebits = (entries: PreviewReply['entries'], currency: string): string =>
  sumOf(
    entries.flatMap(({ lines }) => lines.map(({ amount }) => amount)).filter((amount) => !isNegative(amount)),
    currency,
  );

/** Where the draft is kept, and who else may be at it. */
function Kept({ entering: { saved, elsewhere, reload } }: Pick<Props, 'entering'>) {
  if (saved === 'overtaken')
    return (
      <span className="text-over">
        {say('frame.draft_overtaken')}{' '}
        <button type="button" className="act" onClick={() => void reload()}>
          {say('frame.load_later')}
        </button>
      </span>
    );
  const where = { yes: 'frame.draft_kept', 'not yet': 'frame.keeping_draft', failed: 'frame.draft_not_kept' } as const;
  return (
    <>
      {say(where[saved])}
      {elsewhere && <span className="text-bronze"> · {say('frame.draft_elsewhere')}</span>}
    </>
  );
}

const isOnlyMissing = (refusals: Props['entering']['refusals']): boolean =>
  refusals.every(({ reason }) => reason === 'missing');

/** What has to be done before it can be posted: where only a second person is missing, nothing is marked. */
const beforeThat = (refusals: Props['entering']['refusals']): MessageId =>
  refusals.every(({ reason }) => reason === 'second_person_needed') ? 'frame.second_first' : 'frame.mend_first';

/** What stands in the way: what is only not there yet is no fault. */
function Refused({
  refusals,
  first,
}: Pick<Props['entering'], 'refusals'> & { first: Props['entering']['refusals'][number] }) {
  if (isOnlyMissing(refusals))
    return <span className="dim">{say('frame.fields_missing', { count: refusals.length })}</span>;
  return (
    <span className="text-over">
      {sayAll(first.says)}
      {refusals.length > 1 && ` ${say('frame.and_more', { more: refusals.length - 1 })}`}
    </span>
  );
}

function UnitCosts({ preview }: { preview: NonNullable<Props['entering']['preview']> }) {
  const { company } = useMe();
  const title = say('frame.unit_cost_in', { currency: company.currency });
  return (
    <>
      <h2 className="cap">
        {title}
        <Explain what={title} chapter="stock-and-cost" of="unit-cost" />
      </h2>
      {preview.unitCosts.map((cost) => (
        <div key={cost.item + cost.warehouse}>
          <div className="posting wraps">
            <span title={`${cost.item}, ${cost.warehouse}`}>{cost.item}</span>
            <span>
              <span className="dim">{cost.before === null ? say('frame.none') : showFigure(cost.before)} →</span>
              <b>{cost.after === null ? say('frame.none_left') : showFigure(cost.after)}</b>
              <Gap before={cost.before} after={cost.after} />
            </span>
          </div>
          {!isZero(cost.late.gone) && (
            <p className="dim">
              {say('frame.late_split', {
                onHand: { figure: cost.late.onHand },
                gone: { figure: cost.late.gone },
              })}
            </p>
          )}
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
  const markAll = useMarkAll();
  const [asked, setAsked] = useState(false);
  useEffect(() => {
    if (!asked || previewing) return;
    setAsked(false);
    if (ready) void post();
    else document.querySelector<HTMLElement>('main [aria-invalid="true"]')?.focus();
  }, [asked, previewing, ready, post]);
  const ask = () => {
    markAll();
    setAsked(true);
  };
  useKey('post', () => {
    readFigure();
    ask();
  });
  return ask;
}
