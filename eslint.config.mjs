import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['dist', 'data', 'node_modules', 'test-results', '.cache', 'playwright-report'] },
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.recommended],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      // `!` says "within bounds" after an index or a key in brackets, and nothing anywhere else.
      'no-restricted-syntax': [
        'error',
        {
          selector: 'TSNonNullExpression:not(:has(> MemberExpression[computed=true]))',
          message: 'Only an element taken by index or key may be said to be there; elsewhere handle its absence.',
        },
      ],
      '@typescript-eslint/no-non-null-assertion': 'off',
      'no-console': 'error',
      eqeqeq: 'error',
    },
  },
  {
    // The core knows no clock, no chance, no machine.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Pass a seeded generator in.' },
        { object: 'Date', property: 'now', message: 'Pass the time in.' },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'performance', 'fetch', 'setTimeout'],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'react', 'react-*', 'express'] }],
    },
  },
  {
    // A test fails loudly by itself where what it names is not there.
    files: ['**/*.test.{ts,tsx}', 'e2e/**/*.ts', 'training/**/*.ts'],
    rules: { 'no-restricted-syntax': 'off' },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: reactHooks.configs['recommended-latest'].rules,
  },
  { files: ['**/*.mjs', '**/*.cjs'], languageOptions: { globals: globals.node } },
);
