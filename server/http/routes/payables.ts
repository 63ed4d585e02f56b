import type { Router } from 'express';
import { api } from '@obolus/contract/api';
import { readCashOutlook } from '../../queries/cashOutlook.ts';
import { readReturnPaper } from '../../papers/returnPaper.ts';
import { readWithheldPaper } from '../../papers/withheldPaper.ts';
import { readVendorAccount } from '../../queries/vendorAccount.ts';
import { readAgeing, readCreditsOwed, readOwedToVendor } from '../../queries/payables.ts';
import { listReturnable } from '../../queries/returnable.ts';
import { baseCurrency } from '../../setUp/baseCurrency.ts';
import { type Context, todayOf } from '../context.ts';
import { implement } from '../implement.ts';

/** What is owed to vendors, and what may go back to them. */
export function payablesRoutes(router: Router, context: Context): void {
  const { manager } = context.source;
  implement(router, context, api.owedToVendor, async ({ params }) =>
    readOwedToVendor(manager, params.id, await baseCurrency(manager)),
  );
  implement(router, context, api.ageing, async ({ query }) =>
    readAgeing(manager, await baseCurrency(manager), {
      asOf: query.asOf ?? todayOf(context),
      by: query.by ?? 'due',
    }),
  );
  implement(router, context, api.vendorAccount, async ({ params, query }) =>
    readVendorAccount(manager, params.id, await baseCurrency(manager), query),
  );
  implement(router, context, api.readAccountStatement, ({ body }) =>
    context.workers.run('readAccountStatement', Buffer.from(body.content, 'base64')),
  );
  implement(router, context, api.cashOutlook, async () =>
    readCashOutlook(manager, await baseCurrency(manager), todayOf(context)),
  );
  implement(router, context, api.creditsOwed, async () => readCreditsOwed(manager, await baseCurrency(manager)));
  implement(router, context, api.returnPdf, async ({ params }) => {
    const paper = await readReturnPaper(manager, params.id);
    return { name: `${paper.number}.pdf`, content: await context.workers.run('returnPdf', paper) };
  });
  implement(router, context, api.withheldPdf, async ({ params }) => {
    const paper = await readWithheldPaper(manager, params.id);
    return { name: `${paper.number}.pdf`, content: await context.workers.run('withheldPdf', paper) };
  });
  implement(router, context, api.returnableLines, ({ params, query }) =>
    listReturnable(manager, params.id, query.receipt),
  );
}
