// npm run demo (--demo) and npm start: from a bare clone to a running application, in one go.
import { fork } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { databaseEnvironment, freePort, newSealKey, startDatabase } from './lib/database.mjs';
import { checkNode, dataFolder, ensureBuilt, root, run, stopWith } from './lib/project.mjs';

const demo = process.argv.includes('--demo');
// npm keeps `npm run demo --fresh` for itself and tells it in the environment.
const fresh = process.argv.includes('--fresh') || process.env.npm_config_fresh === 'true';
const name = demo ? 'demo' : 'books';

checkNode();
const own = demo || !process.env.OBOLUS_DB_HOST;
if (fresh && !demo) stopWith('--fresh throws the data away: it is for the demo only.');
await ensureBuilt(['core', 'contract', 'server', 'demo', 'web']);

const loadedStamp = join(dataFolder, name, 'loaded');
// A demo whose first load was interrupted is laid anew.
const database = own ? await startDatabase(name, { fresh: fresh || (demo && !existsSync(loadedStamp)) }) : undefined;
const environment = { ...process.env, ...(database ? databaseEnvironment(database) : {}) };
environment.OBOLUS_SESSION_SECRET ??= kept('session-secret', () => randomBytes(32).toString('hex'));
environment.OBOLUS_SEAL_KEYS ??= kept('seal-keys', newSealKey);
environment.OBOLUS_ANCHORS ??= join(dataFolder, name, 'anchors.jsonl');
environment.OBOLUS_SET_UP = String(!demo);
if (demo) {
  environment.OBOLUS_STAND_INS = 'true';
  environment.OBOLUS_NOTICE ??= (await signIns()).join('\n');
}
environment.OBOLUS_LOG_LEVEL ??= demo ? 'warn' : 'info';

await migrate(environment);

let server;
let stopping = false;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

if (demo && !existsSync(loadedStamp)) {
  console.log('Loading the demo company …');
  await run(process.execPath, [join(root, 'demo/dist/main.js')], { env: environment }).catch(async (problem) => {
    console.error(problem.message);
    await stop(1);
  });
  writeFileSync(loadedStamp, new Date().toISOString());
}

const wanted = Number(process.env.OBOLUS_PORT ?? 4300);
const port = await freePort(wanted, process.env.OBOLUS_HOST ?? '127.0.0.1');
if (port !== wanted) console.log(`Port ${wanted} is taken; Obolus listens on ${port}.`);
environment.OBOLUS_PORT = String(port);

// In a group of its own, so that Ctrl+C reaches it only through us and what runs can finish.
server = fork(join(root, 'server/dist/main.js'), { env: environment, cwd: root, detached: true });
let up = false;
server.once('message', async ({ url }) => {
  up = true;
  database?.runsAt(url);
  console.log(`\nObolus is at ${url}`);
  if (demo) console.log((await signIns()).join('\n'));
  console.log('Ctrl+C stops it.');
});
server.once('exit', (code, signal) => {
  if (stopping) return;
  console.error(
    up ? `The server ended (${signal ?? code}). Nothing that was posted is lost: start again.` : 'It did not start.',
  );
  void stop(1);
});

async function stop(code) {
  if (stopping) return;
  stopping = true;
  if (server && server.exitCode === null && server.signalCode === null) {
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await ended;
  }
  await database?.stop();
  process.exit(code);
}

/** The owner's password is for migrating alone: what runs afterwards does not have it. */
async function migrate(environment) {
  await run(process.execPath, [join(root, 'server/dist/migrate.js')], { env: environment }).catch(async () => {
    await database?.stop();
    process.exit(1);
  });
  delete environment.OBOLUS_DB_OWNER_USER;
  delete environment.OBOLUS_DB_OWNER_PASSWORD;
}

/** Who may sign in to the demo, line by line. */
async function signIns() {
  const { DEMO_PASSWORD, DEMO_USERS } = await import(join(root, 'demo/dist/company.js'));
  return [
    `Sign in with the password ${DEMO_PASSWORD} as`,
    ...DEMO_USERS.map(({ email, role }) => `  ${email.padEnd(28)} ${role}`),
  ];
}

/** What outlives a restart is made once and kept beside the data, never in the database. */
function kept(what, make) {
  const file = join(dataFolder, name, what);
  if (existsSync(file)) return readFileSync(file, 'utf8');
  const made = make();
  mkdirSync(join(dataFolder, name), { recursive: true });
  writeFileSync(file, made, { mode: 0o600 });
  return made;
}
