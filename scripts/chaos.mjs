// npm run chaos: many people post at once through two servers on one database, while servers and database are killed again and again,
// the database's disk is full for a while, each statement of one of the servers takes longer, and hostile requests come in between. At the end nothing may be lost, doubled, half-written or untrue.
//   --minutes N (5)   --seed N (the clock's)   --small: a quarter of a minute, as in npm test -- chaos
import { fork } from 'node:child_process';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { seedBooks } from './bench/books.mjs';
import { smallDisk } from './chaos/disk.mjs';
import { Person } from './chaos/person.mjs';
import { hostile } from './chaos/hostile.mjs';
import { randomOf } from './chaos/random.mjs';
import { slowWay } from './chaos/slow.mjs';
import { databaseEnvironment, startDatabase } from './lib/database.mjs';
import { checkNode, dataFolder, ensureBuilt, root, run } from './lib/project.mjs';

const { values: options } = parseArgs({
  options: {
    minutes: { type: 'string', default: '5' },
    seed: { type: 'string', default: String(Date.now() % 1_000_000) },
    small: { type: 'boolean', default: false },
  },
});
const seconds = options.small ? 15 : Number(options.minutes) * 60;
const PEOPLE = options.small ? 6 : 16;
/** Of the database's disk, in megabytes: what a run writes and some more. */
const DISK = options.small ? 600 : 2_500;
/** How long it is full, in milliseconds, and how often. */
const FULL = options.small ? 1_500 : 4_000;
const FILLINGS = options.small ? 1 : 4;
/** How much longer each statement of the second server takes, in milliseconds. */
const SLOWER = 50;
/** Between two kills, in milliseconds. */
const BETWEEN = options.small ? 2_500 : 4_000;

checkNode();
await ensureBuilt(['core', 'contract', 'server']);
console.log(`Chaos with --seed ${options.seed}, ${seconds} seconds.`);
const random = randomOf(Number(options.seed));
const disk = smallDisk(join(dataFolder, 'chaos'), DISK);
if (!disk) console.log('The disk is not filled: only who may mount one (root) can do that.');
const database = await startDatabase('chaos/books', { fresh: true, quiet: true });
const environment = {
  ...process.env,
  ...databaseEnvironment(database),
  OBOLUS_SESSION_SECRET: 'c'.repeat(40),
  OBOLUS_PORT: '0',
  OBOLUS_SET_UP: 'false',
  OBOLUS_LOG_LEVEL: 'fatal',
};
await run(process.execPath, [join(root, 'server/dist/migrate.js')], { env: environment });
const mysql = await import('mysql2/promise');
const pool = mysql.createPool({
  host: database.host,
  port: database.port,
  database: 'obolus',
  ...database.owner,
  connectionLimit: 2,
});
await seedBooks(pool, database);

const slow = await slowWay(database.port, SLOWER);
/** The database as each server finds it. */
const PORTS = [database.port, slow.port];

/** Two servers; one that ended, killed or for want of a database, is started again. */
const servers = [undefined, undefined];
let ending = false;
function startServer(at) {
  const server = fork(join(root, 'server/dist/main.js'), {
    env: { ...environment, OBOLUS_DB_PORT: String(PORTS[at]) },
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
  });
  const started = { process: server, url: undefined };
  servers[at] = started;
  server.once('exit', () => {
    started.url = undefined;
    if (!ending) setTimeout(() => startServer(at), 300);
  });
  return new Promise((resolve) => {
    server.once('message', ({ url }) => {
      started.url = url;
      resolve();
    });
  });
}
await Promise.all([startServer(0), startServer(1)]);

const until = Date.now() + seconds * 1000;
// What hangs is wrong too: it is not waited for without end.
setTimeout(
  () => {
    console.log('The chaos did not come to its end: something hangs.');
    process.exit(1);
  },
  seconds * 2000 + 120_000,
).unref();
const kills = { server: 0, database: 0 };
const killing = (async () => {
  while (Date.now() < until - BETWEEN) {
    await new Promise((resolve) => setTimeout(resolve, BETWEEN * (0.5 + random())));
    if (random() < 0.5) {
      kills.database += 1;
      process.kill(database.pid(), 'SIGKILL');
    } else {
      kills.server += 1;
      servers[Math.floor(random() * 2)].process.kill('SIGKILL');
    }
  }
})();
const filling = (async () => {
  if (!disk) return;
  for (let n = 1; n <= FILLINGS; n += 1) {
    await new Promise((resolve) => setTimeout(resolve, (seconds * 1000) / (FILLINGS + 1) - FULL));
    disk.fill();
    await new Promise((resolve) => setTimeout(resolve, FULL));
    disk.free();
  }
})();
const urlOf = (n) => servers[n % 2]?.url ?? servers[(n + 1) % 2]?.url;
const people = Array.from({ length: PEOPLE }, (_, n) => new Person(n, urlOf, randomOf(Number(options.seed) + n + 1)));
const attacking = hostile(urlOf, () => Date.now() < until);
await Promise.all(people.map((person) => person.workUntil(until)));
await Promise.all([killing, filling]);
const attacks = await attacking;

// What nobody knows yet whether it was posted is asked again, under the same key, until it is known.
await Promise.all(people.map((person) => person.settle()));
const posted = people.flatMap((person) => person.posted);
const wrong = people.flatMap((person) => person.wrong);
const [documents] = await pool.query("SELECT idempotency_key AS `key`, id FROM document WHERE idempotency_key <> ''");
const known = new Map(posted.map(({ key, id }) => [key, id]));
for (const { key, id } of documents) {
  if (!known.has(key)) wrong.push(`document ${id} is there, and nobody was told so`);
  else if (String(known.get(key)) !== String(id)) wrong.push(`document ${id} was told to be ${known.get(key)}`);
}
const there = new Set(documents.map(({ key }) => key));
for (const { key, id } of posted)
  if (!there.has(key)) wrong.push(`document ${id} was told to be posted, and is not there`);
wrong.push(...attacks.wrong);
await pool.end();
console.log(`${documents.length} documents are there; they are proved and decided again …`);
const begun = Date.now();
const { proveDatabase } = await import(join(root, 'server/dist/proof/proveDatabase.js'));
const { differences } = await proveDatabase(environment, { deciding: 'all' });
wrong.push(...differences);
console.log(`Proved in ${Math.round((Date.now() - begun) / 1000)} seconds.`);
ending = true;
for (const { process: server } of servers) server.kill('SIGTERM');
slow.close();
await database.stop();
disk?.unmount();

const sum = (of) => people.reduce((total, person) => total + person.count[of], 0);
console.log(
  `${posted.length} documents posted by ${PEOPLE} people; ${kills.server} kills of a server, ${kills.database} of the database; its disk full ${disk ? FILLINGS : 0} times; ${SLOWER} ms more for each statement of one server; ${sum('again')} requests sent again, ${sum('unknown')} of them not known, ${sum('full')} for want of room; ${sum('refused')} refused; ${attacks.sent} hostile requests.`,
);
for (const one of wrong.slice(0, 50)) console.log(one);
console.log(
  wrong.length === 0 ? 'Nothing lost, doubled, half-written or untrue.' : `${wrong.length} things are wrong.`,
);
process.exit(wrong.length === 0 ? 0 : 1);
