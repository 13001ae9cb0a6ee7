const transform = {
  '^.+\\.m?[jt]sx?$': [
    '@swc/jest',
    {
      module: { type: 'commonjs' },
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
      },
    },
  ],
};
// Lookups of Math and the typed arrays through the test's own context cost more than the solver itself.
const shared = {
  sandboxInjectedGlobals: ['Math', 'Float64Array', 'Number'],
  transform,
  // These ship as ES modules only.
  transformIgnorePatterns: ['/node_modules/(?!(d3-[a-z-]+|internmap)/)'],
  roots: ['<rootDir>/src', '<rootDir>/scripts'],
  moduleFileExtensions: ['ts', 'tsx', 'js', 'mjs', 'json'],
};

/** Two projects: the core, the store and the servers in node, whatever touches the page in jsdom. */
export default {
  // For what is stuck: tests compute, and on a busy machine some take many times what they do on a quiet one.
  testTimeout: 300_000,
  projects: [
    {
      ...shared,
      displayName: 'core',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/src/{core,cli,server,storage}/**/*.test.ts', '<rootDir>/scripts/**/*.test.ts'],
    },
    {
      ...shared,
      displayName: 'page',
      testEnvironment: 'jsdom',
      testMatch: ['<rootDir>/src/{app,workers}/**/*.test.{ts,tsx}'],
      setupFiles: ['<rootDir>/src/app/testing/jsdomShims.ts'],
      moduleNameMapper: { '\\.css$|\\?url$': '<rootDir>/src/app/testing/asset.ts' },
    },
  ],
};
