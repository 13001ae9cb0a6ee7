/**
 * Imports point one way. Inside the core each layer looks only at those before it in LAYERS; outside it:
 * app → workers' client, storage → core; server and cli → core. Features never import each other.
 */
const LAYERS = [
  'foundations',
  'physics',
  'document',
  'network',
  'heat',
  'judgement',
  'studies',
  'bench',
  'answer',
  'log',
];

/** Tests, benches and what only they use may look anywhere. */
const APART = '(\\.test\\.tsx?$|\\.bench\\.ts$|/testing/|__mocks__/)';

const layerRules = LAYERS.slice(0, -1).map((layer, i) => ({
  name: `${layer}-looks-down-only`,
  severity: 'error',
  from: { path: `^src/core/${layer}/`, pathNot: APART },
  to: { path: `^src/core/(${[...LAYERS.slice(i + 1), 'verification'].join('|')})/` },
}));

module.exports = {
  forbidden: [
    ...layerRules,
    {
      name: 'core-is-layered',
      comment: 'A folder of the core that is not in LAYERS has no rule: add it there.',
      severity: 'error',
      from: { path: `^src/core/(?!(${LAYERS.join('|')}|verification)/)`, pathNot: APART },
      to: {},
    },
    {
      name: 'studies-stand-apart',
      comment: 'A study knows the job system, the inputs and itself; what two of them need stands below them.',
      severity: 'error',
      from: { path: '^src/core/studies/([^/]+)/', pathNot: APART },
      to: { path: '^src/core/studies/([^/]+)/', pathNot: '^src/core/studies/($1|inputs|job)/' },
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^src/core', pathNot: APART },
      to: { pathNot: '^(src/core|node_modules/zod)' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'workers-need-core-only',
      severity: 'error',
      from: { path: '^src/workers' },
      to: { path: '^src/(app|storage|server|cli)' },
    },
    {
      name: 'storage-needs-core-only',
      severity: 'error',
      from: { path: '^src/storage' },
      to: { path: '^src/(app|workers|server|cli)' },
    },
    {
      name: 'server-serves-only',
      severity: 'error',
      from: { path: '^src/server' },
      to: { path: '^src/(app|workers|storage|cli)' },
    },
    {
      name: 'cli-needs-core-only',
      severity: 'error',
      from: { path: '^src/cli' },
      to: { path: '^src/(app|workers|storage|server)' },
    },
    {
      name: 'features-stand-apart',
      severity: 'error',
      from: { path: '^src/app/features/([^/]+)/' },
      to: { path: '^src/app/features/([^/]+)/', pathNot: '^src/app/features/($1/)' },
    },
    {
      name: 'page-talks-to-workers-by-client',
      severity: 'error',
      from: { path: '^src/app', pathNot: '(\\.test\\.tsx?|testing/)' },
      to: { path: '^src/workers', pathNot: '^src/workers/(client|answered|studyPool|csvReader|scalePhoto)' },
    },
    {
      name: 'tests-are-not-product',
      severity: 'error',
      from: { pathNot: `(${APART}|^e2e)` },
      to: { path: '(\\.test\\.tsx?$|/testing/)' },
    },
    {
      name: 'no-unlisted-package',
      severity: 'error',
      from: {},
      to: { dependencyTypes: ['npm-no-pkg', 'npm-unknown'] },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.app.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
    },
  },
};
