import type { DataSource, EntityManager } from 'typeorm';
import type { Role } from '@obolus/contract/roles';
import type { PersonView } from '@obolus/contract/views';
import { RefusedError, RequestError } from '../commands/failures.ts';
import { Reader } from '../commands/read.ts';
import { showAmount, text, type Row } from '../queries/figures.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';

const COLUMNS = 'SELECT id, name, email, role, approval_limit FROM user_account';

export async function listPeople(manager: EntityManager, currency: string): Promise<PersonView[]> {
  const rows: Row[] = await manager.query(`${COLUMNS} ORDER BY name`);
  return rows.map((row) => personOf(row, currency));
}

const personOf = (row: Row, currency: string): PersonView => ({
  ...{ id: text(row.id), name: text(row.name), email: text(row.email), role: text(row.role) as Role },
  approvalLimit: row.approval_limit == null ? null : showAmount(row.approval_limit, currency),
});

interface Changing {
  readonly by: string;
  readonly at: Date;
  readonly currency: string;
}

/**
 * Changes a person's role and limit, and keeps who did. Nobody changes their own: a limit that one could lift oneself is none.
 * Whoever is signed in has to sign in again when the role changes.
 */
export async function savePerson(
  source: DataSource,
  id: string,
  body: { role: Role; approvalLimit: string },
  { by, at, currency }: Changing,
): Promise<PersonView> {
  if (id === by) throw new RequestError(403, 'Not allowed', 'Nobody changes their own role or limit: ask another administrator.');
  const reader = new Reader();
  const limit = body.approvalLimit === '' ? null : reader.base(body.approvalLimit, currency, '/approvalLimit').toString();
  if (reader.refusals.length > 0) throw new RefusedError(reader.refusals, { items: new Map(), warehouses: new Map() });
  return transaction(source, async (manager) => {
    const [before] = (await manager.query(`${COLUMNS} WHERE id = ? FOR UPDATE`, [id])) as Row[];
    if (!before) throw new RequestError(404, 'Not found', 'There is no such person.');
    await manager.query('UPDATE user_account SET role = ?, approval_limit = ? WHERE id = ?', [body.role, limit, id]);
    const after: Row = { ...before, role: body.role, approval_limit: limit };
    const changes = (['role', 'approval_limit'] as const).filter((field) => before[field] !== after[field]);
    for (const field of changes) {
      await manager.query('INSERT INTO set_up_change (what, which_id, field, was, became, changed_by, changed_at) VALUES (?, ?, ?, ?, ?, ?, ?)', [
        ...['person', id, field, before[field] ?? '', after[field] ?? ''],
        ...[by, sqlInstant(at)],
      ]);
    }
    if (before.role !== body.role) await manager.query("DELETE FROM session WHERE JSON_VALUE(data, '$.user.id') = ?", [id]);
    return personOf(after, currency);
  });
}
