import type { RegisterName } from '@obolus/contract/registers/register';

export const BASE = '(SELECT currency FROM company WHERE id = 1)';

export const nothing = (sql: string) => `NULLIF(${sql}, 0)`;

export type Listed = Exclude<RegisterName, 'company'>;
