import { Router } from 'express';
import { ASKED_KINDS } from '@obolus/contract/approvals';
import { DOCUMENT_KINDS } from '@obolus/contract/kinds/kinds';
import type { Context } from './context.ts';
import { billRoutes, mailRoutes } from './routes/bills.ts';
import { askingRoute, documentRoutes } from './routes/documents.ts';
import { importRoutes } from './routes/imports.ts';
import { ledgerRoutes } from './routes/ledger.ts';
import { listRoutes } from './routes/lists.ts';
import { openWorkRoutes } from './routes/openWork.ts';
import { payablesRoutes } from './routes/payables.ts';
import { payingRoutes } from './routes/paying.ts';
import { draftRoutes, paperRoutes } from './routes/papers.ts';
import { sessionRoutes } from './routes/session.ts';
import { setUpRoutes } from './routes/setUp.ts';

/** Every endpoint of the contract, below /api. */
export function apiRouter(context: Context): Router {
  const router = Router();
  sessionRoutes(router, context);
  openWorkRoutes(router, context);
  payablesRoutes(router, context);
  payingRoutes(router, context);
  ledgerRoutes(router, context);
  listRoutes(router, context);
  paperRoutes(router, context);
  billRoutes(router, context);
  mailRoutes(router, context);
  setUpRoutes(router, context);
  draftRoutes(router, context);
  importRoutes(router, context);
  for (const kind of DOCUMENT_KINDS) documentRoutes(router, context, kind);
  for (const kind of ASKED_KINDS) askingRoute(router, context, kind);
  return router;
}
