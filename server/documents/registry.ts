import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { TrailStage } from '../queries/trail.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { approval } from './approval.ts';
import { allocation } from './allocation.ts';
import { arrival } from './arrival.ts';
import { heldClosing } from './heldClosing.ts';
import { assembly } from './assembly.ts';
import { bill } from './bill/bill.ts';
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
import { reversalOf } from './reversal.ts';
import { standard } from './standard.ts';
import { transfer } from './transfer.ts';
import { vendorReturn } from './vendorReturn.ts';
import { vendorStatement } from './vendorStatement.ts';
import { writeDown } from './writeDown.ts';

/** Every kind of document, one line each. */
const REVERSED: { readonly [Kind in Exclude<DocumentKind, 'reversal'>]: DocumentCommand<Kind> } = {
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
};

const DOCUMENT_COMMANDS: { readonly [Kind in DocumentKind]: DocumentCommand<Kind> } = {
  ...REVERSED,
  reversal: reversalOf(
    (kind) => (REVERSED as Readonly<Record<string, Pick<DocumentCommand<never>, 'reversal'>>>)[kind]?.reversal,
  ),
};

/** The stages of every trail, in the order of the registry. */
export const TRAIL_STAGES: readonly TrailStage[] = Object.values(DOCUMENT_COMMANDS).flatMap(({ trail }) => trail ?? []);

/** The command of a kind; the table ties each kind to its own body and command. */
export function commandOf<Kind extends DocumentKind>(kind: Kind): DocumentCommand<Kind> {
  return DOCUMENT_COMMANDS[kind] as unknown as DocumentCommand<Kind>;
}
