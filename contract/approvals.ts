import type { Role } from './roles.ts';

/**
 * What a second person answers to: an order, the differences of a bill, what is let go of a vendor's debts, goods that go back, a prepayment, a change of what is set up, a payment run, where a
 * bill is paid to.
 */
export const SUBJECTS = [
  'order',
  'bill',
  'claim',
  'return',
  'prepayment',
  'set-up',
  'payment-run',
  'remit-to',
] as const;
export type Subject = (typeof SUBJECTS)[number];

/** The kinds of documents of which a draft is asked about before it is posted, and as what. */
export const ASKED_AS = {
  bill: 'bill',
  'claim-closing': 'claim',
  return: 'return',
  prepayment: 'prepayment',
} as const satisfies Readonly<Record<string, Subject>>;
export type AskedKind = keyof typeof ASKED_AS;
export type DraftSubject = (typeof ASKED_AS)[AskedKind];
export const ASKED_KINDS = Object.keys(ASKED_AS) as AskedKind[];
export const isAskedKind = (kind: string): kind is AskedKind => kind in ASKED_AS;

/** Who may be a second person. */
export const MAY_SECOND: readonly Role[] = ['accountant', 'approver', 'administrator'];

/** Whom each subject is for. */
export const MAY_ANSWER: Readonly<Record<Subject, readonly Role[]>> = {
  order: ['approver'],
  bill: MAY_SECOND,
  claim: MAY_SECOND,
  return: MAY_SECOND,
  prepayment: MAY_SECOND,
  'set-up': MAY_SECOND,
  'payment-run': ['approver', 'accountant'],
  'remit-to': MAY_SECOND,
};
