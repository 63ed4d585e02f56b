import type { DocumentKind } from '@obolus/contract/roles';

/** Every kind of document in the trade's words. */
export const KIND: Readonly<Record<DocumentKind, string>> = {
  order: 'Purchase order',
  receipt: 'Goods receipt',
  bill: 'Vendor bill',
  return: 'Return to vendor',
  credit: 'Credit memo',
  allocation: 'Charges on goods',
  'estimate-closing': 'Estimate closed',
  'charge-move': 'Charge moved from expense',
  delivery: 'Delivery',
  invoice: 'Customer invoice',
  'customer-return': 'Return from customer',
  opening: 'Opening stock',
  assembly: 'Assembly',
  transfer: 'Transfer',
  arrival: 'Arrival of a transfer',
  count: 'Count',
  standard: 'New standard cost',
  'write-down': 'Write-down',
  prepayment: 'Prepayment',
  payment: 'Payment',
  close: 'Period closed',
  open: 'Period opened',
  lock: 'Period locked',
  reversal: 'Reversal',
};
