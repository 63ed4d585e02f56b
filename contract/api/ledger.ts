import { AskedDay, exactly, Id, LineId, oneOf, Text, Type } from '../figures.ts';
import { DOCUMENT_KINDS } from '../kinds/kinds.ts';
import {
  DeliveredLine,
  DocumentRow,
  LineToGiveBack,
  DocumentView,
  JournalEntry,
  TrialBalance,
} from '../views/documents.ts';
import { CostExplained, HeldStock, LineValue, StockCard } from '../views/stock.ts';
import { endpoint } from '../endpoint.ts';
import { asKnown, byId, byKey, Done, firstOf, list } from './parts.ts';

export const ledgerEndpoints = {
  uninvoicedLines: endpoint({
    method: 'get',
    path: '/deliveries/uninvoiced-lines',
    summary: 'Delivered lines not yet invoiced',
    allow: 'signed-in',
    query: exactly({ customer: Type.Optional(Text(120)) }),
    reply: firstOf(DeliveredLine),
  }),
  linesToGiveBack: endpoint({
    method: 'get',
    path: '/deliveries/lines-to-give-back',
    summary: 'Delivered lines of a customer of which something can come back, the latest first',
    allow: 'signed-in',
    query: exactly({ customer: Text(120) }),
    reply: firstOf(LineToGiveBack),
  }),
  documents: endpoint({
    method: 'get',
    path: '/documents',
    summary: 'Documents of a kind, latest first',
    allow: 'signed-in',
    query: exactly({ kind: oneOf(DOCUMENT_KINDS), before: Type.Optional(Id) }),
    reply: firstOf(DocumentRow),
  }),
  document: endpoint({
    method: 'get',
    path: '/documents/:id',
    summary: 'A document with its lines, journal and trail',
    allow: 'signed-in',
    params: byId,
    reply: DocumentView,
  }),
  noteDocument: endpoint({
    method: 'put',
    path: '/document-notes/:id',
    summary: 'Says something of a document: an answer to a claim, a promise; it stays as it was said',
    allow: ['accountant', 'approver', 'buyer', 'receiver', 'administrator'],
    params: byKey,
    body: exactly({ document: Id, text: Text(500) }),
    reply: Done,
  }),
  documentBody: endpoint({
    method: 'get',
    path: '/documents/:id/body',
    summary: 'What a document asked for, as it may be asked for again by whoever may post its kind',
    allow: 'signed-in',
    params: byId,
    reply: exactly({ kind: oneOf(DOCUMENT_KINDS), body: Type.Unknown() }),
  }),
  stockCard: endpoint({
    method: 'get',
    path: '/stock/:item/:warehouse',
    summary: 'The movements of an item in a warehouse',
    allow: 'signed-in',
    params: exactly({ item: Id, warehouse: Id }),
    reply: StockCard,
  }),
  heldStock: endpoint({
    method: 'get',
    path: '/stock/:item/:warehouse/held',
    summary: 'What is held of an item in a warehouse, with its layers: now, on a day, or as it was known on a day',
    allow: 'signed-in',
    params: exactly({ item: Id, warehouse: Id }),
    query: exactly(asKnown),
    reply: HeldStock,
  }),
  lineValue: endpoint({
    method: 'get',
    path: '/lines/value',
    summary: 'What a movement is worth: now, on a day, or as it was known on a day',
    allow: 'signed-in',
    query: exactly({ line: LineId, ...asKnown }),
    reply: LineValue,
  }),
  lineCost: endpoint({
    method: 'get',
    path: '/lines/cost',
    summary:
      'What makes the cost of goods that moved: price, charges with their bills and bases; or the layers that were taken',
    allow: 'signed-in',
    query: exactly({ line: LineId }),
    reply: CostExplained,
  }),
  journal: endpoint({
    method: 'get',
    path: '/journal',
    summary: 'The journal, latest first',
    allow: 'signed-in',
    query: exactly({ before: Type.Optional(Id), account: Type.Optional(Id) }),
    reply: list(JournalEntry),
  }),
  trialBalance: endpoint({
    method: 'get',
    path: '/trial-balance',
    summary: 'The trial balance as of a day',
    allow: 'signed-in',
    query: exactly({ asOf: Type.Optional(AskedDay) }),
    reply: TrialBalance,
  }),
} as const;
