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

export default tseslint.config(
  { ignores: ['dist', 'node_modules', 'test-results', 'playwright-report', '.dependency-cruiser.cjs'] },
  ...tseslint.configs.strict,
  {
    rules: {
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
);
