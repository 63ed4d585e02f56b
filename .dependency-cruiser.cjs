/** One direction: web → contract ← server → core; the web may use the core's pure functions; nothing imports upward. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      comment: 'The core knows no interface, database or network.',
      from: { path: '^core/' },
      to: { path: '^(messages|contract|server|web|demo|e2e)/' },
    },
    {
      name: 'core-does-no-io',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-uses-yaml-only',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['npm'], pathNot: 'node_modules/yaml/' },
    },
    {
      name: 'contract-stands-alone',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(core|server|web|demo|e2e)/' },
    },
    {
      name: 'messages-stand-alone',
      severity: 'error',
      comment: 'Words know nothing of what they are said of.',
      from: { path: '^messages/' },
      to: { path: '^(core|contract|server|web|demo|e2e)/' },
    },
    { name: 'web-never-the-server', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|demo|e2e)/' } },
    { name: 'server-never-the-web', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|demo|e2e)/' } },
    {
      name: 'kinds-never-know-the-registry',
      severity: 'error',
      comment:
        'posting is the roof: the registry imports the kinds, and no kind imports it. What plays or proves whole books stands on it.',
      from: { path: '^core/(?!posting|cases|proof|testing)', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/posting/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      comment: 'Types included: a circle of types is a circle of thought.',
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    // A part is reached by another through its built files: they count as that part, but are not looked into.
    doNotFollow: { path: '(node_modules|/dist/)' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.js'],
    },
  },
};
