import { Router } from 'express';
import { api } from '@obolus/contract/api';
import { type ImportKind, isEntryImport, MAY_IMPORT } from '@obolus/contract/imports';
import type { Role } from '@obolus/contract/roles';
import { RequestError } from '../../asking/failures.ts';
import { cancelJob } from '../../jobs/queue.ts';
import { startImport } from '../../imports/load.ts';
import { readImport } from '../../imports/stage.ts';
import type { SignedIn } from '../../asking/signedIn.ts';
import { upTo } from '../../storage/upTo.ts';
import { type Context, todayOf } from '../context.ts';
import { implement } from '../implement.ts';
import { REGISTERS } from '@obolus/contract/registers/registers';

export function importRoutes(router: Router, context: Context): void {
  const { source } = context;
  implement(router, context, api.imports, async () => {
    const found: { id: string }[] = await source.query('SELECT id FROM import_batch ORDER BY created_at DESC LIMIT 31');
    const { rows, more } = upTo(30, found);
    return { more, rows: await Promise.all(rows.map(({ id }) => readImport(source.manager, id, { withRows: false }))) };
  });
  implement(router, context, api.stageImport, ({ params, body, user }) => {
    mayImport(user, body.kind);
    return context.workers.run('stageImport', user, todayOf(context), params.id, {
      ...body,
      content: Buffer.from(body.content, 'base64'),
    });
  });
  implement(router, context, api.import, ({ params }) => readImport(source.manager, params.id));
  implement(router, context, api.loadImport, async ({ params, body, user }) => {
    mayImport(user, (await readImport(source.manager, params.id, { withRows: false })).kind);
    await startImport(source, params.id, body.leaveOutWrong);
    context.wakeJobs();
    return readImport(source.manager, params.id);
  });
  implement(router, context, api.cancelImport, async ({ params, user }) => {
    mayImport(user, (await readImport(source.manager, params.id, { withRows: false })).kind);
    if (await cancelJob(source.manager, params.id)) context.wakeJobs();
    return readImport(source.manager, params.id);
  });
}

function mayImport(user: SignedIn, kind: ImportKind): void {
  const allowed: readonly Role[] = MAY_IMPORT[kind];
  if (!allowed.includes(user.role))
    throw new RequestError(403, 'problem.not_for_role_import', {
      role: { word: `role.${user.role}` },
      what: { word: isEntryImport(kind) ? REGISTERS[kind].title : `imports.${kind}` },
    });
}
