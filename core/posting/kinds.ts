import { approval } from '../approval/approval.ts';
import { allocation } from '../charges/allocation/allocation.ts';
import { customsEntry } from '../charges/customsEntry/customsEntry.ts';
import { estimateClosing } from '../charges/closeEstimate.ts';
import { chargeMove } from '../charges/moveCharge.ts';
import { bankStatement } from '../paying/bankStatement.ts';
import { check } from '../paying/check.ts';
import { payment } from '../paying/payment/payment.ts';
import { paymentHold } from '../paying/paymentHold.ts';
import { paymentRun } from '../paying/paymentRun/paymentRun.ts';
import { prepayment } from '../paying/prepayment.ts';
import { prepaymentRefund } from '../paying/prepaymentRefund.ts';
import { vendorStatement } from '../paying/vendorStatement/vendorStatement.ts';
import { close } from '../periods/close.ts';
import { lock, open } from '../periods/open.ts';
import { heldClosing } from '../purchasing/held.ts';
import { bill } from '../purchasing/bill/bill.ts';
import { claim } from '../purchasing/claim.ts';
import { claimClosing } from '../purchasing/claimClosing/claimClosing.ts';
import { credit } from '../purchasing/credit/credit.ts';
import { order } from '../purchasing/order/decide.ts';
import { orderChange } from '../purchasing/order/change.ts';
import { orderClosing } from '../purchasing/order/closing.ts';
import { orderStep } from '../purchasing/order/step.ts';
import { putAway } from '../purchasing/putAway.ts';
import { receipt } from '../purchasing/receipt/receipt.ts';
import { shipmentGoods } from '../purchasing/shipmentGoods.ts';
import { vendorReturn } from '../purchasing/vendorReturn.ts';
import { customerReturn } from '../sales/customerReturn.ts';
import { delivery } from '../sales/delivery.ts';
import { invoice } from '../sales/invoice.ts';
import { assembly } from '../stock/assembly.ts';
import { count } from '../stock/count.ts';
import { opening } from '../stock/opening.ts';
import { standard } from '../stock/standardChange.ts';
import { arrival, transfer } from '../stock/transfer.ts';
import { writeDown } from '../stock/writeDown.ts';
import type { Books } from '../state/books.ts';
import type { Decision } from '../state/decision.ts';
import type { Kind } from '../state/kind.ts';
import type { LineId } from '../costing/pool.ts';
import type { Writing } from '../state/writing.ts';
import { reversalOf } from './reversal.ts';

/** Every kind of document: one line each. */
const REVERSED = {
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

/** A reversal is of any other kind, as that kind says. */
export const KINDS = {
  ...REVERSED,
  reversal: reversalOf((name) => (REVERSED as Readonly<Record<string, Reversed>>)[name]),
};

type Reversed = Pick<Kind<never, never, never>, 'irreversible' | 'checkReversal' | 'strikeOut'>;
type Kinds = typeof KINDS;
export type DocumentKind = keyof Kinds;
export type CommandOf = { [Name in DocumentKind]: Parameters<Kinds[Name]['decide']>[1] };
export type DocumentOf = {
  [Name in DocumentKind]: Extract<ReturnType<Kinds[Name]['decide']>, { accepted: true }>['posted']['document'];
};
export type Command = CommandOf[DocumentKind];
export type PostedDocument = DocumentOf[DocumentKind];

/** The definition of a kind: the one place where its name ties a command to its own definition. */
export const kindOf = <Name extends DocumentKind>(name: Name): Defined<Name> => KINDS[name] as unknown as Defined<Name>;

type Defined<Name extends DocumentKind> = Omit<Kind<never, never, never>, 'name' | 'decide' | 'record' | 'charges'> & {
  readonly decide: (books: Books, command: CommandOf[Name]) => Decision<DocumentOf[Name]>;
  readonly record?: (next: Writing, document: DocumentOf[Name], number: string) => void;
  readonly charges?: (document: DocumentOf[Name], number: string) => readonly (readonly [name: string, LineId])[];
};
