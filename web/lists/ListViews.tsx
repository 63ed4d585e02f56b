import { useState } from 'react';
import type { ListName } from '@obolus/contract/lists';
import type { ListState, ListView } from '@obolus/contract/listState';
import { saidAgainst, server } from '../server/api.ts';
import { isSameState } from './useListState.ts';
import { say } from '../locale/say.ts';

interface Props {
  readonly list: ListName;
  /** The ways of looking at it that everybody has. */
  readonly known: readonly ListView[];
  readonly all: ListView;
  readonly state: ListState;
  readonly set: (state: ListState) => void;
}

/** Ways of looking at a list: those that come with it, and one's own, kept under names. */
export function ListViews({ list, known, all, state, set }: Props) {
  const own = server.useListViewsQuery({ params: { list } });
  const [save, saving] = server.useSaveListViewMutation();
  const [drop] = server.useDropListViewMutation();
  const [name, setName] = useState<string>();
  const kept = own.data?.rows ?? [];
  const views = [...[all, ...known].map((view) => ({ ...view, name: say(view.name) })), ...kept];
  const isKnown = views.some((view) => isSameState(view.state, state));
  const keep = async () => {
    const saved = await save({ params: { list, name: name ?? '' }, body: state });
    if (saved.data) setName(undefined);
  };
  return (
    <div className="views" role="group" aria-label={say('lists.views')}>
      {views.map((view, at) => {
        const isMine = at > known.length;
        const here = isSameState(view.state, state);
        return (
          <span key={`${view.name} ${isMine}`}>
            <button type="button" aria-pressed={here} onClick={() => set(view.state)}>
              {view.name}
            </button>
            {isMine && here && (
              <button
                type="button"
                className="dim hover:text-over"
                aria-label={say('lists.forget_view', { name: view.name })}
                onClick={() => void drop({ params: { list, name: view.name } })}
              >
                ✕
              </button>
            )}
          </span>
        );
      })}
      {!isKnown && name === undefined && (
        <button type="button" className="act" onClick={() => setName('')}>
          {say('lists.keep_view')}
        </button>
      )}
      {name !== undefined && (
        <form
          className="flex items-baseline gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <input
            className="cell w-[150px]"
            aria-label={say('lists.view_name')}
            placeholder={say('lists.its_name')}
            maxLength={60}
            autoFocus
            value={name}
            onChange={(event) => setName(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setName(undefined)}
          />
          <button type="submit" className="act" disabled={name.trim() === '' || saving.isLoading}>
            {say('lists.keep')}
          </button>
          {saving.isError && <span className="wrong">{saidAgainst(saving.error)}</span>}
        </form>
      )}
    </div>
  );
}
