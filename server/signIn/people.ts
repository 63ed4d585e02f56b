import { randomBytes } from 'node:crypto';
import { hash } from '@node-rs/argon2';
import type { DataSource, EntityManager } from 'typeorm';
import type { Role } from '@obolus/contract/roles';
import type { PersonView } from '@obolus/contract/views/setUp';
import { FieldsRefused, RefusedError, RequestError } from '../asking/failures.ts';
import { Reader } from '../asking/reader.ts';
import { type Row, showAmount, text } from '../queries/figures.ts';
import { keepChanges } from '../setUp/history.ts';
import { askChange, askedChanges, hasSecond } from '../setUp/second.ts';
import { isTrue } from '../storage/load/rows.ts';
import { duplicateOf, sqlInstant, transaction } from '../storage/transaction.ts';
import { message } from '@obolus/messages/message';

const COLUMNS = 'SELECT id, name, email, role, approval_limit, blocked FROM user_account';

export async function listPeople(manager: EntityManager, currency: string, user: string): Promise<PersonView[]> {
  const rows: Row[] = await manager.query(`${COLUMNS} ORDER BY name`);
  const people: PersonView[] = [];
  for (const row of rows)
    people.push(personOf(row, currency, await askedChanges(manager, 'people', text(row.id), user)));
  return people;
}

const personOf = (row: Row, currency: string, asked: PersonView['asked']): PersonView => ({
  id: text(row.id),
  name: text(row.name),
  email: text(row.email),
  role: text(row.role) as Role,
  approvalLimit: row.approval_limit == null ? null : showAmount(row.approval_limit, currency),
  blocked: isTrue(row.blocked),
  asked: asked.map((change) => ({
    ...change,
    fields: change.fields.map(({ field, was, became }) => ({
      field,
      was: shownLimit(was, currency),
      became: shownLimit(became, currency),
    })),
  })),
});

/** A limit as it is kept, in minor units; empty for none. */
export const shownLimit = (kept: string, currency: string): string => (kept === '' ? '' : showAmount(kept, currency));

interface Changing {
  readonly by: string;
  readonly at: Date;
  readonly currency: string;
}

const limitOf = (written: string, currency: string): string | null => {
  const reader = new Reader();
  const limit = written === '' ? null : reader.base(written, currency, '/approvalLimit').toString();
  if (reader.refusals.length > 0) throw new RefusedError(reader.refusals, { items: new Map(), warehouses: new Map() });
  return limit;
};

/** Somebody new. The password is made here and told once: whoever sets them up hands it over. */
export async function addPerson(
  source: DataSource,
  { name, email, role, approvalLimit }: { name: string; email: string; role: Role; approvalLimit: string },
  { by, at, currency }: Changing,
): Promise<{ person: PersonView; password: string }> {
  const address = email.trim().toLowerCase();
  if (name.trim() === '') throw new FieldsRefused([{ at: '/name', says: [message('refusal.missing')] }]);
  if (!/^[^\s@]+@[^\s@]+$/.test(address))
    throw new FieldsRefused([{ at: '/email', says: [message('problem.mail_address')] }]);
  const limit = limitOf(approvalLimit, currency);
  const password = randomBytes(9).toString('base64url');
  const kept = await hash(password);
  return transaction(source, async (manager) => {
    const made = (await manager
      .query('INSERT INTO user_account (email, name, role, password_hash, approval_limit) VALUES (?, ?, ?, ?, ?)', [
        address,
        name.trim(),
        role,
        kept,
        limit,
      ])
      .catch((problem: unknown) => {
        if (duplicateOf(problem, 'user_email_once'))
          throw new FieldsRefused([{ at: '/email', says: [message('problem.mail_address_taken')] }]);
        throw problem;
      })) as { insertId: string | number };
    const id = String(made.insertId);
    await keepChanges(manager, { what: 'people', which: id, by, at: sqlInstant(at) }, [
      { field: '', was: '', became: address },
      { field: 'role', was: '', became: role },
      ...(limit === null ? [] : [{ field: 'approval_limit', was: '', became: limit }]),
    ]);
    return {
      person: {
        id,
        name: name.trim(),
        email: address,
        role,
        approvalLimit: limit === null ? null : showAmount(limit, currency),
        blocked: false,
        asked: [],
      },
      password,
    };
  });
}

/**
 * Changes a person's role and limit, or keeps them out, and keeps who did; another limit takes effect when a second person approves
 * it. Nobody changes their own: a limit that one could lift oneself is none. Whoever is signed in has to sign in again when the role changes, and cannot when kept out.
 */
export async function savePerson(
  source: DataSource,
  id: string,
  body: { role: Role; approvalLimit: string; blocked: boolean },
  { by, at, currency }: Changing,
): Promise<PersonView> {
  if (id === by) throw new RequestError(403, 'problem.own_role');
  const limit = limitOf(body.approvalLimit, currency);
  return transaction(source, async (manager) => {
    const [before] = (await manager.query(`${COLUMNS} WHERE id = ? FOR UPDATE`, [id])) as Row[];
    if (!before) throw new RequestError(404, 'problem.person_unknown');
    const blocked = body.blocked ? '1' : '0';
    const was = text(before.approval_limit);
    const waits = was !== text(limit) && (await hasSecond(manager, by));
    if (waits) {
      const change = { fields: { approval_limit: text(limit) }, was: { approval_limit: was } };
      await askChange(manager, { what: 'people', which: id, group: 'limits' }, change, { by, at: sqlInstant(at) });
    }
    const effective = waits ? (before.approval_limit ?? null) : limit;
    await manager.query('UPDATE user_account SET role = ?, approval_limit = ?, blocked = ? WHERE id = ?', [
      body.role,
      effective,
      blocked,
      id,
    ]);
    const after: Row = { ...before, role: body.role, approval_limit: effective, blocked };
    const changed = (['role', 'approval_limit', 'blocked'] as const).filter(
      (field) => text(before[field]) !== text(after[field]),
    );
    await keepChanges(
      manager,
      { what: 'people', which: id, by, at: sqlInstant(at) },
      changed.map((field) => ({ field, was: text(before[field]), became: text(after[field]) })),
    );
    // Whoever has another role, or none, signs in again.
    if (changed.some((field) => field !== 'approval_limit'))
      await manager.query('UPDATE user_account SET session_epoch = session_epoch + 1 WHERE id = ?', [id]);
    return personOf(after, currency, await askedChanges(manager, 'people', id, by));
  });
}
