import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';

/** Writes a whole schema of the tests' database into a file: rows, routines, triggers and sequences. */
export async function dumpSchema(name: string, file: string): Promise<void> {
  const dump = client('mariadb-dump', ['--single-transaction', '--routines', '--triggers', '--hex-blob', name]);
  await pipeline(dump.program.stdout, createWriteStream(file));
  await dump.ended;
}

/** Fills an empty schema from such a file. */
export async function restoreSchema(name: string, file: string): Promise<void> {
  const restore = client('mariadb', [name]);
  await pipeline(createReadStream(file), restore.program.stdin);
  await restore.ended;
}

/** A program of MariaDB's as the root of the database that the test run started. */
function client(name: string, args: readonly string[]) {
  const { OBOLUS_TEST_DB_SOCKET: socket = '', OBOLUS_TEST_DB_ROOT: password } = process.env;
  const program = spawn(name, ['--no-defaults', `--socket=${socket}`, '--user=root', ...args], {
    env: { ...process.env, MYSQL_PWD: password },
    stdio: ['pipe', 'pipe', 'pipe'],
  });
  let said = '';
  program.stderr.on('data', (text: Buffer) => (said += text.toString()));
  const ended = new Promise<void>((resolve, reject) => {
    program.once('error', reject);
    program.once('close', (code) => (code === 0 ? resolve() : reject(new Error(`${name}: ${said}`))));
  });
  return { program, ended };
}
