import { decideAllocation, type AllocationCommand, type AllocationDocument } from '../charges/allocation.ts';
import { decideOpening, type OpeningCommand } from '../costing/opening.ts';
import { decideBill, type BillCommand, type BillDocument } from '../purchasing/bill.ts';
import { decideOrder, type OrderCommand } from '../purchasing/order.ts';
import { decideReceipt, type ReceiptCommand, type ReceiptDocument } from '../purchasing/receipt.ts';
import { decideDelivery, type DeliveryCommand } from '../sales/delivery.ts';
import { decideInvoice, type InvoiceCommand, type InvoiceDocument } from '../sales/invoice.ts';
import type { Books } from './books.ts';
import type { Decision } from './decision.ts';

/** Every command that makes a document, and the document that it makes. */
export interface CommandOf {
  order: OrderCommand;
  receipt: ReceiptCommand;
  bill: BillCommand;
  allocation: AllocationCommand;
  delivery: DeliveryCommand;
  invoice: InvoiceCommand;
  opening: OpeningCommand;
}

export interface DocumentOf {
  order: OrderCommand;
  receipt: ReceiptDocument;
  bill: BillDocument;
  allocation: AllocationDocument;
  delivery: DeliveryCommand;
  invoice: InvoiceDocument;
  opening: OpeningCommand;
}

export type DocumentKind = keyof CommandOf;
export type Command = CommandOf[DocumentKind];
export type PostedDocument = DocumentOf[DocumentKind];

/** The one way a command is decided: by preview, posting, import and case runner alike. */
export function decide(books: Books, command: Command): Decision<PostedDocument> {
  switch (command.kind) {
    case 'order':
      return decideOrder(books, command);
    case 'receipt':
      return decideReceipt(books, command);
    case 'bill':
      return decideBill(books, command);
    case 'allocation':
      return decideAllocation(books, command);
    case 'delivery':
      return decideDelivery(books, command);
    case 'invoice':
      return decideInvoice(books, command);
    case 'opening':
      return decideOpening(books, command);
  }
}
