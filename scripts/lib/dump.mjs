// The books of a database as one file, and back: by MariaDB's own programs, as the owner of the books.
import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { ensureDebian } from './project.mjs';

/** As one moment saw it: rows, routines, triggers and sequences. */
export async function dumpBooks(at, file) {
  const dump = client('mariadb-dump', at, [
    '--single-transaction',
    '--routines',
    '--triggers',
    '--hex-blob',
    '--skip-lock-tables',
    '--no-tablespaces',
    at.name,
  ]);
  await pipeline(dump.program.stdout, createGzip(), createWriteStream(file, { mode: 0o600 }));
  await dump.ended;
}

export async function restoreBooks(at, file) {
  const restore = client('mariadb', at, [at.name]);
  // What the database says against it is told, not that the pipe broke.
  await Promise.all([
    pipeline(createReadStream(file), createGunzip(), restore.program.stdin).catch(() => undefined),
    restore.ended,
  ]);
}

/** How many tables there are already. */
export async function tablesIn(at) {
  const asked = client('mariadb', at, ['--batch', '--skip-column-names', '-e', 'SHOW TABLES', at.name]);
  let said = '';
  asked.program.stdout.on('data', (text) => (said += text));
  await asked.ended;
  return said.split('\n').filter(Boolean).length;
}

function client(name, { host, port, user, password }, args) {
  const program = spawn(
    ensureDebian(name, 'mariadb-server'),
    ['--no-defaults', '--protocol=tcp', `--host=${host}`, `--port=${port}`, `--user=${user}`, ...args],
    { env: { ...process.env, MYSQL_PWD: password }, stdio: ['pipe', 'pipe', 'pipe'] },
  );
  let said = '';
  program.stderr.on('data', (text) => (said += text));
  const ended = new Promise((resolve, reject) => {
    program.once('error', reject);
    program.once('close', (code) =>
      code === 0 ? resolve() : reject(new Error(said.trim() || `${name} ended with ${code}`)),
    );
  });
  return { program, ended };
}

/** The database that an environment names, as its owner. */
export const ownedBy = (environment) => ({
  host: environment.OBOLUS_DB_HOST,
  port: environment.OBOLUS_DB_PORT ?? '3306',
  name: environment.OBOLUS_DB_NAME ?? 'obolus',
  user: environment.OBOLUS_DB_OWNER_USER,
  password: environment.OBOLUS_DB_OWNER_PASSWORD,
});
