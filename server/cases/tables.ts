import type { DataSource } from 'typeorm';
import { keepChanges } from '../setUp/history.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';
import { chain, facts, setUp, setUpParts, state } from '../storage/tables.ts';

/** What a company's people keep from one case to the next. */
const KEPT = ['user_account', 'session', 'ledger_head', 'set_up_version', 'set_up_head', 'summed', 'job'];

/** How many rows every table holds that a command may write: the same before and after what is refused. */
export async function traceOf(source: DataSource): Promise<string> {
  const tables = [facts, setUp, setUpParts, chain, state]
    .flatMap((group) => Object.values(group))
    .map((table) => table.options.name)
    .filter(
      (name) =>
        ![
          'session',
          'sign_in_pace',
          'sign_in_known',
          'user_account',
          'set_up_change',
          'account_sum',
          'pool_sum',
          'job',
        ].includes(name),
    );
  const counts = tables.map((name) => `SELECT '${name}' AS name, COUNT(*) AS n FROM \`${name}\``);
  const rows: { name: string; n: string }[] = await source.query(counts.join(' UNION ALL '));
  const totals: object[] = await source.query(
    'SELECT SUM(quantity) AS q, SUM(value) AS v, (SELECT number FROM ledger_head) AS h FROM pool',
  );
  return JSON.stringify([rows, totals]);
}

/** The history of people begins anew with the rest. */
export const keepPeople = (source: DataSource): Promise<void> =>
  transaction(source, async (manager) => {
    const people = (await manager.query('SELECT id, role, approval_limit FROM user_account')) as Record<
      string,
      string | null
    >[];
    for (const { id, role, approval_limit: limit } of people)
      await keepChanges(manager, { what: 'people', which: id ?? '', by: id ?? '', at: sqlInstant(new Date()) }, [
        { field: 'role', was: '', became: role ?? '' },
        ...(limit == null ? [] : [{ field: 'approval_limit', was: '', became: limit }]),
      ]);
  });

export async function emptyTables(owner: DataSource): Promise<void> {
  const runner = owner.createQueryRunner();
  const tables = [facts, setUp, setUpParts, chain, state].flatMap((group) => Object.values(group));
  for (const table of tables)
    if (!KEPT.includes(table.options.name)) await runner.query(`DELETE FROM \`${table.options.name}\``);
  await runner.query("UPDATE set_up_head SET mac = ''");
  await runner.query('UPDATE summed SET number = 0');
  await runner.query("UPDATE ledger_head SET number = 0, place = 0, hash = SHA2('', 256)");
  await runner.release();
}
