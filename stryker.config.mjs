const paths = (process.env.MUTATE ?? 'src/core').split(',');

/** Mutation testing, started by npm run mutate. */
export default {
  mutate: [
    ...paths.map((path) => (/\.tsx?(:\d+-\d+)?$/.test(path) ? path : `${path}/**/*.ts`)),
    '!src/**/*.test.ts',
    '!src/**/testing/**',
    // Words for the reader.
    '!src/**/say*.ts',
    '!src/**/*Words.ts',
  ],
  testRunner: 'jest',
  // Every test in the folder is tried: one may reach a file by way of another folder.
  jest: { configFile: 'jest.mutate.mjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  concurrency: 2,
  // A change that only takes long on a busy machine must not count as noticed.
  timeoutMS: 60_000,
  plugins: ['@stryker-mutator/jest-runner', './scripts/sentenceIgnorer.mjs'],
  ignorers: ['sentences'],
  reporters: ['clear-text', 'progress', 'json'],
  clearTextReporter: { logTests: false, allowColor: false, reportTests: false },
  jsonReporter: { fileName: 'node_modules/.cache/mutation.json' },
  // A test holds the published schema against the code's.
  ignorePatterns: ['dist', 'docs/*', '!docs/project.schema.json', 'e2e', 'test-results'],
  allowEmpty: true,
};
