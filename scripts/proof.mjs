// npm run proof: works the books of a database out again from the first document and says everything that differs. With --replay every
// document is decided again too, from its command and what was set up then: on from where that was left last, or with --whole all of them.
// The database is the one that the environment names (docs/configuration.md), else that of `npm start`, or with --demo that of the demo.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { databaseEnvironment, startDatabase } from './lib/database.mjs';
import { dataFolder, ensureBuilt, root, stopWith } from './lib/project.mjs';

const { values: options } = parseArgs({
  options: {
    replay: { type: 'boolean', default: false },
    whole: { type: 'boolean', default: false },
    json: { type: 'boolean', default: false },
    demo: { type: 'boolean', default: false },
  },
});
await ensureBuilt(['core', 'contract', 'server']);

const name = options.demo ? 'demo' : 'books';
const own = !process.env.OBOLUS_DB_HOST;
if (own && !existsSync(join(dataFolder, name)))
  stopWith(
    `There are no books in ${join(dataFolder, name)}: start them with npm ${options.demo ? 'run demo' : 'start'} first.`,
  );
const database = own ? await startDatabase(name, { quiet: true, joining: true }) : undefined;
if (database) Object.assign(process.env, databaseEnvironment(database));
const { proveDatabase } = await import(join(root, 'server/dist/proof/proveDatabase.js'));
const deciding = options.replay ? (options.whole ? 'all' : 'on') : undefined;
const { documents, decided, differences } = await proveDatabase(process.env, { deciding });
await database?.stop();

if (options.json)
  console.log(JSON.stringify({ documents, decided, differences, proved: differences.length === 0 }, null, 2));
else {
  for (const difference of differences) console.log(difference);
  const found = differences.length === 0 ? 'nothing differs' : `${differences.length} differences`;
  const again = deciding ? `, ${decided} of them decided again` : '';
  console.log(`${documents} documents worked out again from the first${again}: ${found}.`);
}
process.exitCode = differences.length > 0 ? 1 : 0;
