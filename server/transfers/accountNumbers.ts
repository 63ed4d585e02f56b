import { countrySpecs, isValidBIC, isValidIBAN } from 'ibantools';
import type { MessageId } from '@obolus/messages/message';

/** Without the blanks and hyphens that people write into it. */
export const plainAccount = (written: string): string => written.replace(/[\s-]/g, '').toUpperCase();

/** Whether a number is meant to be an IBAN: a country that has them, two digits, and more. */
const isMeantAsIban = (account: string): boolean =>
  /^[A-Z]{2}\d{2}[A-Z0-9]{9,}$/.test(account) && countrySpecs[account.slice(0, 2)]?.IBANRegistry === true;

export const isIban = (written: string): boolean => isValidIBAN(plainAccount(written));

/** What is wrong with an account’s number: an IBAN by its country’s length and its check digits (ISO 13616), others by their length. */
export function problemOfAccount(written: string): MessageId | undefined {
  const account = plainAccount(written);
  if (account === '') return undefined;
  if (isMeantAsIban(account)) return isValidIBAN(account) ? undefined : 'check.iban';
  return /^[A-Z0-9/]{4,34}$/.test(account) ? undefined : 'check.account';
}

/** A bank’s code is a BIC (ISO 9362). */
export const problemOfBankCode = (written: string): MessageId | undefined =>
  written === '' || isValidBIC(written) ? undefined : 'check.bank_code';

/** An account as others may see it: its last four signs. */
export function hiddenAccount(written: string): string {
  const account = plainAccount(written);
  return account === '' ? '' : `…${account.slice(-4)}`;
}
