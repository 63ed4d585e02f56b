import type { Router } from 'express';
import { api } from '@obolus/contract/api';
import type { TakenFiles } from '@obolus/contract/views/paying';
import { RequestError } from '../../asking/failures.ts';
import { checkOfPayment } from '../../banking/checkOfPayment.ts';
import { explainLine, paymentsOfLine } from '../../banking/explainLine.ts';
import { readProposal } from '../../banking/proposal.ts';
import { readBankFiles, readOpenBankLines } from '../../banking/readBankFiles.ts';
import { readRunFile } from '../../transfers/runFile.ts';
import { sendRemittances } from '../../banking/remittance.ts';
import { sendRun } from '../../banking/sendRun.ts';
import { cashAtStandIn, fetchedFromStandIn, readyAtStandIn } from '../../banking/standIn.ts';
import { takeBankFile } from '../../banking/takeBankFile.ts';
import { sqlInstant } from '../../storage/transaction.ts';
import { viewRun } from '../../banking/viewRun.ts';
import { readCheckPapers } from '../../papers/checkPaper.ts';
import { type Context, todayOf } from '../context.ts';
import { implement } from '../implement.ts';

/** Payment runs and the bank. */
export function payingRoutes(router: Router, context: Context): void {
  const { source } = context;
  const { manager } = source;
  const taking = (user: string) => ({ user, now: context.now, today: todayOf(context) });
  const standIns = () => {
    if (!context.config.standIns) throw new RequestError(404, 'problem.no_stand_ins');
  };
  implement(router, context, api.proposal, () => readProposal(manager));
  implement(router, context, api.run, ({ params, user }) => viewRun(manager, user, params.id));
  implement(router, context, api.runFile, ({ params }) => readRunFile(manager, params.id));
  const checksOf = async (of: Parameters<typeof readCheckPapers>[1]) => {
    const papers = await readCheckPapers(manager, of);
    return { name: `${papers[0]?.number ?? ''}.pdf`, content: await context.workers.run('checkPdf', papers) };
  };
  implement(router, context, api.runChecks, ({ params }) => checksOf({ run: params.id }));
  implement(router, context, api.checkPdf, ({ params }) => checksOf({ check: params.id }));
  implement(router, context, api.paymentCheck, ({ params }) => checkOfPayment(manager, params.id));
  implement(router, context, api.sendRun, async ({ params, user }) => {
    standIns();
    await sendRun(source, params.id, user.id, context.now());
    return { done: true as const };
  });
  implement(router, context, api.presentChecks, async ({ params }) => {
    standIns();
    const checks = await readCheckPapers(manager, { run: params.id });
    const open = checks.filter(({ isCashed }) => !isCashed);
    await cashAtStandIn(manager, open, todayOf(context), sqlInstant(context.now()));
    return { done: true as const };
  });
  implement(router, context, api.adviseRun, async ({ params }) => {
    if (!context.mailServer) throw new RequestError(503, 'problem.mail_server_missing');
    return sendRemittances(source, context.mailServer, params.id, context.now());
  });
  implement(router, context, api.bankFiles, () => readBankFiles(manager, {}));
  implement(router, context, api.openBankLines, () => readOpenBankLines(manager));
  implement(router, context, api.readBankFile, ({ body, user }) =>
    takeBankFile(source, Buffer.from(body.content, 'base64'), taking(user.id)),
  );
  implement(router, context, api.fetchBankFiles, async ({ user }) => {
    standIns();
    const taken: TakenFiles[] = [];
    for (const { id, content } of await readyAtStandIn(manager)) {
      taken.push(await takeBankFile(source, content, taking(user.id)));
      await fetchedFromStandIn(manager, id);
    }
    return { rows: taken.flatMap(({ rows }) => rows), again: taken.reduce((sum, { again }) => sum + again, 0) };
  });
  implement(router, context, api.paymentsOfBankLine, ({ params }) => paymentsOfLine(manager, params.id));
  implement(router, context, api.explainBankLine, ({ params, body, user }) =>
    explainLine(source, params.id, body, taking(user.id)),
  );
}
