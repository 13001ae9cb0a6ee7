import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import { partKinds } from './scripts/lint/partKinds.js';

/** The modules and tables that the compiler demands of a kind: they may say its name. */
const KIND_TABLES = ['src/core/document/kinds/**'];

/** Rules that need types: one program of what is built into the product. */
export default tseslint.config(
  { ignores: ['**/*.test.ts', '**/*.test.tsx', '**/testing/**', '**/__mocks__/**', '**/*.bench.ts'] },
  { linterOptions: { reportUnusedDisableDirectives: 'off' } },
  {
    files: ['src/**/*.{ts,tsx}'],
    languageOptions: {
      parser: tseslint.parser,
      parserOptions: { project: ['tsconfig.lint.json'], tsconfigRootDir: import.meta.dirname },
    },
    plugins: {
      '@typescript-eslint': tseslint.plugin,
      tidal: { rules: { 'part-kinds': partKinds } },
      // Named in lines that silence a rule; run by the other configuration.
      'react-hooks': hooks,
    },
    rules: {
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: KIND_TABLES,
    rules: { 'tidal/part-kinds': ['error', { most: 40 }] },
  },
);
