import type { Static } from '../figures.ts';
import { approval } from './approval.ts';
import { allocation } from './allocation.ts';
import { arrival } from './arrival.ts';
import { heldClosing } from './heldClosing.ts';
import { assembly } from './assembly.ts';
import { bill } from './bill.ts';
import { chargeMove } from './chargeMove.ts';
import { check } from './check.ts';
import { claim } from './claim.ts';
import { claimClosing } from './claimClosing.ts';
import { close } from './close.ts';
import { count } from './count.ts';
import { credit } from './credit.ts';
import { customsEntry } from './customsEntry.ts';
import { customerReturn } from './customerReturn.ts';
import { delivery } from './delivery.ts';
import { estimateClosing } from './estimateClosing.ts';
import { invoice } from './invoice.ts';
import { lock } from './lock.ts';
import { open } from './open.ts';
import { opening } from './opening.ts';
import { order } from './order.ts';
import { orderChange } from './orderChange.ts';
import { orderClosing } from './orderClosing.ts';
import { orderStep } from './orderStep.ts';
import { bankStatement } from './bankStatement.ts';
import { payment } from './payment.ts';
import { paymentHold } from './paymentHold.ts';
import { paymentRun } from './paymentRun.ts';
import { prepayment } from './prepayment.ts';
import { prepaymentRefund } from './prepaymentRefund.ts';
import { putAway } from './putAway.ts';
import { shipmentGoods } from './shipmentGoods.ts';
import { receipt } from './receipt.ts';
import { reversal } from './reversal.ts';
import { standard } from './standard.ts';
import { transfer } from './transfer.ts';
import { vendorReturn } from './vendorReturn.ts';
import { vendorStatement } from './vendorStatement.ts';
import { writeDown } from './writeDown.ts';

/** Every kind of document, one line each, in the order in which they are listed. */
export const KINDS = {
  order,
  'order-change': orderChange,
  'order-closing': orderClosing,
  'order-step': orderStep,
  approval,
  receipt,
  'held-closing': heldClosing,
  'put-away': putAway,
  'shipment-goods': shipmentGoods,
  bill,
  return: vendorReturn,
  credit,
  claim,
  'claim-closing': claimClosing,
  'customs-entry': customsEntry,
  allocation,
  'estimate-closing': estimateClosing,
  'charge-move': chargeMove,
  delivery,
  invoice,
  'customer-return': customerReturn,
  opening,
  assembly,
  transfer,
  arrival,
  count,
  standard,
  'write-down': writeDown,
  prepayment,
  'prepayment-refund': prepaymentRefund,
  payment,
  'payment-run': paymentRun,
  'payment-hold': paymentHold,
  check,
  'bank-statement': bankStatement,
  'vendor-statement': vendorStatement,
  close,
  open,
  lock,
  reversal,
};

export type DocumentKind = keyof typeof KINDS;
export const DOCUMENT_KINDS = Object.keys(KINDS) as readonly DocumentKind[];

/** The body of the command that makes a document of each kind. */
export type BodyOf<Name extends DocumentKind> = Static<(typeof KINDS)[Name]['body']>;
