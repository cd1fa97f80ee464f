const { readdirSync, existsSync } = require('node:fs');

/**
 * Arrows go one way: web → core → kernels, server → core, cli → core. Inside core the frame's folders stand on one
 * another, and between them the stations: their parts of the document under it, all else of them over it. Which folders
 * are stations is read from the folders.
 */
const folders = (path) =>
  readdirSync(path, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map((entry) => entry.name);
const STATIONS = folders('core/src').filter(
  (name) => existsSync(`core/src/${name}/station.ts`) || existsSync(`core/src/${name}/section`),
);
const WEB_STATIONS = folders('web/src/stations');
const SECTIONS = '[^/]+/section';
/** What a folder may look at: itself and those before it. */
const LAYERS = [
  'quantity',
  'standards',
  'solid',
  'form',
  SECTIONS,
  'document',
  'findings',
  'parts',
  'assembly',
  'hold',
];
const notTests = { pathNot: '\\.test\\.ts$' };

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    { name: 'unresolved', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\?url$' } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/src', ...notTests },
      to: { path: '^(web|server|cli|demo|gallery|bench|e2e)/|^(fs|path|http|node:)' },
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
      to: { path: '^(kernels|server|cli|demo|gallery|bench|e2e)/' },
    },
    {
      name: 'server-only-core',
      severity: 'error',
      from: { path: '^server/src', ...notTests },
      to: { path: '^(web|cli|demo|gallery|bench|e2e)/' },
    },
    {
      name: 'cli-core-and-store',
      severity: 'error',
      from: { path: '^cli/src', ...notTests },
      to: { path: '^(web|demo|gallery|bench|e2e)/|^server/src/(?!store/index)' },
    },
    {
      name: 'one-kernel',
      comment: 'The solid kernel is wrapped once.',
      severity: 'error',
      from: { pathNot: '^core/src/solid/kernel\\.ts$|^web/src/work/' },
      to: { path: 'node_modules/manifold-3d' },
    },
    {
      name: 'forms-in-one-place',
      comment: 'Forms are made when they are asked: whoever makes one of Joi’s at once has it begin with the page.',
      severity: 'error',
      from: { path: '^core/src/(?!form/)', ...notTests },
      to: { path: 'node_modules/joi', dependencyTypesNot: ['type-only'] },
    },
    ...LAYERS.map((layer, i) => ({
      name: `${layer === SECTIONS ? 'sections' : layer}-looks-down`,
      severity: 'error',
      from: { path: `^core/src/${layer}/`, ...notTests },
      to: { path: `^core/src/(?!(${LAYERS.slice(0, i + 1).join('|')})/)` },
    })),
    ...STATIONS.map((station) => ({
      name: `${station}-by-its-front-door`,
      comment:
        'A station takes of another only what its index gives; its station.ts, work.ts and commands.ts are for the registries alone.',
      severity: 'error',
      from: {
        path: '^core/src',
        pathNot: [
          `^core/src/${station}/`,
          '\\.test\\.ts$',
          '^core/src/(plan/stations|work/works|command/commands)\\.ts$',
        ],
      },
      to: { path: `^core/src/${station}/(?!(section/)?index\\.ts$)` },
    })),
    ...WEB_STATIONS.map((station) => ({
      name: `web-${station}-by-its-front-door`,
      severity: 'error',
      from: { path: '^web/src', pathNot: [`^web/src/stations/${station}/`, '\\.test\\.ts$'] },
      to: { path: `^web/src/stations/${station}/(?!(index|station)\\.tsx?$)` },
    })),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    exclude: { path: 'dist/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
