import { exactly, Id, Text, Type } from '../figures.ts';
import { endpoint } from '../endpoint.ts';
import { BankFileView, BankLine, Proposal, Remittances, RunView, TakenFiles } from '../views/paying.ts';
import { HANDLE_PAYMENTS } from '../roles.ts';
import { byId, Done, firstOf } from './parts.ts';

const READERS = ['accountant'] as const;

export const payingEndpoints = {
  proposal: endpoint({
    method: 'get',
    path: '/payables/proposal',
    summary: 'What is open with all vendors, with what is held back and why, as a payment run would pay it',
    allow: ['accountant'],
    reply: Proposal,
  }),
  run: endpoint({
    method: 'get',
    path: '/payment-runs/:id',
    summary: 'A payment run with its payments, and how each stands with the bank',
    allow: 'signed-in',
    params: byId,
    reply: RunView,
  }),
  runFile: endpoint({
    method: 'get',
    path: '/payment-runs/:id/file',
    summary: 'The credit transfers of a released run as ISO 20022 pain.001.001.09: the same file at every time',
    allow: HANDLE_PAYMENTS,
    params: byId,
    reply: Type.Any(),
    produces: 'application/xml',
  }),
  runChecks: endpoint({
    method: 'get',
    path: '/payment-runs/:id/checks.pdf',
    summary: 'The checks of a released run that stand, each after what it pays, as PDF',
    allow: HANDLE_PAYMENTS,
    params: byId,
    reply: Type.Any(),
    produces: 'application/pdf',
  }),
  checkPdf: endpoint({
    method: 'get',
    path: '/checks/:id/check.pdf',
    summary: 'A check that stands, after what it pays, as PDF',
    allow: HANDLE_PAYMENTS,
    params: byId,
    reply: Type.Any(),
    produces: 'application/pdf',
  }),
  sendRun: endpoint({
    method: 'put',
    path: '/payment-runs/:id/sent',
    summary: 'The file of a released run goes to the simulated bank, once',
    allow: HANDLE_PAYMENTS,
    params: byId,
    body: exactly({}),
    reply: Done,
  }),
  presentChecks: endpoint({
    method: 'put',
    path: '/payment-runs/:id/presented',
    summary: 'Whoever has the checks of a run cashes them at the simulated bank: those that it did not pay yet',
    allow: HANDLE_PAYMENTS,
    params: byId,
    body: exactly({}),
    reply: Done,
  }),
  adviseRun: endpoint({
    method: 'put',
    path: '/payment-runs/:id/remittances',
    summary: 'Tells the vendors of a released run by mail what they are paid and for which bills, each payment once',
    allow: HANDLE_PAYMENTS,
    params: byId,
    body: exactly({}),
    reply: Remittances,
  }),
  bankFiles: endpoint({
    method: 'get',
    path: '/bank/files',
    summary: 'What the bank sent, the latest first, line by line with what was made of it',
    allow: 'signed-in',
    reply: firstOf(BankFileView),
  }),
  openBankLines: endpoint({
    method: 'get',
    path: '/bank/open-lines',
    summary: 'Lines of the bank that nothing was booked for',
    allow: 'signed-in',
    reply: firstOf(BankLine),
  }),
  readBankFile: endpoint({
    method: 'put',
    path: '/bank/files',
    summary:
      'Reads a file of the bank (pain.002 or camt.053), once: rejected payments are taken back, what it took is booked',
    largest: '8mb',
    allow: READERS,
    body: exactly({ content: Type.String({ maxLength: 8_000_000, description: 'The file in base64' }) }),
    reply: TakenFiles,
  }),
  fetchBankFiles: endpoint({
    method: 'put',
    path: '/bank/fetched',
    summary: 'Fetches from the simulated bank what it has ready, and reads it',
    allow: READERS,
    body: exactly({}),
    reply: TakenFiles,
  }),
  explainBankLine: endpoint({
    method: 'put',
    path: '/bank/open-lines/:id',
    summary:
      'Says what a line of the bank was: a charge of the bank that is booked, or something that stands elsewhere',
    allow: READERS,
    params: byId,
    body: exactly({ as: Type.Union([Type.Literal('charge'), Type.Literal('elsewhere')]), note: Text(200) }),
    reply: exactly({ document: Type.Union([Id, Type.Literal('')]) }),
  }),
} as const;
