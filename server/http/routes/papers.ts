import { Router } from 'express';
import { api } from '@obolus/contract/api';
import { dropAdvice } from '../../despatch/advices.ts';
import { keepPaper, readPaper } from '../../papers/kept.ts';
import { dropDraft, listDrafts, findDraft, saveDraft } from '../../storage/drafts.ts';
import type { Context } from '../context.ts';
import { implement } from '../implement.ts';

export function paperRoutes(router: Router, context: Context): void {
  const { source } = context;
  implement(router, context, api.keepAdvice, ({ params, body, user }) =>
    context.workers.run('keepAdvice', params.id, Buffer.from(body.content, 'base64'), user.id),
  );
  implement(router, context, api.readStatement, ({ body }) =>
    context.workers.run('readStatement', Buffer.from(body.content, 'base64'), body.shipment),
  );
  implement(router, context, api.dropAdvice, async ({ params }) => {
    await dropAdvice(source, params.id);
    return { done: true as const };
  });
  implement(router, context, api.keepPaper, async ({ params, body, user }) => {
    await keepPaper(source, { id: params.id, name: body.name, content: Buffer.from(body.content, 'base64') }, user.id);
    return { done: true as const };
  });
  implement(router, context, api.paper, ({ params }) => readPaper(source.manager, params.id));
}

export function draftRoutes(router: Router, context: Context): void {
  const { source } = context;
  implement(router, context, api.drafts, ({ user }) => listDrafts(source, user));
  implement(router, context, api.draft, ({ params, user }) => findDraft(source, user, params.id));
  implement(router, context, api.saveDraft, async ({ params, body, user }) => ({
    version: await saveDraft(source, user, params.id, body),
  }));
  implement(router, context, api.dropDraft, async ({ params, user }) => {
    await dropDraft(source, user, params.id);
    return { done: true as const };
  });
}
