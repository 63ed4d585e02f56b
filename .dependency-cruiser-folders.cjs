/** No circle between folders either, types included. Tests are left out: what they use is not what the code rests on. */
const { options } = require('./.dependency-cruiser.cjs');

module.exports = {
  forbidden: [
    {
      name: 'no-circles-of-folders',
      severity: 'error',
      scope: 'folder',
      from: {},
      to: { circular: true },
    },
  ],
  options: { ...options, exclude: { path: '(\\.test\\.ts$|/testing/|node_modules|/dist/)' } },
};
