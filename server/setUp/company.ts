import type { PartOfWay } from '@obolus/core/charges/incoterms';
import { randomBytes } from 'node:crypto';
import { hash } from '@node-rs/argon2';
import type { DataSource } from 'typeorm';
import { ACCOUNTS } from '@obolus/core/books/accounts';
import { ROLES, type Role } from '@obolus/contract/roles';
import { baseOrThrow, FRACTION_PLACES } from '@obolus/core/exact/amounts';
import { isCurrency } from '@obolus/core/exact/currencies';
import { decimalOrThrow } from '@obolus/core/exact/decimal';
import { sqlInstant, transaction } from '../storage/transaction.ts';
import { keepChanges } from './history.ts';
import { type Language, LANGUAGES, type Speaker } from '@obolus/messages/speaker';
import { speakerFor } from '../asking/speakers.ts';
import type { MessageId } from '@obolus/messages/message';

export interface CompanySetUp {
  readonly name: string;
  readonly currency: string;
  /** In which accounts, terms and kinds of charge are named to begin with, and what goes to vendors is written; English where it is not said. */
  readonly language?: Language;
  readonly firstOpenDay: string;
  /** Lines of an address apart by a line feed, here and for each warehouse. */
  readonly address?: string;
  /** How much more, and less, than ordered is taken without asking, in percent; nothing where it is not said. */
  readonly tolerance?: { over: string; short: string };
  /** Terms of payment to begin with; the usual ones where nothing is said. */
  readonly terms?: readonly { code: string; name: string; days: number }[];
  readonly warehouses: readonly { code: string; name: string; address?: string }[];
  readonly users: readonly { email: string; name: string; role: Role; password: string; approvalLimit?: string }[];
}

/** Sets a company up in an empty schema; where one is set up already nothing changes. Says whether it did. */
export async function setUpCompany(source: DataSource, company: CompanySetUp): Promise<boolean> {
  const hashes = await Promise.all(company.users.map((user) => hash(user.password)));
  const { say } = speakerFor(company.language ?? 'en');
  return transaction(source, async (manager) => {
    const inserted = (await manager.query(
      "INSERT IGNORE INTO company (id, name, currency, recognition, first_open_day, address, alike_within, unusual_charge, unusual_cost, language, over_tolerance, short_tolerance) VALUES (1, ?, ?, 'on-sale', ?, ?, 14, 500000, 250000, ?, ?, ?)",
      [
        company.name,
        company.currency,
        company.firstOpenDay,
        company.address ?? '',
        company.language ?? 'en',
        ...percents(company.tolerance),
      ],
    )) as { affectedRows: number };
    if (inserted.affectedRows === 0) return false;
    for (const { code, isCost = true, ofReturn = false, toBorder = false, part = '' } of USUAL_CHARGES)
      await manager.query(
        'INSERT INTO charge_kind (code, name, is_cost, of_return, to_border, part) VALUES (?, ?, ?, ?, ?, ?)',
        [code, say(`charge.${code}`), isCost ? 1 : 0, ofReturn ? 1 : 0, toBorder ? 1 : 0, part],
      );
    await manager.query('INSERT INTO account (number, name) VALUES ?', [
      ACCOUNTS.map(({ key, number }) => [number, say(`posting.${key}`)]),
    ]);
    await manager.query(
      `INSERT INTO posting_account (posting, account_id) ${ACCOUNTS.map(() => 'SELECT ?, id FROM account WHERE number = ?').join(' UNION ALL ')}`,
      ACCOUNTS.flatMap(({ key, number }) => [key, number]),
    );
    for (const { code, name, days } of company.terms ?? usualTerms(say))
      await manager.query('INSERT INTO terms (code, name, days) VALUES (?, ?, ?)', [code, name, days]);
    for (const { code, name, address = '' } of company.warehouses) {
      await manager.query('INSERT INTO warehouse (code, name, address) VALUES (?, ?, ?)', [code, name, address]);
    }
    for (const [position, user] of company.users.entries()) {
      const limit =
        user.approvalLimit === undefined ? null : baseOrThrow(user.approvalLimit, company.currency).toString();
      const { insertId } = (await manager.query(
        'INSERT INTO user_account (email, name, role, password_hash, approval_limit) VALUES (?, ?, ?, ?, ?)',
        [user.email.toLowerCase(), user.name, user.role, hashes[position], limit],
      )) as { insertId: string | number };
      const id = String(insertId);
      await keepChanges(manager, { what: 'people', which: id, by: id, at: sqlInstant(new Date()) }, [
        { field: 'role', was: '', became: user.role },
        ...(limit === null ? [] : [{ field: 'approval_limit', was: '', became: limit }]),
      ]);
    }
    return true;
  });
}

const usualTerms = (say: Speaker['say']) => [
  { code: '0', name: say('terms.on_receipt'), days: 0 },
  ...[7, 14, 30, 45, 60, 90].map((days) => ({ code: String(days), name: say('terms.days', { days }), days })),
];

type CodeOf<Id> = Id extends `charge.${infer Code}` ? Code : never;
type UsualCharge = CodeOf<MessageId>;

/** Kinds of charge to begin with; the last ones are no cost of goods. */
const USUAL_CHARGES: readonly {
  code: UsualCharge;
  isCost?: boolean;
  ofReturn?: boolean;
  toBorder?: boolean;
  part?: PartOfWay;
}[] = [
  { code: 'freight', toBorder: true, part: 'carriage' },
  { code: 'duty', part: 'import' },
  { code: 'insurance', toBorder: true, part: 'insurance' },
  { code: 'brokerage', part: 'import' },
  { code: 'handling', part: 'destination' },
  { code: 'inspection' },
  { code: 'storage', isCost: false },
  { code: 'demurrage', isCost: false },
  { code: 'detention', isCost: false },
  { code: 'fine', isCost: false },
  { code: 'penalty', isCost: false },
  { code: 'interest', isCost: false },
  { code: 'return-freight', isCost: false, ofReturn: true },
  { code: 'restocking', isCost: false, ofReturn: true },
];

/** Percents as millionths of one. */
const percents = ({ over, short } = { over: '0', short: '0' }): string[] =>
  [over, short].map((part) => decimalOrThrow(part, FRACTION_PLACES - 2).toString());

/** A company as the environment describes it (docs/configuration.md), with passwords made here and told once. */
export function companyFromEnvironment(
  environment: Readonly<Record<string, string | undefined>>,
  today: string,
): CompanySetUp {
  const currency = environment.OBOLUS_CURRENCY ?? 'USD';
  if (!isCurrency(currency)) throw new Error(`OBOLUS_CURRENCY: ${currency} is not a currency of ISO 4217.`);
  const listed = environment.OBOLUS_USERS ?? 'administrator@localhost=administrator,accountant@localhost=accountant';
  const users = listed.split(',').map((entry) => {
    const [email = '', role = ''] = entry.split('=').map((part) => part.trim());
    const known = ROLES.find((name) => name === role);
    if (!email || !known)
      throw new Error(`OBOLUS_USERS: write email=role, separated by commas; the roles are ${ROLES.join(', ')}.`);
    return { email, name: email.split('@')[0] ?? email, role: known, password: randomBytes(9).toString('base64url') };
  });
  const language = LANGUAGES.find((one) => one === (environment.OBOLUS_LANGUAGE ?? 'en'));
  if (!language) throw new Error(`OBOLUS_LANGUAGE: write one of ${LANGUAGES.join(', ')}.`);
  const { say } = speakerFor(language);
  return {
    name: environment.OBOLUS_COMPANY ?? say('company.unnamed'),
    currency,
    language,
    firstOpenDay: environment.OBOLUS_FIRST_OPEN_DAY ?? `${today.slice(0, 4)}-01-01`,
    warehouses: [{ code: 'MAIN', name: say('company.main_warehouse') }],
    users,
  };
}
