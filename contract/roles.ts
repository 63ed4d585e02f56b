/** Who does the work (job.md). An auditor reads everything and changes nothing. */
export const ROLES = ['buyer', 'receiver', 'accountant', 'approver', 'auditor', 'administrator'] as const;
export type Role = (typeof ROLES)[number];
