import { generatePath } from 'react-router';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import { allocation } from './allocation.ts';
import { bill } from './bill.ts';
import { credit } from './credit.ts';
import { customsEntry } from './customsEntry.ts';
import { customerReturn, delivery, invoice } from './delivery.ts';
import type { Placing, WebKind } from './kind.ts';
import { order, orderChange } from './order.ts';
import { payment, paymentRun, prepayment, prepaymentRefund } from './payment.ts';
import { putAway } from './putAway.ts';
import { receipt } from './receipt.ts';
import { vendorStatement } from './vendorStatement.ts';
import { claim, claimClosing, vendorReturn } from './vendorReturn.ts';

/** Kinds that people enter on a screen of their own, one line each; others are made where they belong. */
export const KINDS: Readonly<Partial<Record<DocumentKind, WebKind>>> = {
  order,
  'order-change': orderChange,
  receipt,
  'put-away': putAway,
  return: vendorReturn,
  claim,
  'claim-closing': claimClosing,
  payment,
  'payment-run': paymentRun,
  prepayment,
  'prepayment-refund': prepaymentRefund,
  'vendor-statement': vendorStatement,
  bill,
  credit,
  'customs-entry': customsEntry,
  allocation,
  delivery,
  'customer-return': customerReturn,
  invoice,
};

/** Where a draft is entered; undefined for a kind that has no screen. */
export function placeOf(kind: DocumentKind, body: unknown, draft: string): string | undefined {
  const { path, partsOf } = KINDS[kind] ?? {};
  if (path === undefined) return undefined;
  return `${generatePath(path, partsOf?.((body ?? {}) as Placing) ?? {})}/${draft}`;
}
