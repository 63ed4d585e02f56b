import type { Role } from './roles.ts';

/** What a second person answers to: an order, the differences of a bill, what is let go of a vendor's debts, a change of what is set up, a payment run, where a bill is paid to. */
export const SUBJECTS = ['order', 'bill', 'claim', 'set-up', 'payment-run', 'remit-to'] as const;
export type Subject = (typeof SUBJECTS)[number];

/** Who may be a second person. */
export const MAY_SECOND: readonly Role[] = ['accountant', 'approver', 'administrator'];

/** Whom each subject is for. */
export const MAY_ANSWER: Readonly<Record<Subject, readonly Role[]>> = {
  order: ['approver'],
  bill: MAY_SECOND,
  claim: MAY_SECOND,
  'set-up': MAY_SECOND,
  'payment-run': ['approver', 'accountant'],
  'remit-to': MAY_SECOND,
};
