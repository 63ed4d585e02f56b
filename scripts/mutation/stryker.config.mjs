// npm run mutation: faults are put into the core one at a time, and the quick tests must find them. Takes hours for all of the core; narrow
// it to what was changed: npm run mutation -- --mutate 'core/periods/*.ts'
export default {
  testRunner: 'jest',
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  jest: { projectType: 'custom', configFile: 'scripts/mutation/jest.config.mjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  mutate: ['core/**/*.ts', '!core/**/*.test.ts', '!core/testing/**', '!core/cases/**', '!core/dist/**'],
  ignorePatterns: ['web', 'server', 'demo', 'e2e', 'docs', '.data', '**/dist'],
  tempDirName: '.data/mutation',
  // What is only said in words is no rule.
  mutator: { excludedMutations: ['StringLiteral'] },
  disableTypeChecks: false,
  reporters: ['clear-text', 'progress-append-only'],
  clearTextReporter: { logTests: false },
  concurrency: 2,
  timeoutMS: 15_000,
};
