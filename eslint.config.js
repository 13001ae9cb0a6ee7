import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const BROWSER = [
  'window',
  'document',
  'navigator',
  'localStorage',
  'sessionStorage',
  'fetch',
  'Worker',
  'indexedDB',
  'location',
  'self',
  'requestAnimationFrame',
  'performance',
  'structuredClone',
];
const NODE = ['process', 'Buffer', '__dirname', 'require'];

/** Rules that read one file at a time; those that need types are in eslint.typed.config.js. */
export default tseslint.config(
  { ignores: ['dist', 'node_modules', '.stryker-tmp', 'test-results', 'playwright-report', '.dependency-cruiser.cjs'] },
  ...tseslint.configs.strict,
  {
    rules: {
      'max-lines-per-function': ['error', { max: 100, skipBlankLines: true, skipComments: true }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-confusing-void-expression': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
    },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: { 'no-restricted-globals': ['error', ...BROWSER, ...NODE], '@typescript-eslint/no-extraneous-class': 'off' },
  },
  {
    files: ['src/app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { ...hooks.configs.recommended.rules },
  },
  {
    files: ['src/cli/**', 'src/server/**', 'scripts/**', '**/*.bench.ts', 'e2e/**', '**/*.test.ts', '**/*.test.tsx'],
    rules: { 'no-console': 'off', 'no-restricted-globals': 'off' },
  },
  {
    // What only tests use may ask its environment.
    files: ['src/core/**/testing/**'],
    rules: { 'no-restricted-globals': ['error', ...BROWSER] },
  },
  {
    // A suite's function is a list of cases, not a thing to read in one go.
    files: ['e2e/**', '**/*.test.ts', '**/*.test.tsx'],
    rules: { 'max-lines-per-function': 'off' },
  },
);
