import type { Role } from '@obolus/contract/roles';

export interface SignedIn {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}
