import { Router } from 'express';
import { api } from '@obolus/contract/api';
import { readList } from '../../lists/read.ts';
import { dropView, readViews, saveView } from '../../lists/views.ts';
import { baseCurrency } from '../../setUp/baseCurrency.ts';
import { type Context, todayOf } from '../context.ts';
import { implement } from '../implement.ts';

export function listRoutes(router: Router, context: Context): void {
  const { source, workers } = context;
  const around = async () => ({ baseCurrency: await baseCurrency(context.source.manager), today: todayOf(context) });
  implement(router, context, api.listCsv, async ({ params, query }) =>
    workers.run('listFile', params.list, 'csv', query, await around()),
  );
  implement(router, context, api.listXlsx, async ({ params, query }) =>
    workers.run('listFile', params.list, 'xlsx', query, await around()),
  );
  implement(router, context, api.listViews, async ({ params, user }) => ({
    rows: await readViews(source, user.id, params.list),
  }));
  implement(router, context, api.saveListView, async ({ params, body, user }) => {
    await saveView(source, user.id, params.list, params.name, body);
    return { done: true as const };
  });
  implement(router, context, api.dropListView, async ({ params, user }) => {
    await dropView(source, user.id, params.list, params.name);
    return { done: true as const };
  });
  implement(router, context, api.list, async ({ params, query }) =>
    readList(source.manager, params.list, query, await around()),
  );
}
