import js from '@eslint/js';
import globals from 'globals';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Inner loops: an object for each call would be what the machine spends its time on. */
const KERNELS = ['linalg', 'mesh', 'shell', 'sound'].map((room) => `packages/core/src/${room}/**/*.ts`);
/** Functions that a reader can hold in the head. @param lines of the longest */
const short = (lines) => ({
  'max-lines-per-function': ['error', { max: lines, skipBlankLines: true }],
  complexity: ['error', 20],
  'max-depth': ['error', 4],
});
const TESTS = ['**/*.test.{ts,tsx}', '**/test/**/*.ts', 'e2e/**/*.ts'];

export default tseslint.config(
  { ignores: ['**/*.tmp.ts', '**/dist/**', '**/node_modules/**', '.data/**', 'coverage/**'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      'max-lines': ['error', { max: 400, skipBlankLines: true }],
      'no-warning-comments': ['error', { terms: ['prettier-ignore'], location: 'anywhere' }],
      eqeqeq: 'error',
    },
  },
  { files: ['packages/core/src/**/*.ts', 'apps/server/src/**/*.ts'], ignores: TESTS, rules: short(60) },
  { files: ['apps/web/src/**/*.tsx'], ignores: TESTS, rules: short(120) },
  { files: ['apps/web/src/**/*.ts'], ignores: TESTS, rules: short(80) },
  { files: ['apps/{web,server}/src/**/*.{ts,tsx}'], ignores: TESTS, rules: { 'max-params': ['error', 4] } },
  { files: ['packages/core/src/**/*.ts'], ignores: [...KERNELS, ...TESTS], rules: { 'max-params': ['error', 4] } },
  { files: ['apps/web/src/api/contract.ts'], rules: { 'max-lines': 'off' } },
  { files: KERNELS, ignores: TESTS, rules: { 'max-params': ['error', 6] } },
  {
    files: ['apps/web/**/*.{ts,tsx}'],
    ignores: ['apps/web/src/api/contract.ts'],
    ...reactHooks.configs.flat['recommended-latest'],
  },
  {
    files: TESTS,
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
    },
  },
  {
    files: ['**/*.{js,mjs,cjs}'],
    extends: [tseslint.configs.disableTypeChecked],
    languageOptions: { globals: globals.node },
  },
);
