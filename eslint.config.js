import js from '@eslint/js';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import reactHooks from 'eslint-plugin-react-hooks';

const clock = 'The core has no clock of its own: take the time as an argument.';
const chance = 'The core has no randomness of its own: take a random source as an argument.';

export default tseslint.config(
  { ignores: ['**/dist', '.data', 'node_modules', 'docs'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      // RTK Query writes an endpoint without argument as <Answer, void>.
      '@typescript-eslint/no-invalid-void-type': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: chance },
        { object: 'Date', property: 'now', message: clock },
        { object: 'performance', property: 'now', message: clock },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: clock },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'crypto', 'performance'],
    },
  },
  { files: ['web/**/*.{ts,tsx}'], ...reactHooks.configs.flat.recommended },
  // Tables and long lists keep their state in objects that the React compiler can't look into; it is not used here.
  { files: ['web/src/ui/*.tsx'], rules: { 'react-hooks/incompatible-library': 'off' } },
);
