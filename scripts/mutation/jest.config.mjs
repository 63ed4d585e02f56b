import config from '../../jest.config.mjs';

const core = config.projects.find(({ displayName }) => displayName === 'core');

/** The tests of the core that are quick: random histories would find more, and take minutes for each mutant. */
export default {
  ...core,
  rootDir: '../..',
  roots: ['<rootDir>/core'],
  testPathIgnorePatterns: [
    ...core.testPathIgnorePatterns,
    'posting/histories\\.test',
    'posting/independence\\.test',
    'costing/known\\.test',
    'costing/packed\\.test',
    'matching/matching\\.test',
  ],
};
