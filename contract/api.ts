import { ASKED_KINDS, type AskedKind } from './approvals.ts';
import { PostedReply, PreviewReply } from './commands.ts';
import { type AnyEndpoint, endpoint } from './endpoint.ts';
import { DOCUMENT_KINDS, type DocumentKind, KINDS } from './kinds/kinds.ts';
import { exactly, Text } from './figures.ts';
import { byKey, Done } from './api/parts.ts';
import { benchEndpoints } from './api/bench.ts';
import { ledgerEndpoints } from './api/ledger.ts';
import { listsEndpoints } from './api/lists.ts';
import { ordersEndpoints } from './api/orders.ts';
import { payablesEndpoints } from './api/payables.ts';
import { payingEndpoints } from './api/paying.ts';
import { sessionEndpoints } from './api/session.ts';
import { setUpEndpoints } from './api/setUp.ts';

/** Every endpoint beside posting, by its name. */
export const api = {
  ...sessionEndpoints,
  ...setUpEndpoints,
  ...listsEndpoints,
  ...ordersEndpoints,
  ...benchEndpoints,
  ...payablesEndpoints,
  ...payingEndpoints,
  ...ledgerEndpoints,
} as const;

/** Posting and previewing, the same for every kind of document. */
export const posting = Object.fromEntries(
  DOCUMENT_KINDS.map((kind) => [
    kind,
    {
      post: endpoint({
        method: 'post',
        path: `/documents/${kind}`,
        largest: '2mb',
        summary: `Post: ${kind}`,
        allow: KINDS[kind].mayPost,
        body: KINDS[kind].body,
        reply: PostedReply,
        keyed: true,
      }),
      preview: endpoint({
        method: 'post',
        path: `/documents/${kind}/preview`,
        largest: '2mb',
        summary: `Preview: ${kind}`,
        allow: KINDS[kind].mayPost,
        body: KINDS[kind].body,
        reply: PreviewReply,
      }),
    },
  ]),
) as unknown as { [Name in DocumentKind]: { post: AnyEndpoint; preview: AnyEndpoint } };

/** Asking a second person about a draft: exactly as it would be posted. */
export const asking = Object.fromEntries(
  ASKED_KINDS.map((kind) => [
    kind,
    endpoint({
      method: 'post',
      path: `/documents/${kind}/approval/:id`,
      largest: '2mb',
      summary: `Ask a second person to approve a draft exactly as it would be posted: ${kind}`,
      allow: KINDS[kind].mayPost,
      params: byKey,
      body: exactly({ body: KINDS[kind].body, note: Text(200) }),
      reply: Done,
    }),
  ]),
) as unknown as Readonly<Record<AskedKind, AnyEndpoint>>;

export const allEndpoints: readonly AnyEndpoint[] = [
  ...(Object.values(api) as unknown as AnyEndpoint[]),
  ...Object.values(posting).flatMap(({ post, preview }) => [post, preview]),
  ...Object.values(asking),
];
