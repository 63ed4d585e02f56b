// npm run backup -- FOLDER: the books as they are at this moment, with the keys that prove them, in a new folder. They may go on being used.
// The database is the one that the environment names (docs/configuration.md), else that of `npm start`, or with --demo that of the demo.
import { copyFileSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { databaseEnvironment, startDatabase } from './lib/database.mjs';
import { dumpBooks, ownedBy } from './lib/dump.mjs';
import { checkNode, dataFolder, ensurePackages, stopWith } from './lib/project.mjs';

checkNode();
const { values, positionals } = parseArgs({
  options: { demo: { type: 'boolean', default: false } },
  allowPositionals: true,
});
const [given] = positionals;
if (!given) stopWith('Say where to: npm run backup -- FOLDER');
const folder = resolve(process.env.INIT_CWD ?? '.', given);
if (existsSync(folder)) stopWith(`${folder} is there already: name a new folder.`);
await ensurePackages();

const name = values.demo ? 'demo' : 'books';
const own = !process.env.OBOLUS_DB_HOST;
if (own && !existsSync(join(dataFolder, name))) stopWith(`There are no books in ${join(dataFolder, name)}.`);
const database = own ? await startDatabase(name, { quiet: true, joining: true }) : undefined;
const environment = { ...process.env, ...(database ? databaseEnvironment(database) : {}) };
try {
  if (!environment.OBOLUS_SEAL_KEYS)
    throw new Error('OBOLUS_SEAL_KEYS is not set: without the keys nothing could be proved.');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  await dumpBooks(ownedBy(environment), join(folder, 'books.sql.gz'));
  writeFileSync(join(folder, 'seal-keys'), environment.OBOLUS_SEAL_KEYS, { mode: 0o600 });
  if (environment.OBOLUS_ANCHORS && existsSync(environment.OBOLUS_ANCHORS))
    copyFileSync(environment.OBOLUS_ANCHORS, join(folder, 'anchors.jsonl'));
  console.log(`The books are in ${folder}, with the keys that prove them: keep it where only you can read.`);
} catch (problem) {
  console.error(`Nothing was kept: ${problem.message}`);
  process.exitCode = 1;
} finally {
  await database?.stop();
}
