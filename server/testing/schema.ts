import { randomBytes } from 'node:crypto';
import { createConnection } from 'mysql2/promise';
import type { OwnedDatabase } from '../config.ts';

const env = (name: string): string => {
  const value = process.env[name];
  if (value === undefined) throw new Error(`${name} is not set: run the tests with npm test.`);
  return value;
};

/** A schema of its own in the database that the test run started, so that no test meets another's books. */
export async function makeSchema(): Promise<{ database: OwnedDatabase; drop: () => Promise<void> }> {
  const name = `obolus_t${randomBytes(5).toString('hex')}`;
  const owner = { user: env('OBOLUS_DB_OWNER_USER'), password: env('OBOLUS_DB_OWNER_PASSWORD') };
  await asRoot([
    `CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
    `GRANT ALL ON ${name}.* TO '${owner.user}'@'127.0.0.1' WITH GRANT OPTION`,
  ]);
  const app = { user: env('OBOLUS_DB_USER'), password: env('OBOLUS_DB_PASSWORD') };
  const sealKeys = [{ id: 'test', key: Buffer.alloc(32, 7) }];
  const database = { host: env('OBOLUS_DB_HOST'), port: Number(env('OBOLUS_DB_PORT')), name, owner, app, sealKeys };
  return { database, drop: () => asRoot([`DROP DATABASE ${name}`]) };
}

async function asRoot(statements: readonly string[]): Promise<void> {
  const connection = await createConnection({
    socketPath: env('OBOLUS_TEST_DB_SOCKET'),
    user: 'root',
    password: env('OBOLUS_TEST_DB_ROOT'),
  });
  try {
    for (const statement of statements) await connection.query(statement);
  } finally {
    await connection.end();
  }
}
