import type { AssessedBill } from '@obolus/contract/views/bench';
import { Router } from 'express';
import { api } from '@obolus/contract/api';
import { RequestError } from '../../asking/failures.ts';
import { listCreditable } from '../../bills/creditable.ts';
import { joinPapers, takeOut } from '../../bills/takeTogether.ts';
import { readAttached, readIncomingPaper } from '../../bills/incoming.ts';
import { listApprovals } from '../../approvals/listApprovals.ts';
import { dropPaper, assignPaper } from '../../bills/takeIn.ts';
import { postAgreed } from '../../bills/agreed.ts';
import { listWaitingBills, openWaiting, planDraft, proposingBeside } from '../../bills/waiting.ts';
import { listMails } from '../../mail/mails.ts';
import { writeToVendor } from '../../mail/writeToVendor.ts';
import type { ReturnPaper } from '../../papers/returnPaper.ts';
import { listBillable } from '../../queries/billable.ts';
import { listUnmatched } from '../../queries/unmatched.ts';
import { baseCurrency } from '../../setUp/baseCurrency.ts';
import { letGoOfDraft } from '../../storage/drafts.ts';
import { type Context, todayOf } from '../context.ts';
import { implement } from '../implement.ts';

export function billRoutes(router: Router, context: Context): void {
  const { source, now, workers } = context;
  const done = { done: true as const };
  const today = () => todayOf(context);
  implement(router, context, api.takeBillIn, async ({ params, body, user }) => {
    const given = {
      id: params.id,
      name: body.name,
      content: Buffer.from(body.content, 'base64'),
      came: 'file' as const,
      sender: user.name,
    };
    return {
      taken: await workers.run('takeBillIn', {
        ...given,
        by: user.id,
        at: now(),
        today: today(),
        another: body.another,
      }),
    };
  });
  implement(router, context, api.incomingBill, ({ params }) => workers.run('incomingBill', params.id, today()));
  implement(router, context, api.readableBill, ({ params }) => workers.run('readableBill', params.id));
  implement(router, context, api.attachedToBill, ({ params }) =>
    readAttached(source.manager, params.id, Number.parseInt(params.number, 10)),
  );
  implement(router, context, api.incomingPaper, ({ params }) => readIncomingPaper(source.manager, params.id));
  implement(router, context, api.assignPaper, async ({ params, body }) => {
    await assignPaper(source, params.id, body.vendor, today());
    return done;
  });
  implement(router, context, api.joinPapers, async ({ params, body, user }) => {
    await joinPapers(source, user, params.id, body.of);
    return done;
  });
  implement(router, context, api.takePaperOut, async ({ params, user }) => {
    await takeOut(source, user, params.id, today());
    return done;
  });
  implement(router, context, api.dropIncoming, async ({ params }) => {
    await dropPaper(source, params.id);
    return done;
  });
  const propose = () => proposingBeside(source, today(), (id) => workers.run('proposeAnew', id, today()));
  implement(router, context, api.waitingBills, ({ user }) => listWaitingBills(source, user));
  implement(router, context, api.openBill, ({ params, user }) => openWaiting(source, user, params.id, propose()));
  implement(router, context, api.letGoOfBill, async ({ params, user }) => {
    await letGoOfDraft(source, user, params.id);
    return done;
  });
  implement(router, context, api.planBill, async ({ params, body, user }) => {
    await planDraft(source, user, params.id, body, today());
    return done;
  });
  implement(router, context, api.assessedBills, async ({ query, user }) => {
    const rows: AssessedBill[] = [];
    // One after the other: whoever takes a paper in meanwhile waits for no more than one of them.
    for (const id of query.ids.split(',')) rows.push(...(await workers.run('assessBills', user, [id], today())).rows);
    return { rows };
  });
  implement(router, context, api.postAgreed, ({ params, user }) =>
    postAgreed(source, user, params.id, { now, today: today(), propose: propose() }),
  );
  implement(router, context, api.billable, ({ params }) => listBillable(source.manager, params.id));
  implement(router, context, api.creditable, ({ query }) =>
    listCreditable(source.manager, { vendor: query.vendor, all: query.all === 'yes' }, today()),
  );
  implement(router, context, api.unmatched, async () =>
    listUnmatched(source.manager, await baseCurrency(source.manager), today()),
  );
  implement(router, context, api.approvals, ({ user }) => listApprovals(source, user, today()));
}

export function mailRoutes(router: Router, context: Context): void {
  implement(router, context, api.mails, () => listMails(context.source.manager));
  implement(router, context, api.sendMail, async ({ params, body, user }) => {
    const { source, workers, mailServer } = context;
    if (!mailServer) throw new RequestError(503, 'problem.mail_server_missing');
    const packingList = (paper: ReturnPaper) => workers.run('returnPdf', paper);
    await writeToVendor({ source, mailServer, packingList }, params.id, body, { user: user.id, now: context.now() });
    return { done: true as const };
  });
}
