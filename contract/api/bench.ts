import {
  AssessedBill,
  BillableView,
  CreditableView,
  IncomingBill,
  MailView,
  OpenCharge,
  OutdatedAllocation,
  Unmatched,
  WaitingBill,
} from '../views/bench.ts';
import { Day, exactly, Id, Key, oneOf, Text, Type } from '../figures.ts';
import { KINDS } from '../kinds/kinds.ts';
import { MAY_SECOND } from '../approvals.ts';
import { ROLES } from '../roles.ts';
import { ApprovalView } from '../views/approvals.ts';
import { Paper } from '../views/documents.ts';
import { ReadablePaper } from '../views/papers.ts';
import { PostedReply } from '../commands.ts';
import { endpoint } from '../endpoint.ts';
import { byId, byKey, Done, firstOf, list } from './parts.ts';
import { Says } from '../message.ts';

export const benchEndpoints = {
  takeBillIn: endpoint({
    method: 'put',
    path: '/incoming-bills/:id',
    largest: '15mb',
    summary:
      'Take papers of bills in: UBL 2.1 Invoice and CreditNote, Cross Industry Invoice, PDF with or without one, a picture, a stack of bills as CSV or XLSX',
    allow: KINDS.bill.mayPost,
    params: byKey,
    body: exactly({
      name: Text(200),
      content: Text(14_000_000, 'The file, in base64'),
      another: Type.Optional(Text(200, 'Why the same paper is taken in again')),
    }),
    reply: exactly({
      taken: Type.Array(
        exactly({
          id: Key,
          vendor: Type.Union([Id, Type.Null()]),
          number: Text(60),
          kind: oneOf(['bill', 'credit', 'customs-entry'] as const),
          state: oneOf(['read', 'typed', 'unassigned'] as const),
          says: Says,
        }),
      ),
    }),
  }),
  incomingBill: endpoint({
    method: 'get',
    path: '/incoming-bills/:id',
    summary: 'What the paper of a bill says, with what is proposed for it now',
    allow: KINDS.bill.mayPost,
    params: byKey,
    reply: IncomingBill,
  }),
  incomingPaper: endpoint({
    method: 'get',
    path: '/incoming-bills/:id/paper',
    summary: 'The paper of a bill as it came',
    allow: [...KINDS.bill.mayPost, 'approver', 'auditor', 'administrator'],
    params: byKey,
    reply: Paper,
    produces: 'application/octet-stream',
  }),
  attachedToBill: endpoint({
    method: 'get',
    path: '/incoming-bills/:id/attached/:number',
    summary: 'A file inside the paper of a bill, by its number from 1',
    allow: [...KINDS.bill.mayPost, 'approver', 'auditor', 'administrator'],
    params: exactly({ id: Key, number: Type.String({ pattern: '^[1-9][0-9]{0,3}$' }) }),
    reply: Paper,
    produces: 'application/octet-stream',
  }),
  readableBill: endpoint({
    method: 'get',
    path: '/incoming-bills/:id/readable',
    summary:
      'All that stands in the paper of a bill, as people read it, where it is structured; what nobody understands is marked',
    allow: [...KINDS.bill.mayPost, 'approver', 'auditor', 'administrator'],
    params: byKey,
    reply: ReadablePaper,
  }),
  assignPaper: endpoint({
    method: 'put',
    path: '/incoming-bills/:id/vendor',
    summary: 'Say whose a paper is that nobody knows: it waits as a draft then',
    allow: KINDS.bill.mayPost,
    params: byKey,
    body: exactly({ vendor: Id }),
    reply: Done,
  }),
  joinPapers: endpoint({
    method: 'put',
    path: '/incoming-bills/:id/beside',
    summary: 'Put a waiting paper beside another of the same bill: its own draft is no more',
    allow: KINDS.bill.mayPost,
    params: byKey,
    body: exactly({ of: Key }),
    reply: Done,
  }),
  takePaperOut: endpoint({
    method: 'delete',
    path: '/incoming-bills/:id/beside',
    summary: 'Take a paper out from beside another: it waits by itself, as one of the same vendor',
    allow: KINDS.bill.mayPost,
    params: byKey,
    reply: Done,
  }),
  dropIncoming: endpoint({
    method: 'delete',
    path: '/incoming-bills/:id',
    summary: 'Take a paper that was refused, or is nobody’s, off the list',
    allow: KINDS.bill.mayPost,
    params: byKey,
    reply: Done,
  }),
  waitingBills: endpoint({
    method: 'get',
    path: '/bills/waiting',
    summary: 'Bills and credit memos that wait',
    allow: KINDS.bill.mayPost,
    reply: firstOf(WaitingBill),
  }),
  openBill: endpoint({
    method: 'post',
    path: '/bills/:id/open',
    summary: 'Take a waiting bill up: nobody else changes or posts it meanwhile; says who holds it, if somebody does',
    allow: KINDS.bill.mayPost,
    params: byKey,
    reply: exactly({ heldBy: Text(160), version: Type.Integer() }),
  }),
  letGoOfBill: endpoint({
    method: 'post',
    path: '/bills/:id/let-go',
    summary: 'Let go of a bill that one took up',
    allow: KINDS.bill.mayPost,
    params: byKey,
    reply: Done,
  }),
  planBill: endpoint({
    method: 'put',
    path: '/bills/:id/plan',
    summary: 'Keep a bill with a word to it, to be looked at again on a day, or to post by itself on one',
    allow: KINDS.bill.mayPost,
    params: byKey,
    body: exactly({
      note: Text(200),
      lookAgain: Type.Union([Day, Type.Literal('')]),
      postOn: Type.Union([Day, Type.Literal('')]),
    }),
    reply: Done,
  }),
  postAgreed: endpoint({
    method: 'post',
    path: '/bills/:id/post-agreed',
    summary: 'Post a waiting bill that agrees within what is allowed; otherwise say why not, and leave it',
    allow: KINDS.bill.mayPost,
    params: byKey,
    reply: exactly({ says: Says, posted: Type.Union([PostedReply, Type.Null()]) }),
  }),
  assessedBills: endpoint({
    method: 'get',
    path: '/bills/assessed',
    summary:
      'How waiting bills stand: those that agree could be posted at once, those that differ, those to be looked at',
    allow: KINDS.bill.mayPost,
    query: exactly({
      ids: Type.String({
        pattern: '^[0-9a-f-]{36}(,[0-9a-f-]{36}){0,49}$',
        description: 'At most fifty of them, with commas between',
      }),
    }),
    reply: list(AssessedBill),
  }),
  billable: endpoint({
    method: 'get',
    path: '/vendors/:id/billable',
    summary: 'What of a vendor may be billed: received and not billed, then ordered and neither',
    allow: KINDS.bill.mayPost,
    params: byId,
    reply: firstOf(BillableView),
  }),
  creditable: endpoint({
    method: 'get',
    path: '/credits/open',
    summary:
      'What credit memos may be for: goods that went back, credits that were asked for; with all, also bills that may get cheaper',
    allow: 'signed-in',
    query: exactly({ vendor: Type.Optional(Id), all: Type.Optional(Type.Literal('yes')) }),
    reply: firstOf(CreditableView),
  }),
  unmatched: endpoint({
    method: 'get',
    path: '/bills/unmatched',
    summary:
      'What is received and not billed, billed and not received, gone back and not credited: what the account is made of',
    allow: 'signed-in',
    reply: Unmatched,
  }),
  approvals: endpoint({
    method: 'get',
    path: '/approvals',
    summary: 'What waits for a second person, and what was answered last; an answer is posted as an approval',
    allow: MAY_SECOND,
    reply: firstOf(ApprovalView),
  }),
  mails: endpoint({
    method: 'get',
    path: '/mails',
    summary: 'Mails that came and were sent',
    allow: 'signed-in',
    reply: firstOf(MailView),
  }),
  sendMail: endpoint({
    method: 'put',
    path: '/mails/:id',
    summary: 'Send a mail in plain text; under the same id once',
    allow: ['accountant', 'buyer'],
    params: byKey,
    body: exactly({
      to: Type.String({ maxLength: 160, pattern: '^[^\\s@,<>]+@[^\\s@,<>]+$' }),
      subject: Text(200),
      text: Text(20_000),
      returns: Type.Optional(Type.Array(Id, { maxItems: 20, description: 'Returns whose packing lists go with it' })),
      about: Type.Optional(
        Type.Array(Id, { maxItems: 200, description: 'Documents at which it is noted that it was sent' }),
      ),
    }),
    reply: Done,
  }),
  keepPaper: endpoint({
    method: 'put',
    path: '/papers/:id',
    largest: '6mb',
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
    reply: Paper,
    produces: 'application/octet-stream',
  }),
  openCharges: endpoint({
    method: 'get',
    path: '/charges/open',
    summary: 'Charges not yet on goods',
    allow: 'signed-in',
    reply: firstOf(OpenCharge),
  }),
  landingSheet: endpoint({
    method: 'post',
    path: '/allocations/sheet',
    summary: 'A landing sheet as it would be posted, as a workbook whose formulas share it out',
    allow: KINDS.allocation.mayPost,
    body: KINDS.allocation.body,
    reply: exactly({ name: Text(120), content: Type.String({ description: 'XLSX, Base64' }) }),
    largest: '2mb',
  }),
  outdatedAllocations: endpoint({
    method: 'get',
    path: '/allocations/outdated',
    summary: 'Allocations by value or duty whose goods changed value since',
    allow: 'signed-in',
    reply: firstOf(OutdatedAllocation),
  }),
} as const;
