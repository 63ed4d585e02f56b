// Runs worked cases: node scripts/cases.mjs [files or folders] [--http] [--json] [--histories N]. Without files, the project's own casebook.
// --http plays them through the real HTTP API too, on a database of their own, and compares; --json prints what both posted.
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { parseArgs } from 'node:util';
import { databaseEnvironment, startDatabase } from './lib/database.mjs';
import { ensureBuilt, root } from './lib/project.mjs';

const { values: options, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    http: { type: 'boolean', default: false },
    json: { type: 'boolean', default: false },
    histories: { type: 'string' },
    seed: { type: 'string' },
  },
});
await ensureBuilt(options.http ? ['core', 'contract', 'server'] : ['core']);

const random = Number(options.histories ?? 0);
const asked = positionals.length > 0 || random > 0 ? positionals : [join(root, 'casebook')];
const files = asked.flatMap(filesIn).map((file) => [file, readFileSync(file, 'utf8')]);
const reports = [];
let failed = 0;
for await (const report of options.http ? overHttp() : throughTheCore()) {
  const passed = report.differences.length === 0;
  if (!passed) failed += 1;
  if (options.json) reports.push({ ...report, passed });
  else {
    console.log(`${passed ? 'passed' : 'FAILED'}  ${basename(report.name)}  ${report.title}`);
    for (const { step, says } of report.differences) console.log(`          ${step}: ${says}`);
  }
}
const count = files.length + (options.http ? random : 0);
if (options.json) console.log(JSON.stringify({ cases: reports, passed: count - failed, failed }, null, 2));
else console.log(`${count - failed} passed, ${failed} failed`);
process.exitCode = failed > 0 || count === 0 ? 1 : 0;

async function* throughTheCore() {
  const { runCase } = await import(join(root, 'core/dist/cases/runCase.js'));
  for (const [name, text] of files) {
    const { title, differences, facts } = runCase(text);
    yield { name, title, differences, core: facts };
  }
}

async function* overHttp() {
  const database = await startDatabase('cases', { fresh: true, quiet: true });
  Object.assign(process.env, databaseEnvironment(database));
  const { playCases, playHistories } = await import(join(root, 'server/dist/cases/run.js'));
  try {
    if (files.length > 0) yield* playCases(files);
    if (random > 0) yield* playHistories(random, Number(options.seed ?? Date.now() % 2_147_483_647));
  } finally {
    await database.stop();
  }
}

function filesIn(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path, { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => {
      if (entry.isDirectory()) return filesIn(join(path, entry.name));
      return /\.ya?ml$/.test(entry.name) ? [join(path, entry.name)] : [];
    });
}
