import { type AllocationCommand, type AllocationDocument, decideAllocation } from '../charges/allocation.ts';
import {
  decideEstimateClosing,
  type EstimateClosingCommand,
  type EstimateClosingDocument,
} from '../charges/closeEstimate.ts';
import { type ChargeMoveCommand, type ChargeMoveDocument, decideChargeMove } from '../charges/moveCharge.ts';
import { decidePayment, type PaymentCommand, type PaymentDocument } from '../paying/payment.ts';
import { decidePrepayment, type PrepaymentCommand, type PrepaymentDocument } from '../paying/prepayment.ts';
import { type CloseCommand, type CloseDocument, decideClose } from '../periods/close.ts';
import { decideLock, decideOpen, type LockCommand, type OpenCommand, type OpenDocument } from '../periods/open.ts';
import { type AsideClosingCommand, type AsideClosingDocument, decideAsideClosing } from '../purchasing/aside.ts';
import { type BillCommand, type BillDocument, decideBill } from '../purchasing/bill.ts';
import { type CreditCommand, type CreditDocument, decideCredit } from '../purchasing/creditMemo.ts';
import { decideOrder, type OrderCommand, type OrderDocument } from '../purchasing/order.ts';
import { decideOrderChange, type OrderChangeCommand, type OrderChangeDocument } from '../purchasing/orderChange.ts';
import { decideOrderClosing, type OrderClosingCommand, type OrderClosingDocument } from '../purchasing/orderClosing.ts';
import {
  decideOrderApproval,
  decideOrderStep,
  type OrderApprovalCommand,
  type OrderApprovalDocument,
  type OrderStepCommand,
  type OrderStepDocument,
} from '../purchasing/orderStep.ts';
import { decidePutAway, type PutAwayCommand, type PutAwayDocument } from '../purchasing/putAway.ts';
import { decideReceipt, type ReceiptCommand, type ReceiptDocument } from '../purchasing/receipt.ts';
import { decideReturn, type ReturnCommand, type ReturnDocument } from '../purchasing/vendorReturn.ts';
import {
  type CustomerReturnCommand,
  type CustomerReturnDocument,
  decideCustomerReturn,
} from '../sales/customerReturn.ts';
import { decideDelivery, type DeliveryCommand } from '../sales/delivery.ts';
import { decideInvoice, type InvoiceCommand, type InvoiceDocument } from '../sales/invoice.ts';
import { type AssemblyCommand, decideAssembly } from '../stock/assembly.ts';
import { type CountCommand, type CountDocument, decideCount } from '../stock/count.ts';
import { decideOpening, type OpeningCommand } from '../stock/opening.ts';
import { decideStandard, type StandardCommand } from '../stock/standardChange.ts';
import { type ArrivalCommand, decideArrival, decideTransfer, type TransferCommand } from '../stock/transfer.ts';
import { decideWriteDown, type WriteDownCommand } from '../stock/writeDown.ts';
import type { Books } from '../state/books.ts';
import type { Decision } from '../state/decision.ts';
import { decideReversal, type ReversalCommand, type ReversalDocument } from './reversal.ts';

/** Every kind of document: the command that makes it, and the document that it makes. */
interface Kinds {
  order: [OrderCommand, OrderDocument];
  'order-change': [OrderChangeCommand, OrderChangeDocument];
  'order-closing': [OrderClosingCommand, OrderClosingDocument];
  'order-step': [OrderStepCommand, OrderStepDocument];
  'order-approval': [OrderApprovalCommand, OrderApprovalDocument];
  receipt: [ReceiptCommand, ReceiptDocument];
  'aside-closing': [AsideClosingCommand, AsideClosingDocument];
  'put-away': [PutAwayCommand, PutAwayDocument];
  bill: [BillCommand, BillDocument];
  return: [ReturnCommand, ReturnDocument];
  credit: [CreditCommand, CreditDocument];
  allocation: [AllocationCommand, AllocationDocument];
  'estimate-closing': [EstimateClosingCommand, EstimateClosingDocument];
  'charge-move': [ChargeMoveCommand, ChargeMoveDocument];
  delivery: [DeliveryCommand, DeliveryCommand];
  invoice: [InvoiceCommand, InvoiceDocument];
  'customer-return': [CustomerReturnCommand, CustomerReturnDocument];
  opening: [OpeningCommand, OpeningCommand];
  assembly: [AssemblyCommand, AssemblyCommand];
  transfer: [TransferCommand, TransferCommand];
  arrival: [ArrivalCommand, ArrivalCommand];
  count: [CountCommand, CountDocument];
  standard: [StandardCommand, StandardCommand];
  'write-down': [WriteDownCommand, WriteDownCommand];
  prepayment: [PrepaymentCommand, PrepaymentDocument];
  payment: [PaymentCommand, PaymentDocument];
  close: [CloseCommand, CloseDocument];
  open: [OpenCommand, OpenDocument];
  lock: [LockCommand, LockCommand];
  reversal: [ReversalCommand, ReversalDocument];
}

export type DocumentKind = keyof Kinds;
export type CommandOf = { [Kind in DocumentKind]: Kinds[Kind][0] };
export type DocumentOf = { [Kind in DocumentKind]: Kinds[Kind][1] };
export type Command = CommandOf[DocumentKind];
export type PostedDocument = DocumentOf[DocumentKind];

const DECIDE: {
  readonly [Kind in DocumentKind]: (books: Books, command: CommandOf[Kind]) => Decision<DocumentOf[Kind]>;
} = {
  order: decideOrder,
  'order-change': decideOrderChange,
  'order-closing': decideOrderClosing,
  'order-step': decideOrderStep,
  'order-approval': decideOrderApproval,
  receipt: decideReceipt,
  'aside-closing': decideAsideClosing,
  'put-away': decidePutAway,
  bill: decideBill,
  return: decideReturn,
  credit: decideCredit,
  allocation: decideAllocation,
  'estimate-closing': decideEstimateClosing,
  'charge-move': decideChargeMove,
  delivery: decideDelivery,
  invoice: decideInvoice,
  'customer-return': decideCustomerReturn,
  opening: decideOpening,
  assembly: decideAssembly,
  transfer: decideTransfer,
  arrival: decideArrival,
  count: decideCount,
  standard: decideStandard,
  'write-down': decideWriteDown,
  prepayment: decidePrepayment,
  payment: decidePayment,
  close: decideClose,
  open: decideOpen,
  lock: decideLock,
  reversal: decideReversal,
};

/** The one way a command is decided: by preview, posting, import and case runner alike. */
export function decide<Kind extends DocumentKind>(books: Books, command: CommandOf[Kind]): Decision<DocumentOf[Kind]> {
  const decideKind = DECIDE[command.kind] as (books: Books, command: CommandOf[Kind]) => Decision<DocumentOf[Kind]>;
  return decideKind(books, command);
}
