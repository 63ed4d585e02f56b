// npm test: installs what is missing, builds and lints beside the tests of the core, then the web, server and browser tests, and one summary
// with the time that each part took beside its budget on two cores.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { databaseEnvironment, startDatabase } from './lib/database.mjs';
import { checkNode, dataFolder, ensureBuilt, ensureChromium, ensurePackages, root } from './lib/project.mjs';

const only = process.argv.slice(2);
const wanted = (name) => only.length === 0 || only.includes(name);

/** Seconds that a part may take on two cores. Whoever makes it longer looks for what to make shorter. */
const BUDGET = { 'build, lint and core': 120, web: 10, bench: 25, chaos: 25, server: 170, browser: 170 };
const times = [];
const results = join(dataFolder, 'results');
const summary = [];

checkNode();
ensureChromium();
await ensurePackages();
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

// The core's tests read its sources and need one core: what is built, and linted as built, runs beside them and says what it found when
// they are done.
await timed('build, lint and core', () =>
  Promise.all([wanted('core') && jest('core', 1), build().then(() => isBuilt() && wanted('lint') && lint())]),
);
if (isBuilt()) await runBuilt();

const passed = summary.reduce((sum, part) => sum + part.passed, 0);
const failed = summary.reduce((sum, part) => sum + part.failed, 0);
console.log('\nSummary');
for (const { name, passed, failed, second = 0 } of summary)
  console.log(
    `  ${name.padEnd(22)} ${passed} passed, ${failed} failed${second > 0 ? ` (${second} not at the first try)` : ''}`,
  );
console.log('\nTime, and budget on two cores');
for (const { name, seconds } of times) console.log(`  ${name.padEnd(22)} ${seconds} s of ${BUDGET[name]} s`);
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 || passed === 0 ? 1 : 0;

async function build() {
  const built = await ensureBuilt(['messages', 'core', 'contract', 'server', 'demo', 'e2e', 'web']).then(
    () => true,
    (problem) => console.error(problem.message),
  );
  summary.push({ name: 'build', passed: built ? 1 : 0, failed: built ? 0 : 1 });
}

function isBuilt() {
  return summary.some(({ name, passed }) => name === 'build' && passed === 1);
}

/** What runs on the built project. */
async function runBuilt() {
  if (wanted('web')) await timed('web', () => jest('web', 2));
  // What is measured by hand is run here in small form, so that it still runs when somebody wants to know.
  if (wanted('bench'))
    await timed('bench', () =>
      check('bench', [
        'scripts/bench.mjs',
        '--small',
        'core',
        'posting',
        'history',
        'open',
        'search',
        'schedule',
        'paying',
        'beside',
      ]),
    );
  // Where processes are killed at random moments, a run says something of itself, not of a change: it is asked for by its name.
  if (only.includes('chaos')) await timed('chaos', () => check('chaos', ['scripts/chaos.mjs', '--small']));
  if (!wanted('server') && !wanted('browser')) return;
  const database = await startDatabase('test', { fresh: true, quiet: true, thrownAway: true });
  const environment = {
    ...databaseEnvironment(database),
    OBOLUS_TEST_DB_ROOT: database.root.password,
    OBOLUS_TEST_DB_SOCKET: database.socket,
  };
  try {
    if (wanted('server')) await timed('server', () => jest('server', 2, environment));
    if (wanted('browser')) await timed('browser', () => browser(environment));
  } finally {
    await database.stop();
  }
}

async function timed(name, work) {
  const begun = Date.now();
  await work();
  times.push({ name, seconds: Math.round((Date.now() - begun) / 1000) });
}

/** Runs a program of ours; what it says is kept until it ends where others run beside it. */
function node(args, { env = {}, beside = false } = {}) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, {
      cwd: root,
      stdio: beside ? ['ignore', 'pipe', 'pipe'] : 'inherit',
      env: { ...process.env, ...env },
    });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (text) => (said += text));
    child.once('exit', (code) => {
      if (said.trim() !== '') console.log(said.trimEnd());
      resolve(code === 0);
    });
  });
}

async function lint() {
  const bin = (name) => join(root, 'node_modules', name);
  const everything = '{messages,core,contract,server,web,demo,e2e}/{*,!(dist|node_modules|public)/**/*}.{ts,tsx}';
  const cruise = [bin('dependency-cruiser/bin/dependency-cruise.mjs'), '--config'];
  await check('lint', [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0']);
  await check('direction of imports', [...cruise, '.dependency-cruiser.cjs', everything]);
  await check('circles of folders', [
    ...cruise,
    '.dependency-cruiser-folders.cjs',
    'messages',
    'core',
    'contract',
    'server',
    'web',
  ]);
  await check('format', [bin('prettier/bin/prettier.cjs'), '--check', '.', '--log-level', 'warn']);
}

async function check(name, args) {
  const good = await node(args, { beside: true });
  summary.push({ name, passed: good ? 1 : 0, failed: good ? 0 : 1 });
}

async function jest(project, workers, env = {}) {
  const output = join(results, `${project}.json`);
  const program = join(root, 'node_modules/jest/bin/jest.js');
  const report = ['--json', `--outputFile=${output}`];
  const how = [`--maxWorkers=${workers}`, '--testTimeout=60000'];
  await node(['--experimental-vm-modules', '--no-warnings', program, '--selectProjects', project, ...report, ...how], {
    env,
  });
  count(project, output, (found) => [
    found.numPassedTests,
    found.numFailedTests + found.numRuntimeErrorTestSuites + found.numPendingTests,
  ]);
}

async function browser(environment) {
  const output = join(results, 'browser.json');
  const program = join(root, 'node_modules/@playwright/test/cli.js');
  const which = process.env.OBOLUS_GREP ? ['-g', process.env.OBOLUS_GREP] : [];
  await node([program, 'test', '--config', 'e2e/playwright.config.ts', ...which], {
    env: { ...environment, PLAYWRIGHT_JSON_OUTPUT_NAME: output },
  });
  count('browser', output, ({ stats }) => [
    stats.expected + stats.flaky,
    stats.unexpected + stats.skipped,
    stats.flaky,
  ]);
}

/** A run that left no report is a failure of its own. What did not pass at its first try passed, and is said. */
function count(name, file, read) {
  const [passed, failed, second = 0] = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : [0, 1];
  summary.push({ name, passed, failed, second });
}
