import { Link } from 'react-router';
import type { DraftView } from '@obolus/contract/views/drafts';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { server } from '../app/api.ts';

/** What of a draft's body says where it is entered. */
interface Placing {
  readonly vendor?: string;
  readonly customer?: string;
  readonly of?: string;
}

/** Where each kind of draft is entered; kinds that are entered elsewhere in one go have no draft. */
const ENTERED_AT: Readonly<Partial<Record<DocumentKind, (body: Placing) => string>>> = {
  order: () => '/orders/new',
  'order-change': ({ of }) => `/orders/${of}/change`,
  receipt: ({ vendor }) => `/receiving/${vendor}`,
  'put-away': () => '/receiving/dock',
  bill: ({ vendor }) => `/bench/${vendor}`,
  credit: ({ vendor }) => `/bench/${vendor}/credit`,
  allocation: () => '/landing',
  delivery: () => '/deliveries/new',
  invoice: ({ customer = '' }) => `/deliveries/invoice/${encodeURIComponent(customer)}`,
};

const placeOf = ({ id, kind, body }: DraftView): string | undefined => {
  const at = ENTERED_AT[kind]?.((body ?? {}) as Placing);
  return at === undefined ? undefined : `${at}/${id}`;
};

/** Documents begun and not posted; they wait where they were left. All of them, or those of a kind. */
export function Drafts({ of }: { of?: DocumentKind }) {
  const drafts = server.useDraftsQuery();
  const [drop] = server.useDropDraftMutation();
  const rows = (drafts.data?.rows ?? []).filter(({ kind }) => of === undefined || kind === of);
  if (rows.length === 0) return null;
  return (
    <section className="pb-4" aria-label="Drafts">
      <h2 className="cap">Begun and not posted</h2>
      <ul className="flex flex-wrap gap-x-6 gap-y-1">
        {rows.map((draft) => (
          <li key={draft.id}>
            <Link className="act inline-block max-w-[420px] truncate align-bottom" to={placeOf(draft) ?? '/orders'}>
              {draft.title || `A ${draft.kind}`}
            </Link>{' '}
            <button
              type="button"
              className="dim hover:text-over"
              aria-label={`Throw away ${draft.title}`}
              onClick={() => void drop({ params: { id: draft.id } })}
            >
              throw away
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
