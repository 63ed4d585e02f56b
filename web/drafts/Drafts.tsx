import { Cut } from '../parts/Cut.tsx';
import { Link } from 'react-router';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { server } from '../server/api.ts';
import { placeOf } from '../kinds/kinds.ts';

/** Documents begun and not posted; they wait where they were left. All of them, or those of a kind. */
export function Drafts({ of }: { of?: DocumentKind }) {
  const drafts = server.useDraftsQuery();
  const [drop] = server.useDropDraftMutation();
  const rows = (drafts.data?.rows ?? []).filter(({ kind }) => of === undefined || kind === of);
  if (rows.length === 0) return null;
  return (
    <section className="pb-4" aria-label="Drafts">
      <h2 className="cap">Drafts</h2>
      <ul className="flex flex-wrap gap-x-6 gap-y-1">
        {rows.map((draft) => (
          <li key={draft.id}>
            <Link
              className="act inline-block max-w-[420px] truncate align-bottom"
              to={placeOf(draft.kind, draft.placing, draft.id) ?? '/orders'}
            >
              {draft.title || `A ${draft.kind}`}
            </Link>{' '}
            <button
              type="button"
              className="dim hover:text-over"
              aria-label={`Discard ${draft.title}`}
              onClick={() => void drop({ params: { id: draft.id } })}
            >
              discard
            </button>
          </li>
        ))}
      </ul>
      <Cut list={drafts.data} of="drafts" />
    </section>
  );
}
