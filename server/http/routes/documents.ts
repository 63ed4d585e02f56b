import { type Request, Router } from 'express';
import { asking, posting } from '@obolus/contract/api';
import type { AskedKind } from '@obolus/contract/approvals';
import { type BodyOf, type DocumentKind, KINDS } from '@obolus/contract/kinds/kinds';
import { mayPost } from '@obolus/contract/mayPost';
import type { PostedReply, PreviewReply } from '@obolus/contract/commands';
import type { Endpoint } from '@obolus/contract/endpoint';
import type { TSchema } from '@obolus/contract/figures';
import { RequestError } from '../../asking/failures.ts';
import { askApproval } from '../../approvals/askApproval.ts';
import { previewDocument } from '../../commands/previewDocument.ts';
import { postDocument } from '../../commands/runCommand.ts';
import { commandOf } from '../../documents/registry.ts';
import { countsBlind } from '../../queries/blind.ts';
import type { SignedIn } from '../../asking/signedIn.ts';
import { type Context, todayOf } from '../context.ts';
import { implement } from '../implement.ts';
import { rolesOf } from '../../asking/roleWords.ts';

export function documentRoutes<Kind extends DocumentKind>(router: Router, context: Context, kind: Kind): void {
  type Body = TSchema & { static: BodyOf<Kind> };
  const { post, preview } = posting[kind];
  implement(
    router,
    context,
    post as Endpoint<TSchema, TSchema, Body, TSchema & { static: PostedReply }>,
    async ({ body, key, user, request }) => {
      mayPostAll(user, kind, body as BodyOf<Kind>);
      const blind = commandOf(kind).blind === true && (await countsBlind(context.source.manager, user.role));
      const posting = {
        user: user.id,
        key,
        now: context.now,
        today: todayOf(context),
        blind,
        version: versionIn(request),
      };
      return commandOf(kind).isLong?.(body as BodyOf<Kind>)
        ? context.workers.postLong(kind, body as BodyOf<Kind>, posting)
        : postDocument(context.source, kind, body as BodyOf<Kind>, posting);
    },
  );
  implement(
    router,
    context,
    preview as Endpoint<TSchema, TSchema, Body, TSchema & { static: PreviewReply }>,
    async ({ body, key, user }) => {
      mayPostAll(user, kind, body as BodyOf<Kind>);
      const blind = commandOf(kind).blind === true && (await countsBlind(context.source.manager, user.role));
      const of = { user: user.id, today: todayOf(context), ...(key === '' ? {} : { key }), blind };
      return commandOf(kind).isLong?.(body as BodyOf<Kind>) || hasManyLines(body)
        ? context.workers.previewLong(kind, body as BodyOf<Kind>, of)
        : previewDocument(context.source, kind, body as BodyOf<Kind>, of);
    },
  );
}

/** Of so many lines others would wait while it is seen what posting would do. */
const MANY_LINES = 300;
const hasManyLines = (body: unknown): boolean => {
  const { lines } = body as { readonly lines?: unknown };
  return Array.isArray(lines) && lines.length > MANY_LINES;
};

/** A second person is asked about a draft of the kind. */
export function askingRoute<Kind extends AskedKind>(router: Router, context: Context, kind: Kind): void {
  type Asked = TSchema & { static: { readonly body: BodyOf<Kind>; readonly note: string } };
  type Draft = TSchema & { static: { readonly id: string } };
  implement(
    router,
    context,
    asking[kind] as Endpoint<Draft, TSchema, Asked, TSchema & { static: { readonly done: true } }>,
    async ({ params, body: { body, note }, user }) => {
      mayPostAll(user, kind, body);
      const asked = { kind, draft: params.id, body, note, today: todayOf(context) };
      await askApproval(context.source, user, asked, context.now());
      return { done: true as const };
    },
  );
}

/** The version of the draft that whoever posts it looked at; undefined where nobody says. */
function versionIn(request: Request): number | undefined {
  const said = request.get('draft-version') ?? '';
  return /^\d{1,9}$/.test(said) ? Number.parseInt(said, 10) : undefined;
}

/** A body may ask for more than its own kind: then the role must allow that too. */
function mayPostAll<Kind extends DocumentKind>(user: SignedIn, kind: Kind, body: BodyOf<Kind>): void {
  const forbidden = commandOf(kind).forbids?.(body, user.role);
  if (forbidden !== undefined) throw new RequestError(403, [forbidden]);
  for (const also of commandOf(kind).alsoNeeds?.(body) ?? []) {
    if (!mayPost(user.role, also))
      throw new RequestError(403, 'problem.not_for_role_bill', {
        role: { word: `role.${user.role}` },
        roles: rolesOf(KINDS[also].mayPost),
      });
  }
}
