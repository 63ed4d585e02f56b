/** Who does the work (job.md). An auditor reads everything and changes nothing. */
export const ROLES = ['buyer', 'receiver', 'accountant', 'approver', 'auditor', 'administrator'] as const;
export type Role = (typeof ROLES)[number];

/** Who has to do with payments once they are released: the bank's file, checks, what vendors are told. */
export const HANDLE_PAYMENTS: readonly Role[] = ['accountant', 'approver'];
