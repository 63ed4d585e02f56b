import { REGISTER_NAMES, type RegisterName } from '@obolus/contract/registers/register';

/** The register that an address names, if there is one. */
export const registerOf = (name: string | undefined): RegisterName | undefined =>
  REGISTER_NAMES.find((known) => known === name);
