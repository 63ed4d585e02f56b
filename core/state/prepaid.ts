import type { Prepayment } from './owed.ts';

/** What is gone of a prepayment: it paid bills, or came back. */
export const takenOf = ({ used, refunded }: Prepayment): Prepayment['used'] => [...used, ...refunded];
