import { Cut } from '../parts/Cut.tsx';
import { Link } from 'react-router';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { server } from '../server/api.ts';
import { placeOf } from '../kinds/kinds.ts';
import { say } from '../locale/say.ts';

/** Documents of some kinds that are begun and not posted; they wait where they were left. The one that is open is none of them. */
export function Drafts({ of, but }: { of: readonly DocumentKind[]; but?: string }) {
  const drafts = server.useDraftsQuery();
  const [drop] = server.useDropDraftMutation();
  const rows = (drafts.data?.rows ?? []).filter(({ id, kind }) => of.includes(kind) && id !== but);
  if (rows.length === 0) return null;
  return (
    <section className="pb-4" aria-label={say('drafts.drafts')}>
      <h2 className="cap">{say('drafts.drafts')}</h2>
      <ul className="flex flex-wrap gap-x-6 gap-y-1">
        {rows.map((draft) => (
          <li key={draft.id}>
            <Link
              className="act inline-block max-w-[420px] truncate align-bottom"
              to={placeOf(draft.kind, draft.placing, draft.id) ?? '/orders'}
            >
              {named(draft)}
            </Link>{' '}
            <button
              type="button"
              className="dim hover:text-over"
              aria-label={say('drafts.discard_named', { title: named(draft) })}
              onClick={() => void drop({ params: { id: draft.id } })}
            >
              {say('drafts.discard')}
            </button>
          </li>
        ))}
      </ul>
      <Cut list={drafts.data} />
    </section>
  );
}

/** What a draft is, and whose or about what. */
const named = ({ kind, title }: { kind: DocumentKind; title: string }): string =>
  title === '' ? say(`kind.${kind}`) : say('drafts.named', { kind: { word: `kind.${kind}` }, title });
