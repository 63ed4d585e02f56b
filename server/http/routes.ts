import { type Request, Router } from 'express';
import { api, posting } from '@obolus/contract/api';
import { type BodyOf, DOCUMENT_KINDS, type DocumentKind, KINDS, mayPost } from '@obolus/contract/kinds/kinds';
import type { PostedReply, PreviewReply } from '@obolus/contract/commands';
import type { Endpoint } from '@obolus/contract/endpoint';
import type { TSchema } from '@obolus/contract/figures';
import { type ImportKind, MAY_IMPORT } from '@obolus/contract/imports';
import type { Role } from '@obolus/contract/roles';
import type { Me } from '@obolus/contract/views/me';
import { RequestError } from '../asking/failures.ts';
import { listCreditable } from '../bills/creditable.ts';
import { readIncomingBill, readIncomingPaper } from '../bills/incoming.ts';
import { answerSignOff, askSignOff, listSignOffs } from '../bills/signOff.ts';
import { dropPaper, sayWhose, takeBillIn } from '../bills/takeIn.ts';
import { listWaitingBills, openWaiting, planDraft, postAgreed } from '../bills/waiting.ts';
import { postDocument, previewDocument } from '../commands/runCommand.ts';
import { dropAdvice, keepAdvice, listAdvices } from '../despatch/advices.ts';
import { commandOf } from '../documents/registry.ts';
import { keepPaper, readPaper } from '../papers/kept.ts';
import { startImport } from '../imports/load.ts';
import { readImport, stageImport } from '../imports/stage.ts';
import { listMails, sendMail } from '../mail/mails.ts';
import { listBillable } from '../queries/billable.ts';
import { listUnmatched } from '../queries/unmatched.ts';
import { listDocuments } from '../queries/listDocuments.ts';
import { viewDocument } from '../documents/view.ts';
import { readHeldStock, readLineValue } from '../queries/held.ts';
import { readJournal, readTrialBalance } from '../queries/ledger.ts';
import { countsBlind, unseen } from '../queries/blind.ts';
import {
  countWaiting,
  listOpenCharges,
  listOpenOrderLines,
  listReceivedLines,
  listUnbilledLines,
  listUninvoicedLines,
} from '../queries/openWork.ts';
import { orderPdf } from '../papers/orderPdf.ts';
import { orderUbl } from '../papers/orderUbl.ts';
import { readOrderPaper } from '../papers/orderPaper.ts';
import { viewOrder } from '../queries/orders.ts';
import { search } from '../queries/search.ts';
import { listAsides } from '../queries/asides.ts';
import { listOnDock } from '../queries/onDock.ts';
import { readCommitments } from '../queries/commitments.ts';
import {
  listChargeKinds,
  listDimensions,
  listItems,
  listPrices,
  listTaxCodes,
  listTerms,
  listVendors,
  listWarehouses,
} from '../queries/setUp.ts';
import { readVendorRecord } from '../queries/vendorRecord.ts';
import { readStockCard } from '../queries/stock.ts';
import { listFile } from '../lists/file.ts';
import { readList } from '../lists/read.ts';
import { dropView, readViews, saveView } from '../lists/views.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { answerBankAccount } from '../setUp/bankAccounts.ts';
import { changeEntry, newEntry, viewEntry } from '../setUp/registers.ts';
import { addPerson, listPeople, savePerson } from '../signIn/people.ts';
import { signIn } from '../signIn/signIn.ts';
import { dropDraft, letGoOfDraft, listDrafts, readDraft, saveDraft } from '../storage/drafts.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { type Context, todayOf } from './context.ts';
import { implement } from './implement.ts';
import { newCsrfToken } from './session.ts';

/** Every endpoint of the contract, below /api. */
export function apiRouter(context: Context): Router {
  const router = Router();
  signInRoutes(router, context);
  readRoutes(router, context);
  listRoutes(router, context);
  paperRoutes(router, context);
  billRoutes(router, context);
  mailRoutes(router, context);
  setUpRoutes(router, context);
  draftRoutes(router, context);
  importRoutes(router, context);
  for (const kind of DOCUMENT_KINDS) documentRoutes(router, context, kind);
  return router;
}

function signInRoutes(router: Router, context: Context): void {
  implement(router, context, api.signIn, async ({ body, request }) => {
    const user = await signIn(context.source, body.email, body.password, request.ip ?? '');
    await new Promise<void>((resolve, reject) =>
      request.session.regenerate((problem: unknown) => (problem ? reject(asError(problem)) : resolve())),
    );
    request.session.user = user;
    request.session.csrfToken = newCsrfToken();
    return me(context, user, request.session.csrfToken);
  });
  implement(router, context, api.signOut, async ({ request, response }) => {
    await new Promise<void>((resolve, reject) =>
      request.session.destroy((problem: unknown) => (problem ? reject(asError(problem)) : resolve())),
    );
    response.clearCookie('obolus');
    return { done: true as const };
  });
  implement(router, context, api.me, ({ user, request }) => me(context, user, request.session.csrfToken ?? ''));
}

function readRoutes(router: Router, context: Context): void {
  const { manager } = context.source;
  const currency = () => baseCurrency(context.source.manager);
  implement(router, context, api.items, () => listItems(manager));
  implement(router, context, api.vendors, () => listVendors(manager));
  implement(router, context, api.warehouses, () => listWarehouses(manager));
  implement(router, context, api.asides, () => listAsides(manager));
  implement(router, context, api.advices, async () => ({ rows: await listAdvices(manager) }));
  implement(router, context, api.onDock, () => listOnDock(manager));
  implement(router, context, api.prices, ({ params }) => listPrices(manager, params.id));
  implement(router, context, api.vendorRecord, ({ params }) => readVendorRecord(manager, params.id, todayOf(context)));
  implement(router, context, api.terms, () => listTerms(manager));
  implement(router, context, api.taxCodes, () => listTaxCodes(manager));
  implement(router, context, api.dimensions, () => listDimensions(manager));
  implement(router, context, api.chargeKinds, () => listChargeKinds(manager));
  implement(router, context, api.commitments, async () => readCommitments(manager, await currency()));
  implement(router, context, api.openOrderLines, async ({ query, user }) => {
    const lines = await listOpenOrderLines(manager, await currency(), query.vendor);
    return (await countsBlind(manager, user.role)) ? { rows: lines.rows.map(unseen) } : lines;
  });
  implement(router, context, api.order, async ({ params }) => viewOrder(manager, await currency(), params.id));
  const paper = async (id: string, version: string | undefined) =>
    readOrderPaper(manager, await currency(), id, version === undefined ? undefined : Number(version));
  implement(router, context, api.orderPdf, async ({ params, query }) => {
    const order = await paper(params.id, query.version);
    return { name: `${order.number}-${order.version}.pdf`, content: await orderPdf(order) };
  });
  implement(router, context, api.orderUbl, async ({ params, query }) => {
    const order = await paper(params.id, query.version);
    return { name: `${order.number}-${order.version}.xml`, content: orderUbl(order) };
  });
  implement(router, context, api.unbilledLines, async ({ query }) =>
    listUnbilledLines(manager, await currency(), query.vendor),
  );
  implement(router, context, api.receivedLines, async ({ query }) =>
    listReceivedLines(manager, await currency(), query.find),
  );
  implement(router, context, api.openCharges, async () => listOpenCharges(manager, await currency()));
  implement(router, context, api.uninvoicedLines, async ({ query }) =>
    listUninvoicedLines(manager, await currency(), query.customer),
  );
  implement(router, context, api.documents, async ({ query }) =>
    listDocuments(manager, await currency(), query.kind, query.before),
  );
  implement(router, context, api.document, async ({ params }) => viewDocument(manager, await currency(), params.id));
  implement(router, context, api.stockCard, async ({ params }) =>
    readStockCard(manager, await currency(), params.item, params.warehouse),
  );
  implement(router, context, api.heldStock, async ({ params, query }) =>
    readHeldStock(manager, await currency(), params, query),
  );
  implement(router, context, api.lineValue, async ({ query }) =>
    readLineValue(manager, await currency(), query.line, query),
  );
  implement(router, context, api.journal, async ({ query }) =>
    readJournal(manager, await currency(), query.before, query.account),
  );
  implement(router, context, api.trialBalance, async ({ query }) =>
    readTrialBalance(context.source, await currency(), query.asOf ?? todayOf(context)),
  );
  implement(router, context, api.waiting, async ({ user }) => countWaiting(manager, user, await currency()));
  implement(router, context, api.search, async ({ query }) => ({
    rows: await search(manager, await currency(), query.find),
  }));
}

function listRoutes(router: Router, context: Context): void {
  const { source } = context;
  const around = async () => ({ baseCurrency: await baseCurrency(context.source.manager), today: todayOf(context) });
  implement(router, context, api.listCsv, async ({ params, query }) =>
    listFile(source.manager, params.list, 'csv', query, await around()),
  );
  implement(router, context, api.listXlsx, async ({ params, query }) =>
    listFile(source.manager, params.list, 'xlsx', query, await around()),
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

function paperRoutes(router: Router, context: Context): void {
  const { source } = context;
  implement(router, context, api.keepAdvice, ({ params, body, user }) =>
    keepAdvice(source, params.id, Buffer.from(body.content, 'base64'), user.id),
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

function billRoutes(router: Router, context: Context): void {
  const { source, now } = context;
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
      taken: await takeBillIn(source, { ...given, by: user.id, at: now(), today: today(), another: body.another }),
    };
  });
  implement(router, context, api.incomingBill, ({ params }) => readIncomingBill(source.manager, params.id));
  implement(router, context, api.incomingPaper, ({ params }) => readIncomingPaper(source.manager, params.id));
  implement(router, context, api.sayWhose, async ({ params, body }) => {
    await sayWhose(source, params.id, body.vendor, today());
    return done;
  });
  implement(router, context, api.dropIncoming, async ({ params }) => {
    await dropPaper(source, params.id);
    return done;
  });
  implement(router, context, api.waitingBills, async ({ user }) => ({ rows: await listWaitingBills(source, user) }));
  implement(router, context, api.openBill, ({ params, user }) => openWaiting(source, user, params.id, today()));
  implement(router, context, api.letGoOfBill, async ({ params, user }) => {
    await letGoOfDraft(source, user, params.id);
    return done;
  });
  implement(router, context, api.planBill, async ({ params, body, user }) => {
    await planDraft(source, user, params.id, body, today());
    return done;
  });
  implement(router, context, api.postAgreed, ({ params, body, user }) =>
    postAgreed(source, user, params.id, body.dry, { now, today: today() }),
  );
  implement(router, context, api.billable, ({ params }) => listBillable(source.manager, params.id));
  implement(router, context, api.creditable, ({ query }) =>
    listCreditable(source.manager, { vendor: query.vendor, all: query.all === 'yes' }, today()),
  );
  implement(router, context, api.unmatched, async () =>
    listUnmatched(source.manager, await baseCurrency(source.manager), today()),
  );
  implement(router, context, api.signOffs, async ({ user }) => ({ rows: await listSignOffs(source, user, today()) }));
  implement(router, context, api.askSignOff, async ({ params, body, user }) => {
    await askSignOff(source, user, params.id, { ...body, today: today() }, now());
    return done;
  });
  implement(router, context, api.answerSignOff, async ({ params, body, user }) => {
    await answerSignOff(source, user, params.id, body, now());
    return done;
  });
}

function mailRoutes(router: Router, context: Context): void {
  implement(router, context, api.mails, () => listMails(context.source.manager));
  implement(router, context, api.sendMail, async ({ params, body }) => {
    if (!context.mailServer)
      throw new RequestError(503, 'Not set up', 'No mail server is set up (docs/configuration.md).');
    await sendMail(context.source, context.mailServer, { id: params.id, ...body }, context.now());
    return { done: true as const };
  });
}

function setUpRoutes(router: Router, context: Context): void {
  const { source } = context;
  const changing = async (by: string) => ({
    by,
    at: context.now(),
    currency: await baseCurrency(context.source.manager),
  });
  implement(router, context, api.entry, ({ params, user }) => viewEntry(source, params.register, params.id, user.id));
  implement(router, context, api.newEntry, async ({ params, body, key, user }) => ({
    id: await newEntry(source, params.register, body.fields, key, user, context.now()),
  }));
  implement(router, context, api.saveEntry, async ({ params, body, user }) => ({
    id: await changeEntry(source, params.register, params.id, body.fields, body.seen, user, context.now()),
  }));
  implement(router, context, api.answerAccount, async ({ params, body, user }) => {
    await answerBankAccount(source, params.id, params.account, body.answer, user.id, context.now());
    return { done: true as const };
  });
  implement(router, context, api.people, async () => ({
    rows: await listPeople(source.manager, await baseCurrency(context.source.manager)),
  }));
  implement(router, context, api.newPerson, async ({ body, user }) => addPerson(source, body, await changing(user.id)));
  implement(router, context, api.savePerson, async ({ params, body, user }) =>
    savePerson(source, params.id, body, await changing(user.id)),
  );
}

function draftRoutes(router: Router, context: Context): void {
  const { source } = context;
  implement(router, context, api.drafts, async ({ user }) => ({ rows: await listDrafts(source, user) }));
  implement(router, context, api.draft, ({ params, user }) => readDraft(source, user, params.id));
  implement(router, context, api.saveDraft, async ({ params, body, user }) => ({
    version: await saveDraft(source, user, params.id, body),
  }));
  implement(router, context, api.dropDraft, async ({ params, user }) => {
    await dropDraft(source, user, params.id);
    return { done: true as const };
  });
}

function importRoutes(router: Router, context: Context): void {
  const { source } = context;
  implement(router, context, api.imports, async () => {
    const rows: { id: string }[] = await source.query('SELECT id FROM import_batch ORDER BY created_at DESC LIMIT 30');
    return { rows: await Promise.all(rows.map(({ id }) => readImport(source.manager, id, { withRows: false }))) };
  });
  implement(router, context, api.stageImport, ({ params, body, user }) => {
    mayImport(user, body.kind);
    return stageImport(source, user, todayOf(context), params.id, {
      ...body,
      content: Buffer.from(body.content, 'base64'),
    });
  });
  implement(router, context, api.import, ({ params }) => readImport(source.manager, params.id));
  implement(router, context, api.loadImport, async ({ params, body, user }) => {
    mayImport(user, (await readImport(source.manager, params.id, { withRows: false })).kind);
    await startImport(context, params.id, body.leaveOutWrong);
    return readImport(source.manager, params.id);
  });
}

function documentRoutes<Kind extends DocumentKind>(router: Router, context: Context, kind: Kind): void {
  type Body = TSchema & { static: BodyOf<Kind> };
  const { post, preview } = posting[kind];
  implement(
    router,
    context,
    post as Endpoint<TSchema, TSchema, Body, TSchema & { static: PostedReply }>,
    async ({ body, key, user, request }) => {
      mayPostAll(user, kind, body as BodyOf<Kind>);
      const blind = commandOf(kind).blind === true && (await countsBlind(context.source.manager, user.role));
      const posted = await postDocument(context.source, kind, body as BodyOf<Kind>, {
        user: user.id,
        key,
        now: context.now,
        today: todayOf(context),
        blind,
        version: versionIn(request),
      });
      return posted;
    },
  );
  implement(
    router,
    context,
    preview as Endpoint<TSchema, TSchema, Body, TSchema & { static: PreviewReply }>,
    async ({ body, key, user }) => {
      mayPostAll(user, kind, body as BodyOf<Kind>);
      const blind = commandOf(kind).blind === true && (await countsBlind(context.source.manager, user.role));
      return previewDocument(context.source, kind, body as BodyOf<Kind>, {
        user: user.id,
        today: todayOf(context),
        ...(key === '' ? {} : { key }),
        blind,
      });
    },
  );
}

/** The version of the draft that whoever posts it looked at; undefined where nobody says. */
function versionIn(request: Request): number | undefined {
  const said = request.get('draft-version') ?? '';
  return /^\d{1,9}$/.test(said) ? Number.parseInt(said, 10) : undefined;
}

async function me(context: Context, user: SignedIn, csrfToken: string): Promise<Me> {
  const [company] = (await context.source.query('SELECT name, currency, first_open_day FROM company WHERE id = 1')) as {
    name: string;
    currency: string;
    first_open_day: string;
  }[];
  const blind = await countsBlind(context.source.manager, user.role);
  if (!company) throw new RequestError(503, 'Not set up', 'The company is not set up yet.');
  return {
    user: { id: user.id, name: user.name, email: user.email, role: user.role },
    company: {
      name: company.name,
      currency: company.currency,
      firstOpenDay: company.first_open_day,
      today: todayOf(context),
      blind,
      standIns: context.config.standIns,
      mailbox: context.mailboxPort ?? null,
    },
    csrfToken,
  };
}

function mayImport(user: SignedIn, kind: ImportKind): void {
  const allowed: readonly Role[] = MAY_IMPORT[kind];
  if (!allowed.includes(user.role))
    throw new RequestError(403, 'Not allowed', `As ${user.role} you may not import ${kind}.`);
}

/** A body may ask for more than its own kind: then the role must allow that too. */
function mayPostAll<Kind extends DocumentKind>(user: SignedIn, kind: Kind, body: BodyOf<Kind>): void {
  for (const also of commandOf(kind).alsoNeeds?.(body) ?? []) {
    if (!mayPost(user.role, also))
      throw new RequestError(
        403,
        'Not allowed',
        `As ${user.role} you may not say what goods were billed at; it is for: ${KINDS[also].mayPost.join(', ')}.`,
      );
  }
}

const asError = (problem: unknown): Error => (problem instanceof Error ? problem : new Error(String(problem)));
