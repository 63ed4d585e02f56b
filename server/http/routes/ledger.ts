import { Router } from 'express';
import { api } from '@obolus/contract/api';
import { listDocuments } from '../../queries/listDocuments.ts';
import { commandOf } from '../../documents/registry.ts';
import { readBody } from '../../documents/bodyOf.ts';
import { noteDocument } from '../../documents/notes.ts';
import { viewDocument } from '../../documents/view.ts';
import { explainCost } from '../../queries/costExplained.ts';
import { readHeldStock, readLineValue } from '../../queries/held.ts';
import { readJournal, readTrialBalance } from '../../queries/ledger.ts';
import { countWaiting } from '../../queries/openWork.ts';
import { countFirstSteps } from '../../queries/firstSteps.ts';
import { search } from '../../queries/search.ts';
import { readStockCard } from '../../queries/stock.ts';
import { baseCurrency } from '../../setUp/baseCurrency.ts';
import { type Context, todayOf } from '../context.ts';
import { implement } from '../implement.ts';

/** Documents, stock and the ledger. */
export function ledgerRoutes(router: Router, context: Context): void {
  const { manager } = context.source;
  const currency = () => baseCurrency(context.source.manager);
  implement(router, context, api.documents, async ({ query }) =>
    listDocuments(manager, await currency(), { kind: query.kind, total: commandOf(query.kind).total }, query.before),
  );
  implement(router, context, api.document, async ({ params }) => viewDocument(manager, await currency(), params.id));
  implement(router, context, api.noteDocument, async ({ params, body, user }) => {
    await noteDocument(manager, params.id, body, { user: user.id, now: context.now() });
    return { done: true as const };
  });
  implement(router, context, api.documentBody, async ({ params, user }) =>
    readBody(manager, await currency(), user.role, params.id),
  );
  implement(router, context, api.stockCard, async ({ params }) =>
    readStockCard(manager, await currency(), params.item, params.warehouse),
  );
  implement(router, context, api.heldStock, async ({ params, query }) =>
    readHeldStock(manager, await currency(), params, query),
  );
  implement(router, context, api.lineValue, async ({ query }) =>
    readLineValue(manager, await currency(), query.line, query),
  );
  implement(router, context, api.lineCost, async ({ query }) => explainCost(manager, await currency(), query.line));
  implement(router, context, api.journal, async ({ query }) =>
    readJournal(manager, await currency(), query.before, query.account),
  );
  implement(router, context, api.trialBalance, async ({ query }) =>
    readTrialBalance(context.source, await currency(), query.asOf ?? todayOf(context)),
  );
  implement(router, context, api.waiting, async ({ user }) =>
    countWaiting(manager, user, await currency(), todayOf(context)),
  );
  implement(router, context, api.firstSteps, () => countFirstSteps(manager));
  implement(router, context, api.search, async ({ query }) => ({
    rows: await search(manager, await currency(), query.find),
  }));
}
