/** Arrows go one way: web → core → kernels, server → core, cli → core; inside core stations → assembly → parts → solid → quantity. */
const STATIONS = ['brief', 'shell', 'kit', 'fit', 'cut', 'search'];
const above = {
  quantity: 'core/src/(?!quantity/)',
  standards: 'core/src/(?!standards/|quantity/|document/types)',
  solid: 'core/src/(?!solid/|quantity/)',
  document: 'core/src/(?!document/|quantity/|solid/|standards/)',
  findings: 'core/src/(?!findings/|document/|quantity/)',
  parts: 'core/src/(?!parts/|document/|quantity/|solid/|standards/)',
  assembly: 'core/src/(?!assembly/|parts/|document/|quantity/|solid/|standards/)',
};
const notTests = { pathNot: '\\.test\\.ts$' };

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    { name: 'unresolved', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\?url$' } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/src', ...notTests },
      to: { path: '^(web|server|cli|demo|bench|e2e)/|^(fs|path|http|node:)' },
    },
    {
      name: 'kernels-stand-alone',
      severity: 'error',
      from: { path: '^kernels/src', ...notTests },
      to: { pathNot: '^kernels/src' },
    },
    {
      name: 'web-only-core',
      severity: 'error',
      from: { path: '^web/src' },
      to: { path: '^(kernels|server|cli|demo|bench|e2e)/' },
    },
    {
      name: 'server-only-core',
      severity: 'error',
      from: { path: '^server/src', ...notTests },
      to: { path: '^(web|cli|demo|bench|e2e)/' },
    },
    {
      name: 'cli-core-and-store',
      severity: 'error',
      from: { path: '^cli/src', ...notTests },
      to: { path: '^(web|demo|bench|e2e)/|^server/src/(?!store/index)' },
    },
    {
      name: 'one-kernel',
      comment: 'The solid kernel is wrapped once.',
      severity: 'error',
      from: { pathNot: '^core/src/solid/kernel\\.ts$|^web/src/work/' },
      to: { path: 'node_modules/manifold-3d' },
    },
    ...Object.entries(above).map(([folder, path]) => ({
      name: `${folder}-looks-down`,
      severity: 'error',
      from: { path: `^core/src/${folder}/`, ...notTests },
      to: { path },
    })),
    ...STATIONS.map((station) => ({
      name: `${station}-by-its-front-door`,
      comment: 'A station takes of another only what its index gives.',
      severity: 'error',
      from: { path: '^core/src', pathNot: [`^core/src/${station}/`, '\\.test\\.ts$'] },
      to: { path: `^core/src/${station}/(?!index\\.ts$)` },
    })),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    exclude: { path: 'dist/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
