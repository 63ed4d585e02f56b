import type { Role } from '@obolus/contract/roles';

export interface SignedIn {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

/** Somebody who asks, with the language in which they read; empty for what their browser asks for. */
export interface Reader extends SignedIn {
  readonly language: string;
}
