// npm test: installs and builds what is missing, then lint, unit, server and browser tests, and one summary.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { databaseEnvironment, startDatabase } from './lib/database.mjs';
import { checkNode, dataFolder, ensureBuilt, ensureDebian, root } from './lib/project.mjs';

const only = process.argv.slice(2);
const wanted = (name) => only.length === 0 || only.includes(name);

checkNode();
ensureDebian('chromium', 'chromium');
await ensureBuilt(['core', 'contract', 'server', 'demo', 'e2e', 'web']);

const results = join(dataFolder, 'results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
const summary = [];

const node = (args, env = {}) =>
  spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } }).status === 0;
const bin = (name) => join(root, 'node_modules', name);

if (wanted('lint')) {
  check('lint', () => node([bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0']));
  check('direction of imports', () =>
    node([
      bin('dependency-cruiser/bin/dependency-cruise.mjs'),
      '--config',
      '.dependency-cruiser.cjs',
      '{core,contract,server,web,demo,e2e}/{*,!(dist|node_modules|public)/**/*}.{ts,tsx}',
    ]),
  );
  check('format', () => node([bin('prettier/bin/prettier.cjs'), '--check', '.', '--log-level', 'warn']));
}

const database =
  wanted('server') || wanted('browser') ? await startDatabase('test', { fresh: true, quiet: true }) : undefined;
try {
  const environment = database
    ? {
        ...databaseEnvironment(database),
        OBOLUS_TEST_DB_ROOT: database.root.password,
        OBOLUS_TEST_DB_SOCKET: database.socket,
      }
    : {};
  for (const project of ['core', 'web', 'server']) {
    if (!wanted(project)) continue;
    const output = join(results, `${project}.json`);
    node(
      [
        '--experimental-vm-modules',
        '--no-warnings',
        bin('jest/bin/jest.js'),
        '--selectProjects',
        project,
        '--json',
        `--outputFile=${output}`,
        '--maxWorkers=2',
        '--testTimeout=60000',
      ],
      environment,
    );
    count(project, output, (report) => [
      report.numPassedTests,
      report.numFailedTests + report.numRuntimeErrorTestSuites + report.numPendingTests,
    ]);
  }
  if (wanted('browser')) {
    const output = join(results, 'browser.json');
    node(
      [
        bin('@playwright/test/cli.js'),
        'test',
        '--config',
        'e2e/playwright.config.ts',
        ...(process.env.OBOLUS_GREP ? ['-g', process.env.OBOLUS_GREP] : []),
      ],
      { ...environment, PLAYWRIGHT_JSON_OUTPUT_NAME: output },
    );
    count('browser', output, ({ stats }) => [stats.expected, stats.unexpected + stats.flaky + stats.skipped]);
  }
} finally {
  await database?.stop();
}

const passed = summary.reduce((sum, part) => sum + part.passed, 0);
const failed = summary.reduce((sum, part) => sum + part.failed, 0);
console.log('\nSummary');
for (const part of summary) console.log(`  ${part.name.padEnd(22)} ${part.passed} passed, ${part.failed} failed`);
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 || passed === 0 ? 1 : 0;

function check(name, work) {
  const good = work();
  summary.push({ name, passed: good ? 1 : 0, failed: good ? 0 : 1 });
}

/** A run that left no report is a failure of its own. */
function count(name, file, read) {
  const [good, bad] = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : [0, 1];
  summary.push({ name, passed: good, failed: bad });
}
