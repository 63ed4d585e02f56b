import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { allocation, chargeMove, estimateClosing } from './charges.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { payment, prepayment } from './paying.ts';
import { close, lock, open, reversal } from './periods.ts';
import { order, orderApproval, orderChange, orderClosing, orderStep } from './orders.ts';
import { asideClosing, bill, credit, putAway, receipt, vendorReturn } from './purchasing.ts';
import { customerReturn, delivery, invoice } from './sales.ts';
import { arrival, assembly, count, opening, standard, transfer, writeDown } from './stock.ts';

const DOCUMENT_COMMANDS: { readonly [Kind in DocumentKind]: DocumentCommand<Kind> } = {
  order,
  'order-change': orderChange,
  'order-closing': orderClosing,
  'order-step': orderStep,
  'order-approval': orderApproval,
  receipt,
  'aside-closing': asideClosing,
  'put-away': putAway,
  bill,
  return: vendorReturn,
  credit,
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
  payment,
  close,
  open,
  lock,
  reversal,
};

/** The command of a kind; the table ties each kind to its own body and command. */
export function commandOf<Kind extends DocumentKind>(kind: Kind): DocumentCommand<Kind> {
  return DOCUMENT_COMMANDS[kind] as unknown as DocumentCommand<Kind>;
}
