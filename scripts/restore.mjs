// npm run restore -- FOLDER: books that were backed up, into a database that has none yet; then they are proved.
// The database is the one that the environment names (docs/configuration.md), else a private one for `npm start`.
import { copyFileSync, existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { databaseEnvironment, keepSealKeys, startDatabase } from './lib/database.mjs';
import { ownedBy, restoreBooks, tablesIn } from './lib/dump.mjs';
import { checkNode, dataFolder, ensureBuilt, root, run, stopWith } from './lib/project.mjs';

checkNode();
const [given] = process.argv.slice(2);
if (!given) stopWith('Say from where: npm run restore -- FOLDER');
const folder = resolve(process.env.INIT_CWD ?? '.', given);
const file = join(folder, 'books.sql.gz');
if (!existsSync(file)) stopWith(`${folder} holds no backup: there is no books.sql.gz.`);
await ensureBuilt(['core', 'contract', 'server']);

const sealKeys = readFileSync(join(folder, 'seal-keys'), 'utf8').trim();
const own = !process.env.OBOLUS_DB_HOST;
if (own && existsSync(join(dataFolder, 'books')))
  stopWith(`There are books in ${join(dataFolder, 'books')}: move them away first, nothing is overwritten.`);
const database = own ? await startDatabase('books', { quiet: true }) : undefined;
const environment = { ...process.env, ...(database ? databaseEnvironment(database) : {}), OBOLUS_SEAL_KEYS: sealKeys };
try {
  const at = ownedBy(environment);
  if ((await tablesIn(at)) > 0) throw new Error(`the database ${at.name} is not empty`);
  await restoreBooks(at, file);
  if (own) keepSealKeys('books', sealKeys);
  const anchors = join(folder, 'anchors.jsonl');
  if (existsSync(anchors) && environment.OBOLUS_ANCHORS && !existsSync(environment.OBOLUS_ANCHORS))
    copyFileSync(anchors, environment.OBOLUS_ANCHORS);
  await run(process.execPath, [join(root, 'server/dist/migrate.js')], { env: environment });
  Object.assign(process.env, environment);
  const { proveDatabase } = await import(join(root, 'server/dist/proof/proveDatabase.js'));
  const { documents, differences } = await proveDatabase(environment, {});
  for (const difference of differences) console.log(difference);
  console.log(
    differences.length === 0
      ? `${documents} documents are restored, and nothing differs.${own ? '' : ' Keep OBOLUS_SEAL_KEYS as it is in the backup.'}`
      : `${documents} documents are restored, with ${differences.length} differences.`,
  );
  process.exitCode = differences.length > 0 ? 1 : 0;
} catch (problem) {
  console.error(`Nothing is restored: ${problem.message}`);
  process.exitCode = 1;
} finally {
  await database?.stop();
}
