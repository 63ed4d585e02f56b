import { BODIES, PostedReply, PreviewReply } from './commands.ts';
import { endpoint, type AnyEndpoint } from './endpoint.ts';
import { BaseAmount, Day, exactly, Id, Key, LineId, oneOf, Text, Type } from './figures.ts';
import { IMPORT_KINDS, MAY_IMPORT } from './imports.ts';
import { DOCUMENT_KINDS, MAY_POST, ROLES, type DocumentKind, type Role } from './roles.ts';
import { LIST_NAMES, ListPage, ListState } from './lists.ts';
import { REGISTER_NAMES } from './registers.ts';
import * as views from './views.ts';

const byId = exactly({ id: Id });
const byKey = exactly({ id: Key });
const list = <Row extends Parameters<typeof Type.Array>[0]>(row: Row) => exactly({ rows: Type.Array(row) });
const Done = exactly({ done: Type.Literal(true) });
const importers: readonly Role[] = [...new Set(Object.values(MAY_IMPORT).flat())];
/** As of a day, by all that is known, or only by what had been entered when a day ended. */
const asKnown = { on: Type.Optional(Day), known: Type.Optional(Day) };
const vendorFilter = exactly({ vendor: Type.Optional(Id) });

const paperOf = (ending: string, summary: string) => ({
  method: 'get' as const,
  path: `/orders/:id/paper.${ending}`,
  summary,
  allow: 'signed-in' as const,
  params: byId,
  query: exactly({ version: Type.Optional(Type.String({ pattern: '^[1-9][0-9]{0,3}$' })) }),
  reply: views.Paper,
});

const receivers = ['receiver', 'buyer', 'accountant'] as const;
const PERSON = {
  role: oneOf(ROLES),
  approvalLimit: Type.Union([BaseAmount, Type.Literal('')], { description: 'In base currency; empty for none' }),
};
const ofList = exactly({ list: oneOf(LIST_NAMES) });
const listQuery = {
  sort: Type.Optional(Text(40)),
  down: Type.Optional(Type.Literal('yes')),
  find: Type.Optional(Text(100)),
  where: Type.Optional(Text(4000, 'Conditions as JSON: an array of { column, is, to }')),
};
const listFile = (ending: 'csv' | 'xlsx', produces: 'text/csv' | typeof XLSX) =>
  endpoint({
    method: 'get',
    path: `/lists/:list/file.${ending}`,
    summary: `All that a list finds, as ${ending.toUpperCase()}`,
    allow: 'signed-in',
    params: ofList,
    query: exactly({ ...listQuery, columns: Type.Optional(Text(2000, 'Names of columns, apart by commas')) }),
    reply: views.Paper,
    produces,
  });
export const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const ofRegister = { register: oneOf(REGISTER_NAMES) };

/** Everything but the posting of documents. */
export const api = {
  signIn: endpoint({
    method: 'post',
    path: '/session',
    summary: 'Sign in',
    allow: 'anyone',
    body: exactly({ email: Text(160), password: Text(200) }),
    reply: views.Me,
  }),
  signOut: endpoint({ method: 'delete', path: '/session', summary: 'Sign out', allow: 'signed-in', reply: Done }),
  me: endpoint({ method: 'get', path: '/session', summary: 'Who is signed in', allow: 'signed-in', reply: views.Me }),

  items: endpoint({ method: 'get', path: '/items', summary: 'Items', allow: 'signed-in', reply: list(views.ItemView) }),
  vendors: endpoint({ method: 'get', path: '/vendors', summary: 'Vendors', allow: 'signed-in', reply: list(views.VendorView) }),
  warehouses: endpoint({ method: 'get', path: '/warehouses', summary: 'Warehouses', allow: 'signed-in', reply: list(views.WarehouseView) }),
  terms: endpoint({ method: 'get', path: '/terms', summary: 'Terms of payment', allow: 'signed-in', reply: list(views.TermsView) }),
  taxCodes: endpoint({ method: 'get', path: '/tax-codes', summary: 'Tax codes', allow: 'signed-in', reply: list(views.TaxCodeView) }),
  dimensions: endpoint({
    method: 'get',
    path: '/dimensions',
    summary: 'Departments, locations and projects',
    allow: 'signed-in',
    reply: list(views.DimensionView),
  }),
  vendorRecord: endpoint({
    method: 'get',
    path: '/vendors/:id/record',
    summary: 'How a vendor delivers: on time and in full, by month',
    allow: 'signed-in',
    params: byId,
    reply: views.VendorRecord,
  }),
  prices: endpoint({
    method: 'get',
    path: '/vendors/:id/prices',
    summary: 'Prices of a vendor: its list, else the last order',
    allow: 'signed-in',
    params: byId,
    reply: list(views.PriceView),
  }),

  list: endpoint({
    method: 'get',
    path: '/lists/:list',
    summary: 'A page of a list, as it is to be sorted and filtered',
    allow: 'signed-in',
    params: ofList,
    query: exactly({ ...listQuery, after: Type.Optional(Text(1000, 'Where the page begins: `next` of the one before')) }),
    reply: ListPage,
  }),
  listCsv: listFile('csv', 'text/csv'),
  listXlsx: listFile('xlsx', XLSX),
  listViews: endpoint({
    method: 'get',
    path: '/lists/:list/views',
    summary: 'One’s own ways of looking at a list',
    allow: 'signed-in',
    params: ofList,
    reply: list(views.SavedView),
  }),
  saveListView: endpoint({
    method: 'put',
    path: '/lists/:list/views/:name',
    summary: 'Keep a way of looking at a list under a name',
    allow: 'signed-in',
    params: exactly({ ...ofList.properties, name: Text(60) }),
    body: ListState,
    reply: Done,
  }),
  dropListView: endpoint({
    method: 'delete',
    path: '/lists/:list/views/:name',
    summary: 'Forget a way of looking at a list',
    allow: 'signed-in',
    params: exactly({ ...ofList.properties, name: Text(60) }),
    reply: Done,
  }),

  entry: endpoint({
    method: 'get',
    path: '/registers/:register/:id',
    summary: 'What is set up: an entry with its history',
    allow: 'signed-in',
    params: exactly({ ...ofRegister, id: Id }),
    reply: views.RegisterEntry,
  }),
  newEntry: endpoint({
    method: 'post',
    path: '/registers/:register',
    summary: 'Set up a new entry; who may is said by the register',
    allow: 'signed-in',
    params: exactly(ofRegister),
    body: exactly({ fields: views.Fields }),
    reply: views.SavedEntry,
    keyed: true,
  }),
  saveEntry: endpoint({
    method: 'put',
    path: '/registers/:register/:id',
    summary: 'Change fields of an entry, each from what it was seen to be; who may is said by the register',
    allow: 'signed-in',
    params: exactly({ ...ofRegister, id: Id }),
    body: exactly({ fields: views.Fields, seen: views.Fields }),
    reply: views.SavedEntry,
  }),
  answerAccount: endpoint({
    method: 'put',
    path: '/vendors/:id/bank-accounts/:account',
    summary: 'Confirm or refuse a vendor’s new bank account; never one’s own change',
    allow: ['administrator', 'accountant', 'approver'],
    params: exactly({ id: Id, account: Id }),
    body: exactly({ answer: oneOf(['confirmed', 'refused'] as const) }),
    reply: Done,
  }),

  people: endpoint({ method: 'get', path: '/people', summary: 'People, their roles and limits', allow: 'signed-in', reply: list(views.PersonView) }),
  newPerson: endpoint({
    method: 'post',
    path: '/people',
    summary: 'Somebody new, with a password that is shown once',
    allow: ['administrator'],
    body: exactly({ name: Text(160), email: Text(160), ...PERSON }),
    reply: exactly({ person: views.PersonView, password: Text(60) }),
  }),
  savePerson: endpoint({
    method: 'put',
    path: '/people/:id',
    summary: 'Change somebody’s role or limit, or keep them out; never one’s own',
    allow: ['administrator'],
    params: byId,
    body: exactly({ ...PERSON, blocked: Type.Boolean() }),
    reply: views.PersonView,
  }),

  orderPdf: endpoint({ ...paperOf('pdf', 'A version of an order as PDF; the latest where none is named'), produces: 'application/pdf' }),
  orderUbl: endpoint({ ...paperOf('xml', 'A version of an order as UBL 2.1 Order'), produces: 'application/xml' }),
  commitments: endpoint({
    method: 'get',
    path: '/orders/commitments',
    summary: 'What is ordered and has not come',
    allow: 'signed-in',
    reply: views.Commitments,
  }),
  openOrderLines: endpoint({
    method: 'get',
    path: '/orders/open-lines',
    summary: 'Order lines with goods still to come',
    allow: 'signed-in',
    query: vendorFilter,
    reply: list(views.OpenOrderLine),
  }),
  order: endpoint({
    method: 'get',
    path: '/orders/:id',
    summary: 'An order as it stands, with everything that was done with it',
    allow: 'signed-in',
    params: byId,
    reply: views.OrderView,
  }),
  unbilledLines: endpoint({
    method: 'get',
    path: '/receipts/unbilled-lines',
    summary: 'Received lines not yet billed',
    allow: 'signed-in',
    query: vendorFilter,
    reply: list(views.ReceivedLine),
  }),
  receivedLines: endpoint({
    method: 'get',
    path: '/receipts/lines',
    summary: 'Received lines on which charges may land, latest first',
    allow: 'signed-in',
    query: exactly({ find: Type.Optional(Text(100)) }),
    reply: list(views.ReceivedLine),
  }),
  advices: endpoint({
    method: 'get',
    path: '/despatch-advices',
    summary: 'What vendors announce and has not come yet',
    allow: 'signed-in',
    reply: list(views.AdviceView),
  }),
  keepAdvice: endpoint({
    method: 'put',
    path: '/despatch-advices/:id',
    summary: 'Keep a vendor’s despatch advice: UBL 2.1, CSV or XLSX',
    allow: receivers,
    params: byKey,
    body: exactly({ content: Text(5_600_000, 'The file, in base64') }),
    reply: views.AdviceView,
  }),
  dropAdvice: endpoint({
    method: 'delete',
    path: '/despatch-advices/:id',
    summary: 'Take an advice off the list that was given by mistake',
    allow: receivers,
    params: byKey,
    reply: Done,
  }),
  takeBillIn: endpoint({
    method: 'put',
    path: '/incoming-bills/:id',
    summary: 'Take a vendor’s bill in (UBL 2.1 Invoice, Cross Industry Invoice): it waits as a draft with what is proposed for it',
    allow: MAY_POST.bill,
    params: byKey,
    body: exactly({ content: Text(5_600_000, 'The file, in base64') }),
    reply: exactly({ draft: Key, vendor: Id }),
  }),
  incomingBill: endpoint({
    method: 'get',
    path: '/incoming-bills/:id',
    summary: 'What the paper of a bill says, with what is proposed for it now',
    allow: MAY_POST.bill,
    params: byKey,
    reply: views.IncomingBill,
  }),
  keepPaper: endpoint({
    method: 'put',
    path: '/papers/:id',
    summary: 'Keep a picture or a PDF',
    allow: ROLES.filter((role) => role !== 'auditor'),
    params: byKey,
    body: exactly({ name: Text(200), content: Text(5_600_000, 'The file, in base64') }),
    reply: Done,
  }),
  paper: endpoint({
    method: 'get',
    path: '/papers/:id',
    summary: 'A picture or a PDF as it was kept',
    allow: 'signed-in',
    params: byKey,
    reply: views.Paper,
    produces: 'application/octet-stream',
  }),
  onDock: endpoint({
    method: 'get',
    path: '/receipts/on-dock',
    summary: 'Received goods that are not put away yet',
    allow: 'signed-in',
    reply: list(views.OnDockLine),
  }),
  asides: endpoint({
    method: 'get',
    path: '/asides',
    summary: 'Goods that stand aside: rejected, or without an order',
    allow: 'signed-in',
    reply: list(views.AsideView),
  }),
  openCharges: endpoint({ method: 'get', path: '/charges/open', summary: 'Charges not yet on goods', allow: 'signed-in', reply: list(views.OpenCharge) }),
  uninvoicedLines: endpoint({
    method: 'get',
    path: '/deliveries/uninvoiced-lines',
    summary: 'Delivered lines not yet invoiced',
    allow: 'signed-in',
    query: exactly({ customer: Type.Optional(Text(120)) }),
    reply: list(views.DeliveredLine),
  }),
  documents: endpoint({
    method: 'get',
    path: '/documents',
    summary: 'Documents of a kind, latest first',
    allow: 'signed-in',
    query: exactly({ kind: oneOf(DOCUMENT_KINDS), before: Type.Optional(Id) }),
    reply: list(views.DocumentRow),
  }),
  document: endpoint({
    method: 'get',
    path: '/documents/:id',
    summary: 'A document with its lines, journal and trail',
    allow: 'signed-in',
    params: byId,
    reply: views.DocumentView,
  }),

  stockCard: endpoint({
    method: 'get',
    path: '/stock/:item/:warehouse',
    summary: 'The movements of an item in a warehouse',
    allow: 'signed-in',
    params: exactly({ item: Id, warehouse: Id }),
    reply: views.StockCard,
  }),
  heldStock: endpoint({
    method: 'get',
    path: '/stock/:item/:warehouse/held',
    summary: 'What is held of an item in a warehouse, with its layers: now, on a day, or as it was known on a day',
    allow: 'signed-in',
    params: exactly({ item: Id, warehouse: Id }),
    query: exactly(asKnown),
    reply: views.HeldStock,
  }),
  lineValue: endpoint({
    method: 'get',
    path: '/lines/value',
    summary: 'What a movement is worth: now, on a day, or as it was known on a day',
    allow: 'signed-in',
    query: exactly({ line: LineId, ...asKnown }),
    reply: views.LineValue,
  }),
  journal: endpoint({
    method: 'get',
    path: '/journal',
    summary: 'The journal, latest first',
    allow: 'signed-in',
    query: exactly({ before: Type.Optional(Id), account: Type.Optional(Text(40)) }),
    reply: list(views.JournalEntry),
  }),
  trialBalance: endpoint({
    method: 'get',
    path: '/trial-balance',
    summary: 'The trial balance as of a day',
    allow: 'signed-in',
    query: exactly({ asOf: Type.Optional(Day) }),
    reply: views.TrialBalance,
  }),
  waiting: endpoint({ method: 'get', path: '/waiting', summary: 'How much waits, by kind of work', allow: 'signed-in', reply: views.Waiting }),
  search: endpoint({
    method: 'get',
    path: '/search',
    summary: 'Documents, vendors, items and numbers from a paper',
    allow: 'signed-in',
    query: exactly({ find: Text(100) }),
    reply: list(views.SearchHit),
  }),

  drafts: endpoint({ method: 'get', path: '/drafts', summary: 'One’s own drafts', allow: 'signed-in', reply: list(views.DraftView) }),
  draft: endpoint({ method: 'get', path: '/drafts/:id', summary: 'A draft', allow: 'signed-in', params: byKey, reply: views.DraftView }),
  saveDraft: endpoint({
    method: 'put',
    path: '/drafts/:id',
    summary: 'Keep a draft; its id becomes the key of the posting',
    allow: 'signed-in',
    params: byKey,
    body: exactly({ kind: oneOf(DOCUMENT_KINDS), title: Text(120), body: Type.Unknown(), version: Type.Integer({ minimum: 0 }) }),
    reply: exactly({ version: Type.Integer() }),
  }),
  dropDraft: endpoint({ method: 'delete', path: '/drafts/:id', summary: 'Throw a draft away', allow: 'signed-in', params: byKey, reply: Done }),

  imports: endpoint({ method: 'get', path: '/imports', summary: 'Imports, latest first', allow: importers, reply: list(views.ImportView) }),
  stageImport: endpoint({
    method: 'put',
    path: '/imports/:id',
    summary: 'Stage a CSV or XLSX file: checked line by line, nothing loaded',
    allow: importers,
    params: byKey,
    body: exactly({ kind: oneOf(IMPORT_KINDS), fileName: Text(200), content: Text(7_000_000, 'The file, CSV or XLSX, in base64') }),
    reply: views.ImportView,
  }),
  import: endpoint({ method: 'get', path: '/imports/:id', summary: 'An import with its lines', allow: importers, params: byKey, reply: views.ImportView }),
  loadImport: endpoint({
    method: 'post',
    path: '/imports/:id/load',
    summary: 'Load a staged import, or go on with one that was interrupted',
    allow: importers,
    params: byKey,
    body: exactly({ leaveOutWrong: Type.Boolean() }),
    reply: views.ImportView,
  }),
} as const;

/** Posting and previewing, the same for every kind of document. */
export const posting = Object.fromEntries(
  DOCUMENT_KINDS.map((kind) => [
    kind,
    {
      post: endpoint({
        method: 'post',
        path: `/documents/${kind}`,
        summary: `Post: ${kind}`,
        allow: MAY_POST[kind],
        body: BODIES[kind],
        reply: PostedReply,
        keyed: true,
      }),
      preview: endpoint({
        method: 'post',
        path: `/documents/${kind}/preview`,
        summary: `Preview: ${kind}`,
        allow: MAY_POST[kind],
        body: BODIES[kind],
        reply: PreviewReply,
      }),
    },
  ]),
) as unknown as { [Kind in DocumentKind]: { post: AnyEndpoint; preview: AnyEndpoint } };

export const allEndpoints: readonly AnyEndpoint[] = [
  ...(Object.values(api) as unknown as AnyEndpoint[]),
  ...Object.values(posting).flatMap(({ post, preview }) => [post, preview]),
];
