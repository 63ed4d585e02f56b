// A private MariaDB on loopback: its own data folder, port and socket. Nothing outside the project is touched.
import { spawn, spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { dataFolder, ensureDebian, stopWith } from './project.mjs';

const SQL_MODE =
  'STRICT_ALL_TABLES,ONLY_FULL_GROUP_BY,NO_ENGINE_SUBSTITUTION,ERROR_FOR_DIVISION_BY_ZERO,NO_ZERO_DATE,NO_ZERO_IN_DATE';

/** The first free port from `wanted` on; a taken one is stepped over. */
export async function freePort(wanted, host = '127.0.0.1') {
  for (let port = wanted; port < wanted + 100; port += 1) {
    const free = await new Promise((resolve) => {
      const probe = createServer();
      probe.once('error', () => resolve(false));
      probe.listen(port, host, () => probe.close(() => resolve(true)));
    });
    if (free) return port;
  }
  return stopWith(
    `Ports ${wanted} to ${wanted + 99} on ${host} are all taken: free one, or name another with OBOLUS_PORT.`,
  );
}

/** For books that nobody keeps: nothing waits for the disk. A server that is killed loses nothing by it, a machine that falls over may. */
const WITHOUT_WAITING = [
  '--innodb-flush-log-at-trx-commit=2',
  '--innodb-flush-method=nosync',
  '--skip-innodb-doublewrite',
  '--skip-sync-frm',
  '--skip-innodb-file-per-table',
];

/**
 * Starts the database called `name` (initialising it the first time) and gives how to connect to it and how to stop it.
 * `thrownAway` is for books that nobody keeps.
 * One that is left running by a start that was killed is taken over; one whose start is alive is joined where that is asked for, and left
 * running, else left alone: it says where that one runs, and ends.
 */
export async function startDatabase(
  name,
  { fresh = false, quiet = false, joining = false, thrownAway = false, onDown } = {},
) {
  const mariadbd = ensureDebian('mariadbd', 'mariadb-server');
  const folder = join(dataFolder, name);
  const files = {
    data: join(folder, 'mariadb'),
    // A server that starts clears the temporary tables that it finds, also those of another one that runs: each has a folder of its own.
    temporary: join(folder, 'tmp'),
    pid: join(folder, 'mariadb.pid'),
    port: join(folder, 'port'),
    secrets: join(folder, 'secrets.json'),
    owner: join(folder, 'owner.json'),
    // What was sealed, noted where the database does not reach.
    anchors: join(folder, 'anchors.jsonl'),
    // A socket's path may have only about 100 characters, so it lies where paths are short.
    socket: join(tmpdir(), `obolus-${createHash('sha256').update(folder).digest('hex').slice(0, 12)}.sock`),
  };
  if (!joining) refuseIfOwned(files);
  if (fresh) {
    await stopLeftOver(files);
    rmSync(folder, { recursive: true, force: true });
  }
  mkdirSync(files.temporary, { recursive: true });
  const first = !existsSync(files.secrets);
  if (first) initialise(files);
  const secrets = JSON.parse(readFileSync(files.secrets, 'utf8'));
  if (!secrets.seal) {
    secrets.seal = newSealKey();
    writeFileSync(files.secrets, JSON.stringify(secrets), { mode: 0o600 });
  }
  if (joining && pidOf(files) !== undefined)
    return { ...connectionTo(files, secrets, Number(readFileSync(files.port, 'utf8'))), stop: () => Promise.resolve() };
  await stopLeftOver(files);
  writeOwner(files);
  const port = await freePort(secrets.port);
  writeFileSync(files.port, String(port));
  if (port !== secrets.port && !quiet) console.log(`Port ${secrets.port} is taken; the database listens on ${port}.`);

  let stopping = false;
  let child;
  const launch = () => {
    child = spawn(mariadbd, [...serverOptions(files, port), ...(thrownAway ? WITHOUT_WAITING : [])], {
      stdio: ['ignore', 'ignore', 'pipe'],
      detached: true,
    });
    let said = '';
    child.stderr.on('data', (text) => (said = (said + text).slice(-4000)));
    child.once('exit', (code, signal) => {
      if (stopping) return;
      if (!quiet)
        console.error(
          `The database ended unexpectedly (${signal ?? code}); starting it again. Nothing that was posted is lost.`,
        );
      if (code) console.error(said);
      onDown?.();
      setTimeout(launch, 300);
    });
  };
  launch();
  await waitUntilUp(files, first ? '' : secrets.root);
  if (first || !secrets.ready) await createAccounts(files, secrets, first);
  return {
    ...connectionTo(files, secrets, port),
    pid: () => child.pid,
    /** Says where what runs on it is found, to whoever starts it a second time. */
    runsAt: (url) => writeOwner(files, url),
    stop: () =>
      new Promise((resolve) => {
        stopping = true;
        rmSync(files.owner, { force: true });
        if (child.exitCode !== null || child.signalCode !== null) return resolve();
        child.once('exit', resolve);
        child.kill('SIGTERM');
      }),
  };
}

/** Whoever started the database: nobody else may stop it or start it again while that process lives. */
function refuseIfOwned(files) {
  const owner = existsSync(files.owner) ? JSON.parse(readFileSync(files.owner, 'utf8')) : undefined;
  if (!owner || owner.pid === process.pid || commandOf(owner.pid) !== owner.command) return;
  const at = owner.url ? ` at ${owner.url}` : '';
  stopWith(
    `What is kept in ${files.data} is in use already${at} (process ${owner.pid}): use that one, or stop it first.`,
  );
}

function writeOwner(files, url) {
  writeFileSync(files.owner, JSON.stringify({ pid: process.pid, command: commandOf(process.pid), url }));
}

/** How a process was called: another one that got its number later was called otherwise. Undefined where none lives. */
function commandOf(pid) {
  const file = `/proc/${pid}/cmdline`;
  return existsSync(file) ? readFileSync(file, 'utf8') : undefined;
}

const connectionTo = (files, secrets, port) => ({
  host: '127.0.0.1',
  port,
  database: 'obolus',
  owner: { user: 'obolus_owner', password: secrets.owner },
  app: { user: 'obolus_app', password: secrets.app },
  sealKeys: secrets.seal,
  anchors: files.anchors,
  root: { user: 'root', password: secrets.root },
  socket: files.socket,
});

/** Books that were restored are proved by the keys that sealed them, and sealed on by the same. */
export function keepSealKeys(name, keys) {
  const file = join(dataFolder, name, 'secrets.json');
  writeFileSync(file, JSON.stringify({ ...JSON.parse(readFileSync(file, 'utf8')), seal: keys }), { mode: 0o600 });
}

/** A key that seals documents; another may be put before it later. */
export const newSealKey = () => `first:${randomBytes(32).toString('hex')}`;

function initialise(files) {
  rmSync(files.data, { recursive: true, force: true });
  const made = spawnSync(
    ensureDebian('mariadb-install-db', 'mariadb-server'),
    [
      '--no-defaults',
      ...asRoot(),
      `--datadir=${files.data}`,
      `--tmpdir=${files.temporary}`,
      '--auth-root-authentication-method=normal',
      '--skip-test-db',
      '--skip-name-resolve',
      '--innodb-log-file-size=64M',
    ],
    { encoding: 'utf8' },
  );
  if (made.status !== 0)
    stopWith(`The database could not be initialised in ${files.data}: ${made.stderr || made.stdout}`);
  const secret = () => randomBytes(24).toString('hex');
  const secrets = {
    port: 33_610 + Math.floor(Math.random() * 200),
    root: secret(),
    owner: secret(),
    app: secret(),
    session: secret(),
  };
  writeFileSync(files.secrets, JSON.stringify(secrets), { mode: 0o600 });
}

const asRoot = () => (process.getuid?.() === 0 ? ['--user=root'] : []);

function serverOptions(files, port) {
  return [
    '--no-defaults',
    ...asRoot(),
    `--datadir=${files.data}`,
    `--tmpdir=${files.temporary}`,
    '--bind-address=127.0.0.1',
    `--port=${port}`,
    `--socket=${files.socket}`,
    `--pid-file=${files.pid}`,
    '--skip-name-resolve',
    '--character-set-server=utf8mb4',
    '--collation-server=utf8mb4_unicode_ci',
    `--sql-mode=${SQL_MODE}`,
    '--innodb-flush-log-at-trx-commit=1',
    '--innodb-buffer-pool-size=256M',
    '--innodb-log-file-size=64M',
    // Papers are kept whole, and written in hexadecimals.
    '--max-allowed-packet=64M',
    '--default-time-zone=+00:00',
  ];
}

/** A database of ours that a killed start left running is stopped cleanly before its folder is used again. */
async function stopLeftOver(files) {
  const pid = pidOf(files);
  if (pid === undefined) return;
  process.kill(pid, 'SIGTERM');
  for (let wait = 0; wait < 100 && pidOf(files) !== undefined; wait += 1)
    await new Promise((resolve) => setTimeout(resolve, 100));
}

/** The process of a database of ours that runs; undefined where none does. */
function pidOf(files) {
  if (!existsSync(files.pid)) return undefined;
  const pid = Number(readFileSync(files.pid, 'utf8'));
  const command = `/proc/${pid}/cmdline`;
  return pid && existsSync(command) && readFileSync(command, 'utf8').includes(files.data) ? pid : undefined;
}

async function connect(files, password) {
  const mysql = await import('mysql2/promise');
  return mysql.createConnection({ socketPath: files.socket, user: 'root', password });
}

async function waitUntilUp(files, password) {
  let last;
  for (let attempt = 0; attempt < 300; attempt += 1) {
    try {
      const connection = await connect(files, password);
      await connection.end();
      return;
    } catch (problem) {
      last = problem;
      if (problem.code === 'ER_ACCESS_DENIED_ERROR') return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
  stopWith(`The database did not come up: ${last?.message}`);
}

/** The owner migrates, the application posts; root gets a password. Safe to do again if a first start was interrupted. */
async function createAccounts(files, secrets) {
  const connection = await connect(files, '').catch(() => connect(files, secrets.root));
  const account = async (user, password) => {
    await connection.query(`CREATE OR REPLACE USER '${user}'@'127.0.0.1' IDENTIFIED BY '${password}'`);
  };
  await connection.query('CREATE DATABASE IF NOT EXISTS obolus CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci');
  await account('obolus_owner', secrets.owner);
  await connection.query("GRANT ALL ON obolus.* TO 'obolus_owner'@'127.0.0.1' WITH GRANT OPTION");
  await account('obolus_app', secrets.app);
  await connection.query(`ALTER USER 'root'@'localhost' IDENTIFIED BY '${secrets.root}'`);
  await connection.query("DELETE FROM mysql.global_priv WHERE User = 'root' AND Host <> 'localhost'");
  await connection.query('FLUSH PRIVILEGES');
  await connection.end();
  writeFileSync(files.secrets, JSON.stringify({ ...secrets, ready: true }), { mode: 0o600 });
}

/** The environment by which the server finds this database. */
export function databaseEnvironment(database) {
  return {
    OBOLUS_DB_HOST: database.host,
    OBOLUS_DB_PORT: String(database.port),
    OBOLUS_DB_NAME: database.database,
    OBOLUS_DB_OWNER_USER: database.owner.user,
    OBOLUS_DB_OWNER_PASSWORD: database.owner.password,
    OBOLUS_DB_USER: database.app.user,
    OBOLUS_DB_PASSWORD: database.app.password,
    OBOLUS_SEAL_KEYS: database.sealKeys,
    OBOLUS_ANCHORS: database.anchors,
  };
}
