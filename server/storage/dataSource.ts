import { DataSource } from 'typeorm';
import type { Account, DatabaseConfig } from '../config.ts';
import { BooksOfOneCompany1795000000000 } from './migrations/1795000000000-booksOfOneCompany.ts';
import { CustomsEntry1796000000000 } from './migrations/1796000000000-customsEntry.ts';
import { Commands1797000000000 } from './migrations/1797000000000-commands.ts';
import { OpenItems1798000000000 } from './migrations/1798000000000-openItems.ts';
import { Jobs1799000000000 } from './migrations/1799000000000-jobs.ts';
import { Sums1800000000000 } from './migrations/1800000000000-sums.ts';
import { grantRights } from './rights.ts';
import { allTables } from './tables.ts';

/** A connection pool for one account. Whole numbers of the database come as text and stay exact. */
export function dataSource(database: DatabaseConfig, account: Account, connections: number): DataSource {
  return new DataSource({
    type: 'mariadb',
    host: database.host,
    port: database.port,
    database: database.name,
    username: account.user,
    password: account.password,
    charset: 'utf8mb4',
    timezone: 'Z',
    dateStrings: true,
    supportBigNumbers: true,
    bigNumberStrings: true,
    entities: allTables,
    migrations: [
      BooksOfOneCompany1795000000000,
      CustomsEntry1796000000000,
      Commands1797000000000,
      OpenItems1798000000000,
      Jobs1799000000000,
      Sums1800000000000,
    ],
    migrationsTableName: 'migrations',
    synchronize: false,
    extra: { connectionLimit: connections },
  });
}

/** Brings the schema up to date as its owner, and gives the application's account its rights. */
export async function migrate(database: DatabaseConfig): Promise<void> {
  const owner = await dataSource(database, database.owner, 2).initialize();
  try {
    await refuseStrangers(owner);
    await owner.runMigrations({ transaction: 'each' });
    await grantRights(owner, await accountOf(database));
  } finally {
    await owner.destroy();
  }
}

/** Books that were made by migrations this build does not know cannot be brought up to date by it. */
async function refuseStrangers(owner: DataSource): Promise<void> {
  const known = new Set(owner.migrations.map((migration) => migration.name ?? migration.constructor.name));
  const [table] = (await owner.query("SHOW TABLES LIKE 'migrations'")) as object[];
  if (!table) return;
  const done = (await owner.query('SELECT name FROM migrations')) as { name: string }[];
  const stranger = done.find(({ name }) => !known.has(name));
  if (stranger)
    throw new Error(
      `These books were made by another version (${stranger.name}): restore that version, or begin with an empty .data folder.`,
    );
}

/** The application's account as the database knows it, user@host; it may not see the schema yet. */
async function accountOf(database: DatabaseConfig): Promise<string> {
  const { createConnection } = await import('mysql2/promise');
  const connection = await createConnection({ host: database.host, port: database.port, ...database.app });
  try {
    const [rows] = await connection.query('SELECT CURRENT_USER() AS account');
    return (rows as { account: string }[])[0]?.account ?? '';
  } finally {
    await connection.end();
  }
}
