/** Imports point one way: app → workers' client, storage → core; server and cli → core. Features never import each other. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^src/core', pathNot: '(\\.test\\.ts|\\.bench\\.ts|verification/testing)' },
      to: { pathNot: '^(src/core|node_modules/zod)' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
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
      to: { path: '^src/(app|workers|storage|core|cli)' },
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
      to: { path: '^src/workers', pathNot: '^src/workers/(client|studyPool)' },
    },
    {
      name: 'tests-are-not-product',
      severity: 'error',
      from: { pathNot: '(\\.test\\.tsx?|\\.bench\\.ts|testing/|__mocks__/|^e2e)' },
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
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default'] },
  },
};
