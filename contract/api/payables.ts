import { AskedDay, Currency, exactly, Id, oneOf, Text, Type } from '../figures.ts';
import { endpoint } from '../endpoint.ts';
import {
  AccountStatementRead,
  AGED_BY,
  Ageing,
  CashOutlook,
  CreditsOwed,
  OwedToVendor,
  ReturnableLine,
  VendorAccount,
} from '../views/payables.ts';
import { Paper } from '../views/documents.ts';
import { byId, firstOf } from './parts.ts';

export const payablesEndpoints = {
  owedToVendor: endpoint({
    method: 'get',
    path: '/vendors/:id/payables',
    summary: 'What is open with a vendor: bills, credit memos and prepayments, by the day they are due',
    allow: 'signed-in',
    params: byId,
    reply: OwedToVendor,
  }),
  ageing: endpoint({
    method: 'get',
    path: '/payables/ageing',
    summary: 'What is owed as of a day, by vendor and age, beside what the account says',
    allow: 'signed-in',
    query: exactly({ asOf: Type.Optional(AskedDay), by: Type.Optional(oneOf(AGED_BY)) }),
    reply: Ageing,
  }),
  vendorAccount: endpoint({
    method: 'get',
    path: '/vendors/:id/account',
    summary:
      'A vendor’s account between two days: bills against payments and credit memos, with what is owed after each',
    allow: 'signed-in',
    params: byId,
    query: exactly({
      currency: Type.Optional(Currency),
      from: Type.Optional(AskedDay),
      to: Type.Optional(AskedDay),
    }),
    reply: VendorAccount,
  }),
  readAccountStatement: endpoint({
    method: 'post',
    path: '/vendor-statements/read',
    largest: '6mb',
    summary: 'Read a vendor’s statement of account, CSV or XLSX, as it is written',
    allow: ['accountant'],
    body: exactly({ content: Text(5_600_000, 'The file, in base64') }),
    reply: AccountStatementRead,
  }),
  cashOutlook: endpoint({
    method: 'get',
    path: '/payables/outlook',
    summary: 'What falls due in the next weeks, and the discounts that can still be taken',
    allow: 'signed-in',
    reply: CashOutlook,
  }),
  creditsOwed: endpoint({
    method: 'get',
    path: '/credits/owed',
    summary: 'What vendors owe, beside what the accounts say',
    allow: 'signed-in',
    reply: CreditsOwed,
  }),
  returnPdf: endpoint({
    method: 'get',
    path: '/returns/:id/paper.pdf',
    summary: 'The packing list of a return as PDF',
    allow: 'signed-in',
    params: byId,
    reply: Paper,
    produces: 'application/pdf',
  }),
  withheldPdf: endpoint({
    method: 'get',
    path: '/payments/:id/withheld.pdf',
    summary: 'The certificate of tax that was withheld from a payment, as PDF',
    allow: 'signed-in',
    params: byId,
    reply: Paper,
    produces: 'application/pdf',
  }),
  returnableLines: endpoint({
    method: 'get',
    path: '/vendors/:id/returnable-lines',
    summary:
      'Received lines of a vendor of which something can go back, the latest first; of one receipt where it is named',
    allow: 'signed-in',
    params: byId,
    query: exactly({ receipt: Type.Optional(Id) }),
    reply: firstOf(ReturnableLine),
  }),
} as const;
