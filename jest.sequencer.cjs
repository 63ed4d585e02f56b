// Tests in the order in which they are started: what takes minutes by itself comes first, so that no core waits for it at the end. On a new
// machine nothing is known of times, and files are else taken by size.
const { statSync } = require('node:fs');

/** The longest, in seconds on two busy cores (`npm test` prints them). */
const LONG = {
  'server/cases/cases': 217,
  'server/imports/imports': 41,
  'server/lists/lists': 39,
  'server/killed': 39,
  'server/commands/everyKind': 32,
  'server/backup': 31,
  'server/http/http': 29,
  'server/commands/growth': 26,
  'server/mail/mail': 26,
  'core/posting/histories': 40,
  'core/posting/independence': 21,
};
const secondsOf = (path) => Object.entries(LONG).find(([name]) => path.endsWith(`${name}.test.ts`))?.[1] ?? 0;

module.exports = class {
  sort(tests) {
    const known = tests.map((test) => ({ test, seconds: secondsOf(test.path), size: statSync(test.path).size }));
    return known.sort((a, b) => b.seconds - a.seconds || b.size - a.size).map(({ test }) => test);
  }

  allFailedTests(tests) {
    return tests;
  }

  cacheResults() {}
};
