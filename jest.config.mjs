const swc = ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'es6' } }];
const common = {
  transform: { '^.+\\.ts$': swc },
  extensionsToTreatAsEsm: ['.ts'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  modulePathIgnorePatterns: ['/dist/'],
};

/** Tests of the core need nothing; those of the server run against a real MariaDB, whose address is in the environment. */
export default {
  testSequencer: './jest.sequencer.cjs',
  projects: [
    {
      ...common,
      displayName: 'core',
      rootDir: '.',
      roots: ['<rootDir>/messages', '<rootDir>/core', '<rootDir>/contract'],
    },
    { ...common, displayName: 'web', rootDir: '.', roots: ['<rootDir>/web'] },
    {
      ...common,
      displayName: 'server',
      rootDir: '.',
      roots: ['<rootDir>/server'],
      testEnvironment: './server/testing/environment.mjs',
    },
  ],
};
