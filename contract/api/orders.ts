import { AdviceView, HeldView, LandedGoods, OnDockLine, ReceivedLine } from '../views/receiving.ts';
import { Commitments, OpenOrderLine, OrderCosts, OrderView } from '../views/orders.ts';
import { Paper } from '../views/documents.ts';
import { ChargedEntry, CustomsDebt, StatementView } from '../views/tariff.ts';
import { ShipmentRow, ShipmentView, UnbilledEstimate } from '../views/shipments.ts';
import { Id, Text, Type, exactly } from '../figures.ts';
import { endpoint } from '../endpoint.ts';
import { byId, byKey, Done, firstOf, vendorFilter } from './parts.ts';

const paperOf = (ending: string, summary: string) => ({
  method: 'get' as const,
  path: `/orders/:id/paper.${ending}`,
  summary,
  allow: 'signed-in' as const,
  params: byId,
  query: exactly({ version: Type.Optional(Type.String({ pattern: '^[1-9][0-9]{0,3}$' })) }),
  reply: Paper,
});

const receivers = ['receiver', 'buyer', 'accountant'] as const;

export const ordersEndpoints = {
  orderPdf: endpoint({
    ...paperOf('pdf', 'A version of an order as PDF; the latest where none is named'),
    produces: 'application/pdf',
  }),
  orderUbl: endpoint({ ...paperOf('xml', 'A version of an order as UBL 2.1 Order'), produces: 'application/xml' }),
  commitments: endpoint({
    method: 'get',
    path: '/orders/commitments',
    summary: 'What is ordered and has not come',
    allow: 'signed-in',
    reply: Commitments,
  }),
  openOrderLines: endpoint({
    method: 'get',
    path: '/orders/open-lines',
    summary: 'Order lines with goods still to come',
    allow: 'signed-in',
    query: vendorFilter,
    reply: firstOf(OpenOrderLine),
  }),
  order: endpoint({
    method: 'get',
    path: '/orders/:id',
    summary: 'An order as it stands, with everything that was done with it',
    allow: 'signed-in',
    params: byId,
    reply: OrderView,
  }),
  orderCosts: endpoint({
    method: 'get',
    path: '/orders/:id/costs',
    summary: 'What one unit of each line was expected to cost, beside what it came to',
    allow: 'signed-in',
    params: byId,
    reply: OrderCosts,
  }),
  unbilledLines: endpoint({
    method: 'get',
    path: '/receipts/unbilled-lines',
    summary: 'Received lines not yet billed',
    allow: 'signed-in',
    query: vendorFilter,
    reply: firstOf(ReceivedLine),
  }),
  receivedLines: endpoint({
    method: 'get',
    path: '/receipts/lines',
    summary: 'Goods onto which charges may go: received, arrived of a transfer or made, latest first',
    allow: 'signed-in',
    query: exactly({
      find: Type.Optional(Text(100)),
      shipment: Type.Optional(Text(60, 'All of a shipment')),
      receipts: Type.Optional(
        Type.String({
          pattern: '^[1-9][0-9]*(,[1-9][0-9]*)*$',
          maxLength: 8000,
          description: 'All of these receipts, transfers or assemblies: ids, apart by commas',
        }),
      ),
    }),
    reply: firstOf(LandedGoods),
  }),
  shipments: endpoint({
    method: 'get',
    path: '/shipments',
    summary: 'Shipments, those that arrive last first',
    allow: 'signed-in',
    reply: firstOf(ShipmentRow),
  }),
  readStatement: endpoint({
    method: 'post',
    path: '/customs-entries/statement',
    largest: '6mb',
    summary: 'Read a broker’s statement, CSV or XLSX, against what came with a shipment',
    allow: ['accountant'],
    body: exactly({
      shipment: Text(60, 'Where the statement names none'),
      content: Text(5_600_000, 'The file, in base64'),
    }),
    reply: StatementView,
  }),
  customsDebts: endpoint({
    method: 'get',
    path: '/customs-entries/debts',
    summary: 'What is owed to customs, by entry: brokers pay it for the company',
    allow: 'signed-in',
    query: exactly({}),
    reply: firstOf(CustomsDebt),
  }),
  chargedEntry: endpoint({
    method: 'get',
    path: '/customs-entries/:id/charged',
    summary: 'A customs entry with what the schedule has for its goods, and why what was charged differs',
    allow: 'signed-in',
    params: exactly({ id: Id }),
    reply: ChargedEntry,
  }),
  unbilledEstimates: endpoint({
    method: 'get',
    path: '/estimates/unbilled',
    summary: 'What was estimated with received goods and is not billed, the oldest first',
    allow: 'signed-in',
    reply: firstOf(UnbilledEstimate),
  }),
  shipment: endpoint({
    method: 'get',
    path: '/shipments/:number',
    summary: 'A shipment with what is still to come and its charges',
    allow: 'signed-in',
    params: exactly({ number: Text(60) }),
    reply: ShipmentView,
  }),
  advices: endpoint({
    method: 'get',
    path: '/despatch-advices',
    summary: 'What vendors announce and has not come yet',
    allow: 'signed-in',
    reply: firstOf(AdviceView),
  }),
  keepAdvice: endpoint({
    method: 'put',
    path: '/despatch-advices/:id',
    largest: '6mb',
    summary: 'Keep a vendor’s despatch advice: UBL 2.1, CSV or XLSX',
    allow: receivers,
    params: byKey,
    body: exactly({ content: Text(5_600_000, 'The file, in base64') }),
    reply: AdviceView,
  }),
  dropAdvice: endpoint({
    method: 'delete',
    path: '/despatch-advices/:id',
    summary: 'Take an advice off the list that was given by mistake',
    allow: receivers,
    params: byKey,
    reply: Done,
  }),
  onDock: endpoint({
    method: 'get',
    path: '/receipts/on-dock',
    summary: 'Received goods that are not put away yet',
    allow: 'signed-in',
    reply: firstOf(OnDockLine),
  }),
  heldGoods: endpoint({
    method: 'get',
    path: '/held-goods',
    summary: 'Held goods: rejected, or without an order',
    allow: 'signed-in',
    reply: firstOf(HeldView),
  }),
} as const;
